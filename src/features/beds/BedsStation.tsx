'use client';
import { say } from '../../core/words/words';
import { inDays } from '../../core/quantity/days';
import { formatNumber } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { AddSowing } from './AddSowing';
import { SeedSheet } from './SeedSheet';
import type { BedCell, BedsPage, BedView, SowView } from './queries';
import { tone } from '../../ui/theme/tones';
import { Columns, Empty, Mark, Row, Rows, Sheet, SheetHead, Stack, Text, classes } from '../../ui/kit/kit';
import css from './beds.module.css';

export function BedsStation({ page }: { page: BedsPage }) {
  return (
    <>
      <ShownDay day={page.day} today={page.today} />
      <Columns>
        <Sheet>
          <SheetHead>
            <h1>{say`Beds`}</h1>
            <Text quiet>{say`from the bench on the left to the pack room on the right · the darker, the riper`}</Text>
          </SheetHead>
          {page.beds.map((bed) => (
            <Strip key={bed.code} bed={bed} />
          ))}
        </Sheet>
        <Stack>
          {page.gaps.length > 0 && <Gaps page={page} />}
          <Sheet>
            <SheetHead>
              <h2>{say`Sow next`}</h2>
              <Text quiet>{say`the next two weeks`}</Text>
            </SheetHead>
            {page.sow.length === 0 ? (
              <Empty>{say`Nothing is to be sown in these two weeks.`}</Empty>
            ) : (
              <Rows>
                {page.sow.map((s) => (
                  <Sowing key={s.lotCode} s={s} page={page} />
                ))}
              </Rows>
            )}
          </Sheet>
          {page.when === 'today' && (
            <SeedSheet seeds={page.seeds} may={page.person.role === 'manager' || page.person.role === 'hand'} />
          )}
        </Stack>
      </Columns>
    </>
  );
}

interface GapsProps {
  page: BedsPage;
}

