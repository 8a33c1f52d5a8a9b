import { say, word } from '../../core/words/words';
import { recordHusbandry } from '../../db/doing/keeping';
import { command } from '../../server/command';
import { plantsAt } from '../../server/plantings';
import { CREW, said } from '../shared';
import { SignInput } from './sign.input';

/** What was seen on leaves or roots: a pest, a colour, a shape. */
export const module = command({
  name: 'plants.sign',
  version: 1,
  title: word`Note on plants`,
  who: CREW,
  input: SignInput,
  run: async (doing, v) => {
    const { plants, place } = await plantsAt(doing, v);
    await recordHusbandry({
      tx: doing.tx,
      entry: doing.entry,
      event: { kind: 'sign', lotId: plants.lotId, placeId: place.id, words: v.words },
    });
    return said(say`Noted about ${plants.lotCode} in ${place.code}.`);
  },
  takeBack: { words: () => say`Taken back: that note.` },
});
