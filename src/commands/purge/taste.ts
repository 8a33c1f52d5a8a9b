import { IsBoolean, IsOptional } from 'class-validator';
import { tasteCheck } from '../../db/doing/fish';
import { command } from '../../server/command';
import { StepInput, TextField } from '../inputs';
import { CREW, tickStep } from '../shared';

class TasteInput extends StepInput {
  @IsBoolean({ message: 'Say whether it tasted clean' }) passed!: boolean;
  @IsOptional() @TextField(500) note?: string;
}

/** A taste that is not clean is recorded, and the job stays open for the next try. */
export const module = command({
  name: 'purge.taste',
  version: 1,
  title: (v) => (v.passed ? 'Taste check: clean' : 'Taste check: not clean'),
  who: CREW,
  input: TasteInput,
  run: async (doing, v) => {
    if (v.passed) await tickStep(doing, v.stepId, 'Taste check');
    await tasteCheck(doing.tx, doing.entry, { ...v, note: v.note ?? null });
    return v.passed ? 'Recorded: taste clean.' : 'Recorded: not clean. Purge on and taste again tomorrow.';
  },
  takeBack: { stays: 'A taste stands in the record of its batch. Taste again; the last one counts.' },
});
