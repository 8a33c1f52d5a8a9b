import { decide, refuse, type Decision } from '../../acts/decision';
import { at, role, stepDone, type Effect, type Taken, type Said } from '../../acts/effects';
import type { PlanStep, StoredStep } from '../../facts/step';
import { inSentence } from '../../library/inSentence';
import { forecastFarm } from '../../plan/forecast';
import { planStanding } from '../../plan/planStanding';
import type { Day } from '../../quantity/days';
import { RANGES } from '../../quantity/ranges';
import { shortDay } from '../../quantity/sayDay';
import { formatNumber } from '../../quantity/units';
import { all, plural, say } from '../../words/words';
import { stepJob } from '../../tasks/jobs';
import { soldFromBench } from '../recipe';
import { goodsCode } from '../recipes';
import { plantsAt, type PlantKnown } from './standing';

/** Seed of one lot in one store. */
export interface SeedLotFact {
  lotId: string;
  placeId: string;
  /** The goods it is seed of. */
  cropCode: string;
  count: number;
}

interface Sowing {
  lotCode: string;
  cropCode: string | null;
  placeId: string;
  count: number;
  stepId?: string;
  /** Where it is said that the store holds too few. */
  field?: string;
}

/** Seed stores, the oldest lot first; what is sown of them is counted down, so that several sowings of one entry share them. */
export class SeedStore {
  private readonly left: SeedLotFact[];

  constructor(
    seeds: readonly SeedLotFact[],
    private readonly crops: PlantKnown['facts']['crops'],
    private readonly on: Day,
  ) {
    this.left = seeds.map((s) => ({ ...s }));
  }

  /** Seed leaves its lots and becomes a planting on the bench. @throws {RuleBroken} when the stores hold too few */
  sown({ lotCode, cropCode, placeId, count, stepId, field = 'count' }: Sowing): Effect[] {
    const crop = this.crops.find((c) => c.code === cropCode);
    const goods = crop ? goodsCode(crop) : cropCode;
    const own = this.left.filter((s) => s.cropCode === goods && s.count > 0);
    const total = own.reduce((sum, s) => sum + s.count, 0);
    if (total < count) refuse(field, say`The seed store holds ${total} of these seeds; ${count} are more than that.`);
    const used: Effect[] = [];
    const fromLotIds: string[] = [];
    let owed = count;
    for (const seed of own) {
      const taken = Math.min(owed, seed.count);
      if (taken <= 0) break;
      seed.count -= taken;
      owed -= taken;
      fromLotIds.push(seed.lotId);
      used.push({
        ...{ does: 'movement', lot: { lotId: seed.lotId }, from: at(seed.placeId), to: role('made') },
        ...{ count: taken, reason: 'sow', stepId },
      });
    }
    const lot = { code: lotCode, kind: 'planting', keeps: 'count', beganOn: this.on, cropCode, fromLotIds } as const;
    return [
      { does: 'lot', as: lotCode, lot },
      ...used,
      {
        ...{ does: 'movement', lot: { made: lotCode }, from: role('made'), to: at(placeId) },
        ...{ count, reason: 'sow', stepId },
      },
    ];
  }
}

interface SowKnown extends PlantKnown {
  seeds: readonly SeedLotFact[];
}

const sownStep = (store: SeedStore, step: StoredStep, count: number, field?: string): Effect[] => [
  ...store.sown({
    ...{ lotCode: step.lotCode, cropCode: step.cropCode, placeId: step.toPlaceId!, count, stepId: step.id },
    ...(field ? { field } : {}),
  }),
  stepDone(step.id),
];

/** Seed leaves its lot and becomes the planting that was planned. */
export function decideSow(
  known: SowKnown & { step: StoredStep },
  v: { count: number },
): Decision<Taken & { lots: string[] }> {
  return decide(() => {
    const store = new SeedStore(known.seeds, known.facts.crops, known.on);
    const effects = sownStep(store, known.step, v.count);
    return { effects, lots: [known.step.lotCode], said: () => say`Recorded.` };
  });
}

/** How many seeds of each planned sowing, by the id of its step; those of none are left out. @throws {RuleBroken} what is no number of seeds */
export function seedsWanted(seeds: Readonly<Record<string, number>>): [stepId: string, count: number][] {
  const wanted = Object.entries(seeds);
  for (const [stepId, count] of wanted)
    if (!Number.isInteger(count) || count < 0 || count > RANGES.count.high)
      refuse(stepId, say`Give a whole number of 0 or more.`);
  const sown = wanted.filter(([, count]) => count > 0);
  if (sown.length === 0) refuse('form', say`Say how many seeds of at least one sowing.`);
  return sown;
}

/** Several planned sowings in one press: what the bench holds. */
export function decideSowMany(
  known: SowKnown & { sowings: readonly { step: StoredStep; count: number }[] },
): Decision<Taken & { lots: string[] }> {
  return decide(() => {
    const store = new SeedStore(known.seeds, known.facts.crops, known.on);
    const codes = known.sowings.map(({ step }) => step.lotCode);
    const effects = known.sowings.flatMap(({ step, count }): Effect[] => [
      { does: 'job', job: stepJob(step.id), title: say`Sow` },
      ...sownStep(store, step, count, step.id),
    ]);
    const said = () => say`${plural(codes.length, '# sowing', '# sowings')} on the bench: ${all(codes)}.`;
    return { effects, lots: codes, said };
  });
}

interface SowNow {
  cropCode: string;
  placeId: string;
  count: number;
}

