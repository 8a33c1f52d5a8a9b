import { say, word } from '../../core/words/words';
import { makeProbe } from '../../db/probes';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { ProbeInput } from './make.input';

export const module = command({
  name: 'probe.make',
  version: 1,
  title: word`Connect an instrument`,
  who: BOSS,
  input: ProbeInput,
  run: async ({ tx, entry }, v) => {
    const { isNew } = await makeProbe(tx, entry, v);
    return said(
      isNew
        ? say`${v.name} may send now; its key is shown once.`
        : say`${v.name} has a new key; the one it had opens nothing any more.`,
    );
  },
  takeBack: { stays: word`Disconnect the instrument instead.` },
});
