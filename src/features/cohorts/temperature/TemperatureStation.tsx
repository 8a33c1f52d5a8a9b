'use client';
import { plural, say } from '../../../core/words/words';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatMass, formatTemperature, UnitChoice } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { compare, dropTemperature, layWater, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import { leftMinor, type TemperatureResult } from '../../../core/plan/compareTemperatures';
import type { TemperaturePage } from './temperatureQuery';
import cohorts from '../cohorts.module.css';
import { lazyChart } from '../../../ui/kit/lazyChart';
import { SaidLines } from '../SaidLines';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import {
  classes,
  Columns,
  EMPTY,
  Mark,
  Row,
  Rows,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  Unseen,
} from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import { AppRouterInstance } from 'next/dist/shared/lib/app-router-context.shared-runtime';

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
    { name: 'until', label: say`Until, then as planned before`, kind: 'day', start: '', optional: true },
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
                {say`by the months`}
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

interface ResultsProps {
  results: TemperatureResult[];
  page: TemperaturePage;
  loopId: string;
  onKeep: (tempC: number) => Record<string, unknown>;
}

function Results({ results, page, loopId, onKeep }: ResultsProps) {
  const { currency, units } = page;
  const base = results[0]!;
  const growing = [...new Set(results.flatMap((r) => r.ready.map((x) => x.lotCode)))];
  const lots = growing.filter((lot) => results.some((r) => r.ready.some((x) => x.lotCode === lot && x.day !== null)));
  const never = growing.length - lots.length;
  const loop = page.loops.find((l) => l.id === loopId);
  const name = (r: TemperatureResult) => (r.tempC === null ? say`As planned` : formatTemperature(r.tempC, units));
  const router = useRouter();
  const rows: [string, (r: TemperatureResult) => string][] = [
    [say`Feed`, (r) => `${formatMass(r.feedKg * 1000, units)} · ${formatAboutMoney(r.feedMinor, currency)}`],
    [say`Heating`, (r) => (loop?.hasEnergy ? formatAboutMoney(r.heatMinor, currency) : say`not known for this loop`)],
    [say`Cooling`, (r) => (loop?.hasEnergy ? formatAboutMoney(r.coolMinor, currency) : say`not known for this loop`)],
    [
      say`Its harvests, sold`,
      (r) => `${formatMass(r.supplyKg * 1000, units)} · ${formatAboutMoney(r.salesMinor, currency)}`,
    ],
    [say`Left, against as planned`, (r) => (r === base ? '–' : signed(leftMinor(r) - leftMinor(base), currency))],
    [say`Short for orders`, (r) => (r.shortKg < 0.05 ? 'nothing' : formatMass(r.shortKg * 1000, units))],
  ];
  return (
    <Sheet data-testid="temperatures">
      <SheetHead>
        <h2>
          {loop?.name} {say`loop, next half year`}
        </h2>
      </SheetHead>
      <ScrollTable label={say`Temperatures compared`}>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell />
              {results.map((r) => (
                <HeadCell right key={name(r)}>
                  {name(r)}
                </HeadCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {page.person.role === 'manager' && (
              <HeadLine results={results} name={name} units={units} onKeep={onKeep} router={router} />
            )}
            {rows.map(([label, figure]) => (
              <TableRow key={label}>
                <Cell>{label}</Cell>
                {results.map((r) => (
                  <Cell num key={name(r)}>
                    {figure(r)}
                  </Cell>
                ))}
              </TableRow>
            ))}
            {results.some((r) => r.limits.length > 0) && (
              <TableRow>
                <Cell>{say`What its fish do not bear`}</Cell>
                {results.map((r) => (
                  <Cell key={name(r)}>
                    {r.limits.length === 0
                      ? say`nothing`
                      : r.limits.map((words) => (
                          <Mark tone="danger" key={words}>
                            {words}
                          </Mark>
                        ))}
                  </Cell>
                ))}
              </TableRow>
            )}
            {lots.map((lot) => (
              <TableRow key={lot}>
                <Cell>{say`${lot} of market size`}</Cell>
                {results.map((r) => {
                  const day = r.ready.find((x) => x.lotCode === lot)?.day;
                  return (
                    <Cell num key={name(r)}>
                      {day ? shortDay(day) : say`later`}
                    </Cell>
                  );
                })}
              </TableRow>
            ))}
            {never > 0 && (
              <TableRow>
                <Cell small quiet colSpan={results.length + 1}>
                  {say`${plural(never, '# more cohort is', '# more cohorts are')} not of market size within half a year, at any of these temperatures.`}
                </Cell>
              </TableRow>
            )}
          </TableBody>
        </Table>
      </ScrollTable>
      <SheetBody as="p" small quiet>
        {say`Growth by each species’ temperature curve; energy = W/°C lost × difference to what the water would be by itself × 24 h × tariff. Left = harvests of this loop’s fish at their prices − feed − heating − cooling. Harvest days stay as planned: where fish are smaller by then, less is sold.`}
      </SheetBody>
    </Sheet>
  );
}

interface HeadLineProps {
  results: TemperatureResult[];
  name: (r: TemperatureResult) => string;
  units: UnitChoice;
  onKeep: (tempC: number) => Record<string, unknown>;
  router: AppRouterInstance;
}

function HeadLine({ results, name, units, onKeep, router }: HeadLineProps) {
  return (
    <TableRow>
      <Cell small quiet>
        {say`Nothing changes until it is kept there`}
      </Cell>
      {results.map((r) => (
        <Cell right key={name(r)}>
          {r.tempC !== null && (
            <ActionForm
              fields={[]}
              units={units}
              submit={say`See ${formatTemperature(r.tempC, units)} on Season`}
              send={(v) => layWater({ ...v, ...onKeep(r.tempC!) })}
              onDone={(id) => router.push(`/season?draft=${id}`)}
            />
          )}
        </Cell>
      ))}
    </TableRow>
  );
}

const signed = (minor: number, currency: string) => `${minor > 0 ? '+' : ''}${formatAboutMoney(minor, currency)}`;