function Gaps({ page }: GapsProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Short of what is promised`}</h2>
      </SheetHead>
      <Rows>
        {page.gaps.map((g) => (
          <Row key={`${g.cropCode}${g.wantedOn}`}>
            <Mark tone={g.add ? 'attention' : 'danger'}>
              <Text as="p" strong>
                {say`${g.crop}: ${g.short} short in week ${g.week}`}
              </Text>
              <Text as="p" small quiet>
                {g.customers}
              </Text>
              {g.add ? (
                <>
                  <Text as="p" small>
                    {say`Sow`}{' '}
                    <Why because={g.add.because}>
                      <Text mono>{g.add.words}</Text>
                    </Why>{' '}
                    {say`by ${shortDay(g.sowBy)}`}
                  </Text>
                  <AddSowing
                    cropCode={g.cropCode}
                    wantedOn={g.wantedOn}
                    shortUnits={g.add.shortUnits}
                    may={page.person.role !== 'office' && page.when === 'today'}
                  />
                </>
              ) : (
                <Text as="p" small>
                  {say`${g.full ?? say`Too late to sow for it: that was ${shortDay(g.sowBy)}.`} Cut again, swap, or tell the customer.`}
                </Text>
              )}
            </Mark>
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}

interface SowingProps {
  s: SowView;
  page: BedsPage;
}

function Sowing({ s, page }: SowingProps) {
  return (
    <Row className={css.sowing}>
      <Text mono tone={s.day < page.today ? 'danger' : null}>
        {s.day < page.today ? say`late` : shortDay(s.day)}
      </Text>
      <span>
        <Text strong>{s.crop}</Text>
        <br />
        <Text small quiet>
          {say`${s.lotCode} for ${s.bed}`}
        </Text>
      </span>
      <Text right>
        <Why because={s.because}>
          <Text mono>{say`${formatNumber(s.seeds)} seeds`}</Text>
        </Why>
        <br />
        <Text small quiet>
          {say`trays ${s.trays}`}
        </Text>
      </Text>
    </Row>
  );
}

const MOST_CELLS = 40;

function Strip({ bed }: { bed: BedView }) {
  const every = Math.ceil(bed.cells.length / MOST_CELLS);
  const cells = bed.cells.filter((_, i) => i % every === 0);
  const spans = groupCells(cells);
  const plants = spans.filter((s) => s.cell.kind === 'plants');
  const words = plants.map((s) => `${s.cell.lotCode}, ${ripeWords(s.cell)}`).join('; ') || say`empty`;
  return (
    <div className={css.bedRow}>
      <div>
        <h2>{bed.code}</h2>
        <Text as="p" small quiet>
          {bed.pieces}
        </Text>
        <Text as="p" small quiet>
          {bed.says}
        </Text>
      </div>
      <div className={css.row}>
        <div className={css.strip} role="img" aria-label={`${bed.code}: ${words}`}>
          {cells.map((c, i) => (
            <div
              key={i}
              className={classes(css.cell, c.kind === 'free' ? css.free : isLate(c) && css.late)}
              style={c.kind === 'free' ? undefined : { background: tint(c) }}
              title={c.kind === 'free' ? say`free` : `${c.lotCode} ${c.crop}: ${ripeWords(c)}`}
            />
          ))}
        </div>
        <div className={css.spans}>
          {spans.map((s, i) => (
            <Text
              key={i}
              style={{ flex: `${s.length} 0 0` }}
              tone={isLate(s.cell) ? 'danger' : null}
              title={s.cell.lotCode}
            >
              {s.length < 2 ? '' : s.cell.kind === 'free' ? say`free` : shortRipe(s.cell)}
            </Text>
          ))}
        </div>
        <Text as="p" small quiet>
          {say`${[...new Set(plants.map((s) => s.cell.crop))].join(', ') || say`nothing planted`} · ${formatNumber(bed.held)} of ${formatNumber(bed.positions)} places held`}
          {bed.fullest && (
            <Text tone={bed.fullest.positions > bed.positions ? 'attention' : null}>
              {' '}
              {say`· fullest ${formatNumber(bed.fullest.positions)} on ${shortDay(bed.fullest.day)}${bed.fullest.positions > bed.positions ? say`, more than it has` : ''}`}
            </Text>
          )}
        </Text>
        {bed.pick && (
          <Text as="p" small quiet>
            {say`next pick`} <Text mono>{bed.pick.lotCode}</Text>{' '}
            {say`on ${shortDay(bed.pick.on)}${bed.pick.until > bed.pick.on ? say`, can stand until ${shortDay(bed.pick.until)}` : say`, cannot wait longer`}`}
          </Text>
        )}
      </div>
    </div>
  );
}

function groupCells(cells: BedCell[]) {
  const spans: { cell: BedCell; length: number }[] = [];
  for (const cell of cells) {
    const last = spans.at(-1);
    if (last && last.cell.lotCode === cell.lotCode) last.length += 1;
    else spans.push({ cell, length: 1 });
  }
  return spans;
}

const LATE_AFTER_DAYS = 6;
const isLate = (c: BedCell) => c.daysToRipe !== null && c.daysToRipe < -LATE_AFTER_DAYS;

function ripeWords({ daysToRipe }: BedCell) {
  if (daysToRipe === null) return say`hardly growing`;
  if (daysToRipe < -LATE_AFTER_DAYS) return say`late ${-daysToRipe} days`;
  return daysToRipe <= 0 ? say`ripe` : say`ripe ${inDays(daysToRipe)}`;
}

function shortRipe(cell: BedCell) {
  if (cell.daysToRipe === null) return '–';
  return isLate(cell) ? say`late` : cell.daysToRipe <= 0 ? say`ripe` : say`${cell.daysToRipe}d`;
}

function tint({ daysToRipe }: BedCell) {
  const step =
    daysToRipe === null || daysToRipe > 24 ? 1 : daysToRipe > 15 ? 2 : daysToRipe > 8 ? 3 : daysToRipe > 0 ? 4 : 5;
  return tone[`leaf${step}`];
}
