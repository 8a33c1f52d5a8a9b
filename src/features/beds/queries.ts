import 'server-only';
import { plural, say } from '../../core/words/words';
import { explainSowing, type Explanation } from '../../core/explain';
import { sowingCode, sowingGaps } from '../../core/crops/gaps';
import { sowingFor } from '../../core/crops/quantities';
import type { Crop } from '../../core/library/types';
import { formatQuantity } from '../../core/plan/consequences';
import { nextPick } from '../../core/plan/unpicked';
import { addDays, type Day } from '../../core/quantity/days';
import { newId } from '../../db/plan';
import { seedStore } from '../../db/seedStore';
import { dayOnly, farmView, promisesOf, type DayView, type FarmView, type Search } from '../../server/farmView';
import { formatArea } from '../../core/quantity/units';
import { codeWords } from '../../core/words/codes';

export interface BedCell {
  kind: 'free' | 'plants';
  lotCode: string;
  crop: string;
  daysToRipe: number | null;
}

export interface BedView {
  code: string;
  says: string;
  pieces: string;
  cells: BedCell[];
  positions: number;
  held: number;
  fullest: { positions: number; day: Day } | null;
  /** The next picking here as planned, and how long it may slide. */
  pick: { lotCode: string; on: Day; until: Day } | null;
}

export interface SowView {
  lotCode: string;
  crop: string;
  seeds: number;
  trays: string;
  day: Day;
  bed: string;
  because: Explanation;
}

export interface GapView {
  cropCode: string;
  crop: string;
  week: number;
  short: string;
  customers: string;
  wantedOn: Day;
  sowBy: Day;
  /** Why there is no room for it; null: there is, or it is too late. */
  full: string | null;
  /** What adding it needs; null when it is too late to sow, or no bed has room. */
  add: { shortUnits: number; words: string; because: Explanation } | null;
}

export interface BedsPage extends DayView {
  beds: BedView[];
  sow: SowView[];
  gaps: GapView[];
  /** Seeds left by crop of the farm, as they are now. */
  seeds: { code: string; name: string; count: number }[];
}

const SOW_AHEAD_DAYS = 14;
const GAP_WEEKS = 20;

export async function bedsPage(search: Search): Promise<BedsPage> {
  const view = await farmView(search, (tx) => seedStore(tx));
  return {
    ...dayOnly(view),
    beds: view.facts.places.filter((p) => p.kind === 'bed').map((p) => bedView(view, p.id)),
    sow: sowList(view),
    gaps: view.when === 'past' ? [] : gapList(view),
    seeds: view.facts.crops.map((c) => ({ code: c.code, name: c.name, count: view.more.get(c.code) ?? 0 })),
  };
}

