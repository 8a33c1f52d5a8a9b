import { randomUUID } from 'node:crypto';
import { decideOpen } from '../../core/setup/decideDescribed';
import { loadDescription } from '../../db/farmSetup';
import { keepSettings } from '../../db/people';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { OpenInput } from './open.input';

export const module = command({
  name: 'setup.open',
  version: 1,
  title: word`Open the farm`,
  who: BOSS,
  input: OpenInput,
  run: async (doing, { version }) => {
    const known = await loadDescription(doing.tx);
    const said = await settle(doing, decideOpen({ known, newId: randomUUID, today: doing.today }, version), true);
    // What the founder chose for the farm they chose for themselves too.
    const { units, locale, firstWeekday } = known!.description.habits;
    await keepSettings(doing.tx, doing.person, { ...units, locale, firstWeekday });
    return said;
  },
  takeBack: SET_UP_STAYS,
});
