import 'server-only';
import { RuleBroken } from '../core/errors';
import type { FarmFacts } from '../core/facts/farm';
import type { Decision } from '../core/acts/decision';
import type { Said, Taken } from '../core/acts/effects';
import type { PlantKnown } from '../core/crops/acts/standing';
import { askChanged } from '../core/plan/askPlanned';
import { followRipeness, type Followed } from '../core/plan/followRipeness';
import { stepWords } from '../core/plan/steps/steps';
import { shortDay } from '../core/quantity/sayDay';
import { say } from '../core/words/words';
import { moveSteps, newId, type StoredStep } from '../db/plan';
import type { Doing } from '../server/command';
import { settle } from '../server/settle';

/** What acts on plants are decided from. */
export const plantKnown = async (doing: Doing): Promise<PlantKnown> => ({
  facts: await doing.facts(),
  plan: await doing.steps(),
  on: doing.entry.farmDay,
  units: doing.units,
  newId,
});

const MOST_LINES = 4;

/** Sets what is planned for some plantings, or for all, to the days on which the plants will be there. @returns what went to another day, in lines */
export async function followPlants(doing: Doing, lotCodes: readonly string[] | 'all'): Promise<string[]> {
  const followed = followRipeness({
    facts: await doing.facts(),
    plan: await doing.steps(),
    ...(lotCodes === 'all' ? {} : { lots: new Set(lotCodes) }),
  });
  return write(doing, followed);
}

/** Gives steps their new days. @returns the first of them, in lines */
async function write(doing: Doing, followed: readonly Followed<StoredStep>[]): Promise<string[]> {
  await moveSteps(
    doing.tx,
    followed.map(({ step, day }) => ({ id: step.id, day })),
  );
  return followed
    .filter(({ step }) => step.kind !== 'clear')
    .slice(0, MOST_LINES)
    .map(({ step, day }) => say`${stepWords(step.kind)} goes from ${shortDay(step.day)} to ${shortDay(day)}.`);
}

interface Changed {
  /** Facts and plan as they were. */
  before: FarmFacts;
  plan: StoredStep[];
  confirmed: boolean | undefined;
}

/**
 * Air or light is another for many plants at once: what that does to the plan that follows them is asked about before a step of it is
 * written. @returns what else follows, in lines
 */
export async function askAndFollow(doing: Doing, { before, plan, confirmed }: Changed): Promise<string[]> {
  const after = await doing.facts();
  const followed = followRipeness({ facts: after, plan });
  const days = new Map(followed.map(({ step, day }) => [step.id, day]));
  const planAfter = plan.map((s) => (days.has(s.id) ? { ...s, day: days.get(s.id)! } : s));
  const { asked, notes } = askChanged({ before, after, plan, planAfter, units: doing.units });
  if (asked.length > 0 && !confirmed) throw new RuleBroken('confirm', asked.join('\n'));
  return [...notes, ...(await write(doing, followed))];
}

type OfPlants<S> = Taken<S> & { lots: string[] };

/** Carries out what was decided of plants; what is planned for them follows them. */
export async function settlePlants(
  doing: Doing,
  decision: Decision<OfPlants<string | Said>>,
  confirmed: boolean | undefined,
): Promise<Said> {
  const said = await settle(doing, decision, confirmed);
  const follows = await followPlants(doing, 'take' in decision ? decision.take.lots : []);
  return typeof said === 'string'
    ? { words: said, lines: follows }
    : { words: said.words, lines: [...said.lines, ...follows] };
}

/** The same in one line, as jobs of the round are answered. */
export const inOneLine = ({ words, lines }: Said): string => [words, ...lines].join(' ');
