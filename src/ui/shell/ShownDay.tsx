import { plural, say } from '../../core/words/words';
import { daysBetween, type Day } from '../../core/quantity/days';
import { fullDay } from '../../core/quantity/sayDay';
import { Text, classes } from '../kit/kit';
import css from './shell.module.css';

/** Says in words when a screen does not show today, and how the numbers are known. */
export function ShownDay({ day, today }: { day: Day; today: Day }) {
  if (day === today) return null;
  const days = Math.abs(daysBetween(today, day));
  const far = plural(days, '# day', '# days');
  return day > today ? (
    <p className={css.shownDay} role="status">
      <strong>{say`Forecast for ${fullDay(day)}`}</strong>
      <Text quiet>{say`in ${far}: from today’s facts, the plan and the models. Nothing here has happened.`}</Text>
    </p>
  ) : (
    <p className={classes(css.shownDay, css.past)} role="status">
      <strong>{say`As recorded on ${fullDay(day)}`}</strong>
      <Text quiet>{say`${far} ago`}</Text>
    </p>
  );
}
