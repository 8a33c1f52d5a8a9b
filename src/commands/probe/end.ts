import { say, word } from '../../core/words/words';
import { endProbe } from '../../db/probes';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { EndProbeInput } from './end.input';

export const module = command({
  name: 'probe.end',
  version: 1,
  title: word`Disconnect an instrument`,
  who: BOSS,
  input: EndProbeInput,
  run: async ({ tx, entry }, { id }) => {
    const name = await endProbe(tx, { id, at: entry.at });
    return said(say`${name} sends nothing any more; what it measured stays.`);
  },
  takeBack: { stays: word`Connect it again as a new one.` },
});
