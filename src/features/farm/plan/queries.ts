import 'server-only';
import { layPlan, type FarmPlan } from '../../../core/setup/planLayout';
import { densityKgM3, waterL } from '../../../core/fish/stocking';
import { formatDensity, formatMass, formatNumber, type UnitChoice } from '../../../core/quantity/units';
import { ROLE_NAMES, type StoreRole } from '../../../core/setup/roles';
import type { PlaceFact } from '../../../core/facts/farm';
import { plural, say, told } from '../../../core/words/words';
import { equipmentSetUp, placeShapes } from '../../../db/farmSetup';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';

/** One thing on the plan as it is on the day of the dial. */
export interface PlanMark {
  id: string;
  code: string;
  kind: 'tank' | 'bed' | 'store';
  room: string;
  loop: string | null;
  /** Tanks: crowding against the limit; beds: share of places held. */
  fill: number;
  /** Beds: days to ripe of each piece from left to right; null: free. */
  cells: (number | null)[];
  tone: 'danger' | 'soon' | null;
  /** What it holds, in lines. */
  lines: string[];
  href: string | null;
}

/** What the water of a loop runs through between tanks and beds, and what lifts it back, in that order. */
export interface Through {
  name: string;
  kind: (typeof WAY)[number];
}
const WAY = ['solids', 'filter', 'mineraliser', 'pump'] as const;

export interface PlanPage extends DayView {
  plan: FarmPlan;
  marks: PlanMark[];
  loops: { code: string; name: string; through: Through[] }[];
  mayChange: boolean;
}

const MOST_CELLS = 16;

export async function planPage(search: Search): Promise<PlanPage> {
  const view = await farmView(search, async (tx) => ({
    shapes: await placeShapes(tx),
    equipment: (await equipmentSetUp(tx)).filter((e) => e.retiredOn === null),
  }));
  const { shapes, equipment } = view.more;
  const throughOf = (loop: string) =>
    WAY.flatMap((kind) =>
      equipment.filter((e) => e.loop === loop && e.kind === kind).map(({ name }) => ({ name, kind })),
    );
  const marks = shapes.map((shape) => {
    const fact = view.facts.places.find((p) => p.id === shape.id);
    const loop = view.facts.loops.find((l) => l.id === fact?.loopId)?.code ?? null;
    const base = { id: shape.id, code: shape.code, kind: shape.kind, room: shape.room, loop };
    if (shape.kind === 'store' || !fact)
      return {
        ...base,
        fill: 0,
        cells: [],
        tone: null,
        lines: [told(ROLE_NAMES[shape.role as StoreRole] ?? shape.code)],
        href: null,
      };
    return shape.kind === 'tank' ? { ...base, ...tankMark(view, fact) } : { ...base, ...bedMark(view, fact) };
  });
  return {
    ...dayOnly(view),
    plan: layPlan(shapes),
    marks,
    loops: view.facts.loops.map((l) => ({ code: l.code, name: l.name, through: throughOf(l.code) })),
    mayChange: view.person.role === 'manager',
  };
}

type Drawn = Pick<PlanMark, 'fill' | 'cells' | 'tone' | 'lines' | 'href'>;

function tankMark({ forecast, at, units }: FarmView, place: PlaceFact): Drawn {
  const tank = forecast.tanks.get(place.id);
  const [count, biomassG] = [tank?.count[at] ?? 0, tank?.biomassG[at] ?? 0];
  const here = forecast.fish.filter((s) => s.placeId === place.id && s.from <= at && s.until > at);
  const href = place.kind === 'tank' ? `/cohorts/tank/${place.code}` : place.kind === 'purge' ? '/purge' : '/cohorts';
  if (here.length === 0 || count < 0.5) return { fill: 0, cells: [], tone: null, lines: [say`empty`], href };
  const density = densityKgM3(biomassG, waterL(place));
  const fill = place.densityLimitKgM3 ? density / place.densityLimitKgM3 : 0;
  return {
    fill,
    cells: [],
    tone: fill > 1 ? 'danger' : fill > 0.9 ? 'soon' : null,
    lines: [
      say`${formatNumber(count)} × ${formatMass(biomassG / count, units)}`,
      here.map((s) => s.lotCode).join(' + '),
      densityWords(density, place, units),
    ],
    href,
  };
}

const densityWords = (density: number, place: PlaceFact, units: UnitChoice) =>
  place.densityLimitKgM3
    ? say`${formatDensity(density, units)} of ${formatDensity(place.densityLimitKgM3, units, 0)}`
    : formatDensity(density, units);

function bedMark({ forecast, facts, at }: FarmView, place: PlaceFact): Drawn {
  const here = forecast.plants
    .filter((s) => s.placeId === place.id && s.from <= at && s.until > at)
    .map((s) => ({ s, ripe: s.readyFrom === null ? 99 : s.readyFrom - at }))
    .sort((a, b) => b.ripe - a.ripe);
  const held = here.reduce((sum, { s }) => sum + s.positions, 0);
  const all = Math.max(1, place.positions ?? 1);
  const drawn = Math.max(1, Math.min(MOST_CELLS, Math.round(all / Math.max(1, place.pieceSize ?? 1))));
  const planted = here.flatMap(({ s, ripe }) =>
    new Array<number>(Math.max(1, Math.round((s.positions / all) * drawn))).fill(ripe),
  );
  const cells = [...new Array<null>(Math.max(0, drawn - planted.length)).fill(null), ...planted].slice(0, drawn);
  const names = [...new Set(here.map(({ s }) => facts.crops.find((c) => c.code === s.cropCode)?.name ?? s.cropCode))];
  const ripe = here.filter((h) => h.ripe <= 0).length;
  return {
    fill: held / all,
    cells,
    tone: null,
    lines: [
      names.join(', ') || say`empty`,
      say`${formatNumber(held)} of ${formatNumber(all)} places`,
      ...(ripe > 0 ? [plural(ripe, '# planting is ripe', '# plantings are ripe')] : []),
    ],
    href: '/beds',
  };
}