/** Sown without having been planned; where it goes and when it is picked is planned at once. @param lotCode a code that nothing has */
export function decideSowNow(known: SowKnown & { lotCode: string }, v: SowNow): Decision<Taken<Said>> {
  return decide(() => {
    const { facts, plan, on, lotCode, newId } = known;
    const crop = facts.crops.find((c) => c.code === v.cropCode && !c.retiredOn);
    const bench = facts.places.find((p) => p.id === v.placeId && p.kind === 'nursery');
    if (!crop) refuse('cropCode', say`Choose a crop of this farm.`);
    if (!bench) refuse('placeId', say`Choose a bench.`);
    const store = new SeedStore(known.seeds, facts.crops, on);
    const sowing = store.sown({ lotCode, cropCode: crop.code, placeId: bench.id, count: v.count });
    const planting = {
      ...{ lotId: lotCode, lotCode, cropCode: crop.code, placeId: bench.id, count: v.count, sownOn: on },
      ...{ transplantedOn: null, cutsDone: 0, lastCutOn: null },
    };
    const after = { ...facts, plantings: [...facts.plantings, planting] };
    const forecast = forecastFarm(after, plan);
    const willBe = Math.max(1, Math.floor(v.count * crop.germination * crop.nurserySurvival));
    const raised = soldFromBench(crop) ? planting : { ...planting, count: willBe };
    const { steps } = planStanding({ facts: { ...facts, plantings: [raised] }, plan, forecast, newId });
    const into = steps.filter((s) => s.kind === 'transplant');
    const codeOf = (placeId: string | null) => facts.places.find((p) => p.id === placeId)?.code ?? '';
    const packed = steps.find((s) => s.kind === 'pick' && soldFromBench(crop));
    const lines = packed
      ? [say`They are packed from the bench on ${shortDay(packed.day)}; the plan has it.`]
      : into.length > 0
        ? [...intoWords(into, codeOf), ...apartWords(steps, codeOf)]
        : [say`All beds together have no room for them when they are ready: find some before then.`];
    return {
      effects: [...sowing, { does: 'stepsAdded', steps }],
      said: () => ({
        words: say`${formatNumber(v.count)} seeds of ${inSentence(crop.name)} are on ${bench.code} as ${lotCode}.`,
        lines,
      }),
    };
  });
}

/** "About 140 go into R1, 60 into R3 on 4 May; the plan has it." */
function intoWords(into: readonly PlanStep[], codeOf: (placeId: string | null) => string): string[] {
  const [{ day }] = into as [PlanStep];
  const beds = all(into.map((s) => say`${formatNumber(s.count)} into ${codeOf(s.toPlaceId)}`));
  return [say`About ${beds} on ${shortDay(day)}; the plan has it.`];
}

/** Plants that grow on in another bed than they stood dense in. */
function apartWords(steps: readonly PlanStep[], codeOf: (placeId: string | null) => string): string[] {
  const moved = steps.filter((s) => s.kind === 'respace' && s.fromPlaceId !== s.toPlaceId);
  return moved.map(
    (s) =>
      say`${formatNumber(s.count)} of them are re-spaced from ${codeOf(s.fromPlaceId)} to ${codeOf(s.toPlaceId)} on ${shortDay(s.day)}.`,
  );
}

/** Seed that came: a lot in the store. */
export function decideSeedReceiving(
  { facts, on }: PlantKnown,
  got: { cropCode: string; count: number; code: string; supplier?: string | undefined },
): Decision<Taken> {
  return decide(() => {
    const crop = facts.crops.find((c) => c.code === got.cropCode);
    if (!crop) refuse('cropCode', say`Choose a crop of this farm.`);
    const cropCode = goodsCode(crop);
    const code = `SEED-${cropCode.slice(0, 3).toUpperCase()}-${got.code.trim().toUpperCase()}`;
    const lot = { code, kind: 'seed', keeps: 'count', beganOn: on, cropCode, supplier: got.supplier ?? null } as const;
    return {
      effects: [
        { does: 'lot', as: 'seed', lot, free: true },
        {
          ...{ does: 'movement', lot: { made: 'seed' }, from: role('supplier'), to: role('seed') },
          ...{ count: got.count, reason: 'receive' },
        },
      ],
      said: ({ seed }) => say`In the store: ${formatNumber(got.count)} seeds as ${seed!}.`,
    };
  });
}

/** Seed saved from plants that stand: a lot of its own that knows its mother. */
export function decideSaveSeed(
  known: PlantKnown,
  v: { lotId: string; placeId: string; count: number },
): Decision<Taken<Said>> {
  return decide(() => {
    const { plants, crop } = plantsAt(known.facts, v);
    const lot = { kind: 'seed', keeps: 'count', beganOn: known.on, cropCode: goodsCode(crop) } as const;
    return {
      effects: [
        {
          ...{ does: 'lot', as: 'seed', free: true },
          lot: { ...lot, code: `SEED-${plants.lotCode}`, fromLotIds: [plants.lotId] },
        },
        {
          ...{ does: 'movement', lot: { made: 'seed' }, from: role('made'), to: role('seed') },
          ...{ count: v.count, reason: 'receive' },
        },
      ],
      said: ({ seed }) => ({
        words: say`${formatNumber(v.count)} seeds of ${inSentence(crop.name)} are in the store as ${seed!}, from ${plants.lotCode}.`,
        lines: [say`Seed of a hybrid does not come true; protected varieties may not be multiplied.`],
      }),
    };
  });
}
