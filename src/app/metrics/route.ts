import { say } from '../../core/words/words';
import { addressOf, cameThroughProxy } from '../../server/edge';
import { figures, figuresType } from '../../server/metrics';

export const dynamic = 'force-dynamic';

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;

/** Figures of the processes that serve, in the common text format: for this machine itself, or for who knows METRICS_TOKEN. */
export async function GET(request: Request) {
  const token = process.env.METRICS_TOKEN;
  const known = token && request.headers.get('authorization') === `Bearer ${token}`;
  if (!known && (cameThroughProxy(request.headers) || !LOOPBACK.test(addressOf(request.headers))))
    return new Response(
      say`Not here
`,
      { status: 404 },
    );
  return new Response(await figures(), { headers: { 'content-type': figuresType } });
}
