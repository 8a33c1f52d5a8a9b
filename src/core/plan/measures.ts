import { inSentence } from '../library/inSentence';
import { addDays, isoWeek } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import type { UnitChoice } from '../quantity/units';
import { balanceSeries, bedOverfull, crowdedFrom, formatQuantity, purgeClashDays, type Outlook } from './consequences';
import type { FarmFacts } from './types';

/** One row of the comparison: what it counts, in words and as a number that is better the lower it is. */
export interface Measure {
  key: string;
  label: string;
  words: string;
  /** What to look at, if there is anything. */
  detail: string | null;
  /** Lower is better; null where neither way is. */
  bad: number | null;
}

/**
 * What one plan is weighed against another by: promises, plants' feed, room for fish and plants, fish brought in. Every
 * plan of one farm gives the same rows in the same order.
 */
export function measureOutlook(outlook: Outlook, facts: FarmFacts, units: UnitChoice): Measure[] {
  return [
    shortDeliveries(outlook, units),
    ...facts.loops.flatMap((loop) => hungryDays(outlook, loop)),
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
      `${formatQuantity(quantity, product.unit, units)} ${inSentence(product.name)}, first in week ${first.week}`,
    ];
  });
  const n = short.length;
  return {
    key: 'short',
    label: 'Deliveries that fall short',
    words: n === 0 ? 'none' : String(n),
    detail: said.join('; ') || null,
    bad: n,
  };
}

function hungryDays({ forecast }: Outlook, loop: FarmFacts['loops'][number]): Measure[] {
  const series = balanceSeries(forecast, loop.id);
  if (series.every((v) => Number.isNaN(v))) return [];
  const days = series.flatMap((v, day) => (v < loop.bandGM2[0] ? [day] : []));
  return [
    {
      key: `hungry:${loop.id}`,
      label: `${loop.name}: days its plants go hungry`,
      words: days.length === 0 ? 'none' : `${days.length} of ${forecast.days}`,
      detail: days.length === 0 ? null : `from ${shortDay(addDays(forecast.firstDay, days[0]!))}`,
      bad: days.length,
    },
  ];
}

function crowdedTanks({ forecast }: Outlook, facts: FarmFacts): Measure {
  const over = facts.places.flatMap((place) => {
    const from = crowdedFrom(forecast, place);
    return from === null ? [] : [`${place.code} from ${shortDay(addDays(forecast.firstDay, from))}`];
  });
  return listed('crowded', 'Tanks over their limit', over);
}

function purgeClashes({ forecast }: Outlook, facts: FarmFacts): Measure {
  const held = facts.places.filter((p) => p.kind === 'purge').map((p) => ({ p, days: purgeClashDays(forecast, p.id) }));
  const days = held.reduce((sum, h) => sum + h.days.length, 0);
  const first = held.find((h) => h.days.length > 0);
  return {
    key: 'purge',
    label: 'Days a purge tank holds two batches',
    words: days === 0 ? 'none' : String(days),
    detail: first ? `${first.p.code} from ${shortDay(addDays(forecast.firstDay, first.days[0]!))}` : null,
    bad: days,
  };
}

function overfullBeds({ forecast }: Outlook, facts: FarmFacts): Measure {
  const over = facts.places.flatMap((place) => {
    const more = place.kind === 'bed' ? bedOverfull(forecast, place) : 0;
    return more >= 1 ? [`${place.code} by ${Math.round(more)} positions`] : [];
  });
  return listed('beds', 'Beds without room', over);
}

function doubtfulSteps({ forecast }: Outlook): Measure {
  const first = forecast.warnings[0];
  const n = forecast.warnings.length;
  return {
    key: 'steps',
    label: 'Steps that cannot go as planned',
    words: n === 0 ? 'none' : String(n),
    detail: first ? `${first.words} (week ${isoWeek(first.day)})` : null,
    bad: n,
  };
}

function fishHarvested({ forecast }: Outlook, facts: FarmFacts, units: UnitChoice): Measure {
  const fish = new Set(facts.products.filter((p) => p.speciesCode && p.unit === 'kg').map((p) => p.code));
  const grams = forecast.supply.reduce((sum, b) => (b.stepId && fish.has(b.productCode) ? sum + b.quantity : sum), 0);
  return {
    key: 'fish',
    label: 'Fish in its harvests',
    words: formatQuantity(grams, 'kg', units),
    detail: `in ${forecast.days} days`,
    bad: null,
  };
}

function listed(key: string, label: string, items: string[]): Measure {
  const words = items.length === 0 ? 'none' : String(items.length);
  const more = items.length > 3 ? ` and ${items.length - 3} more` : '';
  return { key, label, words, detail: items.slice(0, 3).join(', ') + more || null, bad: items.length };
}
