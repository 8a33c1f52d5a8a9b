import { passwordFault } from '../../../core/passwords';
import { readInput } from '../../../core/readInput';
import { say } from '../../../core/words/words';
import { join } from '../../../db/members';
import { askerOf } from '../../../db/people';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { answerJson, edge, SMALL } from '../../../server/edge';
import { asOutcome, refuse } from '../../../server/outcome';
import { currentPerson } from '../../../server/session';
import { enterAs } from '../../../server/signingIn';
import { JoinInput } from './join.input';

export const dynamic = 'force-dynamic';

/** Becomes a member by a link: as someone new, or as who is signed in. */
export async function POST(request: Request) {
  return edge(request, SMALL, async (body) => {
    const read = await readInput(JoinInput, body);
    if (!read.ok) return answerJson(read);
    const { token, asMyself, name = '', signInName = '', password = '' } = read.value;
    const person = asMyself ? await currentPerson() : null;
    if (asMyself && !person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
    if (!person) {
      if (!name.trim()) return answerJson(refuse(say`Give your name`, 'name'));
      if (!signInName.trim()) return answerJson(refuse(say`Choose a sign-in name`, 'signInName'));
      const weak = passwordFault(password, [name, signInName]);
      if (weak) return answerJson(refuse(weak, 'password'));
    }
    const asker = person ? askerOf(person) : null;
    const joined = await asOutcome(() => join(database(), { token, asker, name, signInName, password }, now()));
    if (!joined.ok) return answerJson(joined);
    if (!person) await enterAs(request.headers, { name: signInName, password });
    return answerJson({ ok: true, value: null });
  });
}
