import { decideNote } from '../../core/fish/decideNote';
import { observeJob } from '../../core/tasks/sources/observe';
import { say } from '../../core/words/words';
import { cohortId } from '../../db/cohorts';
import { isDone } from '../../db/events';
import { cohortIn, lastSeenOf } from '../../db/lots';
import { keeping, places } from '../../db/slices';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW, said } from '../shared';
import { TITLES, NoteInput } from './note.input';

export const module = command({
  name: 'fish.note',
  version: 1,
  title: (v) => TITLES[v.kind] ?? say`Note on fish or tank`,
  who: CREW,
  input: NoteInput,
  run: async (doing, v) => {
    const { tx, entry, person, today } = doing;
    const { lotCode, placeId } = v;
    const on = entry.farmDay;
    const known = {
      ...{ today, on, isManager: person.role === 'manager', title: TITLES[v.kind] },
      lotId: lotCode ? await cohortId(tx, lotCode) : null,
      places: (await doing.get(places)).places,
      quarantine: (await doing.get(keeping)).quarantine,
      lastSeen: lotCode ? await lastSeenOf(tx, lotCode) : null,
      heldBy: placeId ? await cohortIn(tx, placeId) : null,
      lookedAt: lotCode && placeId ? await isDone(tx, observeJob(lotCode, placeId, on)) : false,
    };
    return said(await settle(doing, decideNote(known, v), true));
  },
  takeBack: { words: () => say`Taken back: it clears nothing, and its withdrawal period holds no more.` },
});
