'use client';
import { say, word } from '../../core/words/words';
import { Link } from '../../ui/shell/visit';
import type { ReactNode } from 'react';
import { Chips } from '../../ui/form/Chips';
import { ChipButton } from '../../ui/kit/Chip';
import { Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { LightCell, LightHeadCell, LightTable } from '../../ui/kit/Table';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatNumber } from '../../core/quantity/units';
import { Troubles } from '../../ui/Troubles';
import { Why } from '../../ui/Why';
import type { SeasonPage } from './queries';
import css from './season.module.css';

export type Zoom = 'season' | 'month' | 'weeks';
/** How much wider than its frame the board is drawn. */
export const ZOOMS: Record<Zoom, number> = { season: 1, month: 2.5, weeks: 5 };
export const readZoom = (said: string | null): Zoom => (said && said in ZOOMS ? (said as Zoom) : 'season');
export const writeZoom = (zoom: Zoom) => (zoom === 'season' ? null : zoom);

/** The next nearer or farther look; at either end it stays. */
export function zoomBy(zoom: Zoom, step: 1 | -1): Zoom {
  const all = Object.keys(ZOOMS) as Zoom[];
  return all[Math.max(0, Math.min(all.length - 1, all.indexOf(zoom) + step))]!;
}

const ZOOM_WORDS: readonly (readonly [Zoom, string])[] = [
  ['season', word`Season`],
  ['month', word`Months`],
  ['weeks', word`Weeks`],
];

interface SeasonSideProps {
  page: SeasonPage;
  zoom: Zoom;
  onZoom: (zoom: Zoom) => void;
  /** Drafts laid aside can be held side by side: not while one is open. */
  onSideBySide: (() => void) | null;
  pending: boolean;
  /** The draft on the board, when there is one. */
  children: ReactNode;
}

/** Beside the board: the draft and what it means, how near one looks, the balance today, drafts laid aside, the legend. */
export function SeasonSide({ page, zoom, onZoom, onSideBySide, pending, children }: SeasonSideProps) {
  return (
    <div className={css.side}>
      {children}
      <Sheet aria-label={say`About the board`}>
        <SheetBody stack>
          <Chips label={say`How near`} options={ZOOM_WORDS} chosen={zoom} onChoose={onZoom} />
          {page.balance.length > 0 && <Balance balance={page.balance} />}
          <details>
            <summary>{say`What the marks mean`}</summary>
            <Text as="ul" small quiet className={css.legend}>
              <li>{say`○ harvest, ◇ move or stocking, □ sowing (where it enters the bed): grab one and slide it`}</li>
              <li>{say`By keys: ↑ ↓ from one to the next, ← → slide it a day, Enter goes on to the draft`}</li>
              <li>{say`Solid is recorded, hatched is forecast; the black line is today.`}</li>
              <li>{say`A body is as high as its tank is full; an orange edge is over the limit.`}</li>
              <li>{say`Balance: feed on the planted area against its comfortable band; reddish days go hungry.`}</li>
              <li>{say`Promised: the share of what is expected; framed red what is short.`}</li>
            </Text>
          </details>
        </SheetBody>
      </Sheet>
      {page.troubles.length > 0 && <Troubles troubles={page.troubles} most={MOST_TROUBLES} here="season" />}
      {page.weights.length > 0 && <Weights page={page} />}
      {page.drafts.length > 0 && onSideBySide && (
        <Sheet>
          <SheetHead>
            <h2>{say`Drafts laid aside`}</h2>
          </SheetHead>
          <SheetBody stack>
            <Rows>
              {page.drafts.map((d) => (
                <li key={d.id}>
                  <Link href={`/season?draft=${d.id}`}>{d.name}</Link>
                </li>
              ))}
            </Rows>
            <ChipButton onClick={onSideBySide} disabled={pending}>
              {say`Side by side`}
            </ChipButton>
          </SheetBody>
        </Sheet>
      )}
    </div>
  );
}

const MOST_TROUBLES = 5;

function Weights({ page }: { page: SeasonPage }) {
  const day = page.day > page.today ? page.day : page.today;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Weights`}</h2>
        <Text quiet small>{say`on ${shortDay(day)}, by the forecast`}</Text>
      </SheetHead>
      <LightTable>
        <thead>
          <tr>
            <LightHeadCell>{say`Tank`}</LightHeadCell>
            <LightHeadCell right>{say`Fish`}</LightHeadCell>
            <LightHeadCell right>{say`Each`}</LightHeadCell>
            <LightHeadCell right>{say`All`}</LightHeadCell>
          </tr>
        </thead>
        <tbody>
          {page.weights.map((w) => (
            <tr key={w.code}>
              <LightCell>
                <Link href={`/cohorts/tank/${w.code}`}>{w.code}</Link>
              </LightCell>
              <LightCell num small>
                {formatNumber(w.count)}
              </LightCell>
              <LightCell num small>
                {formatMass(w.meanG, page.units)}
              </LightCell>
              <LightCell num small>
                {formatMass(w.biomassG, page.units)}
              </LightCell>
            </tr>
          ))}
        </tbody>
      </LightTable>
    </Sheet>
  );
}

function Balance({ balance }: Pick<SeasonPage, 'balance'>) {
  return (
    <div>
      <Text as="p" small strong>
        {say`Feed for the plants today`}
      </Text>
      {balance.map((b) => (
        <Text as="p" small key={b.loop}>
          {b.loop}{' '}
          <Text as="strong" mono>
            <Why because={b.because}>{b.says}</Why>
          </Text>
          {b.low && <Text tone="attention"> {say`plants go hungry`}</Text>}
          {b.high && <Text tone="attention"> {say`more than they take up`}</Text>}
        </Text>
      ))}
    </div>
  );
}
