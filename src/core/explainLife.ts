import { say, word } from './words/words';
import { by, type Explanation } from './explain';
import { type LifeSupport, type PlaceFact } from './facts/farm';
import { formatNumber } from './quantity/units';
import { filtersOf, MEDIA_L_PER_KG, OXYGEN_PER_FEED, type LifeSupportMargin } from './water/lifeSupport';

/** Why a tank has so few minutes when the air stops. */
export function explainMinutes(tank: {
  place: PlaceFact;
  kg: number;
  minutes: number;
  tempC: number;
  oxygenMgL: number;
  criticalMgL: number;
  breathedMgH: number;
}): Explanation {
  const litres = tank.place.volumeL ?? 0;
  return {
    title: say`minutes in ${tank.place.code} when all air stops`,
    formula:
      tank.kg <= 0
        ? say`No fish are in it: nothing breathes there.`
        : say`${formatNumber(litres)} L × (${formatNumber(tank.oxygenMgL, 1)} − ${formatNumber(tank.criticalMgL, 1)}) mg/L ÷ ${formatNumber(tank.breathedMgH / 1000)} g breathed an hour = ${formatNumber(tank.minutes)} minutes.`,
    inputs: [
      { label: say`Fish`, value: say`${formatNumber(tank.kg)} kg`, from: say`ledger and last sample` },
      {
        label: say`Oxygen to begin with`,
        value: say`${formatNumber(tank.oxygenMgL, 1)} mg/L`,
        from: say`four fifths of saturation at ${formatNumber(tank.tempC, 1)} °C`,
      },
      { label: say`Critical`, value: say`${formatNumber(tank.criticalMgL, 1)} mg/L`, from: say`species library` },
      {
        label: say`Breathed`,
        value: say`${formatNumber(tank.breathedMgH / 1000)} g an hour`,
        from: say`species library, by size, temperature and feeding`,
      },
    ],
    ...by('minutes-to-danger', 'oxygen-saturation', 'respiration'),
    change: say`fewer fish, or a second blower, a battery and an alarm. An estimate never replaces them.`,
  };
}

export interface MarginReasons {
  loop: string;
  support: LifeSupport;
  margin: LifeSupportMargin;
  feedKg: number;
  biomassKg: number;
  tempC: number;
  pH: number;
}

/** Why each line of a loop's life-support margin is what it is. */
export function explainMargin(
  r: MarginReasons,
): Record<'oxygen' | 'oxygenWithoutOne' | 'ammonia' | 'media', Explanation> {
  return { oxygen: oxygen(r), oxygenWithoutOne: oxygenWithoutOne(r), ammonia: ammonia(r), media: media(r) };
}

const FROM_PLATES = word`Aerators and filters of this loop, below`;
const FEED = (r: MarginReasons) => ({
  label: say`Feed on the day`,
  value: say`${formatNumber(r.feedKg, 1)} kg`,
  from: say`rations of all its tanks, by forecast`,
});

function oxygen(r: MarginReasons): Explanation {
  const perFeed = OXYGEN_PER_FEED.fish + OXYGEN_PER_FEED.nitrifiers + OXYGEN_PER_FEED.others;
  return {
    title: say`oxygen in ${r.loop}`,
    formula: say`${formatNumber(r.feedKg, 1)} kg feed × ${formatNumber(perFeed, 2)} kg oxygen = ${formatNumber(r.margin.oxygenNeedKg, 1)} kg needed; the aerators bring ${r.support.aerators.map((a) => formatNumber(a.kgO2PerDay, 1)).join(' + ') || '0'} = ${formatNumber(r.margin.oxygenGivenKg, 1)} kg.`,
    inputs: [
      FEED(r),
      ...r.support.aerators.map((a) => ({
        label: a.name,
        value: say`${formatNumber(a.kgO2PerDay, 1)} kg a day`,
        from: FROM_PLATES,
      })),
    ],
    ...by('oxygen-need'),
    change: say`less feed, fewer fish, or more aeration; correct the plates’ numbers below.`,
  };
}

function oxygenWithoutOne(r: MarginReasons): Explanation {
  const strongest = [...r.support.aerators].sort((a, b) => b.kgO2PerDay - a.kgO2PerDay)[0];
  return {
    title: say`oxygen in ${r.loop} with one aerator standing`,
    formula: strongest
      ? say`${formatNumber(r.margin.oxygenGivenKg, 1)} − ${formatNumber(strongest.kgO2PerDay, 1)} (${strongest.name}) = ${formatNumber(r.margin.oxygenWithoutOneKg, 1)} kg left against ${formatNumber(r.margin.oxygenNeedKg, 1)} kg needed.`
      : say`No aerator is written down for this loop.`,
    inputs: [FEED(r), { label: say`Strongest`, value: strongest?.name ?? 'none', from: FROM_PLATES }],
    source: say`One machine may stand still at any hour; what is left has to carry the day.`,
    change: say`a second blower on its own circuit, or less feed until there is one.`,
  };
}

function ammonia(r: MarginReasons): Explanation {
  const lines = filtersOf(r.support).map(
    (m) =>
      `${formatNumber(m.volumeM3, 1)} m³ × ${formatNumber(m.surfaceM2PerM3)} m²/m³ × ${formatNumber(m.gTanPerM2Day, 2)} g`,
  );
  return {
    title: say`ammonia in ${r.loop}`,
    formula: say`${lines.join(' + ') || say`No filter`} at 20 °C, changed by 7 % a degree to ${formatNumber(r.tempC, 1)} °C${r.pH < 6.5 ? say` and lowered for pH ${formatNumber(r.pH, 1)}` : ''} = ${formatNumber(r.margin.nitrifiedG)} g a day turned over; the feed makes ${formatNumber(r.margin.ammoniaG)} g.`,
    inputs: [
      FEED(r),
      { label: 'pH', value: formatNumber(r.pH, 1), from: say`last reading; below 6.5 nitrification slows` },
      ...filtersOf(r.support).map((m) => ({
        label: m.name,
        value: `${formatNumber(m.volumeM3 * 1000)} L`,
        from: FROM_PLATES,
      })),
    ],
    ...by('ammonia-from-feed', 'nitrification'),
    change: say`less feed, more media, warmer water or a pH of 6.5 and above.`,
  };
}

function media(r: MarginReasons): Explanation {
  return {
    title: say`filter media in ${r.loop}`,
    formula: say`${formatNumber(r.biomassKg)} kg fish × ${r.support.mediaLPerKg ?? MEDIA_L_PER_KG} L = ${formatNumber(r.margin.mediaRuleL)} L wanted; ${formatNumber(r.margin.mediaL)} L are there.`,
    inputs: [
      {
        label: say`Fish`,
        value: say`${formatNumber(r.biomassKg)} kg`,
        from: say`ledger and last samples, by forecast`,
      },
      ...filtersOf(r.support).map((m) => ({
        label: m.name,
        value: `${formatNumber(m.volumeM3 * 1000)} L`,
        from: FROM_PLATES,
      })),
    ],
    ...by('media-rule'),
    change: say`more media or fewer fish.`,
  };
}
