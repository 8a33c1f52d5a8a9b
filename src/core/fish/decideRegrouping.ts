import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type Taken } from '../acts/effects';
import type { FarmFacts, FishFact, PlaceFact, TreatmentFact } from '../facts/farm';
import type { StoredStep } from '../facts/step';
import { planFollowsGrading } from '../plan/followMove';
import type { Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { plural, say } from '../words/words';
import { deathsOf } from './decideDeaths';
import { gradeAt, gradeOf, meanWeightG, merged, type Grade } from './grading';
import { askedMove, askedWeight, fishAt, tankOf, type Handling } from './handling';
import { shareOfCost } from './lotCost';

export interface RegroupFacts {
  facts: FarmFacts;
  today: Day;
  /** The code of the new lot. */
  code: string;
  /** Steps of the lots that were not dropped. */
  steps: readonly StoredStep[];
  /** What was harvested of each lot so far, g, by lot id. */
  harvestedG: ReadonlyMap<string, number>;
  /** Treatments whose withdrawal period holds, with the lot's id. */
  treated: readonly (Pick<TreatmentFact, 'until'> & { lotId: string; words: string })[];
}

export interface Grading extends Handling {
  /** Whom planned harvests follow; the large ones unless said. */
  harvests?: 'large' | 'small' | undefined;
  thresholdG: number;
  largePlaceId: string;
  smallPlaceId: string;
  largeCount: number;
  largeG: number;
  smallCount: number;
  smallG: number;
}

export interface Words {
  words: string;
  lines: string[];
}

/**
 * A lot is parted at a size. The large ones become a lot of their own with its own spread; the small ones keep the code.
 * Who was not counted into a box died or was miscounted: it is written down as dead, with that reason.
 */
export function decideGrading(known: RegroupFacts, done: Grading): Decision<Taken<Words>> {
  return decide((asks) => {
    const { fish, largeTo, smallTo, missing, expected } = checkGrading(known.facts, done, asks);
    const { lotId, lotCode } = fish;
    const plan = planFollowsGrading(known.steps, {
      fromPlaceId: done.fromPlaceId,
      large: { lotCode: known.code, placeId: largeTo.id, count: done.largeCount },
      smallPlaceId: smallTo.id,
      follow: done.harvests ?? 'large',
    });
    const gone = { lotId, placeId: done.fromPlaceId, count: missing, note: say`Missing when graded` };
    const large = { reason: 'grade', toPlaceId: largeTo.id, massG: done.largeG, sizes: expected } as const;
    const leftG = done.smallG + massElsewhere(known.facts, fish);
    const small: Effect[] =
      smallTo.id === done.fromPlaceId
        ? []
        : [
            {
              ...{ does: 'movement', lot: { lotId }, from: at(done.fromPlaceId), to: at(smallTo.id) },
              ...{ count: done.smallCount, massG: done.smallG, reason: 'move' },
            },
          ];
    return {
      effects: [
        ...(missing > 0 ? [deathsOf(gone)] : []),
        ...regrouped(known, [{ fish, count: done.largeCount, leftG, goingG: done.largeG }], large),
        ...plan.effects,
        ...small,
      ],
      said: () => ({
        words: say`Graded: ${formatNumber(done.largeCount)} large ones are ${known.code} in ${largeTo.code}; ${formatNumber(done.smallCount)} stay ${lotCode} in ${smallTo.code}.`,
        lines: sayPlan(plan, known.code, lotCode),
      }),
    };
  });
}

const harvests = (n: number) => plural(n, '# planned harvest', '# planned harvests');

function sayPlan({ large, small }: { large: number; small: number }, code: string, lotCode: string): string[] {
  return [
    ...(large > 0 ? [say`${harvests(large)} ${plural(large, 'goes', 'go')} with the large ones, ${code}`] : []),
    ...(small > 0 ? [say`${harvests(small)} ${plural(small, 'stays', 'stay')} with ${lotCode}`] : []),
  ];
}

/** What was graded, once it has been found possible. */
interface Graded {
  fish: FishFact;
  largeTo: PlaceFact;
  smallTo: PlaceFact;
  /** In neither box. */
  missing: number;
  /** The large ones as they were expected. */
  expected: Grade;
}

function checkGrading(facts: FarmFacts, done: Grading, asks: string[]): Graded {
  const fish = fishAt(facts, done);
  const largeTo = tankOf(facts, done.largePlaceId, 'largePlaceId');
  const smallTo = tankOf(facts, done.smallPlaceId, 'smallPlaceId');
  if (largeTo.id === smallTo.id) refuse('smallPlaceId', say`Large and small go to different tanks.`);
  const missing = missingOf(fish, done, asks);
  const expected = gradeAt(fish.bins, fish.referenceG, fish.count, done.thresholdG);
  const boxes = [
    { box: 'large', to: largeTo, massG: done.largeG, count: done.largeCount },
    { box: 'small', to: smallTo, massG: done.smallG, count: done.smallCount },
  ] as const;
  for (const { box, massG, count } of boxes) {
    const usual = { ...fish, referenceG: expected[box].meanG, bins: [{ relative: 1, share: 1 }] };
    asks.push(...askedWeight({ field: `${box}G`, massG, count, fish: usual }));
  }
  if (done.largeG / done.largeCount <= done.smallG / done.smallCount)
    refuse('largeG', say`The large ones weigh no more than the small ones. Are the boxes the wrong way round?`);
  for (const { box, to, massG, count } of boxes)
    if (to.id !== done.fromPlaceId)
      asks.push(...askedMove(facts, done, { toPlaceId: to.id, count, meanG: massG / count, field: `${box}PlaceId` }));
  return { fish, largeTo, smallTo, missing, expected: expected.large };
}

function missingOf(fish: FishFact, done: Grading, asks: string[]): number {
  const counted = done.largeCount + done.smallCount;
  if (counted > fish.count)
    refuse(
      'largeCount',
      say`${counted} were counted, but only ${fish.count} are in the tank. Count again, or correct the count first.`,
    );
  const missing = fish.count - counted;
  if (missing > 0)
    asks.push(say`${missing} of ${fish.count} fish are in neither box. They will be written down as dead. Is that so?`);
  return missing;
}

export interface Merging {
  placeId: string;
  lotCodes: readonly string[];
}

/** Lots of one species in one tank that may become one. @throws {RuleBroken} why they may not */
export function fishToMerge(facts: FarmFacts, { placeId, lotCodes }: Merging): FishFact[] {
  const place = tankOf(facts, placeId, 'placeId');
  const fish = facts.fish.filter((f) => f.placeId === place.id && lotCodes.includes(f.lotCode));
  if (fish.length < 2) refuse('lotCodes', say`Choose at least two lots that are in this tank.`);
  if (new Set(fish.map((f) => f.speciesCode)).size > 1) refuse('lotCodes', say`Different species are never one lot.`);
  if (fish.some((f) => f.feedStoppedOn))
    refuse('lotCodes', say`Feed is stopped for one of them: finish its purge first.`);
  return fish;
}

/** Lots of one species in one tank become one lot: they can no longer be told apart. */
export function decideMerging(known: RegroupFacts, wish: Merging): Decision<Taken> {
  return decide(() => {
    const fish = fishToMerge(known.facts, wish);
    const one = merged(fish.map((f) => gradeOf(f.bins, f.referenceG, f.count)));
    const from = fish.map((f) => ({
      ...{ fish: f, count: f.count, leftG: massElsewhere(known.facts, f), goingG: f.count * meanWeightG(f) },
    }));
    const wanted = { reason: 'merge', toPlaceId: wish.placeId, massG: one.count * one.meanG, sizes: one } as const;
    const turns = known.steps
      .filter((s) => s.state === 'planned' && s.fromPlaceId === wish.placeId)
      .map((s): Effect => ({ does: 'step', stepId: s.id, became: { lotCode: known.code } }));
    return {
      effects: [...regrouped(known, from, wanted), ...turns],
      said: () => say`They are one lot now: ${known.code}.`,
    };
  });
}

/** Fish that leave an old lot for the new one. */
interface Going {
  fish: FishFact;
  count: number;
  /** What stays of the lot, and what goes with the fish, g. */
  leftG: number;
  goingG: number;
}

interface Regrouping {
  reason: 'grade' | 'merge';
  toPlaceId: string;
  massG: number;
  sizes: Pick<Grade, 'cv' | 'sizes'>;
}

/** Fish of the same lot in other places, g. */
const massElsewhere = (facts: FarmFacts, { lotCode, placeId }: FishFact) =>
  facts.fish
    .filter((f) => f.lotCode === lotCode && f.placeId !== placeId)
    .reduce((sum, f) => sum + f.count * meanWeightG(f), 0);

const NEW = { made: 'regrouped' };

/** Fish out of their lots, and a new lot of them; withdrawal periods go with them. */
function regrouped(known: RegroupFacts, from: readonly Going[], wish: Regrouping): Effect[] {
  const { reason, massG } = wish;
  const count = from.reduce((sum, g) => sum + g.count, 0);
  const pace = from.reduce((sum, g) => sum + g.fish.pace * g.count, 0) / count;
  const share = (g: Going) => shareOfCost(g.goingG, g.leftG, known.harvestedG.get(g.fish.lotId) ?? 0);
  return [
    {
      ...{ does: 'lot', as: NEW.made },
      lot: {
        ...{ code: known.code, kind: 'cohort', keeps: 'count', beganOn: known.today },
        ...{ speciesCode: from[0]!.fish.speciesCode, startMeanG: massG / count },
        ...{ startCv: wish.sizes.cv, startSizes: wish.sizes.sizes ?? null },
        ...{ startPace: Math.max(0.2, Math.min(2.5, pace)), fromLotIds: from.map((g) => g.fish.lotId) },
        fromShares: from.map(share),
      },
    },
    ...from.map((g): Effect => ({
      ...{ does: 'movement', lot: { lotId: g.fish.lotId }, from: at(g.fish.placeId), to: role('regrouped') },
      ...{ count: g.count, massG: (massG * g.count) / count, reason, note: say`into ${known.code}` },
    })),
    ...known.treated
      .filter((t) => from.some((g) => g.fish.lotId === t.lotId))
      .map(({ words, until }): Effect => ({
        does: 'event',
        lot: NEW,
        event: { kind: 'treat', words, untilDay: until },
      })),
    { does: 'movement', lot: NEW, from: role('made'), to: at(wish.toPlaceId), count, massG, reason },
  ];
}
