'use client';
import { all, say } from '../../../core/words/words';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import {
  formatMass,
  formatNumber,
  densityUnit,
  toShownDensity,
  formatTankSize,
  UnitChoice,
} from '../../../core/quantity/units';
import { lazyChart } from '../../../ui/kit/lazyChart';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { husbandry, merge, type Said } from '../actions';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import type { TankPage } from './oneTankQuery';
import { SaidLines } from '../../../ui/SaidLines';
import {
  Columns,
  Empty,
  Facts,
  Mark,
  Row,
  Rows,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  classes,
} from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import { codeWords } from '../../../core/words/codes';
import { PlaceFact } from '../../../core/facts/farm';

const CrowdingChart = lazyChart(
  () => import('./CrowdingChart').then((m) => m.CrowdingChart),
  classes(css.chart, css.low),
);

export function TankView({ page }: { page: TankPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const { place, units } = page;
  const kg = page.here.reduce((sum, h) => sum + h.kg, 0);
  const density = page.series[0]?.kgM3 ?? 0;
  return (
    <Stack>
      <CohortsNav here="/cohorts" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Columns>
        <Stack>
          <Sheet>
            <SheetHead>
              <h1>{say`Tank ${place.code}`}</h1>
              <Text quiet>
                {[
                  page.loop && say`${page.loop} loop`,
                  place.stage && codeWords(place.stage),
                  place.volumeL && formatTankSize(place.volumeL, page.units),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Text>
              {page.resting && (
                <Text tone="attention" strong>
                  {say`rests until ${shortDay(page.resting)}`}
                </Text>
              )}
            </SheetHead>
            <SheetBody stack>
              {page.here.length > 0 &&
                page.dangers.map((words) => (
                  <Mark key={words} tone="danger" role="alert">
                    <Text as="p" strong>{say`Fish in danger`}</Text>
                    <Text as="p">{words}</Text>
                  </Mark>
                ))}
              <TankFacts kg={kg} units={units} page={page} density={density} place={place} />
              <CrowdingChart page={page} />
            </SheetBody>
          </Sheet>
          <Occupants page={page} suffix={suffix} />
          <Noted page={page} />
        </Stack>
        <Stack>
          <ComesNext page={page} />
          {page.when === 'today' && <Rest page={page} />}
        </Stack>
      </Columns>
    </Stack>
  );
}

interface TankFactsProps {
  kg: number;
  units: UnitChoice;
  page: TankPage;
  density: number;
  place: Pick<PlaceFact, 'id' | 'code' | 'name' | 'kind' | 'volumeL' | 'densityLimitKgM3' | 'stage'>;
}

function TankFacts({ kg, units, page, density, place }: TankFactsProps) {
  return (
    <Facts small>
      <span>
        {say`together`}{' '}
        <Text as="strong" mono>
          {formatMass(kg * 1000, units)}
        </Text>
      </span>
      <span>
        {say`crowding`}{' '}
        <Text as="strong" mono>
          <Why because={page.because.density}>{formatNumber(toShownDensity(density, units), 1)}</Why>{' '}
          {say`of ${
            place.densityLimitKgM3 === null
              ? '–'
              : formatNumber(toShownDensity(place.densityLimitKgM3, units), units.mass === 'us' ? 1 : 0)
          } ${densityUnit(units)}`}
        </Text>
      </span>
      <span>
        {say`feed a day`}{' '}
        <Text as="strong" mono>
          {formatMass(page.feedG, units)}
        </Text>
      </span>
      {page.minutes !== null && page.because.minutes && (
        <span>
          {say`if all air stops`}{' '}
          <Text as="strong" mono>
            <Why because={page.because.minutes}>{say`${formatNumber(page.minutes)} minutes`}</Why>
          </Text>
        </span>
      )}
      <span>
        {say`over its limit`}{' '}
        <strong>
          {page.fullOn
            ? page.fullOn <= page.day
              ? say`now`
              : say`from ${shortDay(page.fullOn)}`
            : say`not within half a year`}
        </strong>
      </span>
    </Facts>
  );
}

interface NotedProps {
  page: TankPage;
}

function Noted({ page }: NotedProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Noted about this tank`}</h2>
      </SheetHead>
      {page.events.length === 0 ? (
        <Empty>{say`Nothing yet.`}</Empty>
      ) : (
        <Rows>
          {page.events.map((e, i) => (
            <Row small key={i}>
              <Text mono>{shortDay(e.day)}</Text> {e.lot} {e.words} {e.until && say`until ${shortDay(e.until)}`}{' '}
              <Text quiet>{e.by}</Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

interface ComesNextProps {
  page: TankPage;
}

function ComesNext({ page }: ComesNextProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Comes next`}</h2>
      </SheetHead>
      {page.next.length === 0 ? (
        <Empty>{say`Nothing more is planned here.`}</Empty>
      ) : (
        <Rows>
          {page.next.map((n, i) => (
            <Row key={i}>
              <Text mono>{shortDay(n.day)}</Text> · {n.words}
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

function Occupants({ page, suffix }: { page: TankPage; suffix: string }) {
  const [said, setSaid] = useState<Said | null>(null);
  const lots = page.here.map((h) => h.lotCode);
  const oneSpecies = new Set(page.here.map((h) => h.species)).size === 1;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Who is in it`}</h2>
      </SheetHead>
      {page.here.length === 0 ? (
        <Empty>{say`Empty on this day.`}</Empty>
      ) : (
        <Rows>
          {page.here.map((h) => (
            <li key={h.lotCode}>
              <Row as={Link} href={`/cohorts/${h.lotCode}${suffix}`}>
                <Text strong className={css.underlined}>
                  {h.lotCode}
                </Text>{' '}
                <Text quiet>{h.species}</Text> {say`· ${formatNumber(h.count)} of ${formatMass(h.meanG, page.units)}`}
              </Row>
            </li>
          ))}
        </Rows>
      )}
      {lots.length > 1 && oneSpecies && page.when === 'today' && (
        <SheetBody stack>
          <SaidLines said={said} />
          <Text as="p" small quiet>
            {say`When lots can no longer be told apart, keep them as one: its origins stay known.`}
          </Text>
          <ActionForm
            fields={[]}
            units={page.units}
            submit={say`Make ${all(lots)} one lot`}
            onDone={setSaid}
            send={(v) => merge({ ...v, placeId: page.place.id, lotCodes: lots })}
          />
        </SheetBody>
      )}
    </Sheet>
  );
}

function Rest({ page }: { page: TankPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const empty = page.here.length === 0;
  const kind = page.resting ? 'clean' : 'fallow';
  const fields: FormField[] = page.resting
    ? [{ name: 'words', label: say`How it was cleaned`, kind: 'text', start: '' }]
    : [
        { name: 'untilDay', label: say`Rests up to and with`, kind: 'day', start: page.today },
        { name: 'words', label: say`Why, and how it will be cleaned`, kind: 'text', start: '' },
      ];
  return (
    <Sheet>
      <SheetHead>
        <h2>{page.resting ? say`Cleaned and ready` : say`Rest and clean`}</h2>
      </SheetHead>
      <SheetBody stack>
        <SaidLines said={said} />
        {!empty && !page.resting ? (
          <Text as="p" quiet small>
            {say`A tank rests when it is empty: move the fish out first. Nothing is stocked into a resting tank.`}
          </Text>
        ) : (
          <ActionForm
            key={kind}
            fields={fields}
            units={page.units}
            submit={kind === 'clean' ? say`It is clean` : say`Let it rest`}
            onDone={setSaid}
            send={(v) => husbandry({ ...v, kind, placeId: page.place.id })}
            caution={say`Disinfectants: gloves and goggles, add chemical to water, rinse until nothing is left. Never into water with fish or plants.`}
          />
        )}
      </SheetBody>
    </Sheet>
  );
}
