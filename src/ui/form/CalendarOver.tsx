'use client';
import Popover from '@mui/material/Popover';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { format, parseISO, type Locale } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { say, speech } from '../../core/words/words';
import type { Day } from '../../core/quantity/days';
import { firstWeekday } from '../../core/quantity/readDay';

interface CalendarOverProps {
  /** The field it belongs to. */
  at: Element | null;
  day: Day | null;
  onChoose: (day: Day) => void;
  onClose: () => void;
}

/** Months and weekdays in the person’s own words, the week beginning where it does there. */
function calendarLocale(): Locale {
  const { locale } = speech();
  const named = (how: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(locale, { ...how, timeZone: 'UTC' });
  const [month, weekday] = [named({ month: 'long' }), named({ weekday: 'short' })];
  return {
    ...enGB,
    code: locale,
    options: { ...enGB.options, weekStartsOn: (firstWeekday() % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6 },
    localize: {
      ...enGB.localize,
      month: (m) => month.format(Date.UTC(2026, m, 1)),
      // 4 January 2026 is a Sunday.
      day: (d) => weekday.format(Date.UTC(2026, 0, 4 + d)),
    },
  };
}

/** A month of days over the page; one press chooses. */
export function CalendarOver({ at, day, onChoose, onClose }: CalendarOverProps) {
  return (
    <Popover
      open
      anchorEl={at}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      onClose={onClose}
      slotProps={{ paper: { role: 'dialog', 'aria-modal': true, 'aria-label': say`Choose in a calendar` } }}
    >
      <LocalizationProvider
        dateAdapter={AdapterDateFns}
        adapterLocale={calendarLocale()}
        localeText={{ previousMonth: say`A month back`, nextMonth: say`A month on` }}
      >
        <DateCalendar
          autoFocus
          value={day ? parseISO(day) : null}
          minDate={new Date(2000, 0, 1)}
          maxDate={new Date(2100, 11, 31)}
          onChange={(date: Date | null, state) => {
            if (date && state === 'finish') onChoose(format(date, 'yyyy-MM-dd'));
          }}
        />
      </LocalizationProvider>
    </Popover>
  );
}
