import { STALE } from '../../core/setup/kept';
import type { BedStage, CareJob, Crop, MonthSpan, Species, WinterRest } from '../../core/library/types';
import { say } from '../../core/words/words';
import { LABOUR_NAMES } from '../../core/crops/labour';
import { bedStages, stageFault } from '../../core/crops/recipe';
import { RuleBroken } from '../../core/errors';
import type { FeedRule } from '../../core/facts/farm';
import { SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Tx } from '../connection';

export async function saveFeedRule(tx: Tx, rule: FeedRule): Promise<void> {
  const sizes = rule.table.map((r) => r.uptoG);
  if (sizes.some((g, i) => i > 0 && g <= sizes[i - 1]!)) {
    throw new RuleBroken('table', say`Sizes must rise from row to row.`);
  }
  const changed = await tx('fish_rule')
    .where({ species_code: rule.speciesCode, version: rule.version })
    .update({
      ration: rule.ration,
      ration_table: JSON.stringify(rule.table.map((r) => ({ ...r }))),
      feeder_times: rule.feederTimes,
      farm_grown_share: rule.farmGrownShare,
      feed_minor_per_kg: rule.feedMinorPerKg,
      fingerling_minor: rule.fingerlingMinor,
      lead_days: rule.leadDays,
      quarantine_days: rule.quarantineDays,
      version: rule.version + 1,
    });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

/** Numbers of the library that a farm may set for itself; pairs and triples by their position. */
export const EDITABLE = [
  'tempMinC',
  'tempOptC',
  'tempMaxC',
  'growthG13PerDay',
  'sizeCv',
  'lengthWeightA',
  'lengthWeightB',
  'fcr.0',
  'fcr.1',
  'fcr.2',
  'fcrBreaksG.0',
  'fcrBreaksG.1',
  'proteinFraction',
  'densityMaxKgM3',
  'doMinMgL',
  'doCriticalMgL',
  'respirationMgKgH',
  'ammoniaMaxMgL',
  'purgeDays',
  'marketG.0',
  'marketG.1',
] as const;

/** Changes numbers of the farm's own copy of a species, or takes it over from the planning defaults first; one put away comes back. */
export async function saveSpecies(
  tx: Tx,
  farmId: string,
  change: { code: string; version: number; values: { name: string; value: number }[] },
): Promise<void> {
  const row = await tx('species').where({ code: change.code }).forUpdate().first();
  const standard = SPECIES_DEFAULTS.find((s) => s.code === change.code);
  if (!row && !standard) throw new RuleBroken('form', say`That species is not in the library.`);
  if (row && !row.retired_on && row.version !== change.version) throw new RuleBroken('form', STALE());
  const species = structuredClone({ ...standard, ...row?.params }) as unknown as Record<string, unknown>;
  putValues(species, change.values, EDITABLE);
  checkSpecies(species as unknown as Species);
  species.basis = say`Set by this farm`;
  if (row)
    await tx('species')
      .where({ code: change.code })
      .update({ params: JSON.stringify(species), version: row.version + 1, retired_on: null });
  else {
    await tx('species').insert({ farm_id: farmId, code: change.code, params: JSON.stringify(species) });
    await tx('fish_rule').insert({ farm_id: farmId, species_code: change.code });
  }
}

interface ChangedValue {
  name: string;
  value: number;
}

/** Puts numbers where the library has numbers of those names; pairs and triples by their position. */
function putValues(into: Record<string, unknown>, values: readonly ChangedValue[], editable: readonly string[]) {
  for (const { name, value } of values) {
    if (!editable.includes(name)) throw new RuleBroken(name, say`That cannot be changed here.`);
    const [key, index] = name.split('.') as [string, string?];
    if (index === undefined) into[key] = value;
    else if (Array.isArray(into[key])) (into[key] as number[])[Number(index)] = value;
  }
}

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
] as const;

/** Changes numbers of the farm's own copy of a crop. */
export async function saveCrop(
  tx: Tx,
  change: {
    code: string;
    version: number;
    values: ChangedValue[];
    dense?: BedStage[];
    care?: CareJob[];
    rest?: WinterRest[];
    /** None: all year. */
    sownIn?: MonthSpan[];
    methods?: { method: string }[];
  },
): Promise<string> {
  const row = await tx('crop').where({ code: change.code }).forUpdate().first('params', 'version');
  if (!row) throw new RuleBroken('form', say`That crop is not on this farm.`);
  if (row.version !== change.version) throw new RuleBroken('form', STALE());
  const crop = structuredClone(row.params) as Record<string, unknown>;
  putValues(crop, change.values, EDITABLE_CROP);
  putStages(crop as unknown as Crop, change.dense);
  if (change.care) crop.care = careRows(change.care);
  if (change.rest) putRest(crop as unknown as Crop, change.rest[0]);
  if (change.sownIn) putSeason(crop as unknown as Crop, change.sownIn[0]);
  if (change.methods) crop.methods = methodsOf(change.methods);
  checkCrop(crop as unknown as Crop);
  crop.basis = say`Set by this farm`;
  const own = tx('crop').where({ code: change.code });
  await own.update({ params: JSON.stringify(crop), version: row.version + 1 });
  return String(crop.name);
}

