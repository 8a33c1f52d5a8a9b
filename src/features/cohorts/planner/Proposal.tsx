'use client';
import { plural, say } from '../../../core/words/words';
import { sayOrdered } from '../../../core/stocking/limits';
import { marketUntil } from '../../../core/market/promiseTable';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatMass, formatNumber, toShown, unitName } from '../../../core/quantity/units';

import { LayDraft } from '../../../ui/form/LayDraft';
import type { Proposal as Answer } from '../../../core/stocking/propose';
import { layDraft } from '../actions';
import type { PlannerPage } from './plannerQuery';
import { sayGap } from './sayGap';
import { Facts, Mark, Rows, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

const SHOWN_LIMITS = 8;

/** How good the plan is known to be. */
export function Proposal({ answer, page, ready }: { answer: Answer; page: PlannerPage; ready: boolean }) {
  const { draft } = answer;
  const said = [...answer.crowded, ...unplaced(answer, page), ...answer.bindings.map((b) => b.words)];
  return (
    <Sheet data-testid="proposal">
      <SheetHead>
        <h2>{ready ? say`Proposal` : say`Best so far`}</h2>
        <Text quiet small>
          {say`${plural(draft.lines.length, '# batch', '# batches')} · ${plural(draft.steps.length, '# step', '# steps')} · ${formatAboutMoney(answer.costMinor, page.currency)}, including what stays missing · ${formatNumber(answer.candidates)} plans tried`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Met answer={answer} page={page} />
        <Moved answer={answer} page={page} />
        {said.length > 0 && (
          <Rows data-testid="bindings">
            {said.slice(0, SHOWN_LIMITS).map((words) => (
              <Mark as="li" tone="attention" small key={words} className={css.limit}>
                {words}
              </Mark>
            ))}
          </Rows>
        )}
        {said.length > SHOWN_LIMITS && (
          <Text as="p" small quiet>
            {say`and ${said.length - SHOWN_LIMITS} more gaps`}
          </Text>
        )}
        {ready && page.person.role === 'manager' && (
          <LayDraft
            name={say`Stocking plan ${shortDay(page.today)}`}
            steps={draft.steps}
            drops={draft.steps.length > 0 ? answer.moved.map((m) => m.groupId) : []}
            send={layDraft}
          />
        )}
      </SheetBody>
      <Batches answer={answer} page={page} />
    </Sheet>
  );
}

/** Parts of batches that found no purge tank free: they are in no harvest of the draft. */
function unplaced({ draft }: Answer, { units }: PlannerPage): string[] {
  return draft.unplaced.map(
    (u) =>
      say`${u.lotCode}: no purge tank is free for ${formatMass(u.kg * 1000, units)} before ${shortDay(u.harvestDay)}; that harvest is left out.`,
  );
}

const nameIn = (page: PlannerPage) => (code: string) => page.facts.species.find((s) => s.code === code)?.name ?? code;

/** What of the wanted is met, species by species. */
function Met({ answer, page }: { answer: Answer; page: PlannerPage }) {
  const name = nameIn(page);
  return (
    <div>
      <p>{say`Covers, of what the current plan does not:`}</p>
      <Facts as="ul" className={css.metFacts}>
        {answer.wanted.map((w) => (
          <li key={w.speciesCode}>
            {name(w.speciesCode)}{' '}
            <Text as="strong" mono>
              {say`${sayOrdered(w, w.kg - w.shortKg, page.units)} of ${sayOrdered(w, w.kg, page.units)}`}
            </Text>
          </li>
        ))}
      </Facts>
      <Text as="p" small quiet>
        {sayGap(answer)}.
      </Text>
    </div>
  );
}

/** Harvests that stand: which of them are planned anew, and what that is worth. */
function Moved({ answer, page }: { answer: Answer; page: PlannerPage }) {
  const { moved, fixedShortKg } = answer;
  if (fixedShortKg === null) return null;
  const mass = (kg: number) => formatMass(kg * 1000, page.units);
  if (moved.length === 0)
    return (
      <Text as="p" small>
        {say`The planned harvests stay: replanning them would leave just as much short.`}
      </Text>
    );
  const short = answer.wanted.reduce((sum, w) => sum + w.shortKg, 0);
  return (
    <Text as="div" small data-testid="moved">
      <p>
        {say`Keeping every planned harvest leaves ${mass(fixedShortKg)} short; replanning ${moved.length} of them leaves ${mass(short)}. Taken out of the plan when this is kept:`}
      </p>
      <Text as="p" quiet>
        {moved.map((m) => say`${m.lotCode} ${shortDay(m.day)}, ${formatNumber(m.count)} fish`).join(' · ')}
      </Text>
    </Text>
  );
}

type Line = Answer['draft']['lines'][number];

function Batches({ answer, page }: { answer: Answer; page: PlannerPage }) {
  return (
    <DataTable
      label={say`Batches of the proposal`}
      maxHeight={420}
      rows={answer.draft.lines}
      rowKey={(line) => line.lotCode + line.batch.id}
      columns={batchColumns(answer, page)}
      units={page.units}
    />
  );
}

function batchColumns({ draft, brings }: Answer, page: PlannerPage): Column<Line>[] {
  const name = nameIn(page);
  const broughtBy = new Map(draft.lines.map((line, i) => [line, brings[i]!]));
  const bringsOf = (line: Line) => broughtBy.get(line)!;
  return [
    {
      head: say`Lot`,
      value: (l) => l.lotCode,
      cell: (l) => (
        <>
          <Text mono strong>
            {l.lotCode}
          </Text>
          <Text as="div" small quiet>
            {name(l.batch.speciesCode)}
          </Text>
        </>
      ),
    },
    { head: say`Species`, value: (l) => name(l.batch.speciesCode), only: 'file' },
    { head: say`Stock`, value: (l) => l.stockDay ?? page.today, kind: 'day', cell: (l) => sayStocking(l, page) },
    { head: say`Fish`, value: (l) => l.batch.stocked, kind: 'number', look: { num: true } },
    { head: say`Tanks`, value: (l) => l.tanks.join(' → '), look: { mono: true } },
    {
      head: say`Harvest`,
      value: (l) => bringsOf(l).harvests[0]?.day ?? null,
      kind: 'day',
      cell: (l) => sayHarvest(bringsOf(l), page),
    },
    {
      head: say`Brings`,
      above: unitName('mass', page.units),
      value: (l) => bringsOf(l).kg * 1000,
      quantity: 'mass',
      look: { num: true },
      cell: (l) => (
        <>
          {formatNumber(toShown('mass', bringsOf(l).kg * 1000, page.units))}
          <Beyond harvests={bringsOf(l).harvests} page={page} />
        </>
      ),
    },
  ];
}

function sayStocking({ stockDay, lotCode, batch }: Line, page: PlannerPage): string {
  if (stockDay) return `${shortDay(stockDay)}, ${formatMass(batch.startG, page.units)}`;
  return page.facts.fish.some((f) => f.lotCode === lotCode) ? say`here now` : say`ordered already`;
}

/** What comes later than Market shows. */
function Beyond({ harvests, page }: { harvests: Answer['brings'][number]['harvests']; page: PlannerPage }) {
  const until = marketUntil(page.today);
  const kg = harvests.reduce((sum, h) => sum + (h.day >= until ? h.kg : 0), 0);
  if (kg < 0.5) return null;
  const isAll = harvests.every((h) => h.day >= until);
  return (
    <Text as="div" small quiet data-beyond={kg}>
      {isAll
        ? say`after Market’s weeks`
        : say`${formatNumber(toShown('mass', kg * 1000, page.units))} after Market’s weeks`}
    </Text>
  );
}

function sayHarvest({ harvests }: Answer['brings'][number], page: PlannerPage): string {
  const first = harvests[0];
  if (!first) return say`not within these weeks`;
  const times = plural(harvests.length, 'once', '# times');
  return say`${shortDay(first.day)} · ${times} from ${formatMass(first.meanG, page.units)}`;
}