function bedView({ facts, forecast, at, units }: FarmView, bedId: string): BedView {
  const bed = facts.places.find((p) => p.id === bedId)!;
  const piece = bed.pieceSize ?? 1;
  const total = Math.max(1, Math.round((bed.positions ?? 1) / piece));
  const here = forecast.plants
    .filter((s) => s.placeId === bedId && s.from <= at && s.until > at)
    .map((s) => ({
      s,
      crop: facts.crops.find((c) => c.code === s.cropCode)!,
      ripe: s.readyFrom === null ? null : s.readyFrom - at,
    }))
    // From the bench end to the pack-room end: what is ripe first stands last.
    .sort((a, b) => (b.ripe ?? 999) - (a.ripe ?? 999));
  const cells: BedCell[] = here.flatMap(({ s, crop, ripe }) =>
    Array.from({ length: Math.max(1, Math.round(s.positions / piece)) }, () => ({
      kind: 'plants' as const,
      lotCode: s.lotCode,
      crop: crop.name,
      daysToRipe: ripe,
    })),
  );
  const free = Math.max(0, total - cells.length);
  const occupied = forecast.bedsOccupied.get(bedId) ?? new Float64Array();
  let most = 0;
  occupied.slice(0, 84).forEach((v, i) => (most = v > occupied[most]! ? i : most));
  const picks = here
    .map(({ s }) => ({ lotCode: s.lotCode, pick: nextPick(forecast.supply, s.lotCode, at) }))
    .sort((a, b) => (a.pick?.at ?? Infinity) - (b.pick?.at ?? Infinity));
  const next = picks[0]?.pick ? { lotCode: picks[0].lotCode, ...picks[0].pick } : null;
  return {
    code: bed.code,
    says: `${codeWords(bed.method ?? '')} ${formatArea(bed.areaM2 ?? 0, units)}`,
    pieces: bed.method === 'raft' ? say`${total} rafts of ${piece}` : say`${bed.positions} places`,
    cells: [
      ...Array.from({ length: free }, () => ({ kind: 'free' as const, lotCode: '', crop: '', daysToRipe: null })),
      ...cells,
    ].slice(0, Math.max(total, cells.length)),
    positions: bed.positions ?? 0,
    held: here.reduce((sum, { s }) => sum + s.positions, 0),
    fullest:
      occupied.length > 1 ? { positions: Math.round(occupied[most]!), day: addDays(forecast.firstDay, most) } : null,
    pick: next && {
      lotCode: next.lotCode,
      on: addDays(forecast.firstDay, next.at),
      until: addDays(forecast.firstDay, next.until),
    },
  };
}

function sowList({ facts, steps, day, when }: FarmView): SowView[] {
  if (when === 'past') return [];
  const until = addDays(day, SOW_AHEAD_DAYS);
  return steps
    .filter((s) => s.kind === 'sow' && s.day >= (when === 'today' ? '' : day) && s.day <= until)
    .map((step) => {
      const crop = facts.crops.find((c) => c.code === step.cropCode)!;
      const transplant = steps.find((s) => s.groupId === step.groupId && s.kind === 'transplant');
      const cells = facts.places.find((p) => p.id === step.toPlaceId)?.pieceSize ?? 104;
      const quantities = sowingFor(unitsFor(crop, transplant?.count ?? step.count), crop, cells);
      return {
        lotCode: step.lotCode,
        crop: crop.name,
        seeds: step.count,
        trays: `${Math.ceil(step.count / cells)} × ${cells}`,
        day: step.day,
        bed: facts.places.find((p) => p.id === transplant?.toPlaceId)?.code ?? '',
        because: explainSowing(crop, quantities, cells),
      };
    });
}

function unitsFor(crop: Crop, positions: number) {
  return Math.max(1, Math.round(positions * crop.finalSurvival * crop.packout));
}

function gapList(view: FarmView): GapView[] {
  const { facts, forecast, units } = view;
  return sowingGaps({ facts, forecast, promise: promisesOf(view, GAP_WEEKS), codeFor: sowingCode, newId }).map(
    (gap) => {
      const crop = facts.crops.find((c) => c.code === gap.cropCode)!;
      const unit = facts.products.find((p) => p.code === gap.productCode)!.unit;
      const cells = facts.places.find((p) => p.kind === 'nursery')?.pieceSize ?? 104;
      return {
        cropCode: gap.cropCode,
        crop: crop.name,
        week: gap.week,
        short: formatQuantity(gap.shortUnits, unit, units),
        customers: gap.customers.join(', '),
        wantedOn: gap.wantedOn,
        sowBy: gap.sowBy,
        full: gap.sowing || gap.sowBy < view.facts.today ? null : gap.full,
        add: gap.sowing && {
          shortUnits: gap.shortUnits,
          words: say`${gap.full ? `${gap.full} ` : ''}${gap.sowing.quantities.seeds} seeds, ${gap.sowing.quantities.trays} ${plural(gap.sowing.quantities.trays, 'tray', 'trays')} of ${cells}, into ${facts.places.find((p) => p.id === gap.sowing!.bedId)?.code}`,
          because: explainSowing(crop, gap.sowing.quantities, cells),
        },
      };
    },
  );
}
