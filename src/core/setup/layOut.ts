import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../library/defaults';
import type { LoopFact, ProductFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { FEED_BAND_G_M2 } from '../water/balance';
import { say, told } from '../words/words';
import { coveredAirC, heldWaterC, lightMol } from './climate';
import { climateOfHouse } from './houses';
import { housesOf } from './rooms';
import { PART_WORDS, type FarmDescription, type LoopPart, type PlacePart } from './description';
import {
  neededPlaces,
  NO_SHAPE,
  standardPlace,
  type NewChore,
  type NewFarm,
  type NewPlace,
  type NewZone,
} from './newFarm';
import { STORE_ROLES, type StoreRole } from './roles';
import { PLANT_UNITS } from '../quantity/units';

interface LayOutArgs {
  description: FarmDescription;
  newId: () => string;
  today: Day;
}

/** What a description comes to as a farm that can be laid: places with their rooms, waters by month, a product for each kind, first chores. */
export function layOut({ description: d, newId, today }: LayOutArgs): NewFarm {
  const loops = d.loops.map((l) => loopOf(l, d, newId()));
  const zones = zonesOf(d, newId);
  const places = d.places.map((p, i) => placeOf(p, { id: newId(), i, loops, zones }));
  const missing = (['cold', 'feed', 'seed'] as const).filter((role) => !d.places.some((p) => p.role === role));
  return {
    loops,
    zones,
    places: [...places, ...missing.map((role) => standardPlace(newId(), role)), ...neededPlaces(newId)],
    equipment: d.equipment.map((e, i) => ({
      ...e,
      id: newId(),
      loopId: loops.find((l) => l.code === e.loop)?.id ?? null,
      placeId: null,
      runOrder: i,
    })),
    species: SPECIES_DEFAULTS.filter((s) => d.species.includes(s.code)).map((s) => ({ ...s })),
    feedRules: d.species.map((speciesCode) => ({ speciesCode })),
    crops: CROP_DEFAULTS.filter((c) => d.crops.includes(c.code)).map((c) => ({ ...c })),
    products: productsOf(d),
    customers: [],
    chores: choresOf(d, newId, today),
  };
}

/** A loop with its water and weather by month, as the place has them. */
export function loopOf(
  l: LoopPart,
  { habits: { latitude, altitudeM } }: { habits: Pick<FarmDescription['habits'], 'latitude' | 'altitudeM'> },
  id: string,
): LoopFact {
  const round = (months: number[]) => months.map((v) => Math.round(v * 10) / 10);
  return {
    id,
    code: l.code,
    name: l.name.trim() || l.code,
    kind: l.kind,
    bandGM2: [...FEED_BAND_G_M2[l.kind]],
    plannedWaterTempC: round(heldWaterC(latitude, altitudeM, [l.lowC, l.highC])),
    plannedAirTempC: round(coveredAirC(latitude, altitudeM)),
    plannedLightMol: round(lightMol(latitude)),
    tempPlan: [],
    heldC: [l.lowC, l.highC],
    lifeSupport: { aerators: [], media: [], energy: null },
  };
}

const roomOf = (p: PlacePart) => p.room.trim();

function zonesOf(d: FarmDescription, newId: () => string): NewZone[] {
  const rooms = [...new Map(d.places.map((p) => [roomOf(p).toLowerCase(), roomOf(p)])).values()].filter(Boolean);
  const houses = housesOf(d);
  return rooms.map((name, i) => {
    const house = houses.find((h) => h.name.toLowerCase() === name.toLowerCase());
    return {
      ...{ id: newId(), code: `Z${i + 1}`, name: capitalised(name), kind: 'room' },
      ...(house ? { house, climate: climateOfHouse(house, d.habits) } : {}),
    };
  });
}

const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

interface Around {
  id: string;
  i: number;
  loops: LoopFact[];
  zones: NewZone[];
}

/** The round goes room by room, in the order in which rooms were named. */
function placeOf(p: PlacePart, { id, i, loops, zones }: Around): NewPlace {
  const isStore = (STORE_ROLES as readonly string[]).includes(p.role);
  const zone = zones.findIndex((z) => z.name.toLowerCase() === roomOf(p).toLowerCase());
  const loop = loops.find((l) => l.code === p.loop);
  const kind = (isStore ? 'store' : p.role) as NewPlace['kind'];
  return {
    ...NO_SHAPE,
    id,
    code: p.code,
    name: say`${capitalised(told(PART_WORDS[p.role]))} ${p.code}`,
    kind,
    role: isStore ? (p.role as StoreRole) : null,
    loopId: loop?.id ?? null,
    zoneId: zones[zone]?.id ?? null,
    stage: p.stage,
    volumeL: p.volumeL,
    densityLimitKgM3: p.limitKgM3,
    positions: p.positions,
    areaM2: p.areaM2,
    method: p.method,
    pieceSize: p.pieceSize,
    walk: zones[zone]?.name ?? loop?.name ?? say`Everywhere`,
    walkOrder: (zone < 0 ? zones.length : zone) * 10 + 1 + i / 1000,
    saltGL: p.saltGL,
    isSource: false,
    lengthM: p.lengthM,
    widthM: p.widthM,
    depthM: p.depthM,
    standsOn: p.standsOn,
    behind: p.behind ?? null,
  };
}

/** Whole fish on ice keep about eight days. Planning default. */
const CHILLED_FISH_DAYS = 8;

/** One product for each kind, sold as the library has it; prices are the farm’s own and begin at nothing. */
export function productsOf(d: Pick<FarmDescription, 'species' | 'crops'>): ProductFact[] {
  const fish = SPECIES_DEFAULTS.filter((s) => d.species.includes(s.code) && s.marketG).map((s) => ({
    code: s.code,
    name: s.name,
    unit: 'kg' as const,
    speciesCode: s.code,
    cropCode: null,
    liveCm: null,
    shelfLifeDays: CHILLED_FISH_DAYS,
    priceMinor: 0,
  }));
  const greens = CROP_DEFAULTS.filter(
    (c) => d.crops.includes(c.code) && (PLANT_UNITS as readonly string[]).includes(c.unit),
  ).map((c) => ({
    code: c.code,
    name: c.name,
    unit: c.unit as ProductFact['unit'],
    speciesCode: null,
    cropCode: c.code,
    liveCm: null,
    shelfLifeDays: c.shelfLifeDays,
    priceMinor: 0,
  }));
  return [...fish, ...greens];
}

/** What is looked after by the clock from the first day on, from the equipment that is there. */
function choresOf(d: FarmDescription, newId: () => string, today: Day): NewChore[] {
  const chore = (
    over: Pick<NewChore, 'placeCode' | 'title' | 'detail' | 'everyDays' | 'minutes'> & Partial<NewChore>,
  ): NewChore => ({
    id: newId(),
    placeId: null,
    startsOn: today,
    walk: say`Filters`,
    walkOrder: 30,
    caution: null,
    ...over,
  });
  const of = (kind: string) => d.equipment.filter((e) => e.kind === kind);
  return [
    ...of('solids').map((e) =>
      chore({
        placeCode: e.name,
        title: say`Drain or wash until clear`,
        detail: say`Note the litres and where the sludge went`,
        everyDays: 1,
        minutes: 10,
        caution: say`Closed pits: ventilate, never alone.`,
      }),
    ),
    ...of('filter').map((e) =>
      chore({
        placeCode: e.name,
        title: say`Watch the media`,
        detail: say`Moving media should all move; look for dead corners`,
        everyDays: 1,
        minutes: 3,
      }),
    ),
    ...of('mineraliser').map((e) =>
      chore({
        placeCode: e.name,
        title: say`Check air and smell`,
        detail: say`A rotten smell means too little air`,
        everyDays: 2,
        minutes: 5,
        caution: say`Do not lean over a tank that smells; air it first.`,
      }),
    ),
    ...(of('aerator').length > 0
      ? [
          chore({
            placeCode: say`Air`,
            title: say`Listen, feel, try the spare`,
            detail: say`Let the spare run for ten minutes`,
            everyDays: 7,
            minutes: 10,
            caution: say`Electricity beside water: licensed electrician for anything inside.`,
          }),
        ]
      : []),
    ...(d.places.some((p) => p.role === 'cold')
      ? [
          chore({
            placeCode: say`Cold room`,
            title: say`Write the cold room temperature`,
            detail: say`Fish at 0 to 2 °C under ice, greens 4 °C, basil 10 °C`,
            everyDays: 1,
            minutes: 3,
            walk: say`Pack room`,
            walkOrder: 91,
          }),
        ]
      : []),
  ];
}
