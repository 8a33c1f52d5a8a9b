import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { decideMending, type MendKnown } from '../../core/plan/decideMending';
import type { Tx } from '../../db/connection';
import { kindKnown } from '../../db/kinds';
import { lockOrder, orderVersion } from '../../db/orders';
import { lockGroup } from '../../db/plan';
import { settle } from '../../server/settle';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { MendInput } from './mend.input';

export const module = command({
  name: 'record.mend',
  version: 1,
  title: word`Mend a broken record`,
  who: BOSS,
  input: MendInput,
  run: async (doing, v) => settle(doing, decideMending(await broken(doing.tx, v), doing.entry.farmDay), true),
  takeBack: { stays: word`What was broken is no use to anyone.` },
});

/** What can be read of it. @throws {RuleBroken} when it is not there, or is put right elsewhere */
async function broken(tx: Tx, { what, id }: MendInput): Promise<MendKnown> {
  if (what === 'step') return { what, id, state: (await lockGroup(tx, id)).step?.state ?? null };
  if (what === 'loop') return { what, id };
  if (what === 'species' || what === 'crop') {
    const own = await kindKnown(tx, what, id);
    if (!own) throw new RuleBroken('form', say`That is not in the library of this farm.`);
    return { what, code: id, name: own.name ?? id, version: own.version };
  }
  if (what === 'order') return { what, order: await lockOrder(tx, id, await orderVersion(tx, id)) };
  throw new RuleBroken('form', say`That is put right on its own page.`);
}
