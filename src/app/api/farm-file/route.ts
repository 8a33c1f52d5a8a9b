import { say } from '../../../core/words/words';
import { writeFarmFile } from '../../../db/farmFile';
import { now } from '../../../server/clock';
import { download } from '../../../server/download';
import { answerJson } from '../../../server/edge';
import { refuse } from '../../../server/outcome';
import { currentPerson } from '../../../server/session';

export const dynamic = 'force-dynamic';

/** The whole farm as one file: for managers. */
export async function GET() {
  const person = await currentPerson();
  if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
  if (person.role !== 'manager') return answerJson(refuse(say`This is for a manager.`, 'role'));
  const at = now();
  const name = person.farmName
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, '-')
    .slice(0, 40);
  return download({
    farmId: person.farmId,
    name: `${name}-${at.toISOString().slice(0, 10)}.json`,
    type: 'application/json',
    work: (tx, write) => writeFarmFile(tx, write, at),
  });
}
