import { decideGrading } from '../../core/fish/decideRegrouping';
import { fishAt } from '../../core/fish/handling';
import { say } from '../../core/words/words';
import { requireNothingRests } from '../../db/restsOn';
import { freeLotCode } from '../../db/ledger';
import { regroupFacts } from '../../db/regroupFacts';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { GradeInput } from './grade.input';

export const module = command({
  name: 'fish.grade',
  version: 1,
  title: (v) => say`Grade ${v.lotCode}`,
  who: CREW,
  input: GradeInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const facts = await doing.facts();
    const today = entry.farmDay;
    const code = await freeLotCode(tx, `${v.lotCode}L`);
    const known = { facts, today, code, ...(await regroupFacts(tx, [fishAt(facts, v)], today)) };
    return settle(doing, decideGrading(known, v), v.confirmed);
  },
  takeBack: {
    free: requireNothingRests,
    words: () => say`Taken back: they are one lot again, where they were, with what was planned for them.`,
  },
});
