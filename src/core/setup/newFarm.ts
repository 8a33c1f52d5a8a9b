import type { FeedRule, LoopFact, PlaceFact, ProductFact } from '../facts/farm';
import type { Crop, Species } from '../library/types';
import type { Day } from '../quantity/days';
import { told } from '../words/words';
import type { EquipmentKind } from './description';
import type { HousePart } from './houses';
import {
  CODE_OF_ROLE,
  OUTSIDE_ROLES,
  ROLE_NAMES,
  SOURCE_ROLES,
  STORE_ROLES,
  type OutsideRole,
  type StoreRole,
} from './roles';

/** A place as it is laid: its facts, its shape on the ground, and what the ledger needs of it. */
export interface NewPlace extends PlaceFact {
  saltGL: number;
  isSource: boolean;
  zoneId: string | null;
  lengthM: number | null;
  widthM: number | null;
  depthM: number | null;
  standsOn: 'floor' | 'stand' | 'roof';
  behind?: string | null;
}

export const NO_SHAPE = { zoneId: null, lengthM: null, widthM: null, depthM: null, standsOn: 'floor' as const };

export interface NewEquipment {
  id: string;
  name: string;
  kind: EquipmentKind;
  loopId: string | null;
  placeId: string | null;
  runOrder: number;
  flowLH?: number | null;
  headM?: number | null;
  watts?: number | null;
  onMin?: number | null;
  offMin?: number | null;
  kgO2PerDay?: number | null;
  volumeM3?: number | null;
  surfaceM2PerM3?: number | null;
  gTanPerM2Day?: number | null;
  isSpare?: boolean;
  leastSpare?: number | null;
  umolS?: number | null;
  over?: string | null;
  behind?: string | null;
}

export interface NewZone {
  id: string;
  code: string;
  name: string;
  kind: 'room' | 'air' | 'beds';
  /** What it is built of and held at, with the air and light that follow; absent: those of its beds' loops. */
  house?: HousePart;
  climate?: { airC: number[]; lightMol: number[] };
}

export interface NewChore {
  id: string;
  placeId: string | null;
  placeCode: string;
  title: string;
  detail: string;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  walk: string;
  walkOrder: number;
  caution: string | null;
}

/** Everything a farm is set up of, with ids made by whoever lays it. */
export interface NewFarm {
  loops: LoopFact[];
  zones: NewZone[];
  places: NewPlace[];
  equipment: NewEquipment[];
  species: Species[];
  /** One for each species; what is left out is a planning default. */
  feedRules: ({ speciesCode: string } & Partial<Omit<FeedRule, 'speciesCode' | 'version'>>)[];
  crops: Crop[];
  products: ProductFact[];
  customers: { id: string; name: string; channel: string }[];
  chores: NewChore[];
}

/** A store or a place outside, as every farm has it. */
export function standardPlace(id: string, role: StoreRole | OutsideRole): NewPlace {
  return {
    id,
    code: CODE_OF_ROLE[role],
    name: told(ROLE_NAMES[role]),
    kind: (STORE_ROLES as readonly string[]).includes(role) ? 'store' : 'outside',
    loopId: null,
    stage: null,
    volumeL: null,
    densityLimitKgM3: null,
    positions: null,
    areaM2: null,
    method: null,
    pieceSize: null,
    walk: 'Pack room',
    walkOrder: 90,
    role,
    saltGL: 0,
    isSource: (SOURCE_ROLES as readonly string[]).includes(role),
    ...NO_SHAPE,
  };
}

/** The places outside and the one that holds what is set aside: no farm’s ledger does without them. */
export const neededPlaces = (newId: () => string): NewPlace[] =>
  [...OUTSIDE_ROLES, 'aside' as const].map((role) => standardPlace(newId(), role));
