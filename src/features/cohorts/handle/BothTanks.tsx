'use client';
import { useEffect, useState } from 'react';
import type { TankState } from '../../../core/fish/moveOutlook';
import { inDays } from '../../../core/quantity/days';
import { formatMass, formatNumber, type UnitChoice, densityUnit, toShownDensity } from '../../../core/quantity/units';
import { newEntryKey } from '../../../ui/outcome';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { preview, type Preview } from '../actions';
import { own, type Handled } from './shared';

interface BothTanksProps {
  fish: Handled;
  units: UnitChoice;
  /** What is to be done; null while too little is typed. */
  ask: { toPlaceId?: string; smallPlaceId?: string; count?: number; thresholdG?: number } | null;
  /** Codes of the tanks it touches: their rows stand from the start, so that the button below never moves away. */
  touched: string[];
  /** The fish are parted by size: the two boxes are told as well. */
  parted?: boolean;
}

const TYPING_PAUSE_MS = 350;

/** Every tank the move touches, before and after, asked anew as it is typed. */
export function BothTanks({ fish, units, ask, touched, parted }: BothTanksProps) {
  const { shown, wrong } = usePreview(fish, ask);
  if (!ask) return null;
  if (wrong) return <p className="mark attention small">{wrong}</p>;
  const tanks = [...new Set(touched)].map((code) => ({ code, outlook: shown?.tanks.find((t) => t.code === code) }));
  return (
    <div data-testid="both-tanks" aria-busy={tanks.some((t) => !t.outlook)}>
      {parted && <Boxes boxes={shown?.boxes ?? null} units={units} />}
      <ScrollTable label="Both tanks" close>
        <table className="plain">
          <thead>
            <tr>
              <th>Tank</th>
              <th className="right">Fish</th>
              <th className="right">{densityUnit(units)}</th>
              <th className="right">Feed</th>
              <th>Too small</th>
            </tr>
          </thead>
          <tbody>
            {tanks.flatMap(({ code, outlook }) =>
              (['before', 'after'] as const).map((when) => (
                <TankRow key={code + when} code={code} when={when} state={outlook?.[when]} units={units} />
              )),
            )}
          </tbody>
        </table>
      </ScrollTable>
    </div>
  );
}

function usePreview(fish: Handled, ask: BothTanksProps['ask']) {
  const [shown, setShown] = useState<Preview | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const question = ask ? JSON.stringify({ ...ask, ...own(fish) }) : '';
  useEffect(() => {
    if (!question) return;
    let outdated = false;
    const timer = setTimeout(async () => {
      const outcome = await preview({ ...JSON.parse(question), entryKey: newEntryKey() }).catch(() => null);
      if (!outcome || outdated) return;
      setShown(outcome.ok ? outcome.value : null);
      setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? null));
    }, TYPING_PAUSE_MS);
    return () => {
      outdated = true;
      clearTimeout(timer);
    };
  }, [question]);
  return { shown, wrong };
}

function Boxes({ boxes, units }: { boxes: Preview['boxes']; units: UnitChoice }) {
  if (!boxes) return <p className="quiet small two-lines">Working out both boxes…</p>;
  const { large, small } = boxes;
  return (
    <p className="small two-lines">
      By the forecast: <strong className="mono">{formatNumber(large.count)}</strong> large ones of{' '}
      {formatMass(large.meanG, units)}, <strong className="mono">{formatNumber(small.count)}</strong> small ones of{' '}
      {formatMass(small.meanG, units)}
    </p>
  );
}

interface TankRowProps {
  code: string;
  when: 'before' | 'after';
  state: TankState | undefined;
  units: UnitChoice;
}

function TankRow({ code, when, state, units }: TankRowProps) {
  const over = state && state.limitKgM3 !== null && state.densityKgM3 > state.limitKgM3;
  return (
    <tr>
      <td>
        <span className="mono strong">{code}</span>
        <div className="small quiet">{when}</div>
      </td>
      <td className="num">
        {state ? formatNumber(state.count) : '…'}
        <div className="small quiet">{state ? formatMass(state.kg * 1000, units) : '…'}</div>
      </td>
      <td className={`num ${over ? 'danger strong' : ''}`}>
        {state ? formatNumber(toShownDensity(state.densityKgM3, units), 1) : '…'}
        {state?.limitKgM3 !== null && (
          <div className="small quiet">
            {state ? `of ${formatNumber(toShownDensity(state.limitKgM3!, units), units.mass === 'us' ? 1 : 0)}` : '…'}
          </div>
        )}
      </td>
      <td className="num">{state ? formatMass(state.feedG, units) : '…'}</td>
      <td>{state ? fullWords(state) : '…'}</td>
    </tr>
  );
}

function fullWords({ fullInDays: days, limitKgM3 }: TankState): string {
  if (limitKgM3 === null) return 'no limit set';
  if (days === null) return 'not in 4 months';
  return days === 0 ? 'now' : inDays(days);
}