/** Puts a farm's own copy of a crop in the place of the one of that version. @throws {RuleBroken} when it was changed meanwhile */
export async function putCrop(tx: Tx, { crop, version }: { crop: Crop; version: number }): Promise<void> {
  checkCrop(crop);
  const changed = await tx('crop')
    .where({ code: crop.code, version })
    .update({ params: JSON.stringify(crop), version: version + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

function putRest(crop: Crop, rest: WinterRest | undefined) {
  if (!rest) {
    delete crop.rest;
    return;
  }
  const { fromMonth, untilMonth, perM2 } = rest;
  if (fromMonth === untilMonth)
    throw new RuleBroken('rest.0.untilMonth', say`It rests for some months of the year: choose a later month.`);
  if (perM2 < crop.finalPerM2)
    throw new RuleBroken(
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
    throw new RuleBroken(
      'sownIn.0.untilMonth',
      say`It is sown for some months of the year: choose a later month, or take the line out.`,
    );
  crop.sownIn = { fromMonth, untilMonth };
}

function methodsOf(rows: readonly { method: string }[]): string[] {
  const methods = rows.map((r) => r.method);
  const twice = methods.findIndex((m, i) => methods.indexOf(m) !== i);
  if (twice >= 0)
    throw new RuleBroken(`methods.${twice}.method`, say`That stands there already. Change the one above.`);
  return methods;
}

/** One job of a kind each, in the order they begin. */
function careRows(care: readonly CareJob[]): CareJob[] {
  const twice = care.findIndex((c, i) => care.findIndex((d) => d.what === c.what) !== i);
  if (twice >= 0) throw new RuleBroken(`care.${twice}.what`, say`That stands there already. Change the one above.`);
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
    throw new RuleBroken(
      'dense',
      say`The dense stages take all ${crop.finalDays} days from transplant to harvest. Leave at least one for the last spacing.`,
    );
  const stages = [...dense.map(({ days, perM2 }) => ({ days, perM2 })), last];
  const fault = stageFault(stages);
  if (fault)
    throw new RuleBroken(
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
    throw new RuleBroken('tempOptC', say`The best temperature lies between the lowest and the highest.`);
  if (c.finalDays < 1 && c.kind !== SEEDLING)
    throw new RuleBroken('finalDays', say`A stage of nought days grows nothing.`);
  if (!(c.finalPerM2 > 0)) throw new RuleBroken('finalPerM2', say`At least one plant stands on some square metres.`);
  if (!(c.yieldG > 0) && c.kind !== SEEDLING) throw new RuleBroken('yieldG', say`A yield of nothing is no crop.`);
  if (!Number.isInteger(c.cutsMax) || c.cutsMax < 1) throw new RuleBroken('cutsMax', say`Give a whole number of cuts.`);
  if (!((c.seedMinor1000 ?? 0) >= 0)) throw new RuleBroken('seedMinor1000', say`Give an amount of money, or 0.`);
  if (!((c.seedLeadDays ?? 0) >= 0 && (c.seedLeadDays ?? 0) <= 365))
    throw new RuleBroken('seedLeadDays', say`Seed is here within 0 to 365 days.`);
  for (const name of SHARES)
    if (!(c[name] > 0 && c[name] <= 1)) throw new RuleBroken(name, say`A share: over 0 and at most 1.`);
}

function checkSpecies(s: Species) {
  if (!(s.tempMinC < s.tempOptC && s.tempOptC < s.tempMaxC)) {
    throw new RuleBroken('tempOptC', say`The best temperature lies between the lowest and the highest.`);
  }
  if (s.marketG && s.marketG[0] > s.marketG[1])
    throw new RuleBroken('marketG.0', say`The smallest market size is above the largest.`);
  if (s.growthG13PerDay <= 0 || s.growthG13PerDay > 0.2)
    throw new RuleBroken('growthG13PerDay', say`Growth is over 0 and at most 0.2 g^⅓ a day.`);
  if (s.sizeCv > 0.8) throw new RuleBroken('sizeCv', say`A spread is a share: at most 0.8.`);
  if (s.proteinFraction < 0.1 || s.proteinFraction > 0.7)
    throw new RuleBroken('proteinFraction', say`Protein is a share between 0.1 and 0.7.`);
  if (s.fcr.some((x) => x < 0.5 || x > 5)) throw new RuleBroken('fcr.0', say`Feed conversion lies between 0.5 and 5.`);
}
