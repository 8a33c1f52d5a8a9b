import { decideMove } from '../../core/fish/decideMove';
import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { stepsOfLot } from '../../db/plan';
import { command } from '../../server/command';
import { dangersAt } from '../../server/judgeLoops';
import { settle } from '../../server/settle';
import { CREW, said } from '../shared';
import { MoveInput } from './move.input';

export const module = command({
  name: 'fish.move',
  version: 1,
  title: (v) => say`Move ${formatNumber(v.count)} of ${v.lotCode}`,
  who: CREW,
  input: MoveInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const speciesCodes = facts.fish.filter((f) => f.lotCode === v.lotCode).map((f) => f.speciesCode);
    const dangers = await dangersAt(doing, facts, { placeId: v.toPlaceId, speciesCodes });
    const steps = await stepsOfLot(doing.tx, v.lotCode);
    return said(await settle(doing, decideMove({ facts, steps, dangers }, v), v.confirmed));
  },
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.move ?? 0)} fish are where they were.` },
});
