'use client';
import { say } from '../../core/words/words';
import { Link } from '../../ui/shell/visit';
import { use } from 'react';
import { MayWrite } from '../../ui/shell/mayWrite';
import { MovingStrips } from './strip/MovingStrips';
import { formatMoney } from '../../core/quantity/money';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { AddSowing } from './AddSowing';
import { SeedSheet } from './SeedSheet';
import type { BedsPage } from './queries';
import { Strip } from './strip/Strip';
import { BedsNav } from './BedsNav';
import { SowNowSheet } from './SowNowSheet';
import { SowSheet } from './SowSheet';
import { Columns, Mark, Row, Rows, Sheet, SheetHead, Stack, Text } from '../../ui/kit/kit';

export function BedsStation({ page }: { page: BedsPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const mayMove = use(MayWrite) && page.when === 'today' && page.person.role !== 'office';
  return (
    <Stack>
      <BedsNav here="/beds" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Columns>
        <Sheet>
          <SheetHead>
            <h1>{say`Beds`}</h1>
            <Text
              quiet
            >{say`from the bench on the left to the pack room on the right · the darker, the riper · drag a planting to another bed`}</Text>
          </SheetHead>
          <MovingStrips page={page}>
            {page.beds.map((bed) => (
              <Strip key={bed.code} strip={bed} suffix={suffix} movable={mayMove} />
            ))}
          </MovingStrips>
        </Sheet>
        <Stack>
          {page.closing.length > 0 && <Closing page={page} suffix={suffix} />}
          {page.gaps.length > 0 && <Gaps page={page} />}
          <SowSheet page={page} />
          {page.neighbours.map((n) => (
            <Mark key={n.room} tone="soon">
              <strong>{n.room}</strong>
              {`: ${n.words}`}
            </Mark>
          ))}
          {page.when === 'today' && <SowNowSheet page={page} />}
          {page.when === 'today' && (
            <SeedSheet
              seeds={page.seeds}
              today={page.today}
              may={page.person.role === 'manager' || page.person.role === 'hand'}
            />
          )}
        </Stack>
      </Columns>
    </Stack>
  );
}

interface ClosingProps {
  page: BedsPage;
  suffix: string;
}

function Closing({ page, suffix }: ClosingProps) {
  const totalMinor = page.closing.reduce((sum, c) => sum + c.valueMinor, 0);
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Lost within the week`}</h2>
        <Text quiet>{say`${formatMoney(totalMinor, page.currency)} unless picked in time`}</Text>
      </SheetHead>
      <Rows>
        {page.closing.map((c) => (
          <Row key={c.lotCode + c.bed}>
            <Mark tone={c.lastDay < page.day ? 'danger' : 'attention'}>
              <Link href={`/beds/${c.lotCode}${suffix}`}>{c.lotCode}</Link>{' '}
              {say`${c.crop} in ${c.bed}: ${c.quantity}, ${formatMoney(c.valueMinor, page.currency)}`}
              <Text as="p" small quiet>
                {say`good until ${shortDay(c.lastDay)}; ${c.pickOn ? say`the pick is planned for ${shortDay(c.pickOn)}` : say`no pick is planned`}`}
              </Text>
            </Mark>
          </Row>
        ))}
      </Rows>
    </Sheet>
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
