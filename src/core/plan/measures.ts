import { balanceSeries, bandOf, formatBalance, isByNitrogen } from '../water/loopBalance';
import { say } from '../words/words';
import type { Explanation } from '../explain';
import { inSentence } from '../library/inSentence';
import { addDays, isoWeek } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { type UnitChoice } from '../quantity/units';
import { bedOverfull, crowdedFrom, formatQuantity, purgeClashDays, type Outlook } from './consequences';
import { LoopFact, type FarmFacts } from '../facts/farm';
import { OUTLOOK_WEEKS } from './settings';

/** One row of the comparison: what it counts, in words and as a number that is better the lower it is. */
export interface Measure {
  key: string;
  label: string;
  words: string;
  /** What to look at, if there is anything. */
  detail: string | null;
  /** Lower is better; null where neither way is. */
  bad: number | null;
  because: Explanation;
}

/**
 * What one plan is weighed against another by: promises, plants' feed, room for fish and plants, fish brought in. Every
 * plan of one farm gives the same rows in the same order.
 */
export function measureOutlook(outlook: Outlook, facts: FarmFacts, units: UnitChoice): Measure[] {
  return [
    shortDeliveries(outlook, units),
    ...facts.loops.flatMap((loop) => hungryDays(outlook, loop, units)),
    crowdedTanks(outlook, facts),
    purgeClashes(outlook, facts),
    overfullBeds(outlook, facts),
    doubtfulSteps(outlook),
    fishHarvested(outlook, facts, units),
  ];
}

function shortDeliveries({ promise }: Outlook, units: UnitChoice): Measure {
  const short = promise.flatMap((row) => row.weeks.flatMap((week) => week.shortLines.map((line) => ({ row, line }))));
  const said = promise.flatMap(({ product, weeks }) => {
    const quantity = weeks.reduce((sum, w) => sum + w.short, 0);
    const first = weeks.find((w) => w.short > 0);
    if (!first) return [];
    return [
      say`${formatQuantity(quantity, product.unit, units)} ${inSentence(product.name)}, first in week ${first.week}`,
    ];
  });
  const n = short.length;
  return {
    key: 'short',
    label: say`Deliveries that fall short`,
    words: n === 0 ? say`none` : String(n),
    detail: said.join('; ') || null,
    bad: n,
    because: {
      title: say`deliveries that fall short`,
      formula: say`${n} order lines of the next ${OUTLOOK_WEEKS} weeks ask for more than what is fit to sell on their day can give${n > 0 ? `: ${said.join('; ')}` : ''}.`,
      inputs: [{ label: say`Open order lines`, value: say`less what is reserved`, from: say`Market` }],
      source: say`Deliveries in order of day, each from the batch that expires first.`,
      change: say`slide a harvest or sowing, or change the order.`,
    },
  };
}

function hungryDays({ forecast }: Outlook, loop: LoopFact, units: UnitChoice): Measure[] {
  const [low, high] = bandOf(loop);
  const series = balanceSeries(forecast, loop);
  if (series.every((v) => Number.isNaN(v))) return [];
  const days = series.flatMap((v, day) => (v < low ? [day] : []));
  return [
    {
      key: `hungry:${loop.id}`,
      label: say`${loop.name}: days its plants go hungry`,
      words: days.length === 0 ? say`none` : say`${days.length} of ${forecast.days}`,
      detail: days.length === 0 ? null : say`from ${shortDay(addDays(forecast.firstDay, days[0]!))}`,
      bad: days.length,
      because: {
        title: say`days the plants of ${loop.name} go hungry`,
        formula: isByNitrogen(loop)
          ? say`On ${days.length} of ${forecast.days} days the ammonia nitrogen of the loop’s fish is under ${formatBalance(low, loop, units)} of what its plants take up.`
          : say`On ${days.length} of ${forecast.days} days the feed of the loop’s fish ÷ its planted area is under ${formatBalance(low, loop, units)}.`,
        inputs: [
          {
            label: say`Comfortable band`,
            value: say`${formatBalance(low, loop, units)} to ${formatBalance(high, loop, units)} a day`,
            from: say`farm set-up, for this loop`,
          },
        ],
        source: isByNitrogen(loop)
          ? say`Nitrogen given over nitrogen taken up, fish and beds both by the forecast.`
          : say`Feed for each planted area and day, fish and beds both by the forecast.`,
        change: say`keep more fish in the loop on those days, or plant less.`,
      },
    },
  ];
}

