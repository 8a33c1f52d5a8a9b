'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { COMPANIONS } from '../../core/fish/biosecurity';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMoney, formatNumber } from '../../core/quantity/units';
import { addDays } from '../../core/quantity/days';
import type { StockingTarget } from '../../core/stocking/problem';
import type { Answer } from '../../workers/planner.worker';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { newEntryKey, type Outcome } from '../../ui/outcome';
import { ShownDay } from '../../ui/shell/ShownDay';
import { layDraft } from './actions';
import { CohortsNav } from './CohortsNav';
import type { PlannerPage } from './keepingQueries';
import { RotationSheet } from './RotationSheet';
import { usePlanner } from './usePlanner';
import { ScrollTable } from '../../ui/table/ScrollTable';

const WEEKS: [string, string][] = [['26', 'half a year'], ['52', 'a year']]; // prettier-ignore

/** Proposes stockings, tanks, moves, purges and harvests for orders or a steady supply. */
export function PlannerStation({ page }: { page: PlannerPage }) {
  const planner = usePlanner(page);
  const sold = page.facts.species.filter(
    (s) => s.marketG && !COMPANIONS.has(s.code) && page.facts.products.some((p) => p.speciesCode === s.code),
  );
  const [by, setBy] = useState<'orders' | 'steady'>('orders');
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const fields: FormField[] = [
    { name: 'weeks', label: 'Plan for', kind: 'select', options: WEEKS, start: '52' },
    ...sold.flatMap((s): FormField[] => [
      { name: `kg_${s.code}`, label: `${s.name}, kg a week`, kind: 'number', start: '', optional: true, help: by === 'orders' ? 'After the last order. Empty: as the orders were, on average; 0: none.' : 'Empty: none.' },
      { name: `sizes_${s.code}`, label: `${s.name}: fingerlings, g`, kind: 'weights', rows: 1, start: '10 40', help: 'Sizes your hatchery sells to choose from, with spaces between.' },
    ]),
    { name: 'short', label: `A missing kg costs, ${page.currency}`, kind: 'number', start: 30, help: 'The sale and the customer’s trust: higher means fewer gaps and more fish.' },
    { name: 'batch', label: `Handling of one stocking, ${page.currency}`, kind: 'number', start: 90 },
    { name: 'seconds', label: 'Search at most, seconds', kind: 'number', start: 60 },
  ]; // prettier-ignore
  const start = async (v: Record<string, unknown>): Promise<Outcome<null>> => {
    const numbers = (name: string) => ((v[name] as number[] | undefined) ?? []).filter((n) => n > 0 && n < 5000).slice(0, 4);
    const bad = sold.find((s) => numbers(`sizes_${s.code}`).length === 0);
    if (bad) return { ok: false as const, fields: { [`sizes_${bad.code}`]: ['Give at least one size over 0 g.'] } };
    const seconds = Number(v.seconds);
    if (!(seconds >= 2 && seconds <= 600)) return { ok: false as const, fields: { seconds: ['Between 2 and 600 seconds.'] } };
    const negative = ['short', 'batch', ...sold.map((s) => `kg_${s.code}`)].find((name) => v[name] !== undefined && !(Number(v[name]) >= 0));
    if (negative) return { ok: false as const, fields: { [negative]: ['It must be 0 or more.'] } };
    const species = sold
      .filter((s) => by === 'orders' || Number(v[`kg_${s.code}`] ?? 0) > 0)
      .filter((s) => v[`kg_${s.code}`] !== 0)
      .map((s) => ({ code: s.code, kgPerWeek: Number(v[`kg_${s.code}`] ?? 0), fromWeek: 0, fingerlingSizesG: numbers(`sizes_${s.code}`) }));
    if (species.length === 0) return { ok: false as const, fields: { form: ['Nothing is wanted: give kg a week for at least one species.'] } };
    const target: StockingTarget = {
      weeks: Number(v.weeks), by, species,
      costs: { feedMinorPerKg: page.facts.feedRules[0]?.feedMinorPerKg ?? 200, batchMinor: Number(v.batch) * 100, moveMinor: 4000, shortMinorPerKg: Number(v.short) * 100 },
    };
    void planner.solve(target, { seconds, gap: 0.005 });
    return { ok: true as const, value: null };
  }; // prettier-ignore
  return (
    <div className="stack">
      <CohortsNav here="/cohorts/planner" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">Stocking planner</h1>
      <div className="columns">
        <div className="stack">
          {planner.state === 'solving' && (
            <section className="sheet">
              <div className="body stack" role="status">
                <LinearProgress aria-label="Searching" />
                <p>
                  {planner.answer
                    ? `${formatNumber(planner.answer.progress.seconds, 0)} s · ${sayGap(planner.answer)}`
                    : 'Weighing the ways to stock…'}
                </p>
                <div className="buttons">
                  <Button variant="outlined" onClick={planner.stop}>
                    Stop and keep the best so far
                  </Button>
                </div>
              </div>
            </section>
          )}
          {planner.refused && (
            <p className="mark danger" role="alert">
              {planner.refused}
            </p>
          )}
          {planner.answer ? (
            <Proposal answer={planner.answer} page={page} ready={planner.state !== 'solving'} />
          ) : (
            planner.state === 'idle' && (
              <p className="empty sheet">
                Say what is wanted; the planner weighs thousands of stockings against tanks, quarantine, purge tanks and orders, and lays the
                result on Season as a draft. Nothing changes until you keep it.
              </p>
            )
          )}
          <RotationSheet page={page} />
        </div>
        <section className="sheet">
          <header>
            <h2>What is wanted</h2>
          </header>
          <div className="body stack">
            <div className="buttons" role="group" aria-label="Plan from">
              {(['orders', 'steady'] as const).map((k) => (
                <button key={k} type="button" className="chip" aria-pressed={by === k} onClick={() => setBy(k)}>
                  {k === 'orders' ? 'Promised orders' : 'A steady supply'}
                </button>
              ))}
            </div>
            <ActionForm key={by} fields={fields} units={page.units} submit="Propose a plan" send={start} onDone={() => undefined} />
          </div>
        </section>
      </div>
    </div>
  ); // prettier-ignore
}

