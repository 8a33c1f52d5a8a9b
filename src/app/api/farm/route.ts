import { say } from '../../../core/words/words';
import { passwordFault } from '../../../core/passwords';
import { readInput } from '../../../core/readInput';
import { foundFarm } from '../../../db/founding';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { answerJson, edge, SMALL } from '../../../server/edge';
import { asOutcome, refuse } from '../../../server/outcome';
import { enterAs, tooManyWords, waitsForCode } from '../../../server/signingIn';
import { FoundInput } from './found.input';

export const dynamic = 'force-dynamic';

/** Makes the first farm of one's own, in set-up, and signs its manager in. */
export async function POST(request: Request) {
  return edge(request, SMALL, async (body) => {
    const read = await readInput(FoundInput, body);
    if (!read.ok) return answerJson(read);
    const { code, name, signInName, password, habits } = read.value;
    const weak = passwordFault(password, [name, signInName, habits.name]);
    if (weak) return answerJson(refuse(weak, 'password'));
    const seconds = await waitsForCode(request.headers, code);
    if (seconds > 0) return answerJson(refuse(tooManyWords(seconds), 'code'), 429);
    const made = await asOutcome(() =>
      foundFarm(database(), { code, habits, name: name.trim(), signInName: signInName.trim(), password }, now()),
    );
    if (!made.ok) return answerJson(made, 'code' in made.fields ? 403 : undefined);
    const entered = await enterAs(request.headers, { name: signInName, password });
    return answerJson(entered.ok ? { ok: true, value: null } : refuse(say`The farm is made. Sign in.`));
  });
}
