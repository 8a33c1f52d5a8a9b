import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { askRetire } from '../../core/plan/askRetire';
import { retireKind } from '../../db/doing/trade';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { RetireKindInput } from './retireKind.input';

/** A species or crop leaves the farm's choices; what is here of it goes on. */
export const module = command({
  name: 'setup.retireKind',
  version: 1,
  title: word`Put a species or crop away`,
  who: BOSS,
  input: RetireKindInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const kind = (v.what === 'species' ? facts.species : facts.crops).find((k) => k.code === v.code);
    if (!kind) throw new RuleBroken('code', say`Choose one of this farm.`);
    const asked = askRetire({ facts, plan: await doing.steps(), what: v.what, code: v.code });
    if (asked.length > 0 && !v.confirmed)
      throw new RuleBroken('confirm', [...asked, say`Put ${kind.name} away all the same?`].join('\n'));
    await retireKind(doing.tx, v, doing.today);
    return said(say`${kind.name} is put away. Taking it from the library again brings it back as it was.`);
  },
  takeBack: SET_UP_STAYS,
});
