import 'server-only';
import { liveGrades } from '../../core/fish/liveSale';
import { useByDay } from '../../core/market/useBy';
import { stepWords } from '../../core/plan/steps/steps';
import { nextPick } from '../../core/plan/unpicked';
import type { GateCheck } from '../../core/purge/gate';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { formatQuantity, plainQuantity } from '../../core/plan/consequences';
import { gatesOf, type BatchChange, type PurgeBatch } from '../../db/purgeBatch';
import type { StoredStep } from '../../db/plan';
import { dayOnly, farmView, type DayView, type Search } from '../../server/farmView';

export interface Batch {
  groupId: string;
  lotCode: string;
  species: string;
  count: number;
  from: string;
  where: string;
  harvestOn: Day;
  begun: boolean;
  /** Only for batches on their way; the gate of others has not opened. */
  checks: GateCheck[];
  overridden: string | null;
  /** What it must meet, fixed when its feed stopped; null before. */
  rules: PurgeBatch | null;
  changes: BatchChange[];
  steps: { id: string; words: string; day: Day; done: boolean }[];
}

/** When a planting is to be picked, and the last day it may stand unpicked. */
export interface PickView {
  on: Day;
  until: Day;
}

export interface PurgePage extends DayView {
  batches: Batch[];
  packs: {
    lotCode: string;
    product: string;
    amount: string;
    left: { value: number; unit: string };
    packedOn: Day;
    useBy: Day;
    daysLeft: number;
  }[];
  ripe: { lotCode: string; crop: string; bed: string; plants: number; since: number; pick: PickView | null }[];
}

const AHEAD_DAYS = 14;

export async function purgePage(search: Search): Promise<PurgePage> {
  const view = await farmView(search, async (tx, { steps, facts, day, today, when }) => {
    // Fish sold alive are neither purged nor gated.
    const food = (code: string | null) => liveGrades(facts.products, code ?? '').length === 0;
    const harvests = steps
      .filter((s) => s.kind === 'harvest' && food(s.speciesCode) && s.day <= addDays(day, AHEAD_DAYS))
      .filter((s) => when !== 'future' || s.day >= day)
      .slice(0, 12);
    const gates = await gatesOf({ tx, groupIds: harvests.map((h) => h.groupId), today, treatments: facts.treatments });
    return harvests.map((harvest) => ({ harvest, gate: gates.get(harvest.groupId)! }));
  });
  const { facts, units, day, forecast, at } = view;
  const codeOf = (id: string | null | undefined) => facts.places.find((p) => p.id === id)?.code ?? '';
  const batches = view.more.map(({ harvest, gate }): Batch => {
    const find = (kind: StoredStep['kind']) => gate.steps.find((s) => s.kind === kind);
    return {
      groupId: harvest.groupId,
      lotCode: harvest.lotCode,
      species: facts.species.find((s) => s.code === harvest.speciesCode)?.name ?? '',
      count: harvest.count,
      from: codeOf(find('feed_stop')?.fromPlaceId),
      where: codeOf(harvest.fromPlaceId),
      harvestOn: harvest.day,
      begun: find('feed_stop')?.state === 'done',
      rules: gate.batch,
      changes: gate.changes,
      checks: gate.checks,
      overridden: gate.overridden,
      steps: [...gate.steps]
        .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))
        .map((s) => ({ id: s.id, words: stepWords(s.kind), day: s.day, done: s.state === 'done' })),
    };
  });
  const packs = facts.packed.map((p) => {
    const product = facts.products.find((q) => q.code === p.productCode)!;
    const useBy = useByDay(p.packedOn, product.shelfLifeDays);
    return {
      lotCode: p.lotCode,
      product: product.name,
      amount: formatQuantity(p.quantity, product.unit, units),
      left: plainQuantity(p.quantity, product.unit, units),
      packedOn: p.packedOn,
      useBy,
      daysLeft: daysBetween(day, useBy),
    };
  });
  const pickOf = (lotCode: string): PickView | null => {
    const pick = nextPick(forecast.supply, lotCode, at);
    return pick && { on: addDays(forecast.firstDay, pick.at), until: addDays(forecast.firstDay, pick.until) };
  };
  const ripe = forecast.plants
    .filter(
      (s) =>
        s.from <= at &&
        s.until > at &&
        s.readyFrom !== null &&
        s.readyFrom <= at &&
        facts.places.find((p) => p.id === s.placeId)?.kind === 'bed',
    )
    .map((s) => ({
      lotCode: s.lotCode,
      crop: facts.crops.find((c) => c.code === s.cropCode)!.name,
      bed: codeOf(s.placeId),
      plants: s.positions,
      since: at - s.readyFrom!,
      pick: pickOf(s.lotCode),
    }));
  return {
    ...dayOnly(view),
    batches,
    packs: packs.sort((a, b) => a.daysLeft - b.daysLeft),
    ripe,
  };
}
