import { say } from '../../core/words/words';
import { lastBeat } from '../../db/entries';
import { now } from '../../server/clock';
import { database } from '../../server/database';

export const dynamic = 'force-dynamic';

/** A worker that was not heard for longer than this is told as late. */
const LATE_MS = 120_000;

/** Ready when the database answers under the role that owns nothing. The worker's state is told, and does not decide. */
export async function GET() {
  try {
    const { rows } = await database().raw(
      `select session_user as role, pg_has_role(session_user, (select relowner from pg_class where oid = 'farm'::regclass), 'member') as owner`,
    );
    const ready = rows[0].role === 'crop_cycle_app' && rows[0].owner === false;
    const beat = await lastBeat(database());
    const worker = !beat
      ? say`not seen yet`
      : Math.abs(now().getTime() - beat.getTime()) > LATE_MS
        ? 'late'
        : 'working';
    return Response.json({ alive: true, ready, worker }, { status: ready ? 200 : 503 });
  } catch {
    return Response.json({ alive: true, ready: false, worker: 'unknown' }, { status: 503 });
  }
}
