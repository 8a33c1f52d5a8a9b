import { IsBoolean, IsOptional } from 'class-validator';
import { transferFish } from '../../db/doing/fish';
import { command } from '../../server/command';
import { CountField, MassField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export class TransferInput extends StepInput {
  @CountField('Move at least 1 fish') count!: number;
  @MassField('Give the weight as a number', 'The weight must be more than 0') massG!: number;
  @CountField('Give a whole number of 0 or more', 0) dead!: number;
  @IsOptional() @IsBoolean({ message: 'Say yes or no' }) confirmed?: boolean;
}

export const module = command({
  name: 'fish.moveAsPlanned',
  version: 1,
  title: 'Move fish',
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Move fish');
    await transferFish(doing.tx, doing.entry, await doing.facts(), {
      ...v,
      confirmed: v.confirmed ?? false,
      kind: 'move',
    });
    return 'Recorded.';
  },
  takeBack: { words: () => 'Taken back: the fish are where they were, and the job is open again.' },
});
