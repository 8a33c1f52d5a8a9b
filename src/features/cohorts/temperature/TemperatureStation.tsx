'use client';
import { say } from '../../../core/words/words';
import { useEffect, useRef, useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatTemperature, UnitChoice } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { compare, dropTemperature, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import { type TemperatureResult } from '../../../core/plan/compareTemperatures';
import type { TemperaturePage } from './temperatureQuery';
import cohorts from '../cohorts.module.css';
import { lazyChart } from '../../../ui/kit/lazyChart';
import { SaidLines } from '../../../ui/SaidLines';
import {
  classes,
  Columns,
  EMPTY,
  Row,
  Rows,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  Unseen,
} from '../../../ui/kit/kit';
import { Results } from './TemperatureResults';

const PlannedWater = lazyChart(
  () => import('./PlannedWater').then((m) => m.PlannedWater),
  classes(cohorts.chart, cohorts.middle),
);

/** Temperature as a throttle: hold fish back or push them on, and what each would cost. */
export function TemperatureStation({ page }: { page: TemperaturePage }) {
  const { units } = page;
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const [results, setResults] = useState<TemperatureResult[] | null>(null);
  const [asked, setAsked] = useState<{ loopId: string; from: string; until?: string } | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const shown = useRef<HTMLDivElement>(null);
  // On a phone the answer stands above the form.
  useEffect(() => {
    if (results) shown.current?.scrollIntoView({ block: 'nearest' });
  }, [results]);
  const fields: FormField[] = [
    {
      name: 'loopId',
      label: say`Loop`,
      kind: 'select',
      options: page.loops.map((l) => [l.id, `${l.name}, ${formatTemperature(l.todayC, units)}`]),
      start: page.loops[0]?.id ?? '',
    },
    { name: 'from', label: say`From`, kind: 'day', start: page.today },
    {
      name: 'until',
      label: say`Until`,
      kind: 'day',
      start: '',
      optional: true,
      help: say`From then on as planned before.`,
    },
    {
      name: 'tempsC',
      label: say`Temperatures to compare`,
      kind: 'weights',
      quantity: 'temperature',
      rows: 1,
      start: page.loops[0] ? [Math.round(page.loops[0].todayC - 2), Math.round(page.loops[0].todayC + 2)] : '',
      help: say`One to three, with spaces between.`,
    },
  ];
  return (
    <Stack>
      <CohortsNav here="/cohorts/temperature" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Temperature`}</Unseen>
      <Columns>
        <Stack ref={shown}>
          <SaidLines said={said} />
          {results && asked ? (
            <Results results={results} page={page} loopId={asked.loopId} onKeep={(tempC) => ({ ...asked, tempC })} />
          ) : (
            <Sheet as="p" className={EMPTY}>
              {say`Choose a loop and the temperatures to hold side by side: dates to market, feed, energy and supply over half a year.`}
            </Sheet>
          )}
          <Sheet>
            <SheetHead>
              <h2>{say`Planned water, next half year`}</h2>
            </SheetHead>
            <SheetBody>
              <PlannedWater loops={page.loops} units={units} />
            </SheetBody>
          </Sheet>
        </Stack>
        <Stack>
          <Sheet>
            <SheetHead>
              <h2>{say`Compare`}</h2>
            </SheetHead>
            <SheetBody>
              <ActionForm
                fields={fields}
                units={units}
                submit={say`Compare`}
                onDone={setResults}
                send={(v) => {
                  setAsked({
                    loopId: String(v.loopId),
                    from: String(v.from),
                    ...(v.until ? { until: String(v.until) } : {}),
                  });
                  return compare(v);
                }}
                caution={say`Fuel heaters need a flue, air and a carbon monoxide alarm; chillers and pumps by water a residual-current device. Licensed people connect them.`}
              />
            </SheetBody>
          </Sheet>
          <AsPlanned page={page} units={units} setSaid={setSaid} />
        </Stack>
      </Columns>
    </Stack>
  );
}

interface AsPlannedProps {
  page: TemperaturePage;
  units: UnitChoice;
  setSaid: (said: Said | null) => void;
}

function AsPlanned({ page, units, setSaid }: AsPlannedProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`As planned`}</h2>
      </SheetHead>
      <Rows>
        {page.loops.map((l) => (
          <Row key={l.id}>
            <Text strong>{l.name}</Text> <Text mono>{formatTemperature(l.todayC, units)}</Text>
            {l.plan.length === 0 && (
              <Text as="div" small quiet>
                {say`month by month`}
              </Text>
            )}
            {l.plan.map((p) => (
              <Text as="div" small key={p.id}>
                <Text quiet>
                  {say`${p.tempC === null ? say`By the months` : formatTemperature(p.tempC, units)} from ${shortDay(p.from)}`}
                  {p.until && say` until ${shortDay(p.until)}`}
                  {p.by && say`, by ${p.by}`}
                </Text>
                {page.person.role === 'manager' && (
                  <ActionForm
                    fields={[]}
                    units={units}
                    submit={say`Take back`}
                    send={(v) => dropTemperature({ ...v, settingId: p.id })}
                    onDone={setSaid}
                  />
                )}
              </Text>
            ))}
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}
