import { word } from '../words/words';

/** What may be seen on plants, what to look at first, and which helpers live on it. No product is named that harms fish. */
export interface Sign {
  words: string;
  first: string;
  helpers: readonly HelperCode[];
}

/** Organisms that are released against others. Which may be released where is for local law. */
export const HELPERS = {
  lacewings: word`lacewing larvae`,
  ladybirds: word`ladybird larvae`,
  aphid_wasps: word`wasps against aphids`,
  whitefly_wasps: word`wasps against whitefly`,
  predatory_mites: word`predatory mites`,
  pirate_bugs: word`flower bugs`,
  nematodes: word`nematodes`,
  midges: word`gall midges`,
} as const;

export type HelperCode = keyof typeof HELPERS;
export const HELPER_CODES = Object.keys(HELPERS) as HelperCode[];

const sign = (words: string, first: string, helpers: readonly HelperCode[] = []): Sign => ({ words, first, helpers });

/** Compiled from general extension literature on greenhouse and aquaponic growing; planning defaults, not a diagnosis. */
export const SIGNS = {
  aphids: sign(
    word`aphids`,
    word`Undersides and growing tips; ants beside them. Wash them off with plain water, take the worst plants out.`,
    ['lacewings', 'ladybirds', 'aphid_wasps', 'midges'],
  ),
  whitefly: sign(
    word`whitefly`,
    word`Shake the plant: what flies up sits under young leaves. Yellow sticky cards show whether they become more.`,
    ['whitefly_wasps', 'predatory_mites'],
  ),
  thrips: sign(
    word`thrips`,
    word`Silvery streaks and black specks; tap a flower over white paper. Blue or yellow cards at plant height.`,
    ['predatory_mites', 'pirate_bugs'],
  ),
  spider_mites: sign(
    word`spider mites`,
    word`Pale dots, fine webs underneath, in the hot and dry corner first. Raise the air’s moisture, spray plain water.`,
    ['predatory_mites'],
  ),
  fungus_gnats: sign(
    word`fungus gnats`,
    word`Flies over wet plugs, larvae in them. Let the top dry, cover it with coarse sand, yellow cards flat on the bench.`,
    ['nematodes', 'predatory_mites'],
  ),
  caterpillars: sign(word`caterpillars`, word`Holes and droppings; look at dusk. Pick them off, net the vents.`),
  slugs: sign(word`slugs and snails`, word`Slime in the morning. Collect at night, dry edges, no pellets near water.`),
  mildew: sign(
    word`mildew`,
    word`White or grey down on leaves. More air between plants, water off the leaves, take infected leaves out dry.`,
  ),
  grey_mould: sign(
    word`grey mould`,
    word`Brown soft spots with grey fur, on wounds and old leaves. Air, wider spacing, clean cuts; take it out before it dusts.`,
  ),
  root_rot: sign(
    word`brown roots`,
    word`White roots are sound. Measure oxygen and temperature at the roots, look for sludge on them.`,
  ),
  yellow_old: sign(
    word`yellow old leaves`,
    word`From the bottom up: nitrogen, or magnesium when the veins stay green. Look at feed per m² and nitrate first.`,
  ),
  yellow_young: sign(
    word`yellow young leaves`,
    word`Veins stay green at the top: iron, most often because pH is above 7. Measure pH before anything is added.`,
  ),
  brown_edges: sign(
    word`brown leaf edges`,
    word`Old leaves: potassium. Youngest leaves in the heart: calcium, or too little air moving over them.`,
  ),
  spots: sign(
    word`spots`,
    word`Where first: wet side, under a drip, one variety? Keep a leaf in a bag for who can name it.`,
  ),
  wilting: sign(word`wilting`, word`Pump, blocked line, roots. In the heat of noon only, or in the morning too?`),
  odd: sign(word`something odd`, word`Take a photo near and one from afar; note where it begins.`),
} as const satisfies Readonly<Record<string, Sign>>;

export type SignCode = keyof typeof SIGNS;
export const SIGN_CODES = Object.keys(SIGNS) as SignCode[];
/** Said on a scouting walk where nothing was found. */
export const NOTHING_SEEN = 'nothing';

export const HOW_BAD = [word`gone`, word`a few`, word`some plants`, word`many plants`] as const;

/** Days between walks over the beds of a house. Planning default; a farm may set its own, 0: no walk is asked for. */
export const SCOUT_EVERY_DAYS = 7;
/** Days until a finding is looked at again. Planning default. */
export const LOOK_AGAIN_DAYS = 4;