function crowdedTanks({ forecast }: Outlook, facts: FarmFacts): Measure {
  const over = facts.places.flatMap((place) => {
    const from = crowdedFrom(forecast, place);
    return from === null ? [] : [say`${place.code} from ${shortDay(addDays(forecast.firstDay, from))}`];
  });
  return listed({
    key: 'crowded',
    label: say`Tanks over their limit`,
    items: over,
    why: {
      formula: say`counted when the fish weigh more for their water than the tank’s limit allows on any day of the forecast`,
      source: say`Weight of fish in the water of the tank, against the limit in the farm’s set-up.`,
      change: say`move or harvest fish earlier, or change the tank’s limit.`,
    },
  });
}

function purgeClashes({ forecast }: Outlook, facts: FarmFacts): Measure {
  const held = facts.places.filter((p) => p.kind === 'purge').map((p) => ({ p, days: purgeClashDays(forecast, p.id) }));
  const days = held.reduce((sum, h) => sum + h.days.length, 0);
  const first = held.find((h) => h.days.length > 0);
  return {
    key: 'purge',
    label: say`Days a purge tank holds two batches`,
    words: days === 0 ? say`none` : String(days),
    detail: first ? say`${first.p.code} from ${shortDay(addDays(forecast.firstDay, first.days[0]!))}` : null,
    bad: days,
    because: {
      title: say`days a purge tank holds two batches`,
      formula: say`${days} days on which fish of one batch come into a purge tank before those of another are out, all purge tanks together.`,
      inputs: [],
      source: say`One batch at a time: the gate counts from the transfer of the whole tank.`,
      change: say`slide one of the harvests, or use another purge tank.`,
    },
  };
}

function overfullBeds({ forecast }: Outlook, facts: FarmFacts): Measure {
  const over = facts.places.flatMap((place) => {
    const more = place.kind === 'bed' ? bedOverfull(forecast, place) : 0;
    return more >= 1 ? [say`${place.code} by ${Math.round(more)} positions`] : [];
  });
  return listed({
    key: 'beds',
    label: say`Beds without room`,
    items: over,
    why: {
      formula: say`counted when its plantings need more positions than the bed has, on its worst day`,
      source: say`Positions taken by each planting from transplanting to clearing.`,
      change: say`slide a sowing, or sow less.`,
    },
  });
}

function doubtfulSteps({ forecast }: Outlook): Measure {
  const first = forecast.warnings[0];
  const n = forecast.warnings.length;
  return {
    key: 'steps',
    label: say`Steps that cannot go as planned`,
    words: n === 0 ? say`none` : String(n),
    detail: first ? say`${first.words} (week ${isoWeek(first.day)})` : null,
    bad: n,
    because: {
      title: say`steps that cannot go as planned`,
      formula: say`${n} steps would find too few fish or plants, or take them unripe or under market size.`,
      inputs: forecast.warnings
        .slice(0, 6)
        .map((w) => ({ label: shortDay(w.day), value: w.words, from: say`the forecast` })),
      source: say`Every step of the plan is carried out in the forecast, in order of day.`,
      change: say`change the step on the cohort’s page, or slide it.`,
    },
  };
}

function fishHarvested({ forecast }: Outlook, facts: FarmFacts, units: UnitChoice): Measure {
  const fish = new Set(facts.products.filter((p) => p.speciesCode && p.unit === 'kg').map((p) => p.code));
  const grams = forecast.supply.reduce((sum, b) => (b.stepId && fish.has(b.productCode) ? sum + b.quantity : sum), 0);
  return {
    key: 'fish',
    label: say`Fish in its harvests`,
    words: formatQuantity(grams, 'kg', units),
    detail: say`in ${forecast.days} days`,
    bad: null,
    because: {
      title: say`fish in its harvests`,
      formula: say`${formatQuantity(grams, 'kg', units)} = planned harvests of food fish in ${forecast.days} days, each at the weight its fish have by then.`,
      inputs: [],
      source: say`Cube-root growth (Iwama & Tautz 1981) at each cohort’s own pace, less daily mortality.`,
      change: say`plan or slide a harvest; weigh a sample.`,
    },
  };
}

interface ListedArgs {
  key: string;
  label: string;
  items: string[];
  why: Pick<Explanation, 'formula' | 'source' | 'change'>;
}

function listed({ key, label, items, why }: ListedArgs): Measure {
  const words = items.length === 0 ? 'none' : String(items.length);
  const more = items.length > 3 ? say` and ${items.length - 3} more` : '';
  const because = {
    title: inSentence(label),
    ...why,
    formula: `${words}: ${why.formula}${items.length > 0 ? `: ${items.join(', ')}` : ''}.`,
    inputs: [],
  };
  return { key, label, words, detail: items.slice(0, 3).join(', ') + more || null, bad: items.length, because };
}
