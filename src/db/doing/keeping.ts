import { say } from '../../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import { gradeOf } from '../../core/fish/grading';
import { NO_DETAIL, type PlanStep } from '../../core/facts/step';
import type { FarmFacts, FishFact } from '../../core/facts/farm';
import { addDays, type Day } from '../../core/quantity/days';
import type { Tx } from '../connection';
import { standingHusbandry } from '../keeping';
import { prefixesInUse } from '../lotPrefix';
import { recordMovement, type Entry } from '../ledger';
import { addSteps, freePlanCode, newId } from '../plan';
import { recordDeaths } from './fish';
import { fishAt, passMove, placeOf, type Handling } from './passMove';
import { planFollowsMove } from './planFollows';
import { formatNumber } from '../../core/quantity/units';

/** Of plantings: what came up, a spacing, a cut, a sign of want or pest, care given, beneficials released. */
export type PlantEventKind = 'came_up' | 'spaced' | 'cut' | 'sign' | 'care' | 'release';

export interface HusbandryEvent {
  kind:
    'observe' | 'treat' | 'quarantine_extend' | 'quarantine_clear' | 'fallow' | 'clean' | 'loss_note' | PlantEventKind;
  lotId?: string | null;
  placeId?: string | null;
  words: string;
  state?: 'well' | 'off' | 'ill' | null;
  untilDay?: Day | null;
  count?: number | null;
  detail?: Record<string, unknown> | null;
}

interface RecordHusbandryArgs {
  tx: Tx;
  entry: Entry;
  event: HusbandryEvent;
  part?: string;
}

/** Adds an event, once per entry key. */
export async function recordHusbandry({ tx, entry, event, part = '' }: RecordHusbandryArgs): Promise<void> {
  await tx('husbandry_event')
    .insert({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: entry.entryKey + part,
      kind: event.kind,
      lot_id: event.lotId ?? null,
      place_id: event.placeId ?? null,
      words: event.words,
      state: event.state ?? null,
      until_day: event.untilDay ?? null,
      count: event.count ?? null,
      detail: event.detail ? JSON.stringify(event.detail) : null,
      farm_day: entry.farmDay,
      recorded_at: entry.at,
      person_id: entry.personId,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
}

interface CheckWeightArgs {
  field: string;
  massG: number;
  count: number;
  fish: FishFact;
  confirmed: boolean;
}

export function checkWeight({ field, massG, count, fish, confirmed }: CheckWeightArgs) {
  const meanG = massG / count;
  const ratio = meanG / gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
  if (ratio < 0.02 || ratio > 50) {
    throw new RuleBroken(
      field,
      say`That would be ${formatNumber(meanG, meanG < 10 ? 2 : 0)} g a fish; they weigh about ${Math.round(fish.referenceG)} g. Check the unit.`,
    );
  }
  if ((ratio < 0.5 || ratio > 2) && !confirmed) {
    throw new RuleBroken(
      'confirm',
      say`That is ${Math.round(meanG)} g a fish; the forecast says about ${Math.round(fish.referenceG)} g. As weighed?`,
    );
  }
}

export interface MoveNow extends Handling {
  toPlaceId: string;
  count: number;
  massG: number;
  dead: number;
}

interface MoveNowArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  move: MoveNow;
}

/** Moves fish as they come to another place. All of the tank, or a part: then the lot is in both. */
export async function moveNow({ tx, entry, facts, move }: MoveNowArgs): Promise<string> {
  const fish = fishAt(facts, move);
  const to = placeOf(facts, move.toPlaceId, 'toPlaceId');
  if (to.id === move.fromPlaceId) throw new RuleBroken('toPlaceId', say`They are there already. Choose another tank.`);
  if (move.count + move.dead > fish.count) {
    throw new RuleBroken(
      'count',
      say`${fish.lotCode} has ${fish.count} fish there; ${move.count + move.dead} is more than that.`,
    );
  }
  checkWeight({ field: 'massG', massG: move.massG, count: move.count, fish, confirmed: move.confirmed });
  passMove(facts, move, { toPlaceId: to.id, count: move.count, meanG: move.massG / move.count, field: 'toPlaceId' });
  if (move.dead > 0)
    await recordDeaths({
      tx,
      entry,
      dead: {
        lotId: fish.lotId,
        placeId: move.fromPlaceId,
        count: move.dead,
        note: say`Died while moved`,
        confirmed: move.confirmed,
      },
      field: 'dead',
    });
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: fish.lotId,
      fromPlaceId: move.fromPlaceId,
      toPlaceId: to.id,
      count: move.count,
      massG: move.massG,
      reason: 'move',
    },
  });
  const words = say`Moved: ${move.count} of ${fish.lotCode} to ${to.code}.`;
  if (move.count + move.dead < fish.count || to.kind === 'purge') return words;
  const followed = await planFollowsMove({
    tx,
    lotCode: fish.lotCode,
    fromPlaceId: move.fromPlaceId,
    toPlaceId: to.id,
  });
  return followed > 0 ? say`${words} What was planned for them goes with them.` : words;
}

