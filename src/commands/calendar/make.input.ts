import { IsIn, Matches } from 'class-validator';
import type { CalendarKind } from '../../core/calendar/calendars';
import { word } from '../../core/words/words';

const KINDS: CalendarKind[] = ['season', 'jobs', 'deliveries'];

export class CalendarInput {
  @IsIn(KINDS, { message: word`Choose a calendar` }) what!: CalendarKind;
  /** Made by whoever asks; only its hash is kept. */
  @Matches(/^[0-9a-f]{64}$/, { message: word`Make the address again` }) token!: string;
}
