import { formatMass, formatNumber } from '../../quantity/units';
import { plural, say, told } from '../../words/words';
import { EQUIPMENT_WORDS, type EquipmentPart } from '../description';
import { roomWatts } from '../rooms';
import { duty, roundTo3, sumOf, why, type Carries, type Follows } from './parts';

/** Weight of a full bed, kg on a square metre: water, and stone or sand where there is some. Planning defaults. */
const WEIGHT_KG_M2: Record<string, number> = {
  raft: 300,
  film: 30,
  tower: 80,
  bucket: 60,
  media: 480,
  sand: 600,
  tray: 20,
  soil: 450,
};

/** What stands on stands and roofs weighs. */
export function raised({ d, units }: Carries): Follows[] {
  return (['stand', 'roof'] as const).flatMap((on) => {
    const up = d.places.filter((p) => p.standsOn === on);
    if (up.length === 0) return [];
    const kgOf = (p: (typeof up)[number]) => (p.volumeL ?? 0) + (p.areaM2 ?? 0) * (WEIGHT_KG_M2[p.method ?? ''] ?? 0);
    const kg = sumOf(up, kgOf);
    const codes = up.length > 6 ? [...up.slice(0, 6).map((p) => p.code), '…'] : up.map((p) => p.code);
    return [
      {
        key: `raised-${on}`,
        label: on === 'stand' ? say`Weight on stands` : say`Weight on the roof`,
        value: formatMass(roundTo3(kg * 1000), units),
        note: codes.join(', '),
        wrong: say`An engineer signs raised weight.`,
        because: why({
          title: say`weight that is raised`,
          formula: say`A litre of water weighs a kilogram; a full bed ${formatNumber(WEIGHT_KG_M2.tray!)} to ${formatNumber(WEIGHT_KG_M2.sand!)} kg/m² by its way of growing. Stands, people and snow come on top.`,
          fold: true,
          inputs: up.map((p) => [p.code, formatMass(kgOf(p) * 1000, units)]),
          change: say`what is said to stand on a stand or roof: open a part and change where it stands.`,
        }),
      },
    ];
  });
}

const kwhOf = (e: EquipmentPart) => (e.watts! * duty(e) * 24) / 1000;

/** Electricity of a day: in all, and of each loop where there are several. */
export function power({ d }: Carries): Follows[] {
  const running = d.equipment.filter((e) => e.watts && !e.isSpare);
  const rooms = roomDraws(d);
  if (running.length + rooms.length === 0) return [];
  const of = d.loops.map((loop) => ({ loop, own: running.filter((e) => e.loop === loop.code) }));
  const rows = of
    .filter(({ own }) => d.loops.length > 1 && own.length > 0)
    .map(({ loop, own }) => powerRow(`power-${loop.code}`, say`${loop.name}: current`, { machines: own, rooms: [] }));
  return [powerRow('power', say`Electricity in all`, { machines: running, rooms }), ...rows];
}

/** What is drawn in a day for a room itself, kWh. */
interface RoomDraw {
  kind: string;
  name: string;
  kwh: number;
}

const dayKwh = (watts: number) => (watts * 24) / 1000;

/** Lamps that were said of a room, and what holding the air of a closed one takes. */
const roomDraws = (d: Carries['d']): RoomDraw[] =>
  roomWatts(d)
    .flatMap(({ name, lampsW, airW }) => [
      { kind: say`lamps`, name: say`Lamps of ${name}`, kwh: dayKwh(lampsW) },
      { kind: say`air of rooms`, name: say`Holding the air of ${name}`, kwh: dayKwh(airW) },
    ])
    .filter((r) => r.kwh > 0);

interface Drawing {
  machines: readonly EquipmentPart[];
  rooms: readonly RoomDraw[];
}

/** Machines alike as one. */
function powerRow(key: string, label: string, { machines, rooms }: Drawing): Follows {
  const kwh = sumOf(machines, kwhOf) + sumOf(rooms, (r) => r.kwh);
  const alike = new Map<string, EquipmentPart[]>();
  for (const e of machines) {
    const as = [e.kind, e.watts, e.onMin, e.offMin].join('|');
    alike.set(as, [...(alike.get(as) ?? []), e]);
  }
  const groups = [...alike.values()].sort((a, b) => sumOf(b, kwhOf) - sumOf(a, kwhOf));
  const byKind = new Map<string, number>();
  const count = (kind: string, own: number) => byKind.set(kind, (byKind.get(kind) ?? 0) + own);
  for (const e of machines) count(told(EQUIPMENT_WORDS[e.kind]), kwhOf(e));
  for (const r of rooms) count(r.kind, r.kwh);
  const kinds = [...byKind].sort((a, b) => b[1] - a[1]).slice(0, 3);
  return {
    key,
    label,
    value: say`${formatNumber(kwh, 1)} kWh`,
    note: say`a day; ${kinds.map(([kind, own]) => `${kind} ${formatNumber(own, 1)}`).join(', ')}`,
    wrong: null,
    because: why({
      title: say`electricity of a day`,
      formula: say`Watts × 24 h × share of the time it runs, added up = ${formatNumber(kwh, 1)} kWh.`,
      inputs: [
        ...groups.map((g): [string, string] => [
          g.length > 1 ? plural(g.length, '# × ', '# × ') + g[0]!.name : g[0]!.name,
          say`${formatNumber(g[0]!.watts!)} W, on ${formatNumber(duty(g[0]!) * 100)} % of the time = ${formatNumber(sumOf(g, kwhOf), 1)} kWh`,
        ]),
        ...rooms.map((r): [string, string] => [r.name, say`${formatNumber(r.kwh, 1)} kWh`]),
      ],
      change: say`machines of fewer watts, or that stand more of the time; less light, or air nearer to that outside.`,
    }),
  };
}
