import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { stepOf, stepWords } from './steps/steps';
import { withSetting } from '../water/plannedTemperature';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';

/** A loop's water held at a temperature from a day until another; null: until something else is planned. */
export interface WaterChange {
  change: 'water';
  loopId: string;
  from: Day;
  until: Day | null;
  tempC: number;
}

/** One change to the plan. A draft is a list of these. */
export type PlanChange =
  | WaterChange
  | { change: 'shift'; groupId: string; days: number }
  | { change: 'add'; steps: PlanStep[] }
  | { change: 'drop'; groupId: string };

/**
 * The plan as it would be with a draft kept.
 * @throws {RuleBroken} field `days`, when a step would fall before today: nobody can stop feed last week
 */
export function applyChanges(plan: readonly PlanStep[], changes: readonly PlanChange[], today: Day): PlanStep[] {
  return changes.reduce<PlanStep[]>(
    (steps, change) => {
      if (change.change === 'water') return steps;
      if (change.change === 'add') return [...steps, ...change.steps];
      if (change.change === 'drop') return steps.filter((s) => s.groupId !== change.groupId);
      const pins = !steps.some((s) => s.groupId === change.groupId && (s.kind === 'sow' || s.kind === 'transplant'));
      return steps.map((s) => (s.groupId === change.groupId ? pinned(shifted(s, change.days, today), pins) : s));
    },
    [...plan],
  );
}

/**
 * The farm with the temperatures of a draft.
 * @throws {RuleBroken} field `from` or `until`, when a day has passed or the end is before the beginning; `loopId` when there is no such loop
 */
export function withWater(facts: FarmFacts, changes: readonly PlanChange[]): FarmFacts {
  return changes.reduce((all, c) => (c.change === 'water' ? withOneWater(all, c) : all), facts);
}

function withOneWater(facts: FarmFacts, { loopId, from, until, tempC }: WaterChange): FarmFacts {
  const loop = facts.loops.find((l) => l.id === loopId);
  if (!loop) throw new RuleBroken('loopId', say`Choose a loop.`);
  if (from < facts.today)
    throw new RuleBroken('from', say`The temperature was to hold from ${shortDay(from)}, and that day has passed.`);
  if (until && until <= from) throw new RuleBroken('until', say`The end comes after the beginning.`);
  const held = withSetting({ loop, from, until, tempC });
  return { ...facts, loops: facts.loops.map((l) => (l === loop ? held : l)) };
}

/** A pick that is moved by hand stays where it was put; one that moves with its sowing follows its plants. */
const pinned = (step: PlanStep, pins: boolean): PlanStep =>
  pins && step.kind === 'pick' ? { ...step, detail: { ...step.detail, pinned: 1 } } : step;

function shifted(step: PlanStep, days: number, today: Day): PlanStep {
  const day = addDays(step.day, days);
  if (days < 0 && day < today) {
    throw new RuleBroken(
      'days',
      say`Can’t move that far: ${stepWords(step.kind)} would fall on ${shortDay(day)}, which has passed.`,
    );
  }
  return { ...step, day };
}

/** How far a group may be slid to the left: to where its first step falls today. 0 or negative. */
export function earliestShift(plan: readonly PlanStep[], groupId: string, today: Day): number {
  const first = plan
    .filter((s) => s.groupId === groupId)
    .reduce<Day | null>((min, s) => (min && min < s.day ? min : s.day), null);
  if (!first || first <= today) return 0;
  return daysBetween(first, today);
}

const rankOf = (step: PlanStep) => stepOf(step.kind)?.season?.rank ?? Infinity;

/** The step a group is named and grabbed by on Season; none: it is not grabbed there. */
export function leadStep(steps: readonly PlanStep[]): PlanStep | undefined {
  return steps.filter((s) => rankOf(s) < Infinity).sort((a, b) => rankOf(a) - rankOf(b) || (a.day < b.day ? -1 : 1))[0];
}

/** Two shifts of one group are one shift; a shift by nothing is none. Keeps a draft readable. */
export function mergeChange(changes: readonly PlanChange[], added: PlanChange): PlanChange[] {
  if (added.change !== 'shift') return [...changes, added];
  const earlier = changes.find((c) => c.change === 'shift' && c.groupId === added.groupId);
  const days = added.days + (earlier?.change === 'shift' ? earlier.days : 0);
  const rest = changes.filter((c) => c !== earlier);
  return days === 0 ? rest : [...rest, { ...added, days }];
}

/** What was changed of a step, in words: “from 3 Jun to 6 Jun, 80 fish to 90”. */
export function sayStepChange(was: Record<string, unknown>, became: Record<string, unknown>): string {
  const said: string[] = [];
  if (became.state === 'done') said.push('done');
  else if (became.state === 'dropped') said.push(say`taken out`);
  else if (was.state === 'done') said.push(say`open again: its record was taken back`);
  if (typeof was.day === 'string' && typeof became.day === 'string')
    said.push(say`from ${shortDay(was.day)} to ${shortDay(became.day)}`);
  if (was.count !== undefined) said.push(say`${String(was.count)} to ${String(became.count)}`);
  if (was.to_place_id !== undefined || was.from_place_id !== undefined) said.push(say`to another place`);
  if (was.lot_code !== undefined) said.push(say`${String(was.lot_code)} became ${String(became.lot_code)}`);
  return said.join(', ') || 'changed';
}
