import { HOW_BAD, SIGNS } from '../../core/crops/signs';
import { lookJob } from '../../core/tasks/sources/scout';
import { say, told, word } from '../../core/words/words';
import { openFinding, recordFinding } from '../../db/doing/scouting';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { LookAgainInput } from './lookAgain.input';

/** How something that was found looks now; gone, it is asked for no more. */
export const module = command({
  name: 'scouting.lookAgain',
  version: 1,
  title: word`Look again`,
  who: CREW,
  input: LookAgainInput,
  run: async ({ tx, entry }, v) => {
    const first = await openFinding(tx, v.findingId);
    if (v.dueOn) await finishTask(tx, entry, { job: lookJob(first.id, v.dueOn), title: say`Look again` });
    const { howBad, words, photo } = v;
    const lookAgainDays = howBad === 0 ? 0 : v.lookAgainDays;
    await recordFinding(tx, entry, {
      ...{ placeId: first.placeId, lotId: first.lotId, what: first.what, howBad, followsId: first.id },
      ...{ words, lookAgainDays, photo },
    });
    return said(say`${told(SIGNS[first.what].words)}: ${told(HOW_BAD[howBad]!)} now.`);
  },
  takeBack: { words: () => say`Taken back: that look.` },
});
