import { say } from '../../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import { shareOfCost } from '../../core/fish/lotCost';
import { gradeAt, gradeOf, merged, type Grade } from '../../core/fish/grading';
import { NO_DETAIL } from '../../core/plan/steps/stepKind';
import type { FarmFacts, FishFact, PlanStep } from '../../core/plan/types';
import { addDays, type Day } from '../../core/quantity/days';
import type { Tx } from '../connection';
import { standingHusbandry } from '../keeping';
import { prefixesInUse } from '../lotPrefix';
import { createLot, freeLotCode, OUTSIDE, placeByCode, recordMovement, type Entry } from '../ledger';
import { addSteps, freePlanCode, newId } from '../plan';
import { recordDeaths } from './fish';
import { fishAt, passMove, placeOf, type Handling } from './passMove';
import { planFollowsGrading, planFollowsMove } from './planFollows';
import { formatNumber } from '../../core/quantity/units';

export interface HusbandryEvent {
  kind: 'observe' | 'treat' | 'quarantine_extend' | 'quarantine_clear' | 'fallow' | 'clean' | 'loss_note';
  lotId?: string | null;
  placeId?: string | null;
  words: string;
  state?: 'well' | 'off' | 'ill' | null;
  untilDay?: Day | null;
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

function checkWeight({ field, massG, count, fish, confirmed }: CheckWeightArgs) {
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

export interface GradeNow extends Handling {
  /** Whom planned harvests follow. */
  harvests: 'large' | 'small';
  thresholdG: number;
  largePlaceId: string;
  smallPlaceId: string;
  largeCount: number;
  largeG: number;
  smallCount: number;
  smallG: number;
}

interface GradeNowArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  done: GradeNow;
}

/**
 * Parts a lot at a size. The large ones become a lot of their own with its own spread; the small ones keep the code.
 * Who was not counted into a box died or was miscounted: it is written down as dead, with that reason.
 * @returns the code of the new lot, and where the planned harvests went
 */
export async function gradeNow({
  tx,
  entry,
  facts,
  done,
}: GradeNowArgs): Promise<{ code: string; plan: { large: number; small: number } }> {
  const fish = fishAt(facts, done);
  const [largeTo, smallTo] = [
    placeOf(facts, done.largePlaceId, 'largePlaceId'),
    placeOf(facts, done.smallPlaceId, 'smallPlaceId'),
  ];
  if (largeTo.id === smallTo.id) throw new RuleBroken('smallPlaceId', say`Large and small go to different tanks.`);
  const counted = done.largeCount + done.smallCount;
  if (counted > fish.count)
    throw new RuleBroken(
      'largeCount',
      say`${counted} were counted, but only ${fish.count} are in the tank. Count again, or correct the count first.`,
    );
  const missing = fish.count - counted;
  if (missing > 0 && !done.confirmed) {
    throw new RuleBroken(
      'confirm',
      say`${missing} of ${fish.count} fish are in neither box. They will be written down as dead. Is that so?`,
    );
  }
  const expected = gradeAt(fish.bins, fish.referenceG, fish.count, done.thresholdG);
  checkWeight({
    field: 'largeG',
    massG: done.largeG,
    count: done.largeCount,
    fish: { ...fish, referenceG: expected.large.meanG, bins: [{ relative: 1, share: 1 }] },
    confirmed: done.confirmed,
  });
  checkWeight({
    field: 'smallG',
    massG: done.smallG,
    count: done.smallCount,
    fish: { ...fish, referenceG: expected.small.meanG, bins: [{ relative: 1, share: 1 }] },
    confirmed: done.confirmed,
  });
  const largeMean = done.largeG / done.largeCount;
  if (largeMean <= done.smallG / done.smallCount)
    throw new RuleBroken(
      'largeG',
      say`The large ones weigh no more than the small ones. Are the boxes the wrong way round?`,
    );
  if (largeTo.id !== done.fromPlaceId)
    passMove(facts, done, { toPlaceId: largeTo.id, count: done.largeCount, meanG: largeMean, field: 'largePlaceId' });
  if (smallTo.id !== done.fromPlaceId)
    passMove(facts, done, {
      toPlaceId: smallTo.id,
      count: done.smallCount,
      meanG: done.smallG / done.smallCount,
      field: 'smallPlaceId',
    });
  if (missing > 0)
    await recordDeaths({
      tx,
      entry,
      dead: {
        lotId: fish.lotId,
        placeId: done.fromPlaceId,
        count: missing,
        note: say`Missing when graded`,
        confirmed: true,
      },
    });
  const code = await freeLotCode(tx, `${fish.lotCode}L`);
  const leftG = done.smallG + massElsewhere(facts, fish);
  await regroup({
    tx,
    entry,
    from: [fish],
    wish: {
      code,
      reason: 'grade',
      toPlaceId: largeTo.id,
      counts: [done.largeCount],
      leftG: [leftG],
      massG: done.largeG,
      cv: expected.large.cv,
    },
  });
  const plan = await planFollowsGrading(tx, {
    lotCode: fish.lotCode,
    fromPlaceId: done.fromPlaceId,
    large: { lotCode: code, placeId: largeTo.id, count: done.largeCount },
    smallPlaceId: smallTo.id,
    follow: done.harvests,
  });
  if (smallTo.id !== done.fromPlaceId) {
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: fish.lotId,
        fromPlaceId: done.fromPlaceId,
        toPlaceId: smallTo.id,
        count: done.smallCount,
        massG: done.smallG,
        reason: 'move',
      },
      part: ':small',
    });
  }
  return { code, plan };
}

