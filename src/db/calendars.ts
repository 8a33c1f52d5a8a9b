import { createHash, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { CalendarKind, Delivery } from '../core/calendar/calendars';
import type { Day } from '../core/quantity/days';
import { say } from '../core/words/words';
import type { Tx } from './connection';

/** Private addresses that calendars read. Only the hash of an address is kept. */
const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();

export interface CalendarLink {
  id: string;
  what: CalendarKind;
  madeAt: Date;
}

export async function calendarLinks(tx: Tx, personId: string): Promise<CalendarLink[]> {
  const rows = await tx('calendar_link').where({ person_id: personId, ended_at: null }).orderBy(['made_at', 'id']);
  return rows.map((r) => ({ id: r.id, what: r.what, madeAt: r.made_at }));
}

interface LinkWish {
  farmId: string;
  personId: string;
  what: CalendarKind;
  token: string;
  at: Date;
}

/** A new address; an older one of the same person for the same calendar is void. */
export async function makeCalendarLink(tx: Tx, { farmId, personId, what, token, at }: LinkWish): Promise<void> {
  await tx('calendar_link').where({ person_id: personId, what, ended_at: null }).update({ ended_at: at });
  const id = randomUUID();
  const made = { farm_id: farmId, id, person_id: personId, what, token_hash: hashOf(token), made_at: at };
  await tx('calendar_link').insert(made);
}

export async function endCalendarLink(tx: Tx, personId: string, { id, at }: { id: string; at: Date }): Promise<void> {
  const ended = await tx('calendar_link').where({ id, person_id: personId, ended_at: null }).update({ ended_at: at });
  if (ended === 0) throw new RuleBroken('id', say`That address is void already.`);
}

export interface OpenCalendar {
  farmId: string;
  personId: string;
  what: CalendarKind;
  farmName: string;
  timeZone: string;
  locale: string | null;
}

/** What an address opens; null: nothing (any more). */
export async function calendarOf(db: Knex, token: string): Promise<OpenCalendar | null> {
  const { rows } = await db.raw('select * from calendar_of(?)', [hashOf(token)]);
  const r = rows[0];
  return r
    ? {
        farmId: r.farm_id,
        personId: r.person_id,
        what: r.what,
        farmName: r.farm_name,
        timeZone: r.time_zone,
        locale: r.locale,
      }
    : null;
}

interface DeliveryRow {
  id: string;
  code: string;
  customer: string;
  due_day: Day;
  product: string;
  unit: string;
  quantity: number;
}

/** Open orders with their lines, in the words of `lineWords`. */
export async function deliveriesFrom(
  tx: Tx,
  from: Day,
  lineWords: (line: { product: string; unit: string; quantity: number }) => string,
): Promise<Delivery[]> {
  const rows: DeliveryRow[] = await tx('sales_order as o')
    .join('customer as c', (on) => void on.on('c.farm_id', 'o.farm_id').on('c.id', 'o.customer_id'))
    .join('order_line as l', (on) => void on.on('l.farm_id', 'o.farm_id').on('l.order_id', 'o.id'))
    .join('product as p', (on) => void on.on('p.farm_id', 'l.farm_id').on('p.code', 'l.product_code'))
    .where({ 'o.state': 'open' })
    .andWhere('o.due_day', '>=', from)
    .orderBy(['o.due_day', 'c.name', 'o.code', 'p.name', 'l.id'])
    .select('o.id', 'o.code', 'c.name as customer', 'o.due_day', 'p.name as product', 'p.unit', 'l.quantity');
  const orders = new Map<string, Delivery & { lines: string[] }>();
  for (const r of rows) {
    const own = orders.get(r.id) ?? { id: r.id, code: r.code, customer: r.customer, dueDay: r.due_day, lines: [] };
    own.lines.push(lineWords({ ...r, quantity: Number(r.quantity) }));
    orders.set(r.id, own);
  }
  return [...orders.values()];
}
