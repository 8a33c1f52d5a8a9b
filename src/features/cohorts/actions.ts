'use server';
import { revalidatePath } from 'next/cache';
import { RuleBroken } from '../../core/errors';
import { gradeMiddleCm, liveGrades } from '../../core/fish/liveSale';
import { readSample, sampleQuestions } from '../../core/fish/sampleCheck';
import { gradeOf, type Grade } from '../../core/fish/grading';
import { gradingParts, moveOutlook, type TankOutlook } from '../../core/fish/moveOutlook';
import { harvestGroup } from '../../core/plan/build';
import { ofGradeOn } from '../../core/plan/forecast';
import type { FarmFacts, PlanStep } from '../../core/plan/types';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatNumber } from '../../core/quantity/units';
import { gradeNow, mergeNow, moveNow, orderFingerlings, recordHusbandry } from '../../db/doing/keeping';
import { netLive } from '../../db/doing/live';
import { takeBackEvent, takeBackMovement, takeBackSample } from '../../db/doing/takeBack';
import { finishTask, recordSample } from '../../db/events';
import { loadFacts } from '../../db/facts';
import { addSteps, changeStep, newId, openSteps, saveDraft } from '../../db/plan';
import { saveFishSale } from '../../db/doing/fishSale';
import { receiveFeed, saveFeedRule, saveLifeSupport, saveSpecies, setTemperature } from '../../db/doing/rules';
import type { Role } from '../../db/people';
import { act, type Doing } from '../../server/act';
import type { KeyedInput } from '../../server/input';
import type { Outcome } from '../../ui/outcome';
import { compareTemperatures } from './compare';
import { requireEmpty, requireObserved } from './husbandryRules';
import * as inputs from './inputs';
import { sampleEffects } from '../../core/plan/sampleEffects';

const CREW: Role[] = ['hand', 'manager'];
const BOSS: Role[] = ['manager'];

/** What a record led to, in lines. */
export interface Said {
  words: string;
  lines: string[];
}

export interface Preview {
  tanks: TankOutlook[];
  boxes: { large: Grade; small: Grade } | null;
}

