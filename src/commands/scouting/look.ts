import { HOW_BAD, NOTHING_SEEN, SIGNS } from '../../core/crops/signs';
import { RuleBroken } from '../../core/errors';
import { scoutJob } from '../../core/tasks/sources/scout';
import { say, told, word } from '../../core/words/words';
import { freeFinding, recordFinding } from '../../db/doing/scouting';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { LookInput } from './look.input';

/** Something was seen on plants, or a walk over the beds found nothing. */
export const module = command({
  name: 'scouting.look',
  version: 1,
  title: word`Look over plants`,
  who: CREW,
  input: LookInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    if (v.walk)
      await finishTask(tx, entry, { job: scoutJob(v.walk, v.dueOn ?? entry.farmDay), title: say`Look over the beds` });
    if (v.what === NOTHING_SEEN) {
      if (!v.walk) throw new RuleBroken('what', say`Choose what was found.`);
      return said(say`Nothing found in ${v.walk}.`);
    }
    const facts = await doing.facts();
    const place = facts.places.find((p) => p.id === v.placeId && (p.kind === 'bed' || p.kind === 'nursery'));
    if (!place) throw new RuleBroken('placeId', say`Choose a bed of this farm.`);
    const plants = v.lotId ? facts.plantings.find((p) => p.lotId === v.lotId && p.placeId === place.id) : undefined;
    if (v.lotId && !plants) throw new RuleBroken('form', say`None of that planting stand there any more. Reload.`);
    const { what, howBad, words, lookAgainDays, photo } = v;
    const { lookAgainOn } = await recordFinding(tx, entry, {
      ...{ placeId: place.id, lotId: plants?.lotId ?? null, what, howBad, followsId: null },
      ...{ words, lookAgainDays, photo },
    });
    const sign = SIGNS[what];
    const lines = [told(sign.first)];
    if (lookAgainOn) lines.push(say`The round asks to look again.`);
    return said(say`${told(sign.words)} in ${place.code}: ${told(HOW_BAD[howBad]!)}.`, lines);
  },
  takeBack: { words: () => say`Taken back: what was seen.`, free: freeFinding },
});
