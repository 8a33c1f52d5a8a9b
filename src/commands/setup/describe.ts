import { decideDescribe } from '../../core/setup/decideDescribed';
import { isDescribedSo, loadDescription } from '../../db/farmSetup';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { DescribeInput } from './describe.input';

export const module = command({
  name: 'setup.describe',
  version: 1,
  title: word`Describe the farm`,
  who: BOSS,
  input: DescribeInput,
  run: async (doing, { version, ...description }) => {
    const known = await loadDescription(doing.tx);
    const isSame = await isDescribedSo(doing.tx, description);
    return settle(doing, decideDescribe({ known, isSame }, version, description), true);
  },
  takeBack: SET_UP_STAYS,
});
