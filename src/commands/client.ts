import { RECORDED_EVENT, type Outcome } from '../ui/outcome';

async function post(path: string, body: unknown): Promise<Outcome<unknown>> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const answer = (await response.json()) as Outcome<unknown>;
  if (typeof answer?.ok !== 'boolean') throw new Error('No answer');
  return answer;
}

/** The checks are heavy: they come when someone begins to type, and are never waited for without a connection. */
const loadChecks = () => import('./check');
if (typeof window !== 'undefined')
  window.addEventListener(
    'focusin',
    (e) => (e.target as Element).closest?.('form') && void loadChecks().catch(noChecks),
    {
      passive: true,
    },
  );
const noChecks = () => null;

/**
 * Sends one act; what its input class refuses is said at once and not sent. @param act name and shape: `fish.feed@1` @param values its body, with the entry key made where it was typed
 * @throws when no answer came: it may or may not have been recorded, and sending it again under the same key is right
 */
export async function send<R>(
  act: string,
  { entryKey, doneAt, ...body }: Record<string, unknown>,
): Promise<Outcome<R>> {
  const [command, version] = act.split('@') as [string, string];
  const wrong = await (await loadChecks().catch(noChecks))?.faultsOf(command, body);
  if (wrong) return { ok: false, fields: wrong };
  const outcome = await post('/api/commands', { command, version: Number(version), entryKey, doneAt, body });
  if (outcome.ok) window.dispatchEvent(new Event(RECORDED_EVENT));
  return outcome as Outcome<R>;
}

/** Asks something before anything is recorded. */
export async function ask<R>(
  question: string,
  { entryKey: _none, ...body }: Record<string, unknown>,
): Promise<Outcome<R>> {
  return (await post('/api/questions', { question, body })) as Outcome<R>;
}
