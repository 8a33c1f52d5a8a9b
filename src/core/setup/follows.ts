import type { Explanation } from '../explain';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../library/defaults';
import { formatArea, formatLoad, formatMass, formatNumber, formatVolume, type UnitChoice } from '../quantity/units';
import { ammoniaFromFeedG } from '../water/ammonia';
import { FEED_BAND_G_M2 } from '../water/balance';
import { MEDIA_L_PER_KG, nitrificationG, oxygenNeedKg } from '../water/lifeSupport';
import { plural, say, word } from '../words/words';
import type { EquipmentPart, FarmDescription, LoopPart, PlacePart } from './description';

/** What follows from a description, worked out while it is typed. Planning figures: they say whether parts go together. */

export interface Follows {
  key: string;
  label: string;
  value: string;
  note: string;
  /** What is unwise about it, in words. */
  wrong: string | null;
  because: Explanation;
}

/** Feed that growing fish of market size take in a day, share of their weight. Planning default. */
const RATION = 0.012;
/** Weeks from one refill of a place to the next. Planning default for heads of lettuce. */
const WEEKS_A_HEAD = 6;
/** Share of a sump that is full while the pump runs. Planning default. */
const SUMP_FULL = 0.6;
/** Litres that run back from a square metre of bed when the pump stops, by way of growing. Planning defaults. */
const DRAINS_L_M2: Record<string, number> = {
  raft: 15,
  film: 10,
  tower: 8,
  bucket: 6,
  media: 80,
  sand: 60,
  tray: 2,
  soil: 0,
};
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
const OF_AREA: readonly string[] = ['media', 'sand', 'soil'];

export const placesOfLoop = (d: FarmDescription, loop: LoopPart) => d.places.filter((p) => p.loop === loop.code);
export const sumOf = <T>(rows: readonly T[], of: (row: T) => number) => rows.reduce((sum, r) => sum + of(r), 0);
const beds = (places: readonly PlacePart[]) => places.filter((p) => p.role === 'bed');
const tanks = (places: readonly PlacePart[]) => places.filter((p) => p.role === 'tank');
const carriedKg = (places: readonly PlacePart[]) =>
  sumOf(tanks(places), (t) => ((t.volumeL ?? 0) / 1000) * (t.limitKgM3 ?? 0));
const areaM2 = (places: readonly PlacePart[]) => sumOf(places, (p) => p.areaM2 ?? 0);

/** Share of the time that something runs. */
export const duty = (e: Pick<EquipmentPart, 'onMin' | 'offMin'> & { isSpare?: boolean }) =>
  e.isSpare ? 0 : e.onMin ? e.onMin / (e.onMin + (e.offMin ?? 0)) : 1;

/** Everything that can be said of what is described so far. */
export function whatFollows(d: FarmDescription, units: UnitChoice): Follows[] {
  const loops = d.loops.flatMap((loop) => ofLoop(d, loop, units));
  return [positions(d, units), headsAYear(d), ...balance(d, units), ...loops, ...raised(d, units), power(d)].filter(
    (f) => f !== null,
  );
}

const SOURCE = word`Planning defaults of this app, within the ranges of FAO Fisheries and Aquaculture Technical Paper 589.`;

function why(title: string, formula: string, inputs: [label: string, value: string][]): Explanation {
  return {
    title,
    formula,
    inputs: inputs.map(([label, value]) => ({ label, value, from: say`as described here` })),
    source: SOURCE,
    change: say`Change the parts on this page; everything follows at once.`,
  };
}

function positions(d: FarmDescription, units: UnitChoice): Follows | null {
  const own = beds(d.places);
  if (own.length === 0) return null;
  const [counted, byArea] = [
    own.filter((b) => !OF_AREA.includes(b.method ?? '')),
    own.filter((b) => OF_AREA.includes(b.method ?? '')),
  ];
  const places = sumOf(counted, (b) => b.positions ?? 0);
  return {
    key: 'positions',
    label: say`Places in all`,
    value: formatNumber(places),
    note:
      byArea.length > 0
        ? say`and ${formatArea(areaM2(byArea), units)} of media, sand and soil`
        : say`on ${formatArea(areaM2(own), units)}`,
    wrong: null,
    because: why(
      say`places in all`,
      say`The holes, sites and buckets of ${plural(counted.length, '# bed', '# beds')} = ${formatNumber(places)}.`,
      counted.slice(0, 12).map((b) => [b.code, formatNumber(b.positions ?? 0)]),
    ),
  };
}

