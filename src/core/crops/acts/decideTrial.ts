import { decide, refuse, settled, type Decision } from '../../acts/decision';
import { said, type Effect, type Said, type Taken, type TrialBegun } from '../../acts/effects';
import { plural, say, word } from '../../words/words';
import { layOutTrial } from '../trialLayout';
import { armValues, trialVerdict, type TrialMeasure, type TrialValues } from '../trialVerdict';
import { decideRecipe, type RecipeKnown } from './decideRecipe';
import { runningTrial } from './decideTrialMeasure';
import type { Day } from '../../quantity/days';

export interface TrialWish {
  question: string;
  measure: TrialMeasure;
  arms: readonly { name: string; cropCode: string; perM2?: number | undefined }[];
  bedIds: readonly string[];
  blocksPerBed: number;
  startsOn: Day;
  measureFrom: Day;
  everyDays: number;
  endsOn: Day;
}

interface BeginKnown {
  bedIds: ReadonlySet<string>;
  cropCodes: ReadonlySet<string>;
  /** Trials there were so far. */
  trials: number;
  /** What its plots are drawn by. */
  seed: number;
}

/** A trial begins, and its plots are drawn. */
export const decideTrialBegin = (known: BeginKnown, wish: TrialWish): Decision<Taken<Said>> =>
  decide(() => {
    if (wish.measureFrom < wish.startsOn) refuse('measureFrom', say`It is measured after it has begun.`);
    if (wish.endsOn < wish.measureFrom) refuse('endsOn', say`It ends after it was first measured.`);
    if (!wish.bedIds.every((id) => known.bedIds.has(id))) refuse('bedIds', say`Choose beds of this farm.`);
    const strange = wish.arms.findIndex((a) => !known.cropCodes.has(a.cropCode));
    if (strange >= 0) refuse(`arms.${strange}.cropCode`, say`Choose a crop of this farm.`);
    const { arms, bedIds, blocksPerBed, ...rest } = wish;
    const plots = layOutTrial({ arms: arms.length, beds: bedIds.length, blocksPerBed, seed: known.seed });
    const trial: TrialBegun = {
      ...rest,
      code: `T-${known.trials + 1}`,
      question: wish.question.trim(),
      arms: arms.map(({ name, cropCode, perM2 }) => ({ name: name.trim(), cropCode, perM2: perM2 ?? null })),
      plots: plots.map(({ bed, ...plot }) => ({ ...plot, placeId: bedIds[bed]! })),
    };
    const words = say`${trial.code} is begun with ${plural(plots.length, '# plot', '# plots')}; its measuring comes up on the round.`;
    return { effects: [{ does: 'trialBegun', trial }], said: () => said(words) };
  });

type Arm = TrialValues['arms'][number] & { cropCode: string; perM2: number | null };

type TrialKnown = Omit<TrialValues, 'arms'> & {
  id: string;
  code: string;
  decidedOn: Day | null;
  arms: readonly Arm[];
};

/** A trial ends with its verdict; what won becomes the crop's recipe, if that is wanted. @param recipe of the arm that is kept */
export const decideTrialEnd = (
  { trial: running, recipe }: { trial: TrialKnown | undefined; recipe: RecipeKnown | null },
  { armId, keep }: { armId: string | null; keep: boolean },
): Decision<Taken<Said>> =>
  decide(() => {
    const trial = runningTrial(running);
    const kept = trial.arms.find((a) => a.id === armId) ?? null;
    if (armId && !kept) refuse('armId', say`Choose an arm of this trial.`);
    const verdict = trialVerdict(trial.measure, armValues(trial));
    const mean = verdict.arms.find((a) => a.id === armId)?.mean ?? null;
    const grown = keep && kept ? grownSo(trial.measure, { kept, mean, recipe }) : null;
    const end: Effect = { does: 'trialDecided', trialId: trial.id, verdict: verdict.words, keptArmId: armId };
    return {
      effects: [end, ...(grown?.effects ?? [])],
      said: () => said(say`${trial.code} is decided. ${verdict.words}`, grown ? [grown.words] : []),
    };
  });

interface Kept {
  kept: Arm;
  mean: number | null;
  recipe: RecipeKnown | null;
}

/** Spacing, and the weight or the days that were measured, become the crop's recipe. */
function grownSo(measure: TrialMeasure, { kept, mean, recipe }: Kept): { words: string; effects: Effect[] } | null {
  const values = [
    ...(kept.perM2 === null ? [] : [{ name: 'finalPerM2', value: kept.perM2 }]),
    ...(measure === 'weight' && mean !== null ? [{ name: 'yieldG', value: Math.round(mean * 10) / 10 }] : []),
    ...(measure === 'days' && mean !== null ? [{ name: 'finalDays', value: Math.max(1, Math.round(mean)) }] : []),
  ];
  if (values.length === 0) return null;
  const change = { code: kept.cropCode, values };
  const { crop, effects } = settled(decideRecipe(recipe, change, recipe?.version ?? 0), true);
  const words = values.map((v) => `${RECIPE_WORDS[v.name]} ${v.value}`).join(', ');
  return { effects, words: say`${crop.name} is grown so from now on: ${words}.` };
}

const RECIPE_WORDS: Readonly<Record<string, string>> = {
  finalPerM2: word`plants a m²`,
  yieldG: word`yield of a plant, g`,
  finalDays: word`days in the bed`,
};
