import 'server-only';
import ical, { ICalEventTransparency } from 'ical-generator';
import { deliveryEvents, roundEvents, seasonEvents, type CalendarEvent } from '../core/calendar/calendars';
import { addDays, dayAt, type Day } from '../core/quantity/days';
import { formatMass, formatNumber, METRIC } from '../core/quantity/units';
import { codeWords } from '../core/words/codes';
import { deliveriesFrom, type OpenCalendar } from '../db/calendars';
import { readingFarm, type Tx } from '../db/connection';
import { loadChores, saltByPlace, tasksDoneOn } from '../db/events';
import { now } from './clock';
import { database } from './database';
import { knownFarm } from './farmCache';

/** How often calendars should look again, s. */
const LOOK_AGAIN_S = 3600;

async function eventsOf(tx: Tx, open: OpenCalendar, today: Day): Promise<CalendarEvent[]> {
  if (open.what === 'deliveries')
    return deliveryEvents(
      await deliveriesFrom(tx, today, ({ product, unit, quantity }) =>
        unit === 'kg'
          ? `${formatMass(quantity, METRIC)} ${product}`
          : `${formatNumber(quantity)} ${codeWords(unit)} ${product}`,
      ),
    );
  const { facts, steps, forecast } = await knownFarm(tx, { farmId: open.farmId, day: today, isPast: false });
  const done = new Map((await tasksDoneOn(tx, today, open.timeZone)).map((d) => [d.key, d]));
  const view = { today, facts, steps, forecast, done, saltGL: await saltByPlace(tx), units: METRIC };
  return open.what === 'season'
    ? seasonEvents({ ...view, chores: [] })
    : roundEvents({ ...view, chores: await loadChores(tx) });
}

/** A calendar as iCalendar (RFC 5545): whole days, so that no time zone shifts them. */
export async function writeCalendar(open: OpenCalendar): Promise<string> {
  const today = dayAt(now(), open.timeZone);
  const events = await readingFarm(database(), open.farmId, (tx) => eventsOf(tx, open, today));
  const calendar = ical({
    name: open.farmName,
    prodId: { company: 'Crop Cycle', product: open.what },
    ttl: LOOK_AGAIN_S,
  });
  for (const { uid, day, title, words } of events)
    calendar.createEvent({
      id: `${uid}@crop-cycle`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      allDay: true,
      timezone: null,
      stamp: now(),
      summary: title,
      description: words || null,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  return calendar.toString();
}
