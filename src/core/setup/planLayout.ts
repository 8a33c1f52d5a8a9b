/**
 * Where things stand on the plan of the farm, metres. What was arranged by hand stays where it was put; the rest is laid in
 * rows, room by room, so that a plan can be read before anyone has drawn one.
 */

export interface PlanThing {
  id: string;
  room: string;
  kind: 'tank' | 'bed' | 'store';
  /** Whose water it has: rooms of one loop are laid under each other where that costs little. */
  loopId?: string | null;
  volumeL: number | null;
  areaM2: number | null;
  lengthM: number | null;
  widthM: number | null;
  /** Upper left corner, where someone put it. */
  xM: number | null;
  yM: number | null;
}

export interface Placed {
  id: string;
  xM: number;
  yM: number;
  widthM: number;
  heightM: number;
}

export interface PlacedRoom {
  name: string;
  xM: number;
  yM: number;
  widthM: number;
  heightM: number;
}

export interface FarmPlan {
  things: Placed[];
  rooms: PlacedRoom[];
  widthM: number;
  heightM: number;
}

/** Water stands about so deep in a fish tank, m. Planning default, for drawing only. */
const TANK_DEPTH_M = 1.2;
/** A bed whose sides are not known is drawn so many times as long as wide. */
const BED_SHAPE = 8;
const [GAP_M, WALL_M, HEAD_M, BETWEEN_M] = [0.8, 0.9, 1.6, 1.2];
/** Between tanks and the beds under them: room for what runs from one to the other. */
const PIPES_M = 3;
const ROOM_WIDE_M = 18;

/** How large a thing is drawn, m. */
export function sizeOf(t: PlanThing): { widthM: number; heightM: number } {
  if (t.kind === 'tank') {
    const across = 2 * Math.sqrt((t.volumeL ?? 1000) / 1000 / TANK_DEPTH_M / Math.PI);
    return { widthM: Math.max(1, across), heightM: Math.max(1, across) };
  }
  if (t.kind === 'store') return { widthM: 2.4, heightM: 1.8 };
  const area = t.areaM2 ?? 1;
  const lengthM = t.lengthM ?? Math.sqrt(area * BED_SHAPE);
  return {
    widthM: Math.min(ROOM_WIDE_M - 2 * WALL_M, Math.max(1.5, lengthM)),
    heightM: Math.max(0.7, t.widthM ?? area / lengthM),
  };
}

/** Things of one room in rows from its corner. @returns them, and how large the room becomes */
function layRoom(things: readonly PlanThing[]): { placed: Placed[]; widthM: number; heightM: number } {
  const placed: Placed[] = [];
  let [x, y, rowHigh, widest] = [WALL_M, HEAD_M, 0, 0];
  let before: PlanThing['kind'] | null = null;
  const order = { tank: 0, store: 1, bed: 2 };
  for (const t of [...things].sort((a, b) => order[a.kind] - order[b.kind])) {
    const size = sizeOf(t);
    const firstBed = t.kind === 'bed' && before !== null && before !== 'bed';
    if (firstBed) [x, y, rowHigh] = [WALL_M, y + rowHigh + PIPES_M, 0];
    else if (x > WALL_M && x + size.widthM > ROOM_WIDE_M - WALL_M) [x, y, rowHigh] = [WALL_M, y + rowHigh + GAP_M, 0];
    before = t.kind;
    placed.push({ id: t.id, xM: x, yM: y, ...size });
    x += size.widthM + GAP_M;
    rowHigh = Math.max(rowHigh, size.heightM);
    widest = Math.max(widest, x - GAP_M);
  }
  return { placed, widthM: Math.max(6, widest + WALL_M), heightM: y + rowHigh + WALL_M };
}

const MOST_COLUMNS = 4;
/** A screen is about so many times as wide as high. */
const SCREEN_SHAPE = 1.5;

