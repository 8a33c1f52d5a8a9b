import { decidePackSeedlings } from '../../core/crops/acts/decidePick';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW, said } from '../shared';
import { PackSeedlingsInput } from './packSeedlings.input';

/** Surplus on the bench sold as seedlings instead of composted; what the plan still wants of them is asked about. */
export const module = command({
  name: 'plants.packSeedlings',
  version: 1,
  title: word`Pack seedlings`,
  who: CREW,
  input: PackSeedlingsInput,
  run: async (doing, v) => said(await settle(doing, decidePackSeedlings(await plantKnown(doing), v), v.confirmed)),
  takeBack: { words: () => say`Taken back: the seedlings are on the bench again.` },
});
