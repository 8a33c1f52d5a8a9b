import { decideSite } from '../../core/setup/decideSite';
import { word } from '../../core/words/words';
import { siteKnown } from '../../db/houses';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { askAndFollow } from '../plantsKnown';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { SiteInput } from './site.input';

/** The farm stands elsewhere than was said: what that does to what is planned is asked first. */
export const module = command({
  name: 'setup.site',
  version: 1,
  title: word`Change where the farm stands`,
  who: BOSS,
  input: SiteInput,
  run: async (doing, { confirmed, ...wish }) => {
    const before = await doing.facts();
    const plan = await doing.steps();
    const done = await settle(doing, decideSite(await siteKnown(doing.tx), wish), true);
    const follows = await askAndFollow(doing, { before, plan, confirmed });
    return said(done.words, [...done.lines, ...follows]);
  },
  takeBack: SET_UP_STAYS,
});
