import { say, word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { RANGES } from '../../core/quantity/ranges';
import { allocate } from '../../db/orders';
import { command } from '../../server/command';
import { AmountField, IdField, TextField, VersionField } from '../inputs';
import { EVERYONE } from '../shared';

export class OrderStepInput {
  @IdField(word`There is no such order`) orderId!: string;
  @VersionField() version!: number;
}

class SetAsideInput extends OrderStepInput {
  @IdField(word`There is no such line`) lineId!: string;
  @IdField(word`Choose a lot`) lotId!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number`, low: word`Set aside more than 0` })
  quantity!: number;
  @IsOptional() @TextField(300, word`Give a reason of at least 5 characters`, 5) reason?: string;
}

export const module = command({
  name: 'order.setAside',
  version: 1,
  title: word`Set aside for an order`,
  who: EVERYONE,
  input: SetAsideInput,
  run: async ({ tx, entry, person }, v) => {
    if (v.reason && person.role !== 'manager')
      throw new RuleBroken('reason', say`Only a manager may give goods past their use-by.`);
    await allocate(tx, entry, v);
    return say`Set aside.`;
  },
  takeBack: { words: () => say`Taken back: it is free for other orders again.` },
});
