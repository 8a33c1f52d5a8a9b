'use client';
import { Link } from '../../../ui/shell/visit';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import { say, told, word } from '../../../core/words/words';
import { Empty, Mark, Sheet, SheetHead, Stack, Text, classes } from '../../../ui/kit/kit';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { BedsNav } from '../BedsNav';
import type { SpacePage } from './queries';
import { RestSheet } from './RestSheet';
import { WorthSheet } from './WorthSheet';
import { YearSheet } from './YearSheet';
import css from './space.module.css';
import type { Column } from '../../../ui/table/columns';
import type { Day } from '../../../core/quantity/days';
import { DataTable } from '../../../ui/table/DataTable';

/** How full beds and benches are, week by week; what they earn, and what their empty places cost. */
export function SpaceView({ page }: { page: SpacePage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const over = page.rows.filter((r) => r.weeks.some((w) => w.fullest > 1));
  return (
    <Stack>
      <BedsNav here="/beds/space" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      {over.length > 0 && (
        <Mark tone="attention">
          {say`More is planned into ${over.map((r) => r.code).join(', ')} than there is room for: move a sowing, or hand some of it to another bed.`}
        </Mark>
      )}
      <Sheet>
        <SheetHead>
          <h1>{say`Space`}</h1>
          <Text
            quiet
          >{say`percent of its places held, mean of the week; red: its fullest day, where more is planned than there is room for; money as planned, at list prices`}</Text>
        </SheetHead>
        {page.rows.length === 0 ? (
          <Empty>{say`This farm has no beds yet. Add them on Farm.`}</Empty>
        ) : (
          <DataTable
            label={say`Space by week`}
            sticky
            rows={spaceLines(page)}
            rowKey={(l) => l.code}
            columns={spaceColumns(page, suffix)}
          />
        )}
      </Sheet>
      <YearSheet page={page} />
      <RestSheet page={page} />
      <Cuts page={page} />
      <WorthSheet page={page} />
    </Stack>
  );
}

/** A bed, or all places of a stage. */
interface SpaceLine {
  code: string;
  isBed: boolean;
  perM2WeekMinor: number | null;
  idleMinor: number | null;
  /** Share of its places that is held, mean of the week; the fullest day; and the share of days it rests. */
  weeks: readonly { mean: number; fullest: number; rests: number }[];
}

/** Held on the mean of the week; where a day has more than there is room for, that day's. */
const saidPercent = ({ mean, fullest }: { mean: number; fullest: number }) =>
  fullest > 1 ? Math.ceil(fullest * 100 - 1e-6) : Math.round(mean * 100);

const STAGES = { bench: word`benches`, dense: word`beds, dense`, last: word`beds, final` };

/** Beds, and below them what plants of one stage hold of all benches or beds: where the room goes, and whether the nursery is the neck. */
function spaceLines({ rows, stages }: SpacePage): SpaceLine[] {
  const held = stages.filter((s) => s.places > 0 && !(s.stage === 'dense' && s.weeks.every((w) => w === 0)));
  return [
    ...rows.map((r) => ({ ...r, isBed: true })),
    ...held.map((s) => ({
      code: told(STAGES[s.stage]),
      isBed: false,
      perM2WeekMinor: null,
      idleMinor: null,
      weeks: s.weeks.map((share) => ({ mean: share, fullest: share, rests: 0 })),
    })),
  ];
}

function spaceColumns(page: SpacePage, suffix: string): Column<SpaceLine>[] {
  const money = (minor: number | null) => (minor === null ? '–' : formatAboutMoney(minor, page.currency));
  const weekOf = (l: SpaceLine, i: number) => l.weeks[i]!;
  const shade = (l: SpaceLine, i: number) => {
    const { fullest, mean } = weekOf(l, i);
    if (fullest > 1) return css.over;
    return l.isBed ? css[`held${Math.min(4, Math.floor(mean * 5))}`] : undefined;
  };
  const week = (day: Day, i: number): Column<SpaceLine> => ({
    head: shortDay(day),
    above: shortDay(day).replace(' ', '\u00a0'),
    value: (l) => saidPercent(weekOf(l, i)),
    unit: '%',
    right: true,
    look: (l) => ({
      num: true,
      tone: weekOf(l, i).fullest > 1 ? 'danger' : null,
      strong: !l.isBed || weekOf(l, i).fullest > 1,
      className: classes(css.week, shade(l, i)),
    }),
    cell: (l) => {
      const { rests, mean } = weekOf(l, i);
      return rests >= 0.5 && mean < 0.05 ? say`rest` : formatNumber(saidPercent(weekOf(l, i)));
    },
  });
  const perArea = (minor: number | null) => (minor === null ? null : toShown('perArea', minor, page.units));
  return [
    {
      head: say`Bed`,
      value: (l) => l.code,
      look: { strong: true },
      cell: (l) => (l.isBed ? <Link href={`/beds/bed/${l.code}${suffix}`}>{l.code}</Link> : l.code),
    },
    {
      head: say`Earned ${unitName('perArea', page.units)} and week`,
      value: (l) => perArea(l.perM2WeekMinor),
      money: page.currency,
      look: { num: true },
      cell: (l) => money(perArea(l.perM2WeekMinor)),
    },
    {
      head: say`Empty places cost in ${page.weeks.length} weeks`,
      value: (l) => l.idleMinor,
      money: page.currency,
      look: { num: true },
      cell: (l) => money(l.idleMinor),
    },
    ...page.weeks.map(week),
  ];
}

function Cuts({ page }: { page: SpacePage }) {
  if (page.cuts.length === 0) return null;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Cut again or replant`}</h2>
        <Text quiet>
          {say`by the recipes; with your own numbers on`} <Link href="/sums?sum=cut-or-replant">{say`Sums`}</Link>
        </Text>
      </SheetHead>
      <DataTable
        label={say`Cut again or replant`}
        stack
        rows={page.cuts}
        rowKey={(c) => c.code}
        columns={cutsColumns(page.units)}
      />
    </Sheet>
  );
}

function cutsColumns(units: UnitChoice): Column<SpacePage['cuts'][number]>[] {
  const small = (massG: number) =>
    `${formatNumber(toShown('smallMass', massG, units), units.mass === 'us' ? 3 : 2)} ${unitName('smallMass', units)}`;
  const num = { num: true };
  return [
    {
      head: say`Crop`,
      value: (c) => c.crop,
      look: { strong: true },
      cell: (c) => <Link href={`/farm/crops?crop=${c.code}`}>{c.crop}</Link>,
    },
    { head: say`Cuts planned`, value: (c) => c.cutsMax, kind: 'number', look: num, labelled: true },
    {
      head: say`Most with`,
      value: (c) => c.best,
      kind: 'number',
      look: (c) => ({ num: true, strong: c.best !== c.cutsMax }),
      right: true,
      labelled: true,
    },
    {
      head: say`A place and day then`,
      value: (c) => Number(toShown('smallMass', c.bestG, units).toFixed(4)),
      unit: unitName('smallMass', units),
      look: num,
      labelled: true,
      cell: (c) => small(c.bestG),
    },
    {
      head: say`As planned`,
      value: (c) => Number(toShown('smallMass', c.plannedG, units).toFixed(4)),
      unit: unitName('smallMass', units),
      look: num,
      labelled: true,
      cell: (c) => small(c.plannedG),
    },
  ];
}
