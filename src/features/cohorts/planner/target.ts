import { say } from '../../../core/words/words';
import { toMinor } from '../../../core/quantity/money';
import { COMPANIONS } from '../../../core/fish/biosecurity';
import type { Species } from '../../../core/library/types';
import type { FarmFacts } from '../../../core/facts/farm';
import { daysBetween, type Day } from '../../../core/quantity/days';
import { toStored, unitName, type UnitChoice } from '../../../core/quantity/units';
import { planStart } from '../../../core/stocking/problem';
import { type SpeciesTarget, type StockingTarget } from '../../../core/stocking/demand';
import type { FormField } from '../../../ui/form/ActionForm';
import type { Outcome } from '../../../ui/outcome';

export type PlanBy = StockingTarget['by'];

const MOST_FINGERLING_G = 5000;
const MOST_SIZES = 4;

/** Species that are raised for sale by weight. */
export function plannedSpecies(facts: FarmFacts): Species[] {
  return facts.species.filter(
    (s) => s.marketG && !s.retiredOn && !COMPANIONS.has(s.code) && facts.products.some((p) => p.speciesCode === s.code),
  );
}

interface TargetFieldsArgs {
  by: PlanBy;
  species: readonly Species[];
  units: UnitChoice;
  currency: string;
}

/** What the planner asks, in the order a manager thinks of it. */
export function targetFields({ by, species, units, currency }: TargetFieldsArgs): FormField[] {
  const weeks = { name: 'weeks', label: say`Plan for`, kind: 'select' as const, start: '52' };
  const season: FormField[] = [
    { name: 'from', label: say`Wanted from`, kind: 'day', start: '', optional: true, half: true },
    { name: 'until', label: say`Wanted until`, kind: 'day', start: '', optional: true, half: true },
  ];
  return [
    {
      ...weeks,
      options: [
        ['26', say`half a year`],
        ['52', say`a year`],
      ],
    },
    ...(by === 'steady' ? season : []),
    ...species.flatMap((s) => (by === 'steady' ? steadyFields(s, units) : orderFields(s, units))),
    {
      name: 'short',
      label: say`A missing ${unitName('mass', units)} costs, ${currency}`,
      kind: 'number',
      start: '30',
      help: say`The sale and the customer’s trust: higher means fewer gaps and more fish.`,
    },
    { name: 'batch', label: say`One stocking, ${currency}`, kind: 'number', start: '90', half: true },
    { name: 'move', label: say`One move, ${currency}`, kind: 'number', start: '40', half: true },
    {
      name: 'standing',
      label: say`Harvests that stand`,
      kind: 'select',
      options: [
        ['stay', say`stay as they are`],
        ['move', say`may be moved when something is short`],
      ],
      start: 'stay',
    },
    { name: 'seconds', label: say`Search for at most, seconds`, kind: 'number', start: '60' },
  ];
}

function orderFields(s: Species, units: UnitChoice): FormField[] {
  return [
    {
      name: `amount_${s.code}`,
      group: s.name,
      label: say`${unitName('mass', units)} a week once regular orders end`,
      kind: 'number',
      start: '',
      optional: true,
      help: say`Empty: as the orders were, on average. 0: none; what is promised is planned for all the same.`,
    },
    fingerlings(s),
  ];
}

function steadyFields(s: Species, units: UnitChoice): FormField[] {
  const inGroup = { group: s.name, half: true };
  const counted: [string, string][] = [
    ['mass', unitName('mass', units)],
    ['fish', 'fish'],
  ];
  return [
    { ...inGroup, name: `amount_${s.code}`, label: say`Each time`, kind: 'number', start: '', optional: true },
    { ...inGroup, name: `unit_${s.code}`, label: say`Counted in`, kind: 'select', options: counted, start: 'mass' },
    { ...inGroup, name: `every_${s.code}`, label: say`Every`, kind: 'count', start: 1 },
    {
      ...inGroup,
      ...{ name: `period_${s.code}`, label: say`Weeks or months`, kind: 'select', start: 'week' },
      options: [
        ['week', say`weeks`],
        ['month', say`months`],
      ],
    },
    {
      name: `from_${s.code}`,
      group: s.name,
      label: say`Each of at least`,
      kind: 'quantity',
      quantity: 'smallMass',
      start: s.marketG![0],
      help: say`Mean of a harvest; the largest go first.`,
    },
    fingerlings(s),
  ];
}

function fingerlings(s: Species): FormField {
  return {
    name: `sizes_${s.code}`,
    group: s.name,
    label: say`Fingerlings`,
    kind: 'weights',
    quantity: 'smallMass',
    rows: 1,
    start: [10, 40],
    help: say`Sizes your hatchery sells to choose from, with spaces between.`,
  };
}

