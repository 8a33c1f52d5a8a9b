import { database } from '../../server/database';

export const dynamic = 'force-dynamic';

/** Ready when the database answers under the role that owns nothing. */
export async function GET() {
  try {
    const { rows } = await database().raw(
      `select current_user as role, (select count(*) from pg_class c where c.relowner = (select oid from pg_roles where rolname = current_user)) as owns`,
    );
    const ready = rows[0].role === 'crop_cycle_app' && rows[0].owns === 0;
    return Response.json({ alive: true, ready }, { status: ready ? 200 : 503 });
  } catch {
    return Response.json({ alive: true, ready: false }, { status: 503 });
  }
}
