'use client';
import { say } from '../../../core/words/words';
import { useEffect, useState } from 'react';
import type { TankState } from '../../../core/fish/moveOutlook';
import { inDays } from '../../../core/quantity/days';
import { formatMass, formatNumber, type UnitChoice, densityUnit, toShownDensity } from '../../../core/quantity/units';
import { newEntryKey } from '../../../ui/outcome';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { preview, type Preview } from '../actions';
import { own, type Handled } from './shared';
import { Mark, Text } from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import css from '../cohorts.module.css';
import { codeWords } from '../../../core/words/codes';

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
  if (wrong)
    return (
      <Mark as="p" tone="attention" small>
        {wrong}
      </Mark>
    );
  const tanks = [...new Set(touched)].map((code) => ({ code, outlook: shown?.tanks.find((t) => t.code === code) }));
  return (
    <div data-testid="both-tanks" aria-busy={tanks.some((t) => !t.outlook)}>
      {parted && <Boxes boxes={shown?.boxes ?? null} units={units} />}
      <ScrollTable label={say`Both tanks`} close>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Tank`}</HeadCell>
              <HeadCell right>{say`Fish`}</HeadCell>
              <HeadCell right>{densityUnit(units)}</HeadCell>
              <HeadCell right>{say`Feed`}</HeadCell>
              <HeadCell>{say`Too full`}</HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {tanks.flatMap(({ code, outlook }) =>
              (['before', 'after'] as const).map((when) => (
                <TankRow key={code + when} code={code} when={when} state={outlook?.[when]} units={units} />
              )),
            )}
          </TableBody>
        </Table>
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
  if (!boxes)
    return (
      <Text as="p" quiet small className={css.twoLines}>
        {say`Working out both boxes…`}
      </Text>
    );
  const { large, small } = boxes;
  return (
    <Text as="p" small className={css.twoLines}>
      {say`By the forecast:`}{' '}
      <Text as="strong" mono>
        {formatNumber(large.count)}
      </Text>{' '}
      {say`large ones of ${formatMass(large.meanG, units)},`}{' '}
      <Text as="strong" mono>
        {formatNumber(small.count)}
      </Text>{' '}
      {say`small ones of ${formatMass(small.meanG, units)}`}
    </Text>
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
    <TableRow>
      <Cell>
        <Text mono strong>
          {code}
        </Text>
        <Text as="div" small quiet>
          {codeWords(when)}
        </Text>
      </Cell>
      <Cell num>
        {state ? formatNumber(state.count) : '…'}
        <Text as="div" small quiet>
          {state ? formatMass(state.kg * 1000, units) : '…'}
        </Text>
      </Cell>
      <Cell num strong={over} tone={over ? 'danger' : null}>
        {state ? formatNumber(toShownDensity(state.densityKgM3, units), 1) : '…'}
        {state?.limitKgM3 !== null && (
          <Text as="div" small quiet>
            {state
              ? say`of ${formatNumber(toShownDensity(state.limitKgM3!, units), units.mass === 'us' ? 1 : 0)}`
              : '…'}
          </Text>
        )}
      </Cell>
      <Cell num>{state ? formatMass(state.feedG, units) : '…'}</Cell>
      <Cell>{state ? fullWords(state) : '…'}</Cell>
    </TableRow>
  );
}

function fullWords({ fullInDays: days, limitKgM3 }: TankState): string {
  if (limitKgM3 === null) return say`no limit set`;
  if (days === null) return say`not in 4 months`;
  return days === 0 ? say`now` : inDays(days);
}
