import { randomUUID } from 'node:crypto';
import { calendarOf } from '../../../../db/calendars';
import { writeCalendar } from '../../../../server/calendar';
import { database } from '../../../../server/database';
import { inRequest } from '../../../../server/log';

export const dynamic = 'force-dynamic';

const TOKEN = /^([0-9a-f]{64})(?:\.ics)?$/;

/** A calendar at its private address; an address that is void says no more than one that never was. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  const [, token] = TOKEN.exec((await params).token) ?? [];
  return inRequest(request.headers.get('x-request-id') ?? randomUUID(), async () => {
    const open = token ? await calendarOf(database(), token) : null;
    if (!open) return new Response('', { status: 404 });
    return new Response(await writeCalendar(open), {
      headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, max-age=300' },
    });
  });
}