function headsAYear(d: FarmDescription): Follows | null {
  const places = sumOf(
    beds(d.places).filter((b) => ['raft', 'film', 'tower'].includes(b.method ?? '')),
    (b) => b.positions ?? 0,
  );
  if (places === 0) return null;
  const heads = (places * 52) / WEEKS_A_HEAD;
  return {
    key: 'heads',
    label: say`Heads a year, six weeks each`,
    value: formatNumber(roundTo3(heads)),
    note: say`at full refill`,
    wrong: null,
    because: why(
      say`heads a year`,
      say`${formatNumber(places)} places × 52 weeks ÷ ${WEEKS_A_HEAD} weeks a head = ${formatNumber(roundTo3(heads))}, when every gap is refilled the same day.`,
      [[say`Places in rafts, films and towers`, formatNumber(places)]],
    ),
  };
}

const roundTo3 = (value: number) => Number(value.toPrecision(3));

/** Feed of full tanks against what the beds can use, by both schools. */
function balance(d: FarmDescription, units: UnitChoice): Follows[] {
  const planted = areaM2(beds(d.places));
  const kg = carriedKg(d.places);
  const rows: Follows[] = [];
  const [low, high] = usableFeedG(d);
  if (planted > 0) {
    const fishKg = [low / RATION / 1000, high / RATION / 1000] as const;
    rows.push({
      key: 'feedable',
      label: say`Fish these beds can feed on`,
      value: formatMass(roundTo3(((fishKg[0] + fishKg[1]) / 2) * 1000), units),
      note: say`${formatLoad(low / planted, units)} to ${formatLoad(high / planted, units)} of feed a day`,
      wrong: null,
      because: why(
        say`fish that these beds can feed on`,
        say`${formatArea(planted, units)} × ${formatNumber(low / planted)} to ${formatNumber(high / planted)} g feed a day = ${formatMass(low, units)} to ${formatMass(high, units)} of feed a day; fish take ${formatNumber(RATION * 100, 1)} % of their weight, so the middle is ${formatMass(roundTo3(((fishKg[0] + fishKg[1]) / 2) * 1000), units)} of fish.`,
        [[say`Planted area`, formatArea(planted, units)]],
      ),
    });
  }
  if (kg > 0)
    rows.push({
      key: 'carried',
      label: say`Your tanks carry at most`,
      value: formatMass(roundTo3(kg * 1000), units),
      note: plural(d.loops.length, 'in # loop', 'in # loops'),
      wrong: null,
      because: why(
        say`fish that the tanks carry`,
        say`Water of each tank × its limit, added up = ${formatMass(roundTo3(kg * 1000), units)}.`,
        tanks(d.places)
          .slice(0, 12)
          .map((t) => [t.code, say`${formatVolume(t.volumeL ?? 0, units)} at ${t.limitKgM3 ?? 0} kg/m³`]),
      ),
    });
  if (kg > 0 && planted > 0) rows.push(...schools(d, kg, [low, high], units));
  return rows;
}

/** Feed that the planted area is comfortable with, g a day. */
function usableFeedG(d: FarmDescription): [number, number] {
  const of = (i: 0 | 1) => sumOf(d.loops, (loop) => areaM2(beds(placesOfLoop(d, loop))) * FEED_BAND_G_M2[loop.kind][i]);
  return [of(0), of(1)];
}

