import { restOn, restWithin } from '../../../core/crops/bedRest';
import { bedStages, lastStage } from '../../../core/crops/recipe';
import { restsUntil } from '../../../core/crops/winterRest';
import { plantsIn } from '../../../core/plan/lookUp';
import { nextPick } from '../../../core/plan/unpicked';
import type { PlaceFact } from '../../../core/facts/farm';
import type { PlantStay } from '../../../core/facts/forecast';
import { addDays, type Day } from '../../../core/quantity/days';
import { formatArea } from '../../../core/quantity/units';
import { codeWords } from '../../../core/words/codes';
import { all, plural, say, told } from '../../../core/words/words';
import { bedGap, handOver } from '../../../core/crops/bedMarks';
import { HOW_BAD, SIGNS } from '../../../core/crops/signs';
import { shortDay } from '../../../core/quantity/sayDay';
import type { OpenFinding } from '../../../core/tasks/source';
import { balanceSeries, bandOf, formatBalance } from '../../../core/water/loopBalance';
import type { TrialRow } from '../../../db/trials';
import type { FarmView } from '../../../server/farmView';

/** Cells of one planting that stand together, from the bench end on. */
export interface StripSpan {
  kind: 'free' | 'plants';
  cells: number;
  lotCode: string;
  /** Null: none of it stands there today, it cannot be moved. */
  lotId: string | null;
  crop: string;
  plants: number;
  /** Days to ripe, in beds; days until they leave, on benches. Null: not in sight. */
  days: number | null;
  /** Plants a square metre while they stand denser than at last. */
  densePerM2: number | null;
}

export interface StripView {
  placeId: string;
  code: string;
  isBench: boolean;
  says: string;
  pieces: string;
  spans: StripSpan[];
  cells: number;
  positions: number;
  held: number;
  fullest: { positions: number; day: Day } | null;
  /** The next picking here as planned, and how long it may slide. */
  pick: { lotCode: string; on: Day; until: Day } | null;
  /** What else is to be known of it on this day: hungry water, a trial. */
  marks: { words: string; href: string }[];
}

/** Weeks for which the fullest day is looked for. */
const AHEAD_DAYS = 84;

/** What is carried along while a planting is dragged. */
export interface Carried {
  span: StripSpan;
  from: StripView;
}

/** What is marked on strips besides hungry water. */
export interface Marked {
  trials: readonly TrialRow[];
  findings: readonly OpenFinding[];
}

/** A bed or bench as its real row of pieces on the shown day, from the bench end to the pack-room end. */
export function stripOf(view: FarmView, bed: PlaceFact, { trials, findings }: Marked): StripView {
  const { forecast, at, units } = view;
  const piece = bed.pieceSize ?? 1;
  const total = Math.max(1, Math.round((bed.positions ?? 1) / piece));
  const isBench = bed.kind === 'nursery';
  const here = plantsIn(forecast, bed.id).filter((s) => s.from <= at && s.until > at);
  const spans = here.map((s) => spanOf(s, view, { piece, isBench })).sort((a, b) => (b.days ?? 999) - (a.days ?? 999));
  const taken = spans.reduce((sum, s) => sum + s.cells, 0);
  const held = here.reduce((sum, s) => sum + s.positions, 0);
  const free: StripSpan[] = total > taken ? [{ ...NOTHING, cells: total - taken }] : [];
  const picks = here
    .map((s) => ({ lotCode: s.lotCode, pick: nextPick(forecast.supply, s.lotCode, at) }))
    .sort((a, b) => (a.pick?.at ?? Infinity) - (b.pick?.at ?? Infinity));
  const next = picks[0]?.pick ? { lotCode: picks[0].lotCode, ...picks[0].pick } : null;
  return {
    placeId: bed.id,
    code: bed.code,
    isBench,
    says: `${isBench ? say`bench` : codeWords(bed.method ?? '')} ${formatArea(bed.areaM2 ?? 0, units)}`,
    pieces: piecesOf(bed, total, piece),
    spans: [...free, ...spans],
    cells: Math.max(total, taken),
    positions: bed.positions ?? 0,
    held,
    fullest: fullestOf(view, bed.id),
    pick:
      isBench || !next
        ? null
        : {
            lotCode: next.lotCode,
            on: addDays(forecast.firstDay, next.at),
            until: addDays(forecast.firstDay, next.until),
          },
    marks: [
      ...flowMarks(view, bed),
      ...hungryMark(view, bed, here.length > 0),
      ...trialMarks(trials, bed),
      ...findingMarks(findings, bed),
      ...restMarks(bed, addDays(forecast.firstDay, at)),
      ...sleepMarks(view, here),
    ],
  };
}

