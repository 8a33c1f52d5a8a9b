import { formatArea, formatMass, formatNumber, formatVolume } from '../../quantity/units';
import { ammoniaFromFeedG } from '../../water/ammonia';
import { nitrificationG, oxygenNeedKg } from '../../water/lifeSupport';
import { say } from '../../words/words';
import type { FarmDescription, LoopPart } from '../description';
import {
  beds,
  carriedKg,
  duty,
  equipmentIn,
  filtersIn,
  placesOfLoop,
  roundTo3,
  sumOf,
  tanks,
  why,
  type Carries,
  type Follows,
} from './parts';
import type { PlanningRules } from './rules';

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

/** Turnover, what runs back, air, filter and what of them ends first, of one loop. */
export function ofLoop(about: Carries, loop: LoopPart): Follows[] {
  const rows = [turnover(about, loop), drainDown(about, loop), ...life(about, loop)];
  return rows.filter((f) => f !== null);
}

function turnover({ d, units, rules }: Carries, loop: LoopPart): Follows | null {
  const litres = sumOf(tanks(placesOfLoop(d, loop)), (t) => t.volumeL ?? 0);
  const pumps = equipmentIn(d, loop, 'pump').filter((p) => p.flowLH);
  if (litres === 0 || pumps.length === 0) return null;
  const flow = sumOf(pumps, (p) => p.flowLH! * duty(p));
  const times = flow / litres;
  const least = formatNumber(rules.leastTurnover, 1);
  return {
    key: `turnover-${loop.code}`,
    label: say`${loop.name}: water through the tanks`,
    value: say`${formatNumber(times, 1)} × an hour`,
    note: say`${formatVolume(flow, units)} an hour, cycles counted`,
    wrong:
      times < rules.leastTurnover
        ? say`Solids settle in the tanks when the water turns over less than ${least} times an hour.`
        : null,
    because: why({
      title: say`turnover of ${loop.name}`,
      formula: say`${formatVolume(flow, units)} an hour ÷ ${formatVolume(litres, units)} in the tanks = ${formatNumber(times, 1)} times.`,
      fold: true,
      inputs: pumps.map((p) => [
        p.name,
        say`${formatVolume(p.flowLH!, units)} an hour, on ${formatNumber(duty(p) * 100)} % of the time`,
      ]),
      change: say`a larger pump, or one that stands less of the time.`,
    }),
  };
}

/** Litres that run back when the pump stops, and the room for them. */
export function drains(
  d: FarmDescription,
  loop: LoopPart,
  { sumpFullPercent }: Pick<PlanningRules, 'sumpFullPercent'>,
): { litres: number; roomL: number } {
  const own = placesOfLoop(d, loop);
  return {
    litres: sumOf(beds(own), (b) => (b.areaM2 ?? 0) * (DRAINS_L_M2[b.method ?? 'raft'] ?? 15)),
    roomL: sumOf(
      own.filter((p) => p.role === 'sump'),
      (s) => (s.volumeL ?? 0) * (1 - sumpFullPercent / 100),
    ),
  };
}

function drainDown({ d, units, rules }: Carries, loop: LoopPart): Follows | null {
  const { litres, roomL } = drains(d, loop, rules);
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
    because: why({
      title: say`what runs back when the pump of ${loop.name} stops`,
      formula: say`Area of each bed × litres that its way of growing holds above the outlet = ${formatVolume(roundTo3(litres), units)}; a sump is ${formatNumber(rules.sumpFullPercent)} % full while the pump runs.`,
      fold: true,
      inputs: beds(placesOfLoop(d, loop)).map((b) => [
        b.code,
        say`${formatArea(b.areaM2 ?? 0, units)} × ${DRAINS_L_M2[b.method ?? 'raft'] ?? 15} L`,
      ]),
      change: say`a larger sump, or one that is kept less full.`,
    }),
  };
}

