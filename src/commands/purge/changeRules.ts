import { say, word } from '../../core/words/words';
import { IsBoolean } from 'class-validator';
import { changeBatch } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { IdField, TextField, VersionField, WholeField } from '../inputs';
import { BOSS, said } from '../shared';

class ChangeRulesInput {
  @IdField(word`That batch is not known`) groupId!: string;
  @VersionField() version!: number;
  @WholeField(0, 60, word`Give whole days`, word`Between 0 and 60 days`) fastingDays!: number;
  @WholeField(0, 60, word`Give a whole number`, word`Between 0 and 60 exchanges`) exchanges!: number;
  @IsBoolean({ message: word`Say whether it must be tasted` }) taste!: boolean;
  @TextField(500, word`Give a reason of at least 5 characters`, 5) reason!: string;
}

/** What a batch under way must meet, changed by a manager; the reason stays with it. */
export const module = command({
  name: 'purge.changeRules',
  version: 1,
  title: word`Change what a purge batch must meet`,
  who: BOSS,
  input: ChangeRulesInput,
  run: async ({ tx, entry }, v) => {
    await changeBatch(tx, entry, v);
    return said(say`Changed. Name, day and reason stand with the batch.`);
  },
  takeBack: { stays: word`Change it again, with a reason: both stay in the record.` },
});
