import { addDays, dayNumber, weekday, type Day } from '../../core/quantity/days';

/** One species' rotation: a cohort every six weeks, always the same way through the tanks. */
export interface Rotation {
  speciesCode: string;
  prefix: string;
  loop: string;
  /** [age at which the cohort enters, tanks that take turns]. */
  stages: [age: number, tanks: string[]][];
  arrivalG: number;
  number: number;
  harvestAges: number[];
  purge: string;
  purgeDays: number;
  method: 'separate' | 'salted';
  /** Age, on the Thursday after today, of the cohort that is being harvested now. */
  ageNow: number;
}

export const EVERY = 42;

export const ROTATIONS: Rotation[] = [
  {
    speciesCode: 'hybrid-striped-bass',
    prefix: 'HSB',
    loop: 'heron',
    arrivalG: 5.5,
    number: 620,
    purge: 'P1',
    purgeDays: 5,
    method: 'separate',
    stages: [
      [0, ['Q1']],
      [14, ['H1', 'H2']],
      [84, ['H3', 'H4']],
      [168, ['H5', 'H6', 'H7', 'H8']],
    ],
    harvestAges: [301, 308, 315, 322, 329, 336],
    ageNow: 315,
  },
  {
    speciesCode: 'rainbow-trout',
    prefix: 'TRT',
    loop: 'kingfisher',
    arrivalG: 3,
    number: 520,
    purge: 'P2',
    purgeDays: 4,
    method: 'salted',
    stages: [
      [0, ['Q1']],
      [14, ['K1']],
      [56, ['K2', 'K3']],
      [140, ['K4', 'K5', 'K6']],
    ],
    harvestAges: [231, 238, 245, 252, 259, 266],
    ageNow: 245,
  },
];

export function nextThursday(today: Day): Day {
  return addDays(today, (4 - weekday(today) + 7) % 7);
}

/** Arrival day number of cohort `k`; k = 0 is the one being harvested now, larger k came later. */
export function arrivalOf(rotation: Rotation, today: Day, k: number): number {
  return dayNumber(nextThursday(today)) - rotation.ageNow + EVERY * k;
}

export function codeOf(rotation: Rotation, k: number) {
  return `${rotation.prefix}-${30 + k}`;
}

/** Two deliveries that went otherwise: one cohort came in overfull, one much too small. */
export function numberOf(rotation: Rotation, k: number): number {
  if (rotation.prefix === 'HSB' && k === 1) return 880;
  if (rotation.prefix === 'HSB' && k === 4) return 430;
  return rotation.number;
}

export function stageTank(rotation: Rotation, k: number, age: number): string {
  const stage = [...rotation.stages].reverse().find(([from]) => age >= from)!;
  const tanks = stage[1];
  return tanks[((k % tanks.length) + tanks.length) % tanks.length]!;
}