/** A gap that nothing fills in time, and the crop a bed is handed over to. */
function flowMarks({ facts, forecast, at }: FarmView, bed: PlaceFact): StripView['marks'] {
  if (bed.kind !== 'bed' || restOn(bed, addDays(forecast.firstDay, at))) return [];
  const gap = bedGap({ bed, forecast, at });
  const over = handOver({ bed, forecast, at }, facts.crops);
  const day = (index: number) => shortDay(addDays(forecast.firstDay, index));
  return [
    ...(gap
      ? [
          {
            words:
              gap.nextAt === null
                ? say`gap: ${plural(gap.places, '# place', '# places')} free, nothing is planned for them`
                : say`gap: ${plural(gap.places, '# place', '# places')} free until ${day(gap.nextAt)}`,
            href: '/beds/planner',
          },
        ]
      : []),
    ...(over
      ? [
          {
            words: say`handed over from ${all(over.from)} to ${over.to} on ${day(over.at)}`,
            href: `/beds/bed/${bed.code}`,
          },
        ]
      : []),
  ];
}

/** Its loop's fish give less than its plants take on the shown day. */
function hungryMark({ facts, forecast, at, units }: FarmView, bed: PlaceFact, isPlanted: boolean): StripView['marks'] {
  const loop = facts.loops.find((l) => l.id === bed.loopId);
  if (!loop || loop.kind === 'bench' || !isPlanted || bed.kind !== 'bed') return [];
  const value = balanceSeries(forecast, loop)[at];
  const [low] = bandOf(loop);
  if (value === undefined || Number.isNaN(value) || value >= low) return [];
  const words = say`hungry: the fish of ${loop.name} give ${formatBalance(value, loop, units)}, plants want ${formatBalance(low, loop, units)}; look at iron, potassium and calcium first when leaves show signs`;
  return [{ words, href: '/season' }];
}

const trialMarks = (trials: readonly TrialRow[], bed: PlaceFact): StripView['marks'] =>
  trials
    .filter((t) => t.plots.some((p) => p.placeId === bed.id))
    .map((t) => ({ words: say`trial ${t.code}: ${t.question}`, href: '/beds/trials' }));

function restMarks(bed: PlaceFact, day: Day): StripView['marks'] {
  const now = restOn(bed, day);
  const next = now ?? restWithin(bed, day, addDays(day, AHEAD_DAYS));
  if (!next) return [];
  const when = now
    ? say`rests until ${shortDay(next.until)}: ${next.words}`
    : say`rests from ${shortDay(next.from)} to ${shortDay(next.until)}: ${next.words}`;
  return [{ words: when, href: '/beds/space' }];
}

/** Perennials of a bed that rest on the shown day. */
function sleepMarks({ facts, forecast, at }: FarmView, here: readonly PlantStay[]): StripView['marks'] {
  const day = addDays(forecast.firstDay, at);
  const codes = new Set(here.map((s) => s.cropCode));
  return facts.crops.flatMap((crop) => {
    const until = codes.has(crop.code) ? restsUntil(crop, day) : null;
    if (!until) return [];
    const words = say`${crop.name} rests in its corner until ${shortDay(until)}`;
    return [{ words, href: `/farm/crops?crop=${crop.code}` }];
  });
}

const findingMarks = (findings: readonly OpenFinding[], bed: PlaceFact): StripView['marks'] =>
  findings
    .filter((f) => f.placeId === bed.id)
    .map((f) => ({
      words: say`${told(SIGNS[f.what].words)}: ${told(HOW_BAD[f.howBad]!)} on ${shortDay(f.seenOn)}`,
      href: '/beds/scouting',
    }));

const NOTHING: StripSpan = {
  kind: 'free',
  cells: 0,
  lotCode: '',
  lotId: null,
  crop: '',
  plants: 0,
  days: null,
  densePerM2: null,
};

function spanOf(
  s: PlantStay,
  { facts, at, when }: FarmView,
  { piece, isBench }: { piece: number; isBench: boolean },
): StripSpan {
  const crop = facts.crops.find((c) => c.code === s.cropCode)!;
  const dense = s.stage !== null && s.stage < lastStage(crop);
  const leaves = s.until - at;
  return {
    kind: 'plants',
    cells: Math.max(1, Math.round(s.positions / piece)),
    lotCode: s.lotCode,
    lotId:
      when === 'today'
        ? (facts.plantings.find((p) => p.lotCode === s.lotCode && p.placeId === s.placeId)?.lotId ?? null)
        : null,
    crop: crop.name,
    plants: Math.round(s.plants),
    days: isBench ? leaves : s.readyFrom === null ? null : s.readyFrom - at,
    densePerM2: dense ? bedStages(crop)[s.stage!]!.perM2 : null,
  };
}

function piecesOf(bed: PlaceFact, total: number, piece: number): string {
  if (bed.kind === 'nursery') return say`${total} trays of ${piece}`;
  return bed.method === 'raft' ? say`${total} rafts of ${piece}` : say`${bed.positions} places`;
}

function fullestOf({ forecast }: FarmView, bedId: string): StripView['fullest'] {
  const occupied = forecast.bedsOccupied.get(bedId) ?? new Float64Array();
  let most = 0;
  occupied.slice(0, AHEAD_DAYS).forEach((v, i) => (most = v > occupied[most]! ? i : most));
  return occupied.length > 1 ? { positions: Math.round(occupied[most]!), day: addDays(forecast.firstDay, most) } : null;
}
