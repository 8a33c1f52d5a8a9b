import { saveDescription } from '../../db/doing/setUp';
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
  run: async ({ tx }, { version, ...description }) => ({ version: await saveDescription(tx, version, description) }),
  takeBack: SET_UP_STAYS,
});