interface Asked {
  by: PlanBy;
  species: readonly Species[];
  units: UnitChoice;
  today: Day;
  currency: string;
}

/** Typed values as a target of the planner, or what is wrong beside its field. */
export function readTarget(
  v: Record<string, unknown>,
  { by, species, units, today, currency }: Asked,
): Outcome<{ target: StockingTarget; seconds: number }> {
  const weeks = Number(v.weeks);
  const seconds = Number(v.seconds);
  const season = seasonWeeks(planStart(today), weeks, {
    from: v.from as Day | undefined,
    until: v.until as Day | undefined,
  });
  const wrong: Record<string, string[]> = {};
  if (!season) wrong.until = [say`The season ends before it begins, or outside the weeks planned.`];
  if (!(seconds >= 2 && seconds <= 600)) wrong.seconds = [say`Between 2 and 600 seconds.`];
  for (const name of ['short', 'batch', 'move', ...species.map((s) => `amount_${s.code}`)]) {
    if (v[name] !== undefined && !(Number(v[name]) >= 0)) wrong[name] = [say`It must be 0 or more.`];
  }
  for (const s of species) {
    const sizes = sizesOf(v, s);
    if (sizes.length === 0) wrong[`sizes_${s.code}`] = [say`Give at least one size over 0.`];
    const every = v[`every_${s.code}`];
    if (every !== undefined && !(Number.isInteger(every) && Number(every) >= 1 && Number(every) <= 52))
      wrong[`every_${s.code}`] = [say`A whole number from 1 to 52.`];
    const fromG = v[`from_${s.code}`];
    if (fromG !== undefined && !(Number(fromG) > 0)) wrong[`from_${s.code}`] = [say`A size is over 0.`];
    if (fromG !== undefined && sizes.length > 0 && Math.min(...sizes) >= Number(fromG))
      wrong[`sizes_${s.code}`] = [say`Fingerlings are smaller than what is wanted.`];
  }
  // What is promised is planned for, whatever comes after it.
  const wanted = species.filter((s) => by === 'orders' || Number(v[`amount_${s.code}`] ?? 0) > 0);
  if (wanted.length === 0) wrong.form = [say`Nothing is wanted: give an amount for at least one species.`];
  if (!season || Object.keys(wrong).length > 0) return { ok: false, fields: wrong };
  const perKg = toStored('mass', 1, units) / 1000;
  const target: StockingTarget = {
    weeks,
    by,
    moveHarvests: v.standing === 'move',
    species: wanted.map((s) => speciesTarget({ v, s, by, perKg, season })),
    costs: {
      batchMinor: toMinor(Number(v.batch), currency),
      moveMinor: toMinor(Number(v.move), currency),
      shortMinorPerKg: toMinor(Number(v.short) / perKg, currency),
    },
  };
  return { ok: true, value: { target, seconds } };
}

interface SpeciesTargetArgs {
  v: Record<string, unknown>;
  s: Species;
  by: PlanBy;
  perKg: number;
  season: Season;
}

function speciesTarget({ v, s, by, perKg, season }: SpeciesTargetArgs): SpeciesTarget {
  const counted = by === 'steady' && v[`unit_${s.code}`] === 'fish';
  const typed = v[`amount_${s.code}`];
  const amount = Number(typed ?? 0);
  return {
    code: s.code,
    amount: by === 'orders' && typed === undefined ? null : counted ? amount : amount * perKg,
    counted,
    ...(by === 'steady' ? { every: { n: Number(v[`every_${s.code}`] ?? 1), unit: periodOf(v, s) } } : {}),
    fromG: by === 'steady' ? Number(v[`from_${s.code}`]) : null,
    ...season,
    fingerlingSizesG: sizesOf(v, s),
  };
}

const periodOf = (v: Record<string, unknown>, s: Species) => (v[`period_${s.code}`] === 'month' ? 'month' : 'week');

function sizesOf(v: Record<string, unknown>, s: Species): number[] {
  const sizes = (v[`sizes_${s.code}`] as number[] | undefined) ?? [];
  return sizes.filter((g) => g > 0 && g < MOST_FINGERLING_G).slice(0, MOST_SIZES);
}

interface Season {
  fromWeek: number;
  untilWeek: number;
}

/** Weeks of a plan that a season touches; all of them where it is open. Null: none. */
export function seasonWeeks(
  start: Day,
  weeks: number,
  { from, until }: { from: Day | undefined; until: Day | undefined },
): Season | null {
  const fromWeek = from ? Math.max(0, Math.floor(daysBetween(start, from) / 7)) : 0;
  const untilWeek = until ? Math.min(weeks, Math.floor(daysBetween(start, until) / 7) + 1) : weeks;
  if (from && until && until < from) return null;
  return fromWeek < untilWeek ? { fromWeek, untilWeek } : null;
}
