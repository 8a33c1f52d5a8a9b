import { say } from '../../../core/words/words';
import { cookies } from 'next/headers';
import { passwordFault } from '../../../core/passwords';
import { endOtherSignIns, endSignIn, goToFarm, myFarms, signInsOf } from '../../../db/members';
import { askerOf, changePassword, signInDone, signOut, waitsToTry } from '../../../db/people';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { addressOf, answerJson, edge, SMALL } from '../../../server/edge';
import { asOutcome, refuse } from '../../../server/outcome';
import { currentPerson, SESSION_COOKIE } from '../../../server/session';
import { enterAs, tooManyWords } from '../../../server/signingIn';

export const dynamic = 'force-dynamic';

const LONGEST = 200;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Signs in: `{ name, password }`. */
export async function POST(request: Request) {
  return edge(request, SMALL, async ({ name, password }) => {
    if (typeof name !== 'string' || !name.trim()) return answerJson(refuse(say`Give your sign-in name`, 'name'));
    if (typeof password !== 'string' || !password) return answerJson(refuse(say`Give your password`, 'password'));
    if (name.length > LONGEST || password.length > LONGEST)
      return answerJson(refuse(say`At most ${LONGEST} characters`, 'name'));
    const result = await enterAs(request.headers, { name, password });
    if (!result.ok) {
      const words =
        result.reason === 'wrong' ? say`Name and password do not go together.` : tooManyWords(result.seconds);
      return answerJson(refuse(words, 'password'), result.reason === 'wrong' ? 401 : 429);
    }
    return answerJson({ ok: true, value: null });
  });
}

/** Changes one's own password: `{ old, new }`; other devices are signed out. */
export async function PUT(request: Request) {
  return edge(request, SMALL, async (body) => {
    const [person, token] = [await currentPerson(), (await cookies()).get(SESSION_COOKIE)?.value];
    if (!person || !token) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
    const words = { old: body.old, new: body.new };
    if (typeof words.old !== 'string' || words.old.length > LONGEST)
      return answerJson(refuse(say`Give your password as it is now`, 'old'));
    if (typeof words.new !== 'string') return answerJson(refuse(say`Choose a password`, 'new'));
    const weak = passwordFault(words.new, [person.name, person.farmName]);
    if (weak) return answerJson(refuse(weak, 'new'));
    // A stolen session guesses no faster than a stranger.
    const attempt = { name: `password of ${person.personId}`, address: addressOf(request.headers), device: null };
    const seconds = await waitsToTry(database(), attempt, now());
    if (seconds > 0) return answerJson(refuse(tooManyWords(seconds), 'old'), 429);
    const changed = await changePassword({
      db: database(),
      token,
      person,
      words: { old: words.old, new: words.new },
      now: now(),
    });
    if (!changed) return answerJson(refuse(say`That is not your password.`, 'old'));
    await signInDone(database(), attempt);
    return answerJson({ ok: true, value: null });
  });
}

/** Signs out. */
export async function DELETE(request: Request) {
  return edge(request, SMALL, async () => {
    const jar = await cookies();
    const token = jar.get(SESSION_COOKIE)?.value;
    const person = await currentPerson();
    if (token && person) await signOut(database(), person, token);
    jar.delete(SESSION_COOKIE);
    return answerJson({ ok: true, value: null });
  });
}

/** Where one is signed in, and the farms one belongs to. */
export async function GET() {
  const person = await currentPerson();
  if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
  const farms = await myFarms(database(), askerOf(person), now());
  const signIns = await signInsOf(database(), person);
  return answerJson({ ok: true, value: { farms, signIns, farmId: person.farmId } });
}

/** Goes to another of one's farms (`{ farmId }`), or ends a sign-in of one's own (`{ end }`, or all others: `{ end: 'others' }`). */
export async function PATCH(request: Request) {
  return edge(request, SMALL, async ({ farmId, end }) => {
    const person = await currentPerson();
    if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
    const wanted = farmId ?? end;
    if (typeof wanted !== 'string' || !(UUID.test(wanted) || (!farmId && wanted === 'others')))
      return answerJson(refuse(say`Choose one of the list`));
    const asker = askerOf(person);
    return answerJson(
      await asOutcome(async () => {
        if (wanted === 'others') await endOtherSignIns(database(), asker, now());
        else if (farmId) await goToFarm(database(), asker, { farmId: wanted, now: now() });
        else await endSignIn(database(), asker, { id: wanted, now: now() });
        return null;
      }),
    );
  });
}
