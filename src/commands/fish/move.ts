import { say, word } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { moveNow } from '../../db/doing/keeping';
import { command } from '../../server/command';
import { CountField, Handled, IdField, MassField } from '../inputs';
import { CREW, said } from '../shared';

class MoveInput extends Handled {
  @IdField(word`Choose a tank`) toPlaceId!: string;
  @CountField(word`Move at least 1 fish`) count!: number;
  @MassField(word`Give their weight together`) massG!: number;
  @CountField(word`Dead fish are 0 or more`, 0) dead!: number;
}

export const module = command({
  name: 'fish.move',
  version: 1,
  title: (v) => say`Move ${formatNumber(v.count)} of ${v.lotCode}`,
  who: CREW,
  input: MoveInput,
  run: async (doing, v) =>
    said(await moveNow(doing.tx, doing.entry, await doing.facts(), { ...v, confirmed: v.confirmed ?? false })),
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.move ?? 0)} fish are where they were.` },
});
