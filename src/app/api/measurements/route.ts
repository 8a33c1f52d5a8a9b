import { say } from '../../../core/words/words';
import { probeOf } from '../../../db/probes';
import { database } from '../../../server/database';
import { answerJson, edge, FULL, type Door } from '../../../server/edge';
import { takeBatch } from '../../../server/measure';
import { refuse } from '../../../server/outcome';
import type { OpenProbe } from '../../../db/probes';

export const dynamic = 'force-dynamic';

const KEY = /^Bearer ([0-9a-f]{64})$/;

/** Who has the key of an instrument. */
const INSTRUMENTS: Door<OpenProbe> = {
  ...FULL,
  knows: async (headers) => {
    const [, token] = KEY.exec(headers.get('authorization') ?? '') ?? [];
    return token ? probeOf(database(), token) : null;
  },
  turnedAway: () => say`That key belongs to no instrument of any farm.`,
};

/**
 * What an instrument measured: `{ sequence, values: [{ loop or place, kind, value, at }] }` with its key in the header, as
 * `Authorization: Bearer KEY`. Answers how many values were taken and which were not; the same batch again gets the same answer.
 */
export async function POST(request: Request) {
  return edge(request, INSTRUMENTS, async ({ sequence, values, ...rest }, probe) => {
    const unknown = Object.keys(rest)[0];
    if (unknown) return answerJson(refuse(say`“${unknown.slice(0, 40)}” is not part of a batch.`, 'form'));
    return answerJson(await takeBatch(probe!, { sequence, values }));
  });
}
