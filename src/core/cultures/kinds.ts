import { word } from '../words/words';

/** A culture beside fish and beds that takes what is left over and gives feed. */
export interface CultureKind {
  words: string;
  takes: string;
  /** Share of its fresh weight that is dry, and of that protein. */
  dryShare: number;
  proteinOfDry: number;
  /** What it gives fresh: g for each m² and day, or g for each g it is given. Null: that is not what it goes by. */
  perM2Day: number | null;
  perGiven: number | null;
  caution: string;
}

/** Planning defaults within ranges of the extension literature; what a culture really gives is what was weighed. */
export const CULTURES = {
  duckweed: {
    words: word`duckweed`,
    takes: word`nitrogen of the water; litres or kg of sludge water given`,
    dryShare: 0.06,
    proteinOfDry: 0.3,
    perM2Day: 80,
    perGiven: null,
    caution: word`Water that carried fish waste: no duckweed from it for people, hands washed before salad is touched.`,
  },
  fly_larvae: {
    words: word`fly larvae`,
    takes: word`trimmings and spoiled greens`,
    dryShare: 0.35,
    proteinOfDry: 0.42,
    perM2Day: null,
    perGiven: 0.18,
    caution: word`What may be fed to insects and what of them to fish is for local law; no meat, no dead fish.`,
  },
  mealworms: {
    words: word`mealworms`,
    takes: word`bran, trimmings`,
    dryShare: 0.38,
    proteinOfDry: 0.5,
    perM2Day: null,
    perGiven: 0.3,
    caution: word`What may be fed to insects and what of them to fish is for local law; dust of them may cause allergies.`,
  },
  worms: {
    words: word`compost worms`,
    takes: word`trimmings, roots, drained sludge`,
    dryShare: 0.18,
    proteinOfDry: 0.6,
    perM2Day: null,
    perGiven: 0.08,
    caution: word`Drained sludge may carry germs: gloves, and no worms straight from it to fish.`,
  },
} as const satisfies Readonly<Record<string, CultureKind>>;

export type CultureCode = keyof typeof CULTURES;
export const CULTURE_CODES = Object.keys(CULTURES) as CultureCode[];
