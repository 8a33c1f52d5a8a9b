import { word } from '../../core/words/words';
import { IsIn } from 'class-validator';
import type { BrokenRecord } from '../../core/plan/faults';
import { mendRecord, MENDABLE } from '../../db/doing/mend';
import { command } from '../../server/command';
import { CodeField } from '../inputs';
import { BOSS, said } from '../shared';

class MendInput {
  @IsIn([...MENDABLE], { message: word`That is put right on its own page` }) what!: BrokenRecord['what'];
  @CodeField(word`That record is not known`) id!: string;
}

export const module = command({
  name: 'record.mend',
  version: 1,
  title: word`Mend a broken record`,
  who: BOSS,
  input: MendInput,
  run: async ({ tx, entry }, v) => said(await mendRecord(tx, entry, v)),
  takeBack: { stays: word`What was broken is no use to anyone.` },
});
