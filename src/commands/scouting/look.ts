import { HOW_BAD, NOTHING_SEEN, SIGNS, type SignCode } from '../../core/crops/signs';
import { RuleBroken } from '../../core/errors';
import type { FarmFacts } from '../../core/facts/farm';
import { scoutJob } from '../../core/tasks/sources/scout';
import { say, told, word } from '../../core/words/words';
import type { Tx } from '../../db/connection';
import type { Entry } from '../../db/ledger';
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
    const others = v.others ?? [];
    if (v.what === NOTHING_SEEN && others.length === 0) {
      if (!v.walk) throw new RuleBroken('what', say`Choose what was found.`);
      return said(say`Nothing found in ${v.walk}.`);
    }
    const facts = await doing.facts();
    const { lookAgainDays } = v;
    const seen = v.what === NOTHING_SEEN ? [] : [{ ...v, what: v.what, at: '' }];
    const all: Seen[] = [...seen, ...others.map((o, i) => ({ ...o, lookAgainDays, at: `others.${i}.` }))];
    const lookedAt: string[] = [];
    for (const [i, one] of all.entries()) lookedAt.push(await recorded({ tx, entry, facts }, one, i));
    const lines = [...lookedAt.slice(1), ...all.map(({ what }) => firstOf(what))];
    if (lookAgainDays) lines.push(say`The round asks to look again.`);
    return said(lookedAt[0]!, [...new Set(lines)]);
  },
  takeBack: { words: () => say`Taken back: what was seen.`, free: freeFinding },
});

/** One thing that was seen; `at`: where it was typed. */
interface Seen {
  what: SignCode;
  howBad: number;
  placeId?: string;
  lotId?: string;
  words?: string;
  lookAgainDays?: number;
  photo?: string[];
  at: string;
}

const firstOf = (what: SignCode) => told(SIGNS[what].first);

async function recorded({ tx, entry, facts }: { tx: Tx; entry: Entry; facts: FarmFacts }, seen: Seen, number: number) {
  const { what, howBad, words, lookAgainDays, photo, at } = seen;
  const place = facts.places.find((p) => p.id === seen.placeId && (p.kind === 'bed' || p.kind === 'nursery'));
  if (!place) throw new RuleBroken(`${at}placeId`, say`Choose a bed of this farm.`);
  const plants = seen.lotId ? facts.plantings.find((p) => p.lotId === seen.lotId && p.placeId === place.id) : undefined;
  if (seen.lotId && !plants) throw new RuleBroken('form', say`None of that planting stand there any more. Reload.`);
  await recordFinding(tx, number === 0 ? entry : { ...entry, entryKey: `${entry.entryKey}:${number + 1}` }, {
    ...{ placeId: place.id, lotId: plants?.lotId ?? null, what, howBad, followsId: null },
    ...{ words, lookAgainDays, photo, at },
  });
  return say`${told(SIGNS[what].words)} in ${place.code}: ${told(HOW_BAD[howBad]!)}.`;
}
