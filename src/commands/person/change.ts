import { RuleBroken } from '../../core/errors';
import { say } from '../../core/words/words';
import { askerOf } from '../../db/people';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { ChangePersonInput } from './change.input';

export const module = command({
  name: 'person.change',
  version: 1,
  title: (v) => say`Change what is known of ${v.name}`,
  who: BOSS,
  input: ChangePersonInput,
  run: async ({ tx, entry, person }, v) => {
    const known = await tx('person').where({ id: v.personId }).first('role');
    if (!known) throw new RuleBroken('personId', say`That person is not on this farm.`);
    await tx('person')
      .where({ id: v.personId })
      .update({ name: v.name.trim(), contact: v.contact || null, skills: v.skills || null });
    if (known.role !== v.role)
      await tx.raw('select set_person_role(?, ?, ?, ?)', [askerOf(person), entry.at, v.personId, v.role]);
    return said(say`Kept.`);
  },
  takeBack: SET_UP_STAYS,
});
