import { RuleBroken } from '../../core/errors';
import { gradeAt, merged, gradeOf, type Grade } from '../../core/fish/grading';
import { shareOfCost } from '../../core/fish/lotCost';
import type { FarmFacts, FishFact, PlaceFact } from '../../core/facts/farm';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { standingHusbandry } from '../keeping';
import { type Entry, freeLotCode, recordMovement, placeOfRole, createLot } from '../ledger';
import { recordDeaths } from './fish';
import { checkWeight, recordHusbandry } from './keeping';
import { type Handling, fishAt, placeOf, passMove } from './passMove';
import { planFollowsGrading } from './planFollows';

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

/** What was graded, once it has been found possible. */
interface Graded {
  fish: FishFact;
  largeTo: PlaceFact;
  smallTo: PlaceFact;
  /** In neither box. */
  missing: number;
  largeCv: number;
}

/** @throws {RuleBroken} at the field that cannot be, or with a question where it only looks wrong */
function checkGrading(facts: FarmFacts, done: GradeNow): Graded {
  const fish = fishAt(facts, done);
  const largeTo = placeOf(facts, done.largePlaceId, 'largePlaceId');
  const smallTo = placeOf(facts, done.smallPlaceId, 'smallPlaceId');
  if (largeTo.id === smallTo.id) throw new RuleBroken('smallPlaceId', say`Large and small go to different tanks.`);
  const missing = missingOf(fish, done);
  const expected = gradeAt(fish.bins, fish.referenceG, fish.count, done.thresholdG);
  const boxes = [
    { box: 'large', to: largeTo, massG: done.largeG, count: done.largeCount },
    { box: 'small', to: smallTo, massG: done.smallG, count: done.smallCount },
  ] as const;
  for (const { box, massG, count } of boxes)
    checkWeight({
      field: `${box}G`,
      massG,
      count,
      fish: { ...fish, referenceG: expected[box].meanG, bins: [{ relative: 1, share: 1 }] },
      confirmed: done.confirmed,
    });
  if (done.largeG / done.largeCount <= done.smallG / done.smallCount)
    throw new RuleBroken(
      'largeG',
      say`The large ones weigh no more than the small ones. Are the boxes the wrong way round?`,
    );
  for (const { box, to, massG, count } of boxes)
    if (to.id !== done.fromPlaceId)
      passMove(facts, done, { toPlaceId: to.id, count, meanG: massG / count, field: `${box}PlaceId` });
  return { fish, largeTo, smallTo, missing, largeCv: expected.large.cv };
}

function missingOf(fish: FishFact, done: GradeNow): number {
  const counted = done.largeCount + done.smallCount;
  if (counted > fish.count)
    throw new RuleBroken(
      'largeCount',
      say`${counted} were counted, but only ${fish.count} are in the tank. Count again, or correct the count first.`,
    );
  const missing = fish.count - counted;
  if (missing > 0 && !done.confirmed)
    throw new RuleBroken(
      'confirm',
      say`${missing} of ${fish.count} fish are in neither box. They will be written down as dead. Is that so?`,
    );
  return missing;
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
  const { fish, largeTo, smallTo, missing, largeCv } = checkGrading(facts, done);
  const { lotId, lotCode } = fish;
  const from = { lotId, placeId: done.fromPlaceId };
  if (missing > 0)
    await recordDeaths({
      tx,
      entry,
      dead: { ...from, count: missing, note: say`Missing when graded`, confirmed: true },
    });
  const code = await freeLotCode(tx, `${lotCode}L`);
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
      cv: largeCv,
    },
  });
  const plan = await planFollowsGrading(tx, {
    lotCode,
    fromPlaceId: done.fromPlaceId,
    large: { lotCode: code, placeId: largeTo.id, count: done.largeCount },
    smallPlaceId: smallTo.id,
    follow: done.harvests,
  });
  if (smallTo.id !== done.fromPlaceId) {
    const moved = { count: done.smallCount, massG: done.smallG, reason: 'move' as const };
    await recordMovement({
      tx,
      entry,
      movement: { lotId, fromPlaceId: done.fromPlaceId, toPlaceId: smallTo.id, ...moved },
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
  const made = await placeOfRole(tx, 'made');
  const regrouped = await placeOfRole(tx, 'regrouped');
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
