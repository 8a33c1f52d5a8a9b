import { say, word } from '../../core/words/words';
import { makeCalendarLink } from '../../db/calendars';
import { command } from '../../server/command';
import { EVERYONE, said } from '../shared';
import { CalendarInput } from './make.input';

export const module = command({
  name: 'calendar.make',
  version: 1,
  title: word`Make the address of a calendar`,
  who: EVERYONE,
  input: CalendarInput,
  run: async ({ tx, entry, person }, v) => {
    await makeCalendarLink(tx, { farmId: entry.farmId, personId: person.personId, at: entry.at, ...v });
    return said(say`The address is made; it is shown once.`);
  },
  takeBack: { stays: word`Make the address void instead.` },
});
