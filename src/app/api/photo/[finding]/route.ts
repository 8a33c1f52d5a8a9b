import { readingFarm } from '../../../../db/connection';
import { findingPhoto } from '../../../../db/scouting';
import { database } from '../../../../server/database';
import { currentPerson } from '../../../../server/session';

export const dynamic = 'force-dynamic';

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** The photo of a finding, for people of its farm. */
export async function GET(_request: Request, { params }: { params: Promise<{ finding: string }> }) {
  const person = await currentPerson();
  const { finding } = await params;
  if (!person || !ID.test(finding)) return new Response('', { status: 404 });
  const photo = await readingFarm(database(), person.farmId, (tx) => findingPhoto(tx, finding));
  if (!photo) return new Response('', { status: 404 });
  return new Response(new Uint8Array(photo), {
    headers: {
      'content-type': 'image/jpeg',
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, max-age=86400, immutable',
    },
  });
}
