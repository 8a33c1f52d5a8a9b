import { say } from '../../../core/words/words';
import { cookies } from 'next/headers';
import { LOCALE_COOKIE } from '../../../words/locales';
import { changePassword, personOfSession, signIn, signOut } from '../../../db/people';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { addressOf, answerJson, edge, isHttps } from '../../../server/edge';
import { refuse } from '../../../server/outcome';
import { currentPerson, DEVICE_COOKIE, SESSION_COOKIE } from '../../../server/session';

export const dynamic = 'force-dynamic';

const LONGEST = 200;
const DEVICE_DAYS = 400;
const SHORTEST_PASSWORD = 10;

function waitWords(seconds: number): string {
  return seconds < 90 ? say`${seconds} seconds` : say`${Math.ceil(seconds / 60)} minutes`;
}

/** Signs in: `{ name, password }`. */
export async function POST(request: Request) {
  return edge(request, async ({ name, password }) => {
    if (typeof name !== 'string' || !name.trim()) return answerJson(refuse(say`Give your sign-in name`, 'name'));
    if (typeof password !== 'string' || !password) return answerJson(refuse(say`Give your password`, 'password'));
    if (name.length > LONGEST || password.length > LONGEST)
      return answerJson(refuse(say`At most ${LONGEST} characters`, 'name'));
    const jar = await cookies();
    const attempt = {
      name,
      password,
      address: addressOf(request.headers),
      device: jar.get(DEVICE_COOKIE)?.value ?? null,
    };
    const result = await signIn(database(), attempt, now());
    if (!result.ok) {
      const words =
        result.reason === 'wrong'
          ? say`Name and password do not go together.`
          : say`Too many tries. Wait ${waitWords(result.seconds)}, then try again.`;
      return answerJson(refuse(words, 'password'), result.reason === 'wrong' ? 401 : 429);
    }
    const rest = { httpOnly: true, sameSite: 'lax', secure: isHttps(request.headers), path: '/' } as const;
    jar.set(SESSION_COOKIE, result.token, { ...rest, expires: result.expires });
    const person = await personOfSession(database(), result.token, now());
    // Read by the page too; it opens nothing.
    if (person?.settings.locale)
      jar.set(LOCALE_COOKIE, person.settings.locale, { ...rest, httpOnly: false, maxAge: DEVICE_DAYS * 86_400 });
    jar.set(DEVICE_COOKIE, result.device, { ...rest, maxAge: DEVICE_DAYS * 86_400 });
    return answerJson({ ok: true, value: null });
  });
}

/** Changes one's own password: `{ old, new }`; other devices are signed out. */
export async function PUT(request: Request) {
  return edge(request, async (body) => {
    const [person, token] = [await currentPerson(), (await cookies()).get(SESSION_COOKIE)?.value];
    if (!person || !token) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
    const words = { old: body.old, new: body.new };
    if (typeof words.old !== 'string' || words.old.length > LONGEST)
      return answerJson(refuse(say`Give your password as it is now`, 'old'));
    if (typeof words.new !== 'string' || words.new.length < SHORTEST_PASSWORD || words.new.length > LONGEST)
      return answerJson(refuse(say`Between ${SHORTEST_PASSWORD} and ${LONGEST} characters`, 'new'));
    const changed = await changePassword({
      db: database(),
      token,
      person,
      words: { old: words.old, new: words.new },
      now: now(),
    });
    return answerJson(changed ? { ok: true, value: null } : refuse(say`That is not your password.`, 'old'));
  });
}

/** Signs out. */
export async function DELETE(request: Request) {
  return edge(request, async () => {
    const jar = await cookies();
    const token = jar.get(SESSION_COOKIE)?.value;
    const person = await currentPerson();
    if (token && person) await signOut(database(), person, token);
    jar.delete(SESSION_COOKIE);
    return answerJson({ ok: true, value: null });
  });
}
