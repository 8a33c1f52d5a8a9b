'use client';
import { plural, say } from '../../core/words/words';
import type { LoopFact } from '../../core/facts/farm';
import { bandOf, isByNitrogen } from '../../core/water/loopBalance';
import type { BoardScale } from './boardLayout';
import { tone } from '../../ui/theme/tones';
import css from './season.module.css';

interface BandProps {
  loop: LoopFact;
  top: number;
  height: number;
  series: (number | null)[];
  before: (number | null)[];
  scale: BoardScale;
}

/** Feed offered per planted area, or nitrogen given of what is taken up, against the comfortable band; what the plan gave before the draft is thin beside it. */
export function BalanceBand({ loop, top, height, series, before, scale }: BandProps) {
  const [low, high] = bandOf(loop);
  const ceiling = high * 1.5;
  const y = (v: number) => top + height - (Math.min(ceiling, v) / ceiling) * height;
  const line = (values: (number | null)[]) =>
    values
      .map((v, i) => (v === null ? '' : `${i === 0 ? 'M' : 'L'}${scale.x(i).toFixed(1)},${y(v).toFixed(1)}`))
      .join('');
  const hungry = series.map((v, i) => ({ v, i })).filter(({ v }) => v !== null && v < low);
  return (
    <g>
      <rect
        x={scale.x(scale.from)}
        y={top}
        width={scale.width - scale.x(scale.from) - 8}
        height={height}
        fill="none"
        stroke={tone.line}
      />
      <rect
        x={scale.x(scale.from)}
        y={y(high)}
        width={scale.width - scale.x(scale.from) - 8}
        height={y(low) - y(high)}
        fill={tone.reed}
        opacity="0.3"
      />
      {hungry.map(({ i }) => (
        <rect key={i} x={scale.x(i)} y={top} width={scale.dayPx + 0.5} height={height} fill={tone.roe} opacity="0.16" />
      ))}
      <text className={css.axis} x={scale.x(scale.from) + 3} y={y(high) - 2} style={{ fontSize: 11 }}>
        {high}
      </text>
      <text className={css.axis} x={scale.x(scale.from) + 3} y={y(low) + 11} style={{ fontSize: 11 }}>
        {low}
      </text>
      <path d={line(before)} fill="none" stroke={tone.quiet} strokeWidth="1" strokeDasharray="2 3" />
      <path
        d={line(series)}
        fill="none"
        stroke={tone.deep}
        strokeWidth="2"
        strokeDasharray="7 2"
        data-testid={`balance-${loop.code}`}
      />
      {hungry.length > 0 && (
        <text x={scale.x(hungry[0]!.i) + 3} y={top + height - 4} style={{ fill: tone.clay, fontSize: 11 }}>
          {isByNitrogen(loop)
            ? say`short of nitrogen ${hungry.length} ${plural(hungry.length, 'day', 'days')}`
            : say`short of feed ${hungry.length} ${plural(hungry.length, 'day', 'days')}`}
        </text>
      )}
    </g>
  );
}
