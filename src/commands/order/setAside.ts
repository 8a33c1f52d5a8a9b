import { IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { RANGES } from '../../core/quantity/ranges';
import { allocate } from '../../db/orders';
import { command } from '../../server/command';
import { AmountField, IdField, TextField, VersionField } from '../inputs';
import { EVERYONE } from '../shared';

export class OrderStepInput {
  @IdField('There is no such order') orderId!: string;
  @VersionField() version!: number;
}

class SetAsideInput extends OrderStepInput {
  @IdField('There is no such line') lineId!: string;
  @IdField('Choose a lot') lotId!: string;
  @AmountField(RANGES.units, { words: 'Give the quantity as a number', low: 'Set aside more than 0' })
  quantity!: number;
  @IsOptional() @TextField(300, 'Give a reason of at least 5 characters', 5) reason?: string;
}

export const module = command({
  name: 'order.setAside',
  version: 1,
  title: 'Set aside for an order',
  who: EVERYONE,
  input: SetAsideInput,
  run: async ({ tx, entry, person }, v) => {
    if (v.reason && person.role !== 'manager')
      throw new RuleBroken('reason', 'Only a manager may give goods past their use-by.');
    await allocate(tx, entry, v);
    return 'Set aside.';
  },
  takeBack: { words: () => 'Taken back: it is free for other orders again.' },
});
