import type { LifeSupport, LoopFact } from '../../core/facts/farm';
import { FEED_BAND_G_M2 } from '../../core/water/balance';
import type { EquipmentKind } from '../../core/setup/description';
import type { NewEquipment } from '../../core/setup/newFarm';
import { Random } from './random';

export type LoopCode = 'heron' | 'kingfisher' | 'wren';
const AIR_C = [17, 17.5, 18.5, 19.5, 21, 22.5, 23.5, 23.5, 21.5, 19.5, 18, 17];
const LIGHT_MOL = [10.5, 11.5, 13, 15.5, 18, 19, 19, 17.5, 15, 12.5, 11, 10.5];
export const LOOPS: { code: LoopCode; name: string; kind: LoopFact['kind']; water: number[] }[] = [
  {
    code: 'heron',
    name: 'Heron',
    kind: 'coupled',
    water: [24, 24, 24.2, 24.4, 24.8, 25.2, 25.6, 25.6, 25.2, 24.6, 24.2, 24],
  },
  {
    code: 'kingfisher',
    name: 'Kingfisher',
    kind: 'decoupled',
    water: [10.8, 10.8, 11, 11.3, 11.8, 12.4, 12.8, 12.8, 12.4, 11.8, 11.2, 10.9],
  },
  { code: 'wren', name: 'Wren bench', kind: 'bench', water: [22, 22, 22, 22.5, 23, 23.5, 24, 24, 23.5, 23, 22.5, 22] },
];

export function demoLoops(random: Random): LoopFact[] {
  return LOOPS.map((l) => ({
    id: random.uuid(),
    code: l.code,
    name: l.name,
    kind: l.kind,
    bandGM2: [...FEED_BAND_G_M2[l.kind]] as [number, number],
    plannedWaterTempC: l.water,
    plannedAirTempC: AIR_C,
    plannedLightMol: LIGHT_MOL,
    tempPlan: [],
    lifeSupport: LIFE_SUPPORT[l.code],
  }));
}

/** Rating plates and filters of the made-up farm. */
const LIFE_SUPPORT: Record<LoopCode, LifeSupport> = {
  heron: {
    aerators: [
      { name: 'Blower A', kgO2PerDay: 11 },
      { name: 'Blower B', kgO2PerDay: 11 },
      { name: 'Raft diffusers', kgO2PerDay: 4 },
    ],
    media: [{ name: 'Moving bed', volumeM3: 3.4, surfaceM2PerM3: 500, gTanPerM2Day: 0.45 }],
    energy: {
      lossWPerC: 420,
      unheatedC: [13, 13, 14, 16, 19, 22, 24, 24, 21, 18, 15, 13],
      heatMinorPerKwh: 11,
      coolMinorPerKwh: 24,
      chillerCop: 3,
    },
  },
  kingfisher: {
    aerators: [
      { name: 'Blower C', kgO2PerDay: 7 },
      { name: 'Oxygen cone', kgO2PerDay: 9 },
    ],
    media: [{ name: 'Fixed bed', volumeM3: 3.2, surfaceM2PerM3: 300, gTanPerM2Day: 0.5 }],
    energy: {
      lossWPerC: 360,
      unheatedC: [9, 9, 10, 12, 14, 16, 17, 17, 15, 13, 11, 9],
      heatMinorPerKwh: 11,
      coolMinorPerKwh: 24,
      chillerCop: 3,
    },
  },
  wren: {
    aerators: [{ name: 'Air pump', kgO2PerDay: 0.5 }],
    media: [{ name: 'Sponge', volumeM3: 0.05, surfaceM2PerM3: 800, gTanPerM2Day: 0.4 }],
    energy: null,
  },
};

/** What moves and cleans the water of the made-up farm: name, kind, flow L/h, head m, watts. */
const RUNNING: Record<
  LoopCode,
  [name: string, kind: EquipmentKind, flowLH: number | null, headM: number | null, watts: number][]
> = {
  heron: [
    ['Drum filter', 'solids', null, null, 180],
    ['Heron pump', 'pump', 62_000, 2.4, 740],
  ],
  kingfisher: [
    ['Radial settler', 'solids', null, null, 0],
    ['Kingfisher pump', 'pump', 44_000, 3.1, 690],
    ['Greenhouse pump', 'pump', 9_000, 2.2, 120],
  ],
  wren: [['Bench pump', 'pump', 1800, 1.2, 25]],
};

export function demoEquipment(loops: LoopFact[]): NewEquipment[] {
  return LOOPS.flatMap(({ code }) =>
    RUNNING[code].map(([name, kind, flowLH, headM, watts], i) => ({
      id: crypto.randomUUID(),
      name,
      kind,
      loopId: loops.find((l) => l.code === code)!.id,
      placeId: null,
      runOrder: 10 + i,
      flowLH,
      headM,
      watts,
    })),
  );
}
