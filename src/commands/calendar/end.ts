import { say, word } from '../../core/words/words';
import { endCalendarLink } from '../../db/calendars';
import { command } from '../../server/command';
import { EVERYONE, said } from '../shared';
import { EndCalendarInput } from './end.input';

export const module = command({
  name: 'calendar.end',
  version: 1,
  title: word`Make the address of a calendar void`,
  who: EVERYONE,
  input: EndCalendarInput,
  run: async ({ tx, entry, person }, { id }) => {
    await endCalendarLink(tx, person.personId, { id, at: entry.at });
    return said(say`That address shows nothing any more.`);
  },
  takeBack: { stays: word`Make a new address instead.` },
});
