import { plural } from '../../../core/words/words';
import { runCommand, stays } from '../../../commands/registry';
import { answerJson, edge, MEMBERS } from '../../../server/edge';

export const dynamic = 'force-dynamic';

/**
 * One act: `{ command, version, entryKey, doneAt?, body }`. Answers `{ ok: true, value }` or `{ ok: false, fields }` with
 * what is wrong by field, in words. The same key with the same content gives the first answer again. `stays`: what is recorded by it is not taken back.
 */
export async function POST(request: Request) {
  return edge(request, MEMBERS, async ({ command, version, entryKey, doneAt, body, ...rest }, person) => {
    const unknown = Object.keys(rest).length;
    if (unknown > 0)
      return answerJson(
        {
          ok: false,
          fields: {
            form: [
              plural(unknown, '# thing sent is not part of a command.', '# things sent are not part of a command.'),
            ],
          },
        },
        400,
      );
    const sent = { command: command as string, version: version as number, entryKey: entryKey as string, body };
    const all = doneAt === undefined ? sent : { ...sent, doneAt: doneAt as string };
    const outcome = await runCommand(person, all);
    return answerJson(outcome.ok && stays(sent.command) ? { ...outcome, stays: true } : outcome);
  });
}
