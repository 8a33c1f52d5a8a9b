'use client';
import { say } from '../../core/words/words';
import { inSentence } from '../../core/library/inSentence';
import { memo } from 'react';
import type { BoardFish, BoardPlants } from '../../core/plan/board';
import type { Crop } from '../../core/library/types';
import type { PlaceFact } from '../../core/facts/farm';
import type { BoardScale } from './boardLayout';
import { tone } from '../../ui/theme/tones';
import css from './season.module.css';

const ROW_TONES = [tone.leaf3, tone.leaf4, tone.leaf5];

/** Bodies thicken with kg against the tank's limit and darken with size stage. */
export const TankLane = memo(function TankLane({
  place,
  top,
  height,
  stays,
  marks,
  scale,
}: {
  place: PlaceFact;
  top: number;
  height: number;
  stays: BoardFish[];
  /** Day indexes of what can be grabbed on this lane: labels keep clear of them. */
  marks: readonly number[];
  scale: BoardScale;
}) {
  const limitKg = ((place.densityLimitKgM3 ?? 40) * (place.volumeL ?? 1000)) / 1000;
  const bottom = top + height - 2;
  const purge = place.kind === 'purge';
  return (
    <g>
      <line x1="0" x2={scale.width} y1={top + height} y2={top + height} stroke={tone.line} />
      {stays
        .filter((s) => s.placeId === place.id && s.from < scale.until)
        .map((s) => (
          <Body
            key={`${s.lotCode}${s.from}`}
            stay={s}
            bottom={bottom}
            most={height - LABEL_STRIP_PX}
            limitKg={limitKg}
            purge={purge}
            marks={marks}
            scale={scale}
          />
        ))}
    </g>
  );
});

/** The upper part of a lane is its lots' names': they stand over bodies, never on them. */
const LABEL_STRIP_PX = 14;

/** Width of a letter of a lot's label, and of a ring with some air, px. */
const LETTER_PX = 6.3;
const RING_PX = 9;

interface Labelled {
  stay: BoardFish;
  from: number;
  days: number;
  tooFull: boolean;
}

/** What fits beside a lot's body without running into what can be grabbed: name and number, the name alone, or nothing. */
function lotLabel({ stay, from, days, tooFull }: Labelled, marks: readonly number[], scale: BoardScale) {
  const full = `${stay.lotCode} · ${stay.count}${tooFull ? say` · too full` : ''}`;
  const room = (scale.x(0) - scale.x(scale.from)) / LETTER_PX;
  // What is here today is named in its recorded past, where nothing can be grabbed.
  const inThePast = (words: string) => from === 0 && room > words.length;
  if (inThePast(full)) return { x: scale.x(0) - 5, before: true, words: full };
  const at = scale.x(from);
  const next = Math.min(scale.x(from + days), ...marks.filter((m) => m > from).map((m) => scale.x(m) - RING_PX));
  const x = at + (marks.includes(from) ? RING_PX : 4);
  const fits = (words: string) => x + words.length * LETTER_PX < next;
  if (fits(full)) return { x, before: false, words: full };
  const counted = `${stay.lotCode} · ${stay.count}`;
  if (inThePast(counted)) return { x: scale.x(0) - 5, before: true, words: counted };
  return fits(stay.lotCode) ? { x, before: false, words: stay.lotCode } : null;
}

function Body({
  stay,
  bottom,
  most,
  limitKg,
  purge,
  marks,
  scale,
}: {
  stay: BoardFish;
  bottom: number;
  most: number;
  limitKg: number;
  purge: boolean;
  marks: readonly number[];
  scale: BoardScale;
}) {
  const skip = Math.max(0, scale.from - stay.from);
  const kg = stay.kg.slice(skip);
  const from = stay.from + skip;
  if (kg.length === 0) return null;
  const y = (v: number) => bottom - Math.max(3, Math.min(1, v / limitKg) * most);
  const points = kg.map((v, i) => `${scale.x(from + i).toFixed(1)},${y(v).toFixed(1)}`);
  const end = scale.x(from + kg.length);
  const path = `M${scale.x(from).toFixed(1)},${bottom} L${points.join(' ')} L${end.toFixed(1)},${y(kg.at(-1)!).toFixed(1)} L${end.toFixed(1)},${bottom} Z`;
  const over = kg.findIndex((v) => v > limitKg);
  const overDays = kg.filter((v) => v > limitKg).length;
  const meanG = stay.meanG.at(-1) ?? 0;
  const fill = purge ? tone.roeFill : meanG > 300 ? tone.deep : meanG > 80 ? tone.water : tone.waterFill;
  const forecastFrom = Math.max(0, from);
  const label = from < 0 ? null : lotLabel({ stay, from, days: kg.length, tooFull: over >= 0 }, marks, scale);
  return (
    <g>
      <path d={path} fill={fill} opacity={meanG > 300 ? 0.85 : 0.9} />
      {from + kg.length > 0 && forecastFrom < from + kg.length && (
        <path
          d={path}
          fill="url(#hatch)"
          style={from < 0 ? { clipPath: `inset(0 0 0 ${(scale.x(0) - scale.x(from)).toFixed(1)}px)` } : undefined}
        />
      )}
      {over >= 0 && (
        <rect
          x={scale.x(from + over)}
          y={bottom - most - 1}
          width={Math.max(2, overDays * scale.dayPx)}
          height="3"
          fill={tone.roe}
        />
      )}
      {label && <LotLabel label={label} bottom={bottom} most={most} />}
    </g>
  );
}

interface LotLabelProps {
  label: { x: number; before: boolean; words: string };
  bottom: number;
  most: number;
}

function LotLabel({ label, bottom, most }: LotLabelProps) {
  return (
    <g className={css.lot}>
      <text x={label.x} y={bottom - most - 3} textAnchor={label.before ? 'end' : 'start'}>
        {label.words}
      </text>
    </g>
  );
}

interface BedLaneProps {
  place: PlaceFact;
  top: number;
  height: number;
  stays: BoardPlants[];
  crops: Crop[];
  scale: BoardScale;
}

/** Plantings stacked by their share of the bed's positions, at most three rows; the newest is the lightest. */
export const BedLane = memo(function BedLane({ place, top, height, stays, crops, scale }: BedLaneProps) {
  const own = stays
    .filter((s) => s.placeId === place.id && s.from < scale.until && s.until > scale.from)
    .sort((a, b) => a.from - b.from);
  const rows: number[] = [];
  const placed = own.map((s) => {
    let row = rows.findIndex((until) => until <= s.from);
    if (row < 0) row = rows.push(0) - 1;
    rows[row] = s.until;
    return { s, row };
  });
  const rowPx = (height - 3) / Math.max(1, rows.length);
  const names = [...new Set(own.map((s) => inSentence(crops.find((c) => c.code === s.cropCode)?.name ?? '')))].join(
    ', ',
  );
  return (
    <g>
      <title>{`${place.code}: ${names}`}</title>
      {placed.map(({ s, row }) => {
        const x = scale.x(Math.max(scale.from, s.from));
        return (
          <rect
            key={s.lotCode}
            x={x}
            y={top + 1 + row * rowPx}
            width={Math.max(1, scale.x(Math.min(scale.until, s.until)) - x - 1)}
            height={Math.max(1, rowPx - 0.8)}
            fill={ROW_TONES[row % ROW_TONES.length]}
            opacity={s.from >= 0 ? 0.65 : 1}
          >
            <title>{say`${s.lotCode}: ${s.positions} positions`}</title>
          </rect>
        );
      })}
    </g>
  );
});
