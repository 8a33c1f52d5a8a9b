import { daysBetween, type Day } from '../../core/quantity/days';
import { fullDay } from '../../core/quantity/sayDay';

/** Says in words when a screen does not show today, and how the numbers are known. */
export function ShownDay({ day, today }: { day: Day; today: Day }) {
  if (day === today) return null;
  const days = Math.abs(daysBetween(today, day));
  const far = days === 1 ? '1 day' : `${days} days`;
  return day > today ? (
    <p className="shown-day" role="status">
      <strong>Forecast for {fullDay(day)}</strong>
      <span className="quiet">in {far}: from today’s facts, the plan and the models. Nothing here has happened.</span>
    </p>
  ) : (
    <p className="shown-day past" role="status">
      <strong>As recorded on {fullDay(day)}</strong>
      <span className="quiet">{far} ago</span>
    </p>
  );
}