function schools(d: FarmDescription, kg: number, [low, high]: [number, number], units: UnitChoice): Follows[] {
  const feedG = kg * RATION * 1000;
  const times = (low + high) / 2 / feedG;
  const short = low > feedG;
  const over = feedG > high;
  const feed: Follows = {
    key: 'school-feed',
    label: short
      ? say`Feed short of what the beds use`
      : over
        ? say`Feed over what the beds use`
        : say`Feed and beds go together`,
    // Of what the beds use in the middle of their band.
    value: short || over ? say`${formatNumber(Math.abs(1 - 1 / times) * 100)} %` : say`${formatNumber(times, 1)} ×`,
    note: say`by feed on each square metre`,
    wrong: short
      ? say`Your beds could use ${formatNumber(times, 1)} times the feed of full tanks: start with fewer beds, or more fish.`
      : over
        ? say`Full tanks give more than the beds take up: more beds, or fewer fish.`
        : null,
    because: why(
      say`feed against what the beds use`,
      say`Full tanks take ${formatMass(feedG, units)} of feed a day (${formatNumber(RATION * 100, 1)} % of ${formatMass(kg * 1000, units)}); the beds use ${formatMass(low, units)} to ${formatMass(high, units)}.`,
      [
        [say`Fish that the tanks carry`, formatMass(kg * 1000, units)],
        [say`Planted area`, formatArea(areaM2(beds(d.places)), units)],
      ],
    ),
  };
  const protein = meanOf(
    SPECIES_DEFAULTS.filter((s) => d.species.includes(s.code)).map((s) => s.proteinFraction),
    0.4,
  );
  const uptake = meanOf(
    CROP_DEFAULTS.filter((c) => d.crops.includes(c.code)).map((c) => c.nitrogenUptakeGM2Day),
    0.9,
  );
  const given = ammoniaFromFeedG(feedG, protein);
  const taken = areaM2(beds(d.places)) * uptake;
  const nitrogen: Follows = {
    key: 'school-nitrogen',
    label: say`Nitrogen that the beds take up`,
    value: say`${formatNumber((taken / given) * 100)} %`,
    note: say`of what full tanks give, ${formatNumber(given)} g a day`,
    wrong: taken > given * 1.5 ? say`By nitrogen too the plants would go hungry.` : null,
    because: why(
      say`nitrogen given and taken up`,
      say`${formatMass(feedG, units)} of feed with ${formatNumber(protein * 100)} % protein gives ${formatNumber(given)} g of ammonia nitrogen a day; ${formatArea(areaM2(beds(d.places)), units)} of crops take up ${formatNumber(uptake, 1)} g/m² = ${formatNumber(taken)} g.`,
      [[say`Protein in the feed`, say`${formatNumber(protein * 100)} %`]],
    ),
  };
  return [feed, nitrogen];
}

const meanOf = (values: number[], otherwise: number) =>
  values.length > 0 ? sumOf(values, (v) => v) / values.length : otherwise;

/** Turnover, what runs back, air and filter of one loop. */
function ofLoop(d: FarmDescription, loop: LoopPart, units: UnitChoice): Follows[] {
  return [turnover(d, loop, units), drainDown(d, loop, units), ...life(d, loop, units)].filter((f) => f !== null);
}

/** Spares are in stock: they neither pump nor blow. */
const equipmentIn = (d: FarmDescription, loop: LoopPart, kind: EquipmentPart['kind']) =>
  d.equipment.filter((e) => e.loop === loop.code && e.kind === kind && !e.isSpare);

function turnover(d: FarmDescription, loop: LoopPart, units: UnitChoice): Follows | null {
  const litres = sumOf(tanks(placesOfLoop(d, loop)), (t) => t.volumeL ?? 0);
  const pumps = equipmentIn(d, loop, 'pump').filter((p) => p.flowLH);
  if (litres === 0 || pumps.length === 0) return null;
  const flow = sumOf(pumps, (p) => p.flowLH! * duty(p));
  const times = flow / litres;
  return {
    key: `turnover-${loop.code}`,
    label: say`${loop.name}: water through the tanks`,
    value: say`${formatNumber(times, 1)} × an hour`,
    note: say`${formatVolume(flow, units)} an hour, cycles counted`,
    wrong: times < 0.5 ? say`Solids settle in the tanks when the water turns over less than once in two hours.` : null,
    because: why(
      say`turnover of ${loop.name}`,
      say`${formatVolume(flow, units)} an hour ÷ ${formatVolume(litres, units)} in the tanks = ${formatNumber(times, 1)} times.`,
      pumps.map((p) => [
        p.name,
        say`${formatVolume(p.flowLH!, units)} an hour, on ${formatNumber(duty(p) * 100)} % of the time`,
      ]),
    ),
  };
}

