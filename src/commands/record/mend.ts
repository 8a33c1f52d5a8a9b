import { word } from '../../core/words/words';
import { mendRecord } from '../../db/doing/mend';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { MendInput } from './mend.input';

export const module = command({
  name: 'record.mend',
  version: 1,
  title: word`Mend a broken record`,
  who: BOSS,
  input: MendInput,
  run: async ({ tx, entry }, v) => said(await mendRecord(tx, entry, v)),
  takeBack: { stays: word`What was broken is no use to anyone.` },
});
