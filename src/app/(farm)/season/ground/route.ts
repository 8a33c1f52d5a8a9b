import { outlookGround } from '../../../../features/season/queries';
import { currentPerson } from '../../../../server/session';

export const dynamic = 'force-dynamic';

/** The farm and its plan, for the worker that forecasts drafts. Signed out: nothing. */
export async function GET() {
  if (!(await currentPerson())) return Response.json(null, { status: 401 });
  return Response.json(await outlookGround(), { headers: { 'Cache-Control': 'private, no-store' } });
}
