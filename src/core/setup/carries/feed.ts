import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../library/defaults';
import { formatArea, formatDensity, formatLoad, formatMass, formatNumber, formatVolume } from '../../quantity/units';
import { ammoniaFromFeedG } from '../../water/ammonia';
import { FEED_BAND_G_M2 } from '../../water/balance';
import { plural, say } from '../../words/words';
import type { FarmDescription } from '../description';
import {
  areaM2,
  beds,
  carriedKg,
  placesOfLoop,
  roundTo3,
  sumOf,
  tanks,
  why,
  type Carries,
  type Follows,
} from './parts';

/** Feed of full tanks against what the beds can use, by both schools, and one sentence that reconciles the two. */
export function balance(about: Carries): Follows[] {
  const { d } = about;
  const rows = [...feedable(about), ...carried(about)];
  const kg = carriedKg(d.places);
  return kg > 0 && areaM2(beds(d.places)) > 0 ? [...rows, ...schools(about, kg)] : rows;
}

function feedable({ d, units, rules }: Carries): Follows[] {
  const planted = areaM2(beds(d.places));
  if (planted === 0) return [];
  const [low, high] = usableFeedG(d);
  const ration = rules.rationPercent / 100;
  const middle = formatMass(roundTo3((low + high) / 2 / ration), units);
  return [
    {
      key: 'feedable',
      label: say`Fish these beds can feed on`,
      value: middle,
      note: say`${formatLoad(low / planted, units)} to ${formatLoad(high / planted, units)} of feed a day`,
      wrong: null,
      because: why({
        title: say`fish that these beds can feed on`,
        formula: say`${formatArea(planted, units)} × ${formatNumber(low / planted)} to ${formatNumber(high / planted)} g feed a day = ${formatMass(low, units)} to ${formatMass(high, units)} of feed a day; fish take ${formatNumber(rules.rationPercent, 1)} % of their weight, so the middle is ${middle} of fish.`,
        inputs: [[say`Planted area`, formatArea(planted, units)]],
        change: say`more or fewer beds, or the limits by which each loop warns.`,
      }),
    },
  ];
}

function carried({ d, units }: Carries): Follows[] {
  const kg = carriedKg(d.places);
  if (kg === 0) return [];
  const mass = formatMass(roundTo3(kg * 1000), units);
  return [
    {
      key: 'carried',
      label: say`Your tanks carry at most`,
      value: mass,
      note: plural(d.loops.length, 'in # loop', 'in # loops'),
      wrong: null,
      because: why({
        title: say`fish that the tanks carry`,
        formula: say`Water of each tank × its limit, added up = ${mass}.`,
        fold: true,
        inputs: tanks(d.places).map((t) => [
          t.code,
          say`${formatVolume(t.volumeL ?? 0, units)} at ${formatDensity(t.limitKgM3 ?? 0, units, 0)}`,
        ]),
        change: say`larger tanks, or another limit of the tanks: open one and change what it may carry.`,
      }),
    },
  ];
}

/** Feed that the planted area is comfortable with, g a day. */
function usableFeedG(d: FarmDescription): [number, number] {
  const of = (i: 0 | 1) => sumOf(d.loops, (loop) => areaM2(beds(placesOfLoop(d, loop))) * FEED_BAND_G_M2[loop.kind][i]);
  return [of(0), of(1)];
}

/** Nitrogen that full tanks give, and that the beds take up, g a day. */
function nitrogenOf(d: FarmDescription, feedG: number) {
  const protein = meanOf(
    SPECIES_DEFAULTS.filter((s) => d.species.includes(s.code)).map((s) => s.proteinFraction),
    0.4,
  );
  const uptake = meanOf(
    CROP_DEFAULTS.filter((c) => d.crops.includes(c.code)).map((c) => c.nitrogenUptakeGM2Day),
    0.9,
  );
  return { protein, uptake, given: ammoniaFromFeedG(feedG, protein), taken: areaM2(beds(d.places)) * uptake };
}

const meanOf = (values: number[], otherwise: number) =>
  values.length > 0 ? sumOf(values, (v) => v) / values.length : otherwise;