/** Litres that run back when the pump stops, and the room for them. */
export function drains(d: FarmDescription, loop: LoopPart): { litres: number; roomL: number } {
  const own = placesOfLoop(d, loop);
  return {
    litres: sumOf(beds(own), (b) => (b.areaM2 ?? 0) * (DRAINS_L_M2[b.method ?? 'raft'] ?? 15)),
    roomL: sumOf(
      own.filter((p) => p.role === 'sump'),
      (s) => (s.volumeL ?? 0) * (1 - SUMP_FULL),
    ),
  };
}

function drainDown(d: FarmDescription, loop: LoopPart, units: UnitChoice): Follows | null {
  const { litres, roomL } = drains(d, loop);
  if (litres === 0) return null;
  const over = litres - roomL;
  return {
    key: `drain-${loop.code}`,
    label: say`${loop.name}: when the pump stops`,
    value: formatVolume(roundTo3(litres), units),
    note:
      roomL > 0
        ? say`runs back to a sump with ${formatVolume(roundTo3(roomL), units)} free`
        : say`runs back; there is no sump`,
    wrong: over > 0 ? say`${formatVolume(roundTo3(over), units)} would be on the floor.` : null,
    because: why(
      say`what runs back when the pump of ${loop.name} stops`,
      say`Area of each bed × litres that its way of growing holds above the outlet = ${formatVolume(roundTo3(litres), units)}; a sump is ${formatNumber(SUMP_FULL * 100)} % full while the pump runs.`,
      beds(placesOfLoop(d, loop))
        .slice(0, 12)
        .map((b) => [b.code, say`${formatArea(b.areaM2 ?? 0, units)} × ${DRAINS_L_M2[b.method ?? 'raft'] ?? 15} L`]),
    ),
  };
}

interface TurnedOver {
  filters: number;
  rootsL: number;
  taken: number;
  made: number;
}

function turnedOver({ filters, rootsL, taken, made }: TurnedOver): string {
  if (filters > 0)
    return say`turns over ${formatNumber(taken)} of ${formatNumber(made)} g ammonia a day in its own media`;
  return rootsL > 0
    ? say`media, sand and soil beds by their volume; there is no filter besides, and ${formatNumber(made)} g ammonia a day to turn over`
    : say`no filter is described; ${formatNumber(made)} g ammonia a day to turn over`;
}

