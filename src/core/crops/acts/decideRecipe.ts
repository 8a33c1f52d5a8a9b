import { decide, refuse, type Decision } from '../../acts/decision';
import type { Effect } from '../../acts/effects';
import type { BedStage, CareJob, Crop, MonthSpan, WinterRest } from '../../library/types';
import { putValues, type ChangedValue } from '../../library/values';
import { STALE } from '../../setup/kept';
import { say } from '../../words/words';
import { LABOUR_NAMES } from '../labour';
import { asItWas, LEAST_BATCHES, withLearned, type Learned } from '../learned';
import { bedStages, stageFault } from '../recipe';

/** Numbers of a crop that a farm may set for itself. */
const EDITABLE_CROP: readonly string[] = [
  ...LABOUR_NAMES,
  'boltFromC',
  'seedMinor1000',
  'seedLeadDays',
  'nurseryDays',
  'finalDays',
  'nurseryPerM2',
  'finalPerM2',
  'tempMinC',
  'tempOptC',
  'tempMaxC',
  'lightTargetMol',
  'germination',
  'nurserySurvival',
  'finalSurvival',
  'packout',
  'yieldG',
  'cutsMax',
  'regrowDays',
  'windowDays',
  'nitrogenUptakeGM2Day',
];

/** What a manager says of a recipe; what is not named stays. */
export interface RecipeChange {
  code: string;
  values: readonly ChangedValue[];
  dense?: BedStage[] | undefined;
  care?: CareJob[] | undefined;
  /** None: it does not rest. */
  rest?: WinterRest[] | undefined;
  /** None: all year. */
  sownIn?: MonthSpan[] | undefined;
  methods?: { method: string }[] | undefined;
}

/** A crop of the farm in its version. */
export interface RecipeKnown {
  crop: Crop;
  version: number;
}

function kept(own: RecipeKnown, crop: Crop): { crop: Crop; effects: Effect[] } {
  checkCrop(crop);
  return {
    crop,
    effects: [{ does: 'kindChanged', what: 'crop', code: crop.code, version: own.version, params: crop }],
  };
}

/** Numbers of the farm's own copy of a crop are others from now on. */
export const decideRecipe = (
  own: RecipeKnown | null,
  change: RecipeChange,
  version: number,
): Decision<{ crop: Crop; effects: Effect[] }> =>
  decide(() => {
    if (!own) return refuse('form', say`That crop is not on this farm.`);
    if (own.version !== version) refuse('form', STALE());
    const crop = structuredClone(own.crop);
    putValues(crop as unknown as Record<string, unknown>, change.values, EDITABLE_CROP);
    putStages(crop, change.dense);
    if (change.care) crop.care = careRows(change.care);
    if (change.rest) putRest(crop, change.rest[0]);
    if (change.sownIn) putSeason(crop, change.sownIn[0]);
    if (change.methods) crop.methods = methodsOf(change.methods);
    return kept(own, { ...crop, basis: say`Set by this farm` });
  });

/** The farm reckons with what its own batches of a crop came to, or with the recipe again. */
export const decideLearned = (
  own: RecipeKnown | null,
  learned: Learned | null,
  { use, version, on }: { use: boolean; version: number; on: string },
): Decision<{ crop: Crop; effects: Effect[] }> =>
  decide(() => {
    if (!own) return refuse('form', say`That crop is not on this farm.`);
    if (use && !learned) refuse('form', say`Fewer than ${LEAST_BATCHES} batches were picked: too few to go by.`);
    if (own.version !== version) refuse('form', STALE());
    return kept(own, use ? withLearned(own.crop, learned!, on) : asItWas(own.crop));
  });

function putRest(crop: Crop, rest: WinterRest | undefined) {
  if (!rest) {
    delete crop.rest;
    return;
  }
  const { fromMonth, untilMonth, perM2 } = rest;
  if (fromMonth === untilMonth)
    refuse('rest.0.untilMonth', say`It rests for some months of the year: choose a later month.`);
  if (perM2 < crop.finalPerM2)
    refuse(
      'rest.0.perM2',
      say`At rest plants stand closer than ${crop.finalPerM2} a m², as they grow; give that or more.`,
    );
  crop.rest = { fromMonth, untilMonth, perM2 };
}