/** Records once per key, whatever is pressed twice. */
async function once<I extends KeyedInput>(
  roles: Role[],
  input: new () => I,
  raw: unknown,
  title: string,
  work: (doing: Doing, value: I) => Promise<Said>,
): Promise<Outcome<Said>> {
  const outcome = await act(roles, input, raw, async (doing, value) => {
    const repeated = await finishTask(doing.tx, doing.entry, { key: `act:${value.entryKey}`, title });
    if (repeated) return { words: 'Recorded already; nothing was added twice.', lines: [] };
    return work(doing, value);
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

const now = ({ tx, today }: Doing): Promise<FarmFacts> => loadFacts(tx, today, true);
const said = (words: string, lines: string[] = []): Said => ({ words, lines });

export async function move(raw: unknown) {
  return once(CREW, inputs.MoveInput, raw, 'Move fish', async (doing, v) => {
    const facts = await now(doing);
    return said(await moveNow(doing.tx, doing.entry, facts, { ...v, confirmed: v.confirmed ?? false }));
  });
}

export async function grade(raw: unknown) {
  return once(CREW, inputs.GradeInput, raw, 'Grade fish', async (doing, v) => {
    const facts = await now(doing);
    const code = await gradeNow(doing.tx, doing.entry, facts, { ...v, confirmed: v.confirmed ?? false });
    const place = (id: string) => facts.places.find((p) => p.id === id)?.code ?? '';
    return said(
      `Graded: ${formatNumber(v.largeCount)} large ones are ${code} in ${place(v.largePlaceId)}; ${formatNumber(v.smallCount)} stay ${v.lotCode} in ${place(v.smallPlaceId)}.`,
    );
  });
}

export async function sellLive(raw: unknown) {
  return once(CREW, inputs.LiveSaleInput, raw, 'Net for live sale', async (doing, v) => {
    const code = await netLive(doing.tx, doing.entry, await now(doing), { ...v, confirmed: v.confirmed ?? false });
    return said(`In holding: ${formatNumber(v.count)} as ${code}. Orders can be served from it; not for food.`);
  });
}

export async function merge(raw: unknown) {
  return once(CREW, inputs.MergeInput, raw, 'Put lots together', async (doing, v) => {
    return said(`They are one lot now: ${await mergeNow(doing.tx, doing.entry, await now(doing), v)}.`);
  });
}

export async function sample(raw: unknown) {
  return once(CREW, inputs.CohortSampleInput, raw, 'Weigh fish', async (doing, v) => {
    const { tx, entry, units } = doing;
    const before = await now(doing);
    const fish = before.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('form', `${v.lotCode} is not in that tank (any more). Reload and look again.`);
    const species = before.species.find((s) => s.code === fish.speciesCode)!;
    const bulk =
      v.bulkCount === undefined && v.bulkG === undefined ? null : { count: v.bulkCount ?? 0, totalG: v.bulkG ?? 0 };
    const read = readSample({ weightsG: v.weightsG ?? [], lengthsCm: v.lengthsCm ?? [], bulk }, species);
    if (read.count > fish.count)
      throw new RuleBroken(bulk ? 'bulkCount' : 'weightsG', `There are only ${fish.count} fish in the tank.`);
    const expectedG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
    const questions = sampleQuestions(read, expectedG, species.sizeCv, species);
    if (questions.length > 0 && !v.confirmed) throw new RuleBroken('confirm', questions.join('\n'));
    await recordSample(tx, entry, {
      lotId: fish.lotId,
      placeId: fish.placeId,
      weightsG: read.weightsG,
      lengthsCm: read.lengthsCm,
      fishCount: bulk ? read.count : undefined,
    });
    const off = read.meanG / expectedG - 1;
    const steps = await openSteps(tx);
    const lines = [
      `${formatNumber(read.count)} fish${read.byLength ? ', weights worked out from lengths' : ''}; mean ${formatMass(read.meanG, units)}`,
      `The forecast said ${formatMass(expectedG, units)}: it was ${formatNumber(Math.abs(off) * 100)} % too ${off < 0 ? 'high' : 'low'}`,
      ...sampleEffects(before, await now(doing), steps, fish.lotCode, units),
    ];
    return said(`Weighed: mean ${formatMass(read.meanG, units)}.`, lines);
  });
}

const EVENT_TITLES = {
  observe: 'Observe fish',
  treat: 'Treat fish',
  quarantine_extend: 'Extend quarantine',
  quarantine_clear: 'Clear quarantine',
  fallow: 'Rest a tank',
  clean: 'Tank cleaned',
} as const;

export async function husbandry(raw: unknown) {
  return once(CREW, inputs.HusbandryInput, raw, 'Note on fish or tank', async (doing, v) => {
    const { tx, entry, person, today } = doing;
    if (
      (v.kind === 'quarantine_clear' || v.kind === 'quarantine_extend' || v.kind === 'treat') &&
      person.role !== 'manager'
    ) {
      throw new RuleBroken('form', 'Clearing, extending and treating are for a manager.');
    }
    const lot = v.lotCode ? await tx('lot').where({ code: v.lotCode, kind: 'cohort' }).first('id') : null;
    if (v.lotCode && !lot) throw new RuleBroken('form', `There is no cohort ${v.lotCode} on this farm.`);
    const needsDay = v.kind === 'treat' || v.kind === 'quarantine_extend' || v.kind === 'fallow';
    if (needsDay && !v.untilDay) throw new RuleBroken('untilDay', 'Give the last day.');
    if (needsDay && v.untilDay! < today) throw new RuleBroken('untilDay', 'That day has passed.');
    if (v.kind === 'quarantine_clear') await requireObserved(doing, lot!.id, v.lotCode!);
    if (v.kind === 'fallow' || v.kind === 'clean') await requireEmpty(doing, v.placeId);
    await recordHusbandry(tx, entry, {
      kind: v.kind,
      lotId: lot?.id,
      placeId: v.placeId,
      words: v.words,
      state: v.state,
      untilDay: v.untilDay,
    });
    return said(`${EVENT_TITLES[v.kind]}: recorded.`);
  });
}

export async function orderFish(raw: unknown) {
  return once(BOSS, inputs.OrderFishInput, raw, 'Order fingerlings', async (doing, v) => {
    if (v.day < doing.today) throw new RuleBroken('day', 'That day has passed.');
    const facts = await now(doing);
    const rule = facts.feedRules.find((r) => r.speciesCode === v.speciesCode);
    const code = await orderFingerlings(doing.tx, doing.person.farmId, facts, {
      ...v,
      thenPlaceId: v.thenPlaceId ?? null,
      note: v.note ?? null,
      quarantineDays: rule?.quarantineDays ?? 14,
    });
    return said(
      `Ordered: ${formatNumber(v.count)} fish arrive as ${code} on ${shortDay(v.day)}. The round of that day receives them.`,
    );
  });
}

/** Changes or drops one step of the plan in place; the steps of its group move with it. */
export async function editStep(raw: unknown) {
  return once(BOSS, inputs.StepDayInput, raw, 'Change the plan', async ({ tx, today }, v) => {
    if (v.day && v.day < today) throw new RuleBroken('day', 'That day has passed.');
    return said(await changeStep(tx, today, v));
  });
}

export async function planStep(raw: unknown) {
  return once(BOSS, inputs.PlanMoveInput, raw, 'Add to the plan', async (doing, v) => {
    if (v.day < doing.today) throw new RuleBroken('day', 'That day has passed.');
    const facts = await now(doing);
    const fish = facts.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('fromPlaceId', `${v.lotCode} is not in that tank (any more).`);
    if (v.count > fish.count)
      throw new RuleBroken('count', `${v.lotCode} has ${fish.count} fish; ${v.count} is more than that.`);
    const to = facts.places.find((p) => p.id === v.toPlaceId);
    const base = { lotCode: v.lotCode, speciesCode: fish.speciesCode };
    if (v.kind === 'move') {
      if (!to) throw new RuleBroken('toPlaceId', 'Choose a tank.');
      const step: PlanStep = {
        id: newId(),
        groupId: newId(),
        kind: 'move',
        day: v.day,
        ...base,
        cropCode: null,
        fromPlaceId: v.fromPlaceId,
        toPlaceId: to.id,
        count: v.count,
        amount: null,
        version: 1,
      };
      await addSteps(doing.tx, doing.person.farmId, [step]);
      return said(`Planned: ${formatNumber(v.count)} to ${to.code} on ${shortDay(v.day)}.`);
    }
    const grades = liveGrades(facts.products, fish.speciesCode);
    if (grades.length > 0) {
      const grade = grades.find((g) => g.product.code === v.productCode);
      if (!grade) throw new RuleBroken('productCode', 'Choose the grade that is to be netted.');
      const there = ofGradeOn(facts, await openSteps(doing.tx), fish, grade.product.code, v.day);
      if (there !== null && Math.round(there) < v.count && !v.confirmed)
        throw new RuleBroken(
          'confirm',
          `On ${shortDay(v.day)} about ${formatNumber(there)} of ${v.lotCode} are ${grade.product.name} by the forecast. Plan ${formatNumber(v.count)} all the same?`,
        );
      const step: PlanStep = {
        id: newId(),
        groupId: newId(),
        kind: 'harvest',
        day: v.day,
        ...base,
        cropCode: null,
        fromPlaceId: v.fromPlaceId,
        toPlaceId: null,
        count: v.count,
        amount: gradeMiddleCm(grade),
        version: 1,
      };
      await addSteps(doing.tx, doing.person.farmId, [step]);
      return said(
        `Planned: ${formatNumber(v.count)} ${grade.product.name} are netted for live sale on ${shortDay(v.day)}.${there === null ? '' : ` About ${formatNumber(there)} will be of that size.`}`,
      );
    }
    const species = facts.species.find((s) => s.code === fish.speciesCode)!;
    const purge = to?.kind === 'purge' ? to : null;
    const wish = {
      ...base,
      tankId: v.fromPlaceId,
      purgePlaceId: purge?.id ?? null,
      purgeVolumeL: purge?.volumeL ?? 0,
      harvestDay: v.day,
      count: v.count,
      purgeDays: Math.max(1, species.purgeDays),
      method: purge ? ('separate' as const) : ('in_place' as const),
    };
    const steps = harvestGroup(wish, newId);
    if (steps[0]!.day < doing.today)
      throw new RuleBroken('day', `Feed would have had to stop on ${shortDay(steps[0]!.day)}. Choose a later day.`);
    await addSteps(doing.tx, doing.person.farmId, steps);
    return said(`Planned: feed stops ${shortDay(steps[0]!.day)}, harvest ${shortDay(v.day)}.`);
  });
}

/** Takes one entry of a cohort's story back. */
export async function takeBack(raw: unknown) {
  return once(CREW, inputs.TakeBackInput, raw, 'Take back', async ({ tx, entry, person }, v) => {
    const take = { sample: takeBackSample, movement: takeBackMovement, event: takeBackEvent }[v.kind];
    return said(await take(tx, entry, person, v.id));
  });
}

export async function keepFeedRule(raw: unknown) {
  return once(BOSS, inputs.FeedRuleInput, raw, 'Change feeding', async ({ tx }, v) => {
    if (v.ration === 'table' && v.table.length === 0) throw new RuleBroken('table', 'A table needs at least one row.');
    await saveFeedRule(tx, v);
    return said('Feeding is kept. Rations follow from today.');
  });
}

export async function takeFeed(raw: unknown) {
  return once(CREW, inputs.ReceiveFeedInput, raw, 'Receive feed', async ({ tx, entry }, v) => {
    const costMinor = v.price === undefined ? null : Math.round(v.price * 100);
    const code = await receiveFeed(tx, entry, { ...v, supplier: v.supplier ?? null, costMinor });
    return said(`In the store: ${formatNumber(v.massG / 1000, 1)} kg as ${code}.`);
  });
}

export async function planTemperature(raw: unknown) {
  return once(BOSS, inputs.TemperatureInput, raw, 'Plan a temperature', async ({ tx, entry, today }, v) => {
    if (v.from < today) throw new RuleBroken('from', 'That day has passed.');
    if (v.until && v.until <= v.from) throw new RuleBroken('until', 'The end comes after the beginning.');
    await setTemperature(tx, entry, { ...v, until: v.until ?? null });
    return said(`Planned: ${v.tempC} °C from ${shortDay(v.from)}${v.until ? ` until ${shortDay(v.until)}` : ''}.`);
  });
}

export async function compare(raw: unknown) {
  return act(['manager', 'office', 'hand'], inputs.CompareInput, raw, async (doing, v) =>
    compareTemperatures(await now(doing), await openSteps(doing.tx), { ...v, until: v.until ?? null }),
  );
}

export async function keepLifeSupport(raw: unknown) {
  return once(BOSS, inputs.LifeSupportInput, raw, 'Change life support', async ({ tx }, v) => {
    await saveLifeSupport(tx, v);
    return said('Kept. Margins and minutes follow at once.');
  });
}

export async function keepSpecies(raw: unknown) {
  return once(BOSS, inputs.SpeciesInput, raw, 'Change a species', async ({ tx, person }, v) => {
    await saveSpecies(tx, person.farmId, v);
    return said('Kept. Forecasts follow at once.');
  });
}

export async function keepSale(raw: unknown) {
  return once(BOSS, inputs.FishSaleInput, raw, 'Change how fish are sold', async ({ tx, person }, v) => {
    await saveFishSale(tx, person.farmId, v);
    return said('Kept. Prices hold for orders taken from now on.');
  });
}

/** Lays a plan aside as a draft; Season opens it. */
export async function layDraft(raw: unknown): Promise<Outcome<string>> {
  return act(BOSS, inputs.SaveDraftInput, raw, async ({ tx, person }, v) => {
    const steps = v.steps.map((s) => ({
      ...s,
      cropCode: null,
      fromPlaceId: s.fromPlaceId ?? null,
      toPlaceId: s.toPlaceId ?? null,
      amount: s.amount ?? null,
      version: 1,
    }));
    const drops = v.drops.map((groupId) => ({ change: 'drop' as const, groupId }));
    await saveDraft(
      tx,
      { farmId: person.farmId, personId: person.personId },
      {
        id: v.entryKey,
        name: v.name,
        changes: [...drops, ...(steps.length > 0 ? [{ change: 'add' as const, steps }] : [])],
      },
    );
    return v.entryKey;
  });
}

/** What a move or a grading would do to every tank it touches. Nothing is recorded. */
export async function preview(raw: unknown): Promise<Outcome<Preview>> {
  return act([...CREW, 'office'], inputs.PreviewInput, raw, async (doing, v) => {
    const facts = await now(doing);
    const steps = await openSteps(doing.tx);
    const fish = facts.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('form', 'They are not in that tank any more. Reload.');
    const own = { lotCode: v.lotCode, fromPlaceId: v.fromPlaceId };
    if (v.thresholdG !== undefined) {
      const to = { large: v.toPlaceId ?? v.fromPlaceId, small: v.smallPlaceId ?? v.fromPlaceId };
      const { large, small, parting } = gradingParts(fish, v.thresholdG, to.large, to.small);
      return { tanks: moveOutlook(facts, steps, parting), boxes: { large, small } };
    }
    const count = Math.min(v.count ?? fish.count, fish.count);
    return {
      tanks: moveOutlook(facts, steps, { ...own, parts: v.toPlaceId ? [{ toPlaceId: v.toPlaceId, count }] : [] }),
      boxes: null,
    };
  });
}