function schools({ d, units, rules }: Carries, kg: number): Follows[] {
  const [low, high] = usableFeedG(d);
  const feedG = kg * rules.rationPercent * 10;
  const times = (low + high) / 2 / feedG;
  const short = low > feedG;
  const over = feedG > high;
  const area = formatArea(areaM2(beds(d.places)), units);
  const change = say`more or fewer beds, larger tanks or another limit in them, or the ration among the planning rules.`;
  const feed: Follows = {
    key: 'school-feed',
    label: short
      ? say`Feed short of what the beds use`
      : over
        ? say`Feed over what the beds use`
        : say`Feed and beds go together`,
    // Of what the beds use in the middle of their band.
    value: short || over ? say`${formatNumber(Math.abs(1 - 1 / times) * 100)} %` : say`${formatNumber(times, 1)} ×`,
    note: say`by feed on the planted area`,
    wrong: short
      ? say`Your beds could use ${formatNumber(times, 1)} times the feed of full tanks: start with fewer beds, or more fish.`
      : over
        ? say`Full tanks give more than the beds take up: more beds, or fewer fish.`
        : null,
    because: why({
      title: say`feed against what the beds use`,
      formula: say`Full tanks take ${formatMass(feedG, units)} of feed a day (${formatNumber(rules.rationPercent, 1)} % of ${formatMass(kg * 1000, units)}); the beds use ${formatMass(low, units)} to ${formatMass(high, units)}.`,
      inputs: [
        [say`Fish that the tanks carry`, formatMass(kg * 1000, units)],
        [say`Planted area`, area],
      ],
      change,
    }),
  };
  const n = nitrogenOf(d, feedG);
  const nitrogen: Follows = {
    key: 'school-nitrogen',
    label: say`Nitrogen that the beds take up`,
    value: say`${formatNumber((n.taken / n.given) * 100)} %`,
    note: say`of what full tanks give, ${formatNumber(n.given)} g a day`,
    wrong: n.taken > n.given * 1.5 ? say`By nitrogen too the plants would go hungry.` : null,
    because: why({
      title: say`nitrogen given and taken up`,
      formula: say`${formatMass(feedG, units)} of feed with ${formatNumber(n.protein * 100)} % protein gives ${formatNumber(n.given)} g of ammonia nitrogen a day; ${area} of crops take up ${formatNumber(n.uptake, 1)} g/m² = ${formatNumber(n.taken)} g.`,
      inputs: [[say`Protein in the feed`, say`${formatNumber(n.protein * 100)} %`]],
      change,
    }),
  };
  return [feed, nitrogen, reconciled({ d, units, rules }, { kg, times, taken: n.taken / n.given })];
}

/** Fish that the beds could use by each school, and in one sentence why they differ and which to go by. */
function reconciled({ units }: Carries, { kg, times, taken }: { kg: number; times: number; taken: number }): Follows {
  const byFeed = formatMass(roundTo3(kg * times * 1000), units);
  const byNitrogen = formatMass(roundTo3(kg * taken * 1000), units);
  const words =
    taken < times
      ? say`Nitrogen alone would be used up by ${byNitrogen} of fish; grown leaves want the other minerals of more feed too, up to ${byFeed}. Begin with the smaller; nitrate and the leaves say how far to go.`
      : say`By feed ${byFeed} of fish are enough for good leaves; by nitrogen the plants would take up what ${byNitrogen} give. Begin with the smaller; while nitrate stays low there is room for more.`;
  return {
    key: 'schools',
    label: say`Fish the beds could use`,
    value: say`${byFeed} or ${byNitrogen}`,
    note: words,
    wrong: null,
    because: why({
      title: say`two ways to work out one balance`,
      formula: say`By feed: the tanks’ ${formatMass(roundTo3(kg * 1000), units)} × ${formatNumber(times, 2)} = ${byFeed}. By nitrogen: × ${formatNumber(taken, 2)} = ${byNitrogen}. ${words}`,
      inputs: [
        [say`By feed on the planted area`, byFeed],
        [say`By nitrogen taken up`, byNitrogen],
      ],
      change: say`each loop warns by the one you choose under Habits and limits.`,
    }),
  };
}
