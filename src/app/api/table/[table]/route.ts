import { stringify } from 'csv-stringify/sync';
import { say } from '../../../../core/words/words';
import { fileTable, writeTable } from '../../../../db/farmFile';
import { download } from '../../../../server/download';
import { answerJson } from '../../../../server/edge';
import { refuse } from '../../../../server/outcome';
import { currentPerson } from '../../../../server/session';

export const dynamic = 'force-dynamic';

/** One table of the farm as CSV: all columns, UTF-8, one row of names. */
export async function GET(_request: Request, { params }: { params: Promise<{ table: string }> }) {
  const person = await currentPerson();
  if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
  if (person.role === 'hand') return answerJson(refuse(say`This is for the office, a manager or a visitor.`, 'role'));
  const table = fileTable((await params).table);
  if (!table) return answerJson(refuse(say`There is no such table.`), 404);
  return download({
    person,
    name: `${table}.csv`,
    type: 'text/csv',
    work: async (tx, write) => {
      // The mark tells spreadsheets that it is UTF-8.
      await write('\uFEFF');
      await writeTable(tx, table, (rows) => write(stringify(rows)));
    },
  });
}
