import { randomUUID } from 'node:crypto';
import { decideOpen } from '../../core/setup/decideDescribed';
import { loadDescription } from '../../db/farmSetup';
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
    return settle(doing, decideOpen({ known, newId: randomUUID, today: doing.today }, version), true);
  },
  takeBack: SET_UP_STAYS,
});
