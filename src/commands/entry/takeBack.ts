import { say, told, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { findRecorded, mayTakeBack, undoRecorded } from '../../db/takeBack';
import { command, roleRefusal } from '../../server/command';
import { EVERYONE, said } from '../shared';
import { TakeBackInput } from './takeBack.input';

/** The only way anything is taken back: by the rule of the act it was, whoever asks and from whichever screen. */
export const module = command({
  name: 'entry.takeBack',
  version: 1,
  title: word`Take back`,
  who: EVERYONE,
  input: TakeBackInput,
  run: async (doing, v) => {
    const { tx, entry, person, today } = doing;
    const was = await findRecorded(tx, v);
    const act = doing.rulesOf(was.command);
    if (!act) throw new RuleBroken('form', say`That cannot be taken back.`);
    const barred = roleRefusal(act.who, person.role);
    if (barred) throw new RuleBroken('form', barred);
    if ('stays' in act.takeBack) throw new RuleBroken('form', told(act.takeBack.stays));
    if (!mayTakeBack(person, { personId: was.personId, day: was.farmDay }, today))
      throw new RuleBroken(
        'form',
        say`Only a manager takes back what someone else recorded, or what is older than today.`,
      );
    await act.takeBack.free?.(tx, was);
    return said(act.takeBack.words(await undoRecorded(tx, entry, was)));
  },
  takeBack: { stays: word`That is itself a taking back. Record anew what is right.` },
});