export interface FingerlingOrder {
  speciesCode: string;
  count: number;
  meanG: number;
  day: Day;
  toPlaceId: string;
  /** Where they go after quarantine; null: decided later. */
  thenPlaceId: string | null;
  quarantineDays: number;
  note: string | null;
}

interface OrderFingerlingsArgs {
  tx: Tx;
  farmId: string;
  facts: FarmFacts;
  order: FingerlingOrder;
  pass: (steps: PlanStep[]) => Promise<unknown>;
}

/** Puts an order of fingerlings into the plan: arrival, and the move out of quarantine. @returns the code the lot will have */
/** @param pass what is asked about before the steps join the plan */
export async function orderFingerlings({ tx, farmId, facts, order, pass }: OrderFingerlingsArgs): Promise<string> {
  const species = facts.species.find((s) => s.code === order.speciesCode);
  if (!species) throw new RuleBroken('speciesCode', say`Choose a species of this farm.`);
  if (species.retiredOn)
    throw new RuleBroken('speciesCode', say`${species.name} is put away: take it from the library again first.`);
  const to = placeOf(facts, order.toPlaceId, 'toPlaceId');
  const then = order.thenPlaceId ? placeOf(facts, order.thenPlaceId, 'thenPlaceId') : null;
  if (then && to.kind !== 'quarantine')
    throw new RuleBroken('thenPlaceId', say`Only fish in quarantine move on by plan from here.`);
  const code = await nextCode(tx, (await prefixesInUse(tx)).get(species.code)!);
  const groupId = newId();
  const step = (kind: PlanStep['kind'], rest: Partial<PlanStep>): PlanStep => ({
    id: newId(),
    groupId,
    kind,
    day: order.day,
    lotCode: code,
    speciesCode: species.code,
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: null,
    count: order.count,
    detail: NO_DETAIL,
    version: 1,
    ...rest,
  });
  const steps = [step('stock', { toPlaceId: to.id, detail: { meanG: order.meanG } })];
  if (then)
    steps.push(step('move', { day: addDays(order.day, order.quarantineDays), fromPlaceId: to.id, toPlaceId: then.id }));
  await pass(steps);
  await addSteps(tx, farmId, steps);
  if (order.note) await tx('plan_step').where({ id: steps[0]!.id }).update({ note: order.note });
  return code;
}

/** `HSB-34` after `HSB-33`, whether that is a lot or still a plan. */
async function nextCode(tx: Tx, prefix: string): Promise<string> {
  const rows: { code: string }[] = await tx
    .from(
      tx('lot')
        .select('code')
        .union([tx('plan_step').select('lot_code as code')])
        .as('c'),
    )
    .where('code', 'like', `${prefix}-%`)
    .select('code');
  const numbers = rows.map((r) => Number(/-(\d+)/.exec(r.code)?.[1] ?? 0));
  return freePlanCode(tx, `${prefix}-${Math.max(0, ...numbers) + 1}`);
}

/** Nobody clears fish that nobody looked at, or that were ill when last seen. */
export async function requireObserved(tx: Tx, lotId: string, lotCode: string): Promise<void> {
  const last = await standingHusbandry(tx)
    .where({ lot_id: lotId, kind: 'observe' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('state');
  if (!last) throw new RuleBroken('form', say`Nobody has observed ${lotCode} yet. Record an observation first.`);
  if (last.state === 'ill')
    throw new RuleBroken('form', say`${lotCode} was ill when last observed. Treat or observe again before clearing.`);
}

export async function requireEmpty(tx: Tx, placeId: string | undefined): Promise<void> {
  if (!placeId) throw new RuleBroken('placeId', say`Choose a tank.`);
  const held = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': placeId, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .first('l.code');
  if (held) throw new RuleBroken('form', say`${held.code} is still in that tank: move the fish out first.`);
}