function sayGap({ progress, wantedKg }: Answer): string {
  if (wantedKg < 1) return 'the kept plan already brings what is wanted';
  if (progress.boundMinor <= 0) return 'a plan by hand rules; nothing is proven about it yet';
  if (progress.gap < 0.0005) return 'proven: no plan of these candidates costs less';
  return `at most ${formatNumber(progress.gap * 100, 1)} % dearer than the best there could be (proven)`;
}

function Proposal({ answer, page, ready }: { answer: Answer; page: PlannerPage; ready: boolean }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const [refused, setRefused] = useState<string | null>(null);
  const [entryKey] = useState(newEntryKey);
  const { draft } = answer;
  const said = [...answer.crowded, ...answer.bindings.map((b) => b.words)];
  const name = (code: string) => page.facts.species.find((s) => s.code === code)?.name ?? code;
  const lay = () =>
    start(async () => {
      const steps = draft.steps.map(({ cropCode: _c, version: _v, ...s }) => s);
      const outcome = await layDraft({
        entryKey: newEntryKey(),
        name: `Stocking plan ${shortDay(page.today)}`,
        steps,
        drops: [],
      });
      if (outcome.ok) router.push(`/season?draft=${outcome.value}`);
      else setRefused(Object.values(outcome.fields)[0]?.[0] ?? 'Not laid aside.');
    });
  const first = (batch: Answer['draft']['lines'][number]['batch']) => batch.takings[0];
  const weekDay = (week: number) => shortDay(addDays(draftStart(page), week * 7));
  return (
    <section className="sheet" data-testid="proposal">
      <header>
        <h2>{ready ? 'Proposal' : 'Best so far'}</h2>
        <span className="quiet small">
          {draft.lines.length} batches · {draft.steps.length} steps · {formatMoney(answer.costMinor, page.currency)} with missing kg counted in ·{' '}
          {formatNumber(answer.candidates)} candidates weighed
        </span>
      </header>
      <div className="body stack">
        <p>
          <strong>{formatNumber(answer.wantedKg - answer.shortKg)}</strong> of {formatNumber(answer.wantedKg)} kg wanted beyond the kept plan are met;{' '}
          {sayGap(answer)}.
        </p>
        {said.length > 0 && (
          <ul className="rows" data-testid="bindings">
            {said.slice(0, 8).map((words) => (
              <li key={words} className="mark attention small" style={{ borderBottom: 0, marginBottom: 4 }}>
                {words}
              </li>
            ))}
          </ul>
        )}
        {refused && (
          <p className="mark danger" role="alert">
            {refused}
          </p>
        )}
        {ready && page.person.role === 'manager' && (
          <div className="buttons">
            <Button variant="contained" onClick={lay} disabled={pending || draft.steps.length === 0} data-key={entryKey}>
              {pending ? 'Laying it on Season…' : 'See it on Season as a draft'}
            </Button>
          </div>
        )}
      </div>
      <ScrollTable label="Batches of the proposal" maxHeight={420}>
        <table className="plain">
          <thead>
            <tr>
              <th>Lot</th>
              <th>Stock</th>
              <th className="right">Fish</th>
              <th>Tanks</th>
              <th>Harvest</th>
              <th className="right">kg</th>
            </tr>
          </thead>
          <tbody>
            {draft.lines.map((l) => (
              <tr key={l.lotCode + l.batch.id}>
                <td>
                  <span className="mono strong">{l.lotCode}</span>
                  <div className="small quiet">{name(l.batch.speciesCode)}</div>
                </td>
                <td>{l.stockDay ? `${shortDay(l.stockDay)}, ${formatNumber(l.batch.startG)} g` : page.facts.fish.some((f) => f.lotCode === l.lotCode) ? 'here now' : 'ordered already'}</td>
                <td className="num">{formatNumber(l.batch.stocked)}</td>
                <td className="mono">{l.tanks.join(' → ')}</td>
                <td>
                  {first(l.batch) ? `${weekDay(first(l.batch)!.week)} · ${l.batch.takings.length} ${l.batch.takings.length === 1 ? 'time' : 'weeks'} from ${formatNumber(first(l.batch)!.weightG)} g` : 'not within these weeks'}
                </td>
                <td className="num">{formatNumber(l.batch.takings.reduce((sum, t) => sum + t.kg, 0))}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollTable>
    </section>
  ); // prettier-ignore
}

/** Week 0 of a plan: next Monday. */
function draftStart(page: PlannerPage): string {
  const day = ((((Date.parse(page.today) / 86_400_000 + 3) % 7) + 7) % 7) + 1;
  return addDays(page.today, 8 - day);
}