/** Air and filter against full tanks: oxygen by feed, media by surface and by the quick rule. */
function life({ d, units, rules }: Carries, loop: LoopPart): Follows[] {
  const kg = carriedKg(placesOfLoop(d, loop));
  if (kg === 0) return [];
  const feedKg = (kg * rules.rationPercent) / 100;
  const need = oxygenNeedKg(feedKg);
  const given = sumOf(equipmentIn(d, loop, 'aerator'), (a) => a.kgO2PerDay ?? 0);
  const filters = filtersIn(d, loop, rules);
  const mediaL = sumOf(filters, (m) => m.volumeM3 * 1000);
  const wantedL = kg * rules.mediaLPerKg;
  const taken = nitrificationG(filters, Math.min(40, (loop.lowC + loop.highC) / 2));
  const made = ammoniaFromFeedG(feedKg * 1000, 0.4);
  const air: Follows = {
    key: `air-${loop.code}`,
    label: say`${loop.name}: air for full tanks`,
    value: say`${formatNumber(given, 1)} of ${formatNumber(need, 1)} kg O₂`,
    note: say`a day`,
    wrong: given < need ? say`Usually oxygen runs out first: add air, or stock less.` : null,
    because: why({
      title: say`oxygen of ${loop.name}`,
      formula: say`Fish and bacteria use half a kilogram of oxygen for each kilogram of feed: ${formatMass(feedKg * 1000, units)} a day × 0.5 = ${formatNumber(need, 1)} kg.`,
      fold: true,
      inputs: equipmentIn(d, loop, 'aerator').map((a) => [a.name, say`${formatNumber(a.kgO2PerDay ?? 0, 1)} kg a day`]),
      change: say`more air, fewer fish, or the ration among the planning rules.`,
    }),
  };
  const own = filters.filter((f) => !f.isBed);
  const media: Follows = {
    key: `media-${loop.code}`,
    label: say`${loop.name}: filter for full tanks`,
    value: say`${formatVolume(mediaL, units)} of ${formatVolume(wantedL, units)}`,
    note:
      filters.length === 0
        ? say`no filter is described; ${formatNumber(made)} g ammonia a day to turn over`
        : own.length === 0
          ? say`its beds turn over ${formatNumber(taken)} of ${formatNumber(made)} g ammonia a day`
          : say`turns over ${formatNumber(taken)} of ${formatNumber(made)} g ammonia a day`,
    wrong: mediaL < wantedL && taken < made ? say`By both schools the filter is too small for full tanks.` : null,
    because: why({
      title: say`filter of ${loop.name}`,
      formula: say`${formatNumber(rules.mediaLPerKg, 1)} L of media for each kilogram of fish: ${formatMass(kg * 1000, units)} want ${formatVolume(wantedL, units)}. Media and sand beds count, ${formatNumber(rules.mediaDepthCm)} cm deep where no depth was said.`,
      fold: true,
      inputs: filters.map((f) => [
        f.name,
        say`${formatVolume(f.volumeM3 * 1000, units)}, ${formatNumber(nitrificationG([f], 20))} g a day at 20 °C`,
      ]),
      change: say`more media, fewer fish, or the litres of media for a kilogram of fish among the planning rules.`,
    }),
  };
  return [air, media, firstToEnd(loop, { air: given / need, filter: Math.max(mediaL / wantedL, taken / made) })];
}

/** What of air and filter ends first, and how much of full tanks it carries, in words. */
function firstToEnd(loop: LoopPart, { air, filter }: { air: number; filter: number }): Follows {
  const least = Math.min(air, filter);
  const which = air <= filter ? say`air` : say`the filter`;
  const percent = formatNumber(Math.min(999, least * 100));
  const words =
    least >= 1.25
      ? say`There is room: ${which} would end first, at ${percent} % of full tanks.`
      : least >= 1
        ? say`Full tanks are just carried: ${which} ends first, at ${percent} %. One machine that stands still is too many.`
        : say`Full tanks are not carried: ${which} ends at ${percent} % of them.`;
  return {
    key: `spare-${loop.code}`,
    label: say`${loop.name}: room to spare`,
    value: say`${percent} %`,
    note: words,
    wrong: null,
    because: why({
      title: say`what ends first in ${loop.name}`,
      formula: say`Of full tanks the air carries ${formatNumber(Math.min(999, air * 100))} % and the filter, by the kinder of its two schools, ${formatNumber(Math.min(999, filter * 100))} %; the smaller of the two counts.`,
      inputs: [
        [say`Air`, say`${formatNumber(Math.min(999, air * 100))} %`],
        [say`Filter`, say`${formatNumber(Math.min(999, filter * 100))} %`],
      ],
      change: say`more of ${which}.`,
    }),
  };
}