function putSeason(crop: Crop, season: MonthSpan | undefined) {
  if (!season) {
    delete crop.sownIn;
    return;
  }
  const { fromMonth, untilMonth } = season;
  if (fromMonth === untilMonth)
    refuse(
      'sownIn.0.untilMonth',
      say`It is sown for some months of the year: choose a later month, or take the line out.`,
    );
  crop.sownIn = { fromMonth, untilMonth };
}

function methodsOf(rows: readonly { method: string }[]): string[] {
  const methods = rows.map((r) => r.method);
  const twice = methods.findIndex((m, i) => methods.indexOf(m) !== i);
  if (twice >= 0) refuse(`methods.${twice}.method`, say`That stands there already. Change the one above.`);
  return methods;
}

/** One job of a kind each, in the order they begin. */
function careRows(care: readonly CareJob[]): CareJob[] {
  const twice = care.findIndex((c, i) => care.findIndex((d) => d.what === c.what) !== i);
  if (twice >= 0) refuse(`care.${twice}.what`, say`That stands there already. Change the one above.`);
  return [...care]
    .sort((a, b) => a.fromDay - b.fromDay)
    .map(({ what, fromDay, everyDays, min100 }) => ({ what, fromDay, everyDays, min100 }));
}

/** The spacings before the last; the last takes what is left of the days in the bed. */
function putStages(crop: Crop, wanted: BedStage[] | undefined) {
  const dense = wanted ?? bedStages(crop).slice(0, -1);
  if (dense.length === 0) {
    delete crop.stages;
    return;
  }
  const last = { days: crop.finalDays - dense.reduce((sum, s) => sum + s.days, 0), perM2: crop.finalPerM2 };
  if (last.days < 1)
    refuse(
      'dense',
      say`The dense stages take all ${crop.finalDays} days from transplant to harvest. Leave at least one for the last spacing.`,
    );
  const stages = [...dense.map(({ days, perM2 }) => ({ days, perM2 })), last];
  const fault = stageFault(stages);
  if (fault)
    refuse(
      'dense',
      fault.why === 'denser'
        ? say`Plants are given more room from stage to stage: spacing ${fault.at + 1} is denser than the one before it.`
        : say`Each spacing has days and plants a square metre.`,
    );
  crop.stages = stages;
}

/** Sold from the bench: no days in a bed, and no weight. */
const SEEDLING = 'seedling';

const SHARES = ['germination', 'nurserySurvival', 'finalSurvival', 'packout'] as const;

function checkCrop(c: Crop) {
  if (!(c.tempMinC < c.tempOptC && c.tempOptC < c.tempMaxC))
    refuse('tempOptC', say`The best temperature lies between the lowest and the highest.`);
  if (c.finalDays < 1 && c.kind !== SEEDLING) refuse('finalDays', say`A stage must last at least a day.`);
  if (!(c.finalPerM2 > 0)) refuse('finalPerM2', say`At least one plant stands on some square metres.`);
  if (!(c.yieldG > 0) && c.kind !== SEEDLING) refuse('yieldG', say`Give a yield over 0.`);
  if (!Number.isInteger(c.cutsMax) || c.cutsMax < 1) refuse('cutsMax', say`Give a whole number of cuts.`);
  if (!((c.seedMinor1000 ?? 0) >= 0)) refuse('seedMinor1000', say`Give an amount of money, or 0.`);
  if (!((c.seedLeadDays ?? 0) >= 0 && (c.seedLeadDays ?? 0) <= 365))
    refuse('seedLeadDays', say`Seed is here within 0 to 365 days.`);
  for (const name of SHARES) if (!(c[name] > 0 && c[name] <= 1)) refuse(name, say`A share: over 0 and at most 1.`);
}