/** Air and filter against full tanks: oxygen by feed, media by surface and by the quick rule. */
function life(d: FarmDescription, loop: LoopPart, units: UnitChoice): Follows[] {
  const kg = carriedKg(placesOfLoop(d, loop));
  if (kg === 0) return [];
  const feedKg = kg * RATION;
  const need = oxygenNeedKg(feedKg);
  const given = sumOf(equipmentIn(d, loop, 'aerator'), (a) => a.kgO2PerDay ?? 0);
  const media = equipmentIn(d, loop, 'filter').map((f) => ({
    name: f.name,
    volumeM3: f.volumeM3 ?? 0,
    surfaceM2PerM3: f.surfaceM2PerM3 ?? 0,
    gTanPerM2Day: f.gTanPerM2Day ?? 0,
  }));
  const rootsL = sumOf(
    beds(placesOfLoop(d, loop)).filter((b) => OF_AREA.includes(b.method ?? '')),
    (b) => (b.areaM2 ?? 0) * 250,
  );
  const mediaL = sumOf(media, (m) => m.volumeM3 * 1000) + rootsL;
  const taken = nitrificationG(media, Math.min(40, (loop.lowC + loop.highC) / 2));
  const made = ammoniaFromFeedG(feedKg * 1000, 0.4);
  return [
    {
      key: `air-${loop.code}`,
      label: say`${loop.name}: air for full tanks`,
      value: say`${formatNumber(given, 1)} of ${formatNumber(need, 1)} kg O₂`,
      note: say`a day`,
      wrong: given < need ? say`Usually oxygen runs out first: add air, or stock less.` : null,
      because: why(
        say`oxygen of ${loop.name}`,
        say`Fish and bacteria use half a kilogram of oxygen for each kilogram of feed: ${formatMass(feedKg * 1000, units)} a day × 0.5 = ${formatNumber(need, 1)} kg.`,
        equipmentIn(d, loop, 'aerator').map((a) => [a.name, say`${formatNumber(a.kgO2PerDay ?? 0, 1)} kg a day`]),
      ),
    },
    {
      key: `media-${loop.code}`,
      label: say`${loop.name}: filter for full tanks`,
      value: say`${formatVolume(mediaL, units)} of ${formatVolume(kg * MEDIA_L_PER_KG, units)}`,
      note: turnedOver({ filters: media.length, rootsL, taken, made }),
      wrong:
        mediaL < kg * MEDIA_L_PER_KG && taken < made
          ? say`By both schools the filter is too small for full tanks.`
          : null,
      because: why(
        say`filter of ${loop.name}`,
        say`${MEDIA_L_PER_KG} L of media for each kilogram of fish: ${formatMass(kg * 1000, units)} want ${formatVolume(kg * MEDIA_L_PER_KG, units)}. Media beds count with 25 cm of stone.`,
        [[say`Media of filters and beds`, formatVolume(mediaL, units)]],
      ),
    },
  ];
}

/** What stands on stands and roofs weighs. */
function raised(d: FarmDescription, units: UnitChoice): Follows[] {
  return (['stand', 'roof'] as const).flatMap((on) => {
    const up = d.places.filter((p) => p.standsOn === on);
    if (up.length === 0) return [];
    const kg = sumOf(up, (p) => (p.volumeL ?? 0) + (p.areaM2 ?? 0) * (WEIGHT_KG_M2[p.method ?? ''] ?? 0));
    return [
      {
        key: `raised-${on}`,
        label: on === 'stand' ? say`Weight on stands` : say`Weight on the roof`,
        value: formatMass(roundTo3(kg * 1000), units),
        note: up.map((p) => p.code).join(', '),
        wrong: say`An engineer signs raised weight.`,
        because: why(
          say`weight that is raised`,
          say`A litre of water weighs a kilogram; a full bed ${formatNumber(WEIGHT_KG_M2.film!)} to ${formatNumber(WEIGHT_KG_M2.sand!)} kg/m² by its way of growing. Stands, people and snow come on top.`,
          up
            .slice(0, 12)
            .map((p) => [
              p.code,
              formatMass(((p.volumeL ?? 0) + (p.areaM2 ?? 0) * (WEIGHT_KG_M2[p.method ?? ''] ?? 0)) * 1000, units),
            ]),
        ),
      },
    ];
  });
}

function power(d: FarmDescription): Follows | null {
  const running = d.equipment.filter((e) => e.watts && !e.isSpare);
  if (running.length === 0) return null;
  const kwh = sumOf(running, (e) => (e.watts! * duty(e) * 24) / 1000);
  return {
    key: 'power',
    label: say`Pumps and air`,
    value: say`${formatNumber(kwh, 1)} kWh`,
    note: say`a day`,
    wrong: null,
    because: why(
      say`electricity of a day`,
      say`Watts × 24 h × share of the time it runs, added up = ${formatNumber(kwh, 1)} kWh.`,
      running
        .slice(0, 12)
        .map((e) => [e.name, say`${formatNumber(e.watts!)} W, on ${formatNumber(duty(e) * 100)} % of the time`]),
    ),
  };
}
