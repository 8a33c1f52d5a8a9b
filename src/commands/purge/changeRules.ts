import { IsBoolean } from 'class-validator';
import { changeBatch } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { IdField, TextField, VersionField, WholeField } from '../inputs';
import { BOSS, said } from '../shared';

class ChangeRulesInput {
  @IdField('That batch is not known') groupId!: string;
  @VersionField() version!: number;
  @WholeField(0, 60, 'Give whole days', 'Between 0 and 60 days') fastingDays!: number;
  @WholeField(0, 60, 'Give a whole number', 'Between 0 and 60 exchanges') exchanges!: number;
  @IsBoolean({ message: 'Say whether it must be tasted' }) taste!: boolean;
  @TextField(500, 'Give a reason of at least 5 characters', 5) reason!: string;
}

/** What a batch under way must meet, changed by a manager; the reason stays with it. */
export const module = command({
  name: 'purge.changeRules',
  version: 1,
  title: 'Change what a purge batch must meet',
  who: BOSS,
  input: ChangeRulesInput,
  run: async ({ tx, entry }, v) => {
    await changeBatch(tx, entry, v);
    return said('Changed. Name, day and reason stand with the batch.');
  },
  takeBack: { stays: 'Change it again, with a reason: both stay in the record.' },
});