/**
 * @param things in walking order; their rooms are laid in columns, the emptiest one next, in as many columns as make the plan
 * nearest to the shape of a screen
 */
export function layPlan(things: readonly PlanThing[]): FarmPlan {
  const plans = Array.from({ length: MOST_COLUMNS }, (_, i) => layColumns(things, i + 1));
  const away = ({ widthM, heightM }: FarmPlan) => Math.abs(Math.log(widthM / heightM / SCREEN_SHAPE));
  return plans.reduce((best, plan) => (away(plan) < away(best) ? plan : best));
}

interface Column {
  xM: number;
  yM: number;
  loops: Set<string>;
}
/** So much higher a column may be before a room leaves those of its loop. */
const KEPT_TOGETHER_M = 6;

/** The emptiest column, or one of the same loop that is hardly fuller. */
function columnFor(columns: readonly Column[], loops: readonly string[]): Column {
  const emptier = (a: Column, b: Column) => (b.yM < a.yM ? b : a);
  const least = columns.reduce(emptier);
  const own = columns.filter((c) => loops.some((l) => c.loops.has(l)) && c.yM <= least.yM + KEPT_TOGETHER_M);
  return own.length > 0 ? own.reduce(emptier) : least;
}

function layColumns(things: readonly PlanThing[], count: number): FarmPlan {
  const byRoom = new Map<string, PlanThing[]>();
  for (const t of things) byRoom.set(t.room, [...(byRoom.get(t.room) ?? []), t]);
  const columns = Array.from({ length: count }, (_, i): Column => ({
    xM: i * (ROOM_WIDE_M + BETWEEN_M),
    yM: 0,
    loops: new Set(),
  }));
  const [all, rooms]: [Placed[], PlacedRoom[]] = [[], []];
  for (const [name, own] of byRoom) {
    const laid = layRoom(own);
    const loops = own.flatMap((t) => t.loopId ?? []);
    const column = columnFor(columns, loops);
    for (const loop of loops) column.loops.add(loop);
    const here = laid.placed.map((p) => {
      const hand = own.find((t) => t.id === p.id)!;
      const isPut = hand.xM !== null && hand.yM !== null;
      return { ...p, xM: isPut ? hand.xM! : column.xM + p.xM, yM: isPut ? hand.yM! : column.yM + p.yM };
    });
    all.push(...here);
    rooms.push(around(name, here));
    column.yM += laid.heightM + BETWEEN_M;
  }
  const far = (of: (p: Placed | PlacedRoom) => number) => Math.max(10, ...[...all, ...rooms].map(of));
  return { things: all, rooms, widthM: far((p) => p.xM + p.widthM), heightM: far((p) => p.yM + p.heightM) };
}

/** The walls round what stands in a room. */
function around(name: string, things: readonly Placed[]): PlacedRoom {
  const low = (of: (p: Placed) => number) => Math.min(...things.map(of));
  const high = (of: (p: Placed) => number) => Math.max(...things.map(of));
  const [x, y] = [Math.max(0, low((p) => p.xM) - WALL_M), Math.max(0, low((p) => p.yM) - HEAD_M)];
  return {
    name,
    xM: x,
    yM: y,
    widthM: Math.max(6, high((p) => p.xM + p.widthM) + WALL_M - x),
    heightM: high((p) => p.yM + p.heightM) + WALL_M - y,
  };
}

/** The order in which the round goes: rooms as they stand from top and left, and so within each room. */
export function walkOrder(plan: FarmPlan, roomOf: (id: string) => string): string[] {
  const byPlace = (a: { xM: number; yM: number }, b: { xM: number; yM: number }) => a.yM - b.yM || a.xM - b.xM;
  const rooms = [...plan.rooms].sort(byPlace).map((r) => r.name);
  return [...plan.things]
    .sort((a, b) => rooms.indexOf(roomOf(a.id)) - rooms.indexOf(roomOf(b.id)) || byPlace(a, b))
    .map((t) => t.id);
}
