import type { UnitChoice } from '../quantity/units';
import type { HousePart } from './houses';
import { word } from '../words/words';

/** A farm as it is described before it is laid: plain data in stored units, every part with the code it goes by. */

export const EQUIPMENT_KINDS = [
  'pump',
  'aerator',
  'solids',
  'filter',
  'mineraliser',
  'heater',
  'chiller',
  'light',
  'probe',
  'valve',
  'generator',
] as const;
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number];

export const EQUIPMENT_WORDS: Record<EquipmentKind, string> = {
  pump: word`pump`,
  aerator: word`air or oxygen`,
  solids: word`solids removal`,
  filter: word`biofilter`,
  mineraliser: word`mineralisation`,
  heater: word`heater`,
  chiller: word`chiller`,
  light: word`light`,
  probe: word`probe`,
  valve: word`valve`,
  generator: word`generator`,
};

export const LOOP_KINDS = ['coupled', 'decoupled', 'bench'] as const;
export type LoopKind = (typeof LOOP_KINDS)[number];
export const LOOP_WORDS: Record<LoopKind, string> = {
  coupled: word`one water`,
  decoupled: word`two waters, minerals between`,
  bench: word`bench for trials`,
};

export const PART_ROLES = [
  ...(['tank', 'sump', 'bed', 'nursery', 'purge', 'quarantine'] as const),
  ...(['cold', 'feed', 'seed', 'live', 'dry', 'chemicals'] as const),
] as const;
export type PartRole = (typeof PART_ROLES)[number];
export const PART_WORDS: Record<PartRole, string> = {
  tank: word`tank`,
  sump: word`sump`,
  bed: word`bed`,
  nursery: word`nursery`,
  purge: word`purge tank`,
  quarantine: word`quarantine tank`,
  cold: word`cold room`,
  feed: word`feed store`,
  seed: word`seed store`,
  live: word`holding tank`,
  dry: word`dry store`,
  chemicals: word`chemical store`,
};
export const TANK_ROLES: readonly PartRole[] = ['tank', 'sump', 'purge', 'quarantine', 'live'];
export const STAGES = ['nursery', 'mid', 'grow-out', 'ornamental', 'test'] as const;
export const METHODS = ['raft', 'film', 'tower', 'bucket', 'media', 'sand', 'tray', 'soil'] as const;
export type Method = (typeof METHODS)[number];
export const STANDS = ['floor', 'stand', 'roof'] as const;
export type StandsOn = (typeof STANDS)[number];

export interface LoopPart {
  code: string;
  name: string;
  kind: LoopKind;
  /** Its water is not let below, nor above, °C. Between them it follows the weather. */
  lowC: number;
  highC: number;
  /** The loop that its water spills into, where it does. */
  into: string | null;
}

export interface PlacePart {
  code: string;
  role: PartRole;
  loop: string | null;
  room: string;
  standsOn: StandsOn;
  stage: string | null;
  volumeL: number | null;
  limitKgM3: number | null;
  saltGL: number;
  method: Method | null;
  /** Rafts, towers, trays: so many pieces of so many places each. */
  positions: number | null;
  pieceSize: number | null;
  lengthM: number | null;
  widthM: number | null;
  /** Of media, sand or water in it. */
  depthM: number | null;
  areaM2: number | null;
  /** The part that the water comes from before it, where that was said: a place’s code or a machine’s name. */
  behind?: string | null;
}

export interface EquipmentPart {
  name: string;
  kind: EquipmentKind;
  loop: string | null;
  flowLH: number | null;
  headM: number | null;
  watts: number | null;
  /** Minutes on and off, over and over; null: always on. */
  onMin: number | null;
  offMin: number | null;
  kgO2PerDay: number | null;
  volumeM3: number | null;
  surfaceM2PerM3: number | null;
  gTanPerM2Day: number | null;
  /** In stock for when another fails: it never runs. */
  isSpare: boolean;
  /** How many of its kind are never to be fewer in reserve. */
  leastSpare?: number | null;
  /** Lamps: photons in a second, µmol, and what they shine on, as it was said. */
  umolS: number | null;
  over: string | null;
  /** The part that the water comes from before it, where that was said. */
  behind?: string | null;
}

export interface PersonPart {
  name: string;
  role: 'manager' | 'office' | 'hand';
}

export interface Habits {
  name: string;
  /** Degrees north; south is below nothing. */
  latitude: number;
  altitudeM: number;
  timeZone: string;
  currency: string;
  locale: string;
  units: UnitChoice;
  /** 1 is Monday, 7 Sunday. */
  firstWeekday: number;
}

export interface FarmDescription {
  habits: Habits;
  loops: LoopPart[];
  places: PlacePart[];
  equipment: EquipmentPart[];
  /** What rooms with plants are, where somebody said; the others are guessed from their names. */
  houses?: HousePart[];
  /** Whether anything stands on a stand, a floor above or a roof; null or absent: not asked yet. */
  raised?: 'none' | 'some' | null;
  /** Codes of the library. */
  species: string[];
  crops: string[];
  people: PersonPart[];
}

export const SETUP_STEPS = ['place', 'water', 'beds', 'purge', 'people'] as const;
export type SetupStep = (typeof SETUP_STEPS)[number];

export const NO_PLACE: Omit<PlacePart, 'code' | 'role'> = {
  loop: null,
  room: '',
  standsOn: 'floor',
  stage: null,
  volumeL: null,
  limitKgM3: null,
  saltGL: 0,
  method: null,
  positions: null,
  pieceSize: null,
  lengthM: null,
  widthM: null,
  depthM: null,
  areaM2: null,
};

export const NO_EQUIPMENT: Omit<EquipmentPart, 'name' | 'kind'> = {
  loop: null,
  flowLH: null,
  headM: null,
  watts: null,
  onMin: null,
  offMin: null,
  kgO2PerDay: null,
  volumeM3: null,
  surfaceM2PerM3: null,
  gTanPerM2Day: null,
  isSpare: false,
  umolS: null,
  over: null,
};
