'use client';
import { Link } from '../../../ui/shell/visit';
import { addDays, daysBetween, isoWeek, weekStart, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { groupBy } from '../../../core/groupBy';
import { say } from '../../../core/words/words';
import { classes, Mark, Text } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightTable } from '../../../ui/kit/Table';
import type { RiskView, WeatherPage } from './queries';
import css from './weather.module.css';

const KINDS: readonly RiskView['kind'][] = ['heat', 'cold', 'dark'];

/** What is alike is advised once. */
function advice(kind: RiskView['kind']): string {
  if (kind === 'heat')
    return say`Heat: pick it early, a little lighter, from the day a cell names. Shade and air the house; let the water not warm up.`;
  return kind === 'dark'
    ? say`Dull weather: tell who is waiting for it, or sow more of it earlier; light in the mornings helps.`
    : say`Cold: close early and heat safely; tell who is waiting for it.`;
}

/** Plantings by the week they are to be picked in: how late, or how much less, in how many years of ten. */
export function RiskPicture({ page, suffix, weeks }: { page: WeatherPage; suffix: string; weeks: number }) {
  const first = weekStart(page.today);
  const starts = Array.from({ length: weeks }, (_, w) => addDays(first, w * 7));
  const byKind = groupBy(page.risks, (r) => r.kind);
  return (
    <div className={css.scrolls} tabIndex={0} role="region" aria-label={say`Weather ahead by week`}>
      <LightTable>
        <thead>
          <tr>
            <LightHeadCell>{say`Crop, bed`}</LightHeadCell>
            {starts.map((day) => (
              <LightHeadCell right key={day}>
                {say`wk ${isoWeek(day)}`}
                <br />
                {shortDay(day)}
              </LightHeadCell>
            ))}
          </tr>
        </thead>
        {KINDS.flatMap((kind) => {
          const risks = byKind.get(kind);
          return risks ? [<KindRows key={kind} kind={kind} risks={risks} starts={starts} suffix={suffix} />] : [];
        })}
      </LightTable>
    </div>
  );
}

interface KindRowsProps {
  kind: RiskView['kind'];
  risks: readonly RiskView[];
  starts: readonly Day[];
  suffix: string;
}

function KindRows({ kind, risks, starts, suffix }: KindRowsProps) {
  const rows = [...groupBy(risks, (r) => `${r.crop}|${r.bed}`).values()];
  return (
    <tbody>
      <tr>
        <LightCell colSpan={starts.length + 1}>
          <div className={css.advice}>
            <Mark tone={kind === 'heat' ? 'danger' : 'attention'}>{advice(kind)}</Mark>
          </div>
        </LightCell>
      </tr>
      {rows.map((own) => (
        <tr key={`${own[0]!.crop}|${own[0]!.bed}`}>
          <LightCell>
            <Text strong>{own[0]!.crop}</Text> <Text quiet>{own[0]!.bed}</Text>
          </LightCell>
          {starts.map((day) => (
            <WeekCell key={day} risks={own.filter((r) => isIn(r.pickOn, day))} suffix={suffix} />
          ))}
        </tr>
      ))}
    </tbody>
  );
}

const isIn = (day: Day, monday: Day) => daysBetween(monday, day) >= 0 && daysBetween(monday, day) < 7;

function WeekCell({ risks, suffix }: { risks: readonly RiskView[]; suffix: string }) {
  const worst = Math.max(0, ...risks.map((r) => r.ofTen));
  return (
    <LightCell
      num
      small
      className={worst > 0 ? classes(css.risk, css[`odds${Math.min(3, Math.ceil(worst / 3))}`]) : undefined}
    >
      {risks.map((r) => (
        <Link key={r.lotCode} href={`/beds/${r.lotCode}${suffix}`} title={saysOf(r)} aria-label={saysOf(r)}>
          {r.kind === 'heat' ? say`−${formatNumber(r.share * 100)} %` : say`+${formatNumber(Math.round(r.lateDays))} d`}
          <br />
          <Text quiet>{say`${r.ofTen} of 10`}</Text>
        </Link>
      ))}
    </LightCell>
  );
}

/** One cell in a sentence. */
const saysOf = (r: RiskView) =>
  r.kind === 'heat'
    ? say`${r.lotCode}, picked ${shortDay(r.pickOn)}: in ${r.ofTen} of 10 years ${formatNumber(r.share * 100)} % less; may be picked from ${shortDay(r.earlyOn)}`
    : say`${r.lotCode}, picked ${shortDay(r.pickOn)}: in ${r.ofTen} of 10 years ${formatNumber(Math.round(r.lateDays))} days late`;