export interface MergeNow {
  placeId: string;
  lotCodes: string[];
}

interface MergeNowArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  wish: MergeNow;
}

/** Lots of one species in one tank become one lot: they can no longer be told apart. @returns its code */
export async function mergeNow({ tx, entry, facts, wish }: MergeNowArgs): Promise<string> {
  const place = placeOf(facts, wish.placeId, 'placeId');
  const fish = facts.fish.filter((f) => f.placeId === place.id && wish.lotCodes.includes(f.lotCode));
  if (fish.length < 2) throw new RuleBroken('lotCodes', say`Choose at least two lots that are in this tank.`);
  if (new Set(fish.map((f) => f.speciesCode)).size > 1)
    throw new RuleBroken('lotCodes', say`Different species are never one lot.`);
  if (fish.some((f) => f.feedStoppedOn))
    throw new RuleBroken('lotCodes', say`Feed is stopped for one of them: finish its purge first.`);
  const one = merged(fish.map((f) => gradeOf(f.bins, f.referenceG, f.count)));
  const code = await freeLotCode(tx, `${fish[0]!.lotCode}M`);
  await regroup({
    tx,
    entry,
    from: fish,
    wish: {
      code,
      reason: 'merge',
      toPlaceId: place.id,
      counts: fish.map((f) => f.count),
      leftG: fish.map((f) => massElsewhere(facts, f)),
      massG: one.count * one.meanG,
      cv: one.cv,
    },
  });
  return code;
}

interface Regrouping {
  code: string;
  reason: 'grade' | 'merge';
  toPlaceId: string;
  /** Fish taken from each of the old lots. */
  counts: number[];
  /** What stays of each, g. */
  leftG: number[];
  massG: number;
  cv: Grade['cv'];
}

/** Fish of the same lot in other places, g. */
const massElsewhere = (facts: FarmFacts, { lotCode, placeId }: FishFact) =>
  facts.fish
    .filter((f) => f.lotCode === lotCode && f.placeId !== placeId)
    .reduce((sum, f) => sum + f.count * f.referenceG, 0);

interface ShareGoingArgs {
  tx: Tx;
  lotId: string;
  goingG: number;
  leftG: number;
}

/** The share of what a lot has cost so far that goes with some of its fish: their weight of all that it has raised. */
async function shareGoing({ tx, lotId, goingG, leftG }: ShareGoingArgs): Promise<number> {
  const taken = await tx('movement as m')
    .where({ lot_id: lotId, reason: 'harvest' })
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .sum('m.mass_g as g')
    .first();
  return shareOfCost(goingG, leftG, Number(taken?.g ?? 0));
}

interface RegroupArgs {
  tx: Tx;
  entry: Entry;
  from: FishFact[];
  wish: Regrouping;
}

/** Takes fish out of their lots and makes a new lot of them; withdrawal periods and open steps go with them. */
async function regroup({ tx, entry, from, wish }: RegroupArgs): Promise<void> {
  const [made, regrouped] = [await placeByCode(tx, OUTSIDE.made), await placeByCode(tx, OUTSIDE.regrouped)];
  const count = wish.counts.reduce((sum, n) => sum + n, 0);
  const pace = from.reduce((sum, f, i) => sum + f.pace * wish.counts[i]!, 0) / count;
  const goingG = from.map((f, i) => (wish.reason === 'grade' ? wish.massG : wish.counts[i]! * f.referenceG));
  const fromShares: number[] = [];
  for (const [i, f] of from.entries())
    fromShares.push(await shareGoing({ tx, lotId: f.lotId, goingG: goingG[i]!, leftG: wish.leftG[i]! }));
  const lotId = await createLot(tx, entry.farmId, {
    code: wish.code,
    kind: 'cohort',
    keeps: 'count',
    beganOn: entry.farmDay,
    speciesCode: from[0]!.speciesCode,
    startMeanG: wish.massG / count,
    startCv: wish.cv,
    startPace: Math.max(0.2, Math.min(2.5, pace)),
    fromLotIds: from.map((f) => f.lotId),
    fromShares,
  });
  for (const [i, fish] of from.entries()) {
    const massG = (wish.massG * wish.counts[i]!) / count;
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: fish.lotId,
        fromPlaceId: fish.placeId,
        toPlaceId: regrouped,
        count: wish.counts[i]!,
        massG,
        reason: wish.reason,
        note: say`into ${wish.code}`,
      },
      part: `:out${i}`,
    });
    const treated = await standingHusbandry(tx)
      .where({ lot_id: fish.lotId, kind: 'treat' })
      .andWhere('until_day', '>=', entry.farmDay);
    for (const [n, t] of treated.entries())
      await recordHusbandry({
        tx,
        entry,
        event: { kind: 'treat', lotId, words: t.words, untilDay: t.until_day },
        part: `:t${i}.${n}`,
      });
  }
  await recordMovement({
    tx,
    entry,
    movement: { lotId, fromPlaceId: made, toPlaceId: wish.toPlaceId, count, massG: wish.massG, reason: wish.reason },
    part: ':in',
  });
  if (wish.reason === 'merge') {
    await tx('plan_step')
      .where({ state: 'planned' })
      .whereIn(
        'lot_code',
        from.map((f) => f.lotCode),
      )
      .andWhere('from_place_id', wish.toPlaceId)
      .update({ lot_code: wish.code, version: tx.raw('version + 1') });
  }
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
    .orderBy('recorded_at', 'desc')
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
