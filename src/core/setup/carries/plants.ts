import { bedStages, soldFromBench } from '../../crops/recipe';
import { suits } from '../../crops/suits';
import { CROP_DEFAULTS } from '../../library/defaults';
import type { Crop } from '../../library/types';
import { formatArea, formatNumber } from '../../quantity/units';
import { plural, say } from '../../words/words';
import { areaM2, beds, roundTo3, sumOf, why, type Carries, type Follows } from './parts';

const OF_AREA: readonly string[] = ['media', 'sand', 'soil'];

export function positions({ d, units }: Carries): Follows | null {
  const own = beds(d.places);
  if (own.length === 0) return null;
  const byArea = own.filter((b) => OF_AREA.includes(b.method ?? ''));
  const counted = own.filter((b) => !OF_AREA.includes(b.method ?? ''));
  const places = sumOf(counted, (b) => b.positions ?? 0);
  const area = formatArea(areaM2(byArea), units);
  return {
    key: 'positions',
    label: say`Places in all`,
    value: formatNumber(places),
    note: byArea.length > 0 ? say`and ${area} of media, sand and soil` : say`on ${formatArea(areaM2(own), units)}`,
    wrong: null,
    because: why({
      title: say`places in all`,
      formula:
        byArea.length > 0
          ? say`The holes, sites and buckets of ${plural(counted.length, '# bed', '# beds')} = ${formatNumber(places)}; beds that are planted by area have ${area}.`
          : say`The holes, sites and buckets of ${plural(counted.length, '# bed', '# beds')} = ${formatNumber(places)}.`,
      fold: true,
      inputs: own.map((b) => [b.code, b.positions ? formatNumber(b.positions) : formatArea(b.areaM2 ?? 0, units)]),
      change: say`more beds, or more places in each.`,
    }),
  };
}

/** A crop as the beds would grow it: places it may take, and days that one place is held for a plant. */
interface Grown {
  crop: Crop;
  places: number;
  placeDays: number;
}

/** Places of a bed that is planted by area hold as many plants as the crop's last spacing gives. */
function grownHere({ d, rules }: Carries): Grown[] {
  const own = beds(d.places);
  return CROP_DEFAULTS.filter((c) => d.crops.includes(c.code) && !soldFromBench(c)).flatMap((crop) => {
    const stages = bedStages(crop);
    const last = stages.at(-1)!.perM2;
    const places = sumOf(
      own.filter((b) => suits(crop, b.method)),
      (b) => b.positions ?? (b.areaM2 ?? 0) * last,
    );
    const dense = sumOf(stages, (s) => (s.days * last) / s.perM2);
    const placeDays = dense + (crop.cutsMax - 1) * crop.regrowDays + rules.turnoverDays;
    return places > 0 ? [{ crop, places, placeDays }] : [];
  });
}

/** Without a crop chosen: a head of lettuce. Planning default. */
const USUAL_HEAD_DAYS = 42;

/** Plants a year when every gap is refilled, by the crops chosen and their own days. */
export function plantsAYear(about: Carries): Follows[] {
  const { d, rules } = about;
  const grown = grownHere(about);
  const all = sumOf(
    beds(d.places).filter((b) => ['raft', 'film', 'tower'].includes(b.method ?? '')),
    (b) => b.positions ?? 0,
  );
  if (grown.length === 0 && all === 0) return [];
  if (grown.length === 0)
    return [
      {
        key: 'heads',
        label: say`Heads a year, six weeks each`,
        value: formatNumber(roundTo3((all * 365) / USUAL_HEAD_DAYS)),
        note: say`at full refill; choose crops, and it goes by their own days`,
        wrong: null,
        because: why({
          title: say`heads a year`,
          formula: say`${formatNumber(all)} places × 365 days ÷ ${USUAL_HEAD_DAYS} days a head = ${formatNumber(roundTo3((all * 365) / USUAL_HEAD_DAYS))}, when every gap is refilled the same day.`,
          inputs: [[say`Places in rafts, films and towers`, formatNumber(all)]],
          change: say`the crops that are chosen under the beds, or more places.`,
        }),
      },
    ];
  const aYear = (g: Grown) => (g.places * 365) / g.placeDays;
  const mean = sumOf(grown, aYear) / grown.length;
  const heads = grown.every((g) => g.crop.cutsMax === 1);
  const only = grown.length === 1;
  const rows: Follows[] = [
    {
      key: 'heads',
      label: heads ? say`Heads a year` : say`Plants a year`,
      value: formatNumber(roundTo3(mean)),
      note: only
        ? say`all of ${grown[0]!.crop.name}, refilled at once`
        : say`the beds shared evenly by ${plural(grown.length, '# crop', '# crops')}, refilled at once`,
      wrong: null,
      because: why({
        title: heads ? say`heads a year` : say`plants a year`,
        formula: only
          ? say`Places × 365 days ÷ the days that a plant holds its place, with ${rules.turnoverDays} days until it is planted again: ${sayCrop(grown[0]!)}.`
          : say`For each crop, places × 365 days ÷ the days that a plant holds its place, with ${rules.turnoverDays} days until it is planted again; the mean of all = ${formatNumber(roundTo3(mean))}.`,
        inputs: grown.map((g) => [g.crop.name, sayCrop(g)]),
        change: say`the crops that are chosen, their recipes, or more places.`,
      }),
    },
  ];
  return [...rows, ...nurseryOf(about, grown)];
}

const sayCrop = (g: Grown) =>
  say`${formatNumber(g.places)} × 365 ÷ ${formatNumber(g.placeDays)} d = ${formatNumber(roundTo3((g.places * 365) / g.placeDays))}`;

/** Seedlings that stand in the nursery when the beds are refilled as they are emptied. */
function nurseryOf({ d }: Carries, grown: readonly Grown[]): Follows[] {
  const raised = grown.filter((g) => g.crop.nurseryDays > 0);
  if (raised.length === 0) return [];
  const standing = (g: Grown) =>
    (g.places / g.placeDays) * (g.crop.nurseryDays / (g.crop.nurserySurvival * g.crop.germination));
  const mean = sumOf(raised, standing) / grown.length;
  const nursery = d.places.filter((p) => p.role === 'nursery');
  const cells = sumOf(nursery, (p) => p.positions ?? 0);
  return [
    {
      key: 'nursery',
      label: say`Standing in the nursery`,
      value: formatNumber(roundTo3(mean)),
      note: nursery.length > 0 ? say`of ${formatNumber(cells)} cells in trays` : say`there is no nursery yet`,
      wrong:
        nursery.length > 0 && cells < mean
          ? say`The nursery is too small to refill the beds as they are emptied: ${formatNumber(roundTo3(mean - cells))} cells more.`
          : null,
      because: why({
        title: say`plants standing in the nursery`,
        formula: say`Plants that go into the beds in a day × days in the nursery ÷ the share of seeds that comes that far; the mean of the crops chosen = ${formatNumber(roundTo3(mean))}.`,
        inputs: raised.map((g) => [
          g.crop.name,
          say`${formatNumber(g.places / g.placeDays, 1)} a day × ${formatNumber(g.crop.nurseryDays)} d ÷ ${formatNumber(g.crop.nurserySurvival * g.crop.germination * 100)} % = ${formatNumber(standing(g))}`,
        ]),
        change: say`more trays, or crops that stand there for fewer days.`,
      }),
    },
  ];
}
