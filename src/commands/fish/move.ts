import { say } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { moveNow } from '../../db/doing/keeping';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { MoveInput } from './move.input';

export const module = command({
  name: 'fish.move',
  version: 1,
  title: (v) => say`Move ${formatNumber(v.count)} of ${v.lotCode}`,
  who: CREW,
  input: MoveInput,
  run: async (doing, v) =>
    said(
      await moveNow({
        tx: doing.tx,
        entry: doing.entry,
        facts: await doing.facts(),
        move: { ...v, confirmed: v.confirmed ?? false },
      }),
    ),
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.move ?? 0)} fish are where they were.` },
});
