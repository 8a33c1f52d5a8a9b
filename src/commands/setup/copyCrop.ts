import { say, word } from '../../core/words/words';
import { copyCrop } from '../../db/doing/trade';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { CopyCropInput } from './copyCrop.input';

/** A variety, or a way of growing one in a season or method, with numbers of its own: begun as a copy of a recipe the farm has. */
export const module = command({
  name: 'setup.copyCrop',
  version: 1,
  title: word`Make a recipe of its own`,
  who: BOSS,
  input: CopyCropInput,
  run: async ({ tx, entry }, v) => {
    await copyCrop(tx, entry.farmId, v);
    const name = v.name.trim();
    return said(
      v.sameGoods
        ? say`${name} is on the farm now, sold as before and sown from the same seed; say when it is sown, and change what is different.`
        : say`${name} is on the farm now, with a product of its own; change in it what is different.`,
    );
  },
  takeBack: SET_UP_STAYS,
});
