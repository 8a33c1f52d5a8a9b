import { decide, refuse, type Decision } from '../acts/decision';
import type { Effect } from '../acts/effects';
import { expectedDeaths, ownDeathsTimes, type FishDays } from './deaths';
import type { FeedRule } from '../facts/farm';
import { SPECIES_DEFAULTS } from '../library/defaults';
import type { Species } from '../library/types';
import { putValues, type ChangedValue } from '../library/values';
import { STALE } from '../setup/kept';
import { say } from '../words/words';

/** Numbers of the library that a farm may set for itself; pairs and triples by their position. */
const EDITABLE: readonly string[] = [
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
];

/** A species of the farm in its version. */
export interface SpeciesKnown {
  species: Species;
  version: number;
  retired: boolean;
}

/** Numbers of the farm's own copy of a species, or of the planning defaults that it takes over first; one put away comes back. */
export const decideSpecies = (
  own: SpeciesKnown | null,
  { code, version, values }: { code: string; version: number; values: readonly ChangedValue[] },
): Decision<Effect[]> =>
  decide(() => {
    const standard = SPECIES_DEFAULTS.find((s) => s.code === code);
    if (!own && !standard) refuse('form', say`That species is not in the library.`);
    if (own && !own.retired && own.version !== version) refuse('form', STALE());
    const species = structuredClone({ ...standard, ...own?.species }) as Species;
    putValues(species as unknown as Record<string, unknown>, values, EDITABLE);
    checkSpecies(species);
    const params = { ...species, basis: say`Set by this farm` };
    if (!own) return [{ does: 'kindAdded', what: 'species', code, params }];
    const back: Effect[] = own.retired ? [{ does: 'kindBack', what: 'species', code }] : [];
    return [{ does: 'kindChanged', what: 'species', code, version: own.version, params }, ...back];
  });

interface LivedHere {
  lived: readonly FishDays[];
  died: number;
}

/** Deaths of a species as its fish died on this farm, or as published again. @throws {RuleBroken} when too few lived to say */
export const decideDeathRate = (
  own: SpeciesKnown | null,
  { lived, died }: LivedHere,
  { use, version }: { use: boolean; version: number },
): Decision<{ name: string; effects: Effect[] }> =>
  decide(() => {
    if (!own || own.retired) refuse('form', say`That species is not on this farm.`);
    if (own.version !== version) refuse('form', STALE());
    const { deathsTimes: _published, ...species } = own.species;
    const times = use ? ownDeathsTimes(died, expectedDeaths(species, lived)) : null;
    if (use && times === null)
      refuse('form', say`Too few of them have lived here for long enough: the published rate stays.`);
    const params = times === null ? species : { ...species, deathsTimes: times };
    return {
      name: species.name,
      effects: [{ does: 'kindChanged', what: 'species', code: species.code, version, params }],
    };
  });

/** How a farm feeds a species from today. */
export const decideFeedRule = (known: Pick<FeedRule, 'version'> | null, rule: FeedRule): Decision<Effect[]> =>
  decide(() => {
    if (rule.ration === 'table' && rule.table.length === 0) refuse('table', say`A table needs at least one row.`);
    const sizes = rule.table.map((r) => r.uptoG);
    if (sizes.some((g, i) => i > 0 && g <= sizes[i - 1]!)) refuse('table', say`Sizes must rise from row to row.`);
    if (known?.version !== rule.version) refuse('form', STALE());
    return [{ does: 'feedRuleChanged', rule }];
  });

function checkSpecies(s: Species) {
  if (!(s.tempMinC < s.tempOptC && s.tempOptC < s.tempMaxC)) {
    refuse('tempOptC', say`The best temperature lies between the lowest and the highest.`);
  }
  if (s.marketG && s.marketG[0] > s.marketG[1])
    refuse('marketG.0', say`The smallest market size is above the largest.`);
  if (s.growthG13PerDay <= 0 || s.growthG13PerDay > 0.2)
    refuse('growthG13PerDay', say`Growth is over 0 and at most 0.2 ∛g a day.`);
  if (s.sizeCv > 0.8) refuse('sizeCv', say`A spread is a share: at most 0.8.`);
  if (s.proteinFraction < 0.1 || s.proteinFraction > 0.7)
    refuse('proteinFraction', say`Protein is a share between 0.1 and 0.7.`);
  if (s.fcr.some((x) => x < 0.5 || x > 5)) refuse('fcr.0', say`Feed conversion lies between 0.5 and 5.`);
}
