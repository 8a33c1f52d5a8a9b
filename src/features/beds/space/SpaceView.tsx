'use client';
import Link from 'next/link';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { say, told, word } from '../../../core/words/words';
import { Empty, Mark, Sheet, SheetHead, Stack, Text, classes } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { BedsNav } from '../BedsNav';
import type { SpacePage, SpaceRow } from './queries';
import { RestSheet } from './RestSheet';
import { WorthSheet } from './WorthSheet';
import { YearSheet } from './YearSheet';
import css from './space.module.css';

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
          >{say`percent of its places held in each week, red where a day has more than there are; money as planned, at list prices`}</Text>
        </SheetHead>
        {page.rows.length === 0 ? (
          <Empty>{say`This farm has no beds yet. Add them on Farm.`}</Empty>
        ) : (
          <ScrollTable label={say`Space by week`}>
            <LightTable sticky>
              <thead>
                <LightRow>
                  <LightHeadCell>{say`Bed`}</LightHeadCell>
                  <LightHeadCell right>{say`Earned a m² and week`}</LightHeadCell>
                  <LightHeadCell right>{say`Empty places cost in ${page.weeks.length} weeks`}</LightHeadCell>
                  {page.weeks.map((day) => (
                    <LightHeadCell key={day} right>
                      {shortDay(day)}
                    </LightHeadCell>
                  ))}
                </LightRow>
              </thead>
              <tbody>
                {page.rows.map((r) => (
                  <SpaceLine key={r.code} r={r} page={page} suffix={suffix} />
                ))}
                {page.stages.map((s) => (
                  <StageLine key={s.stage} s={s} page={page} />
                ))}
              </tbody>
            </LightTable>
          </ScrollTable>
        )}
      </Sheet>
      <YearSheet page={page} />
      <RestSheet page={page} />
      <Cuts page={page} />
      <WorthSheet page={page} />
    </Stack>
  );
}

interface SpaceLineProps {
  r: SpaceRow;
  page: SpacePage;
  suffix: string;
}

function SpaceLine({ r, page, suffix }: SpaceLineProps) {
  return (
    <LightRow>
      <LightCell strong>
        <Link href={`/beds/bed/${r.code}${suffix}`} prefetch={false}>
          {r.code}
        </Link>
      </LightCell>
      <LightCell num>{r.perM2WeekMinor === null ? '–' : formatAboutMoney(r.perM2WeekMinor, page.currency)}</LightCell>
      <LightCell num>{r.idleMinor === null ? '–' : formatAboutMoney(r.idleMinor, page.currency)}</LightCell>
      {r.weeks.map((w, i) => (
        <LightCell
          key={page.weeks[i]}
          num
          tone={w.fullest > 1 ? 'danger' : null}
          strong={w.fullest > 1}
          className={classes(css.week, w.fullest > 1 ? css.over : css[`held${Math.min(4, Math.floor(w.mean * 5))}`])}
        >
          {w.rests >= 0.5 && w.mean < 0.05 ? say`rest` : formatNumber(w.mean * 100)}
        </LightCell>
      ))}
    </LightRow>
  );
}

const STAGES = { bench: word`benches`, dense: word`beds, dense`, last: word`beds, final` };

/** Of all benches or all beds, what plants of one stage hold: where the room goes, and whether the nursery is the neck. */
function StageLine({ s, page }: { s: SpacePage['stages'][number]; page: SpacePage }) {
  if (s.places === 0 || (s.stage === 'dense' && s.weeks.every((w) => w === 0))) return null;
  return (
    <LightRow>
      <LightCell strong>{told(STAGES[s.stage])}</LightCell>
      <LightCell num>–</LightCell>
      <LightCell num>–</LightCell>
      {s.weeks.map((share, i) => (
        <LightCell
          key={page.weeks[i]}
          num
          strong
          tone={share > 1 ? 'danger' : null}
          className={classes(css.week, share > 1 && css.over)}
        >
          {formatNumber(share * 100)}
        </LightCell>
      ))}
    </LightRow>
  );
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
      <ScrollTable label={say`Cut again or replant`}>
        <LightTable stack>
          <thead>
            <LightRow>
              <LightHeadCell>{say`Crop`}</LightHeadCell>
              <LightHeadCell right>{say`Cuts planned`}</LightHeadCell>
              <LightHeadCell right>{say`Most with`}</LightHeadCell>
              <LightHeadCell right>{say`A place and day then`}</LightHeadCell>
              <LightHeadCell right>{say`As planned`}</LightHeadCell>
            </LightRow>
          </thead>
          <tbody>
            {page.cuts.map((c) => (
              <LightRow key={c.code}>
                <LightCell strong>
                  <Link href={`/farm/crops?crop=${c.code}`} prefetch={false}>
                    {c.crop}
                  </Link>
                </LightCell>
                <LightCell num label={say`Cuts planned`}>
                  {c.cutsMax}
                </LightCell>
                <LightCell num strong={c.best !== c.cutsMax} label={say`Most with`}>
                  {c.best}
                </LightCell>
                <LightCell num label={say`A place and day then`}>
                  {say`${formatNumber(c.bestG, 2)} g`}
                </LightCell>
                <LightCell num label={say`As planned`}>
                  {say`${formatNumber(c.plannedG, 2)} g`}
                </LightCell>
              </LightRow>
            ))}
          </tbody>
        </LightTable>
      </ScrollTable>
    </Sheet>
  );
}
