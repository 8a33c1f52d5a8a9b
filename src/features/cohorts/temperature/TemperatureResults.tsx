'use client';
import { useGo } from '../../../ui/shell/visit';
import { type TemperatureResult, leftMinor } from '../../../core/plan/compareTemperatures';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatTemperature, formatMass, UnitChoice } from '../../../core/quantity/units';
import { say, plural } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Sheet, SheetHead, Mark, SheetBody } from '../../../ui/kit/kit';
import { Table, TableHead, TableRow, HeadCell, TableBody, Cell } from '../../../ui/kit/Table';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { layWater } from '../actions';
import type { TemperaturePage } from './temperatureQuery';
import { type Column, tableData, type TableData } from '../../../ui/table/columns';

interface ResultsProps {
  results: TemperatureResult[];
  page: TemperaturePage;
  loopId: string;
  onKeep: (tempC: number) => Record<string, unknown>;
}

export function Results({ results, page, loopId, onKeep }: ResultsProps) {
  const { currency, units } = page;
  const base = results[0]!;
  const growing = [...new Set(results.flatMap((r) => r.ready.map((x) => x.lotCode)))];
  const lots = growing.filter((lot) => results.some((r) => r.ready.some((x) => x.lotCode === lot && x.day !== null)));
  const never = growing.length - lots.length;
  const loop = page.loops.find((l) => l.id === loopId);
  const name = (r: TemperatureResult) => (r.tempC === null ? say`As planned` : formatTemperature(r.tempC, units));
  const rows: [string, (r: TemperatureResult) => string][] = [
    [say`Feed`, (r) => `${formatMass(r.feedKg * 1000, units)} · ${formatAboutMoney(r.feedMinor, currency)}`],
    [say`Heating`, (r) => (loop?.hasEnergy ? formatAboutMoney(r.heatMinor, currency) : say`not known for this loop`)],
    [say`Cooling`, (r) => (loop?.hasEnergy ? formatAboutMoney(r.coolMinor, currency) : say`not known for this loop`)],
    [
      say`Its harvests, sold`,
      (r) => `${formatMass(r.supplyKg * 1000, units)} · ${formatAboutMoney(r.salesMinor, currency)}`,
    ],
    [say`Margin compared with plan`, (r) => (r === base ? '–' : signed(leftMinor(r) - leftMinor(base), currency))],
    [say`Short for orders`, (r) => (r.shortKg < 0.05 ? 'nothing' : formatMass(r.shortKg * 1000, units))],
  ];
  return (
    <Sheet data-testid="temperatures">
      <SheetHead>
        <h2>
          {loop?.name} {say`loop, next half year`}
        </h2>
      </SheetHead>
      <ScrollTable label={say`Temperatures compared`} data={() => resultData(results, { name, currency, units })}>
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
            {page.person.role === 'manager' && <HeadLine results={results} name={name} units={units} onKeep={onKeep} />}
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
                <Cell>{say`Too warm or cold for`}</Cell>
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

interface Comparing {
  name: (r: TemperatureResult) => string;
  currency: string;
  units: UnitChoice;
}

/** For a file: a line for each temperature. */
function resultData(results: readonly TemperatureResult[], { name, currency, units }: Comparing): TableData {
  const money = (head: string, value: (r: TemperatureResult) => number) => ({ head, value, money: currency });
  const kg = (head: string, value: (r: TemperatureResult) => number) => ({
    head,
    value: (r: TemperatureResult) => value(r) * 1000,
    quantity: 'mass' as const,
  });
  const columns: Column<TemperatureResult>[] = [
    { head: say`Water`, value: name },
    kg(say`Feed`, (r) => r.feedKg),
    money(say`Cost of feed`, (r) => r.feedMinor),
    money(say`Heating`, (r) => r.heatMinor),
    money(say`Cooling`, (r) => r.coolMinor),
    kg(say`Its harvests`, (r) => r.supplyKg),
    money(say`Its harvests, sold`, (r) => r.salesMinor),
    money(say`Left`, leftMinor),
    kg(say`Short for orders`, (r) => r.shortKg),
  ];
  return tableData(columns, results, units);
}

interface HeadLineProps {
  results: TemperatureResult[];
  name: (r: TemperatureResult) => string;
  units: UnitChoice;
  onKeep: (tempC: number) => Record<string, unknown>;
}

function HeadLine({ results, name, units, onKeep }: HeadLineProps) {
  const go = useGo();
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
              onDone={(id) => go(`/season?draft=${id}`)}
            />
          )}
        </Cell>
      ))}
    </TableRow>
  );
}

const signed = (minor: number, currency: string) => `${minor > 0 ? '+' : ''}${formatAboutMoney(minor, currency)}`;
