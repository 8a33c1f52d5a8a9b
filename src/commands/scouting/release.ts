import { RuleBroken } from '../../core/errors';
import { say, word } from '../../core/words/words';
import { releaseHelpers } from '../../db/doing/scouting';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { ReleaseHelpersInput } from './release.input';

/** Beneficials let go in a bed. */
export const module = command({
  name: 'scouting.release',
  version: 1,
  title: word`Release beneficials`,
  who: CREW,
  input: ReleaseHelpersInput,
  run: async (doing, v) => {
    const place = (await doing.facts()).places.find((p) => p.id === v.placeId);
    if (place?.kind !== 'bed' && place?.kind !== 'nursery')
      throw new RuleBroken('placeId', say`Choose a bed of this farm.`);
    return said(await releaseHelpers(doing.tx, doing.entry, { ...v, place: place.code }));
  },
  takeBack: { words: () => say`Taken back: that release.` },
});
