import { decide, refuse, settled, type Decision } from '../acts/decision';
import { at, role, stepDone, type Effect, type Taken } from '../acts/effects';
import type { FarmFacts, ProductFact } from '../facts/farm';
import type { StoredStep } from '../facts/step';
import { packedAs } from '../market/packedAs';
import type { GateCheck } from '../purge/gate';
import type { Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { askedDeaths, deathsOf } from './decideDeaths';
import { decideLiveSale, type LiveSaleFacts } from './decideLiveSale';
import { gradeOfWeight, liveGrades } from './liveSale';

export interface HarvestFacts {
  facts: FarmFacts;
  /** The day it is recorded on. */
  today: Day;
  step: StoredStep;
  lotId: string;
  /** Fish of the lot in the tank. */
  there: number;
  /** What stands between the batch and its sale. */
  gate: readonly GateCheck[];
  lastSeen: LiveSaleFacts['lastSeen'];
  /** A manager may go past the gate with a reason. */
  mayOverride: boolean;
}

export interface Harvest {
  count: number;
  massG: number;
  trimG: number;
  dead: number;
  overrideReason?: string | undefined;
  /** What it is packed as; absent: the species' main product. */
  productCode?: string | undefined;
}

/** The live product that fish of a mean weight are, or null when their species is sold as food. */
function liveProduct(facts: FarmFacts, speciesCode: string, meanG: number): ProductFact | null {
  const species = facts.species.find((s) => s.code === speciesCode);
  const grades = liveGrades(facts.products, speciesCode);
  return species && grades.length > 0 ? gradeOfWeight(meanG, grades, species)!.product : null;
}

/**
 * Purged fish are taken out, counted and weighed, and packed as a new lot in the cold room; those of a species sold alive go into
 * holding. The gate must be met, or a manager gives a reason. Grams: what was weighed = what is packed + what was trimmed.
 */
export function decideHarvest(known: HarvestFacts, done: Harvest): Decision<Taken> {
  const live = liveProduct(known.facts, known.step.speciesCode ?? '', done.massG / done.count);
  return live ? netAsPlanned(known, done, live) : packHarvest(known, done);
}

function packHarvest(known: HarvestFacts, done: Harvest): Decision<Taken> {
  const { step, lotId, there } = known;
  return decide((asks) => {
    const overridden = passGate(known, done);
    requireThere(known, done);
    if (done.trimG > done.massG) refuse('trimG', say`More was trimmed than weighed.`);
    requirePossible(done);
    asks.push(...askedDeaths(done.dead, there));
    const product = packedAs({
      products: known.facts.products,
      of: { speciesCode: step.speciesCode ?? '' },
      wanted: done.productCode,
      none: say`This farm sells no product of this species.`,
    });
    const left = there - done.count - done.dead;
    return {
      effects: [
        ...overridden,
        ...(done.dead > 0 ? [deathsOf({ lotId, placeId: step.fromPlaceId!, count: done.dead })] : []),
        ...packedOf(known, done, product),
        stepDone(step.id),
        { does: 'batchClosed', groupId: step.groupId },
      ],
      // Fish left behind in a purge tank stay there, unfed, until they are moved or harvested; the count says so.
      said: ({ packed }) =>
        left > 0 ? say`Packed as ${packed!} (${left} fish stay in the tank).` : say`Packed as ${packed!}.`,
    };
  });
}

function packedOf(
  { step, lotId, today }: HarvestFacts,
  { count, massG, trimG }: Harvest,
  product: ProductFact,
): Effect[] {
  const stepId = step.id;
  const packed = { made: 'packed' };
  const code = `PF-${step.lotCode.split('-')[0]}-${today.slice(2).replaceAll('-', '')}`;
  const lot = {
    kind: 'packed_fish',
    keeps: 'mass',
    beganOn: today,
    productCode: product.code,
    fromLotIds: [lotId],
  } as const;
  const trimmed: Effect[] =
    trimG > 0
      ? [
          {
            does: 'movement',
            lot: packed,
            from: role('cold'),
            to: role('compost'),
            massG: trimG,
            reason: 'trim',
            stepId,
          },
        ]
      : [];
  return [
    {
      ...{ does: 'movement', lot: { lotId }, from: at(step.fromPlaceId!), to: role('packed') },
      ...{ count, massG, reason: 'harvest', stepId },
    },
    { does: 'lot', as: 'packed', lot: { code, ...lot }, free: true },
    { does: 'movement', lot: packed, from: role('made'), to: role('cold'), massG, reason: 'make', stepId },
    ...trimmed,
  ];
}

/** A planned netting for live sale is judged as one on the spot; all that looks wrong is asked at once, deaths with it. */
function netAsPlanned(known: HarvestFacts, done: Harvest, live: ProductFact): Decision<Taken> {
  const { facts, today, lastSeen, step, lotId, there } = known;
  return decide((asks) => {
    if (done.trimG > 0) refuse('trimG', say`Fish sold alive are not trimmed: leave this at 0.`);
    requireThere(known, done);
    requirePossible(done);
    const { count, massG } = done;
    const sale = { lotCode: step.lotCode, fromPlaceId: step.fromPlaceId!, productCode: live.code, count, massG };
    const decision = decideLiveSale({ facts, today, lastSeen }, { ...sale, stepId: step.id });
    if ('asks' in decision) asks.push(...decision.asks);
    const { effects, made } = settled(decision, true);
    asks.push(...askedDeaths(done.dead, there));
    const dead = done.dead > 0 ? [deathsOf({ lotId, placeId: step.fromPlaceId!, count: done.dead })] : [];
    return {
      effects: [...dead, ...effects, stepDone(step.id)],
      said: (codes) => say`Packed as ${codes[made]!}.`,
    };
  });
}

function requireThere({ there }: HarvestFacts, { count, dead }: Harvest): void {
  if (count + dead > there) refuse('count', say`There are ${there} here; ${count + dead} is more than that.`);
}

function requirePossible({ massG, count }: Harvest): void {
  const meanG = massG / count;
  if (meanG < 5 || meanG > 20000)
    refuse('massG', say`That would be ${formatNumber(meanG, 1)} g a fish. Check the unit of the weight.`);
}

function passGate({ gate, step, mayOverride }: HarvestFacts, { overrideReason }: Harvest): Effect[] {
  const unmet = gate.filter((c) => !c.met);
  if (unmet.length === 0) return [];
  const words = unmet.map((c) => c.words.toLowerCase()).join('; ');
  if (unmet.some((c) => c.check === 'withdrawal'))
    refuse('stepId', say`Not for sale: ${words}. Nobody can override a withdrawal period.`);
  if (!overrideReason)
    refuse('overrideReason', say`Not fit to sell yet: ${words}. A manager may override with a reason.`);
  if (!mayOverride) refuse('overrideReason', say`Not fit to sell yet: ${words}. Only a manager may override.`);
  return [{ does: 'purgeCheck', stepId: step.id, check: 'override', note: overrideReason ?? null }];
}
