import { say } from '../../core/words/words';
import type { CSSProperties } from 'react';
import { Link } from '../shell/visit';
import {
  densityUnit,
  formatDensity,
  formatNumber,
  METRIC,
  toShownDensity,
  type UnitChoice,
} from '../../core/quantity/units';
import { tone } from '../theme/tones';
import { Tag, Text } from '../kit/kit';
import css from './vessel.module.css';

export interface VesselView {
  code: string;
  volumeL: number;
  densityKgM3: number;
  limitKgM3: number | null;
  /** Metric unless said. */
  units?: UnitChoice;
  empty: boolean;
  noFeed: boolean;
  lines: string[];
  /** What wants attention here, said in words. */
  flags?: string[];
  href: string | null;
}

/** Tank sizes differ sixfold; the cube root keeps small ones readable and the order true. */
function size(volumeL: number) {
  const edge = Math.cbrt(volumeL / 1000) * 32;
  return { width: Math.round(edge * 1.05), height: Math.round(edge) };
}

/**
 * A tank from the side, to scale among its neighbours, all standing on one floor when they are told of the tallest; the fill is crowding against its limit, always with its number.
 */
export function Vessel({ vessel, tallestL = vessel.volumeL }: { vessel: VesselView; tallestL?: number }) {
  const { width, height } = size(vessel.volumeL);
  const share = vessel.limitKgM3 ? Math.min(1, vessel.densityKgM3 / vessel.limitKgM3) : 0;
  const over = vessel.limitKgM3 !== null && vessel.densityKgM3 > vessel.limitKgM3;
  const near = !over && share > 0.85;
  const fill = over ? tone.roeFill : near ? tone.strawFill : tone.waterFill;
  const top = height - Math.max(5, share * (height - 6));
  const wave = Math.min(5, (height - top) / 4);
  const words = vessel.empty
    ? say`${vessel.code}: empty`
    : say`${vessel.code}: ${formatDensity(vessel.densityKgM3, vessel.units ?? METRIC)} of ${vessel.limitKgM3 === null ? say`no limit` : formatDensity(vessel.limitKgM3, vessel.units ?? METRIC, 0)}${over ? say`, over the limit` : ''}${vessel.noFeed ? say`, feed stopped` : ''}. ${[...vessel.lines, ...(vessel.flags ?? [])].join(', ')}`;
  const body = (
    <>
      <span className={css.code} style={{ '--floor': `${size(tallestL).height - height}px` } as CSSProperties}>
        {vessel.code}
      </span>
      <Glass width={width} height={height} words={words} vessel={vessel} top={top} wave={wave} fill={fill} />
      <Crowding vessel={vessel} />
      {over && (
        <Text tone="attention" strong>
          {say`too full`}
        </Text>
      )}
      {vessel.noFeed && <Tag>{say`NO FEED`}</Tag>}
      {vessel.lines.map((line) => (
        <Text key={line} quiet>
          {line}
        </Text>
      ))}
      {vessel.flags?.map((flag) => (
        <Text key={flag} tone="attention" strong>
          {flag}
        </Text>
      ))}
    </>
  );
  return vessel.href ? (
    <Link href={vessel.href} className={css.vessel}>
      {body}
    </Link>
  ) : (
    <span className={css.vessel}>{body}</span>
  );
}

interface GlassProps {
  width: number;
  height: number;
  words: string;
  vessel: VesselView;
  top: number;
  wave: number;
  fill: string;
}

function Glass({ width, height, words, vessel, top, wave, fill }: GlassProps) {
  return (
    <svg width={width + 8} height={height + 6} role="img" aria-label={words}>
      {!vessel.empty && (
        <path
          d={`M4 ${top + 2} q ${width / 8} ${-wave} ${width / 4} 0 t ${width / 4} 0 t ${width / 4} 0 t ${width / 4} 0 V ${height - 4} q 0 6 -6 6 H 10 q -6 0 -6 -6 Z`}
          fill={fill}
        />
      )}
      <path
        d={`M3 2 V ${height - 4} q 0 8 8 8 H ${width - 3} q 8 0 8 -8 V 2`}
        fill="none"
        stroke={tone.ink}
        strokeWidth="2"
        strokeDasharray={vessel.empty ? '4 4' : undefined}
      />
      {[0.25, 0.5, 0.75].map((t) => (
        <line key={t} x1="4" x2="10" y1={height * t + 2} y2={height * t + 2} stroke={tone.ink} />
      ))}
      {vessel.noFeed && <Scoop x={width / 2 + 4} y={height - 18} />}
    </svg>
  );
}

function Crowding({ vessel: { empty, densityKgM3, limitKgM3, units = METRIC } }: { vessel: VesselView }) {
  if (empty) return <span>{say`empty`}</span>;
  const shown = (kgM3: number, digits: number) => formatNumber(toShownDensity(kgM3, units), digits);
  const limitDigits = units.mass === 'us' ? 1 : 0;
  return (
    <span>
      <Text strong>{shown(densityKgM3, 1)}</Text>
      {limitKgM3 !== null && <Text quiet> {say`of ${shown(limitKgM3, limitDigits)}`}</Text>} {densityUnit(units)}
    </span>
  );
}

/** A crossed feed scoop: feed stopped. */
function Scoop({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x - 11} ${y - 8})`} stroke={tone.ink} fill="none" strokeWidth="2">
      <path d="M2 4 H14 V9 Q14 15 8 15 Q2 15 2 9 Z M14 6 L22 2" />
      <line x1="0" y1="17" x2="22" y2="-1" stroke={tone.clay} strokeWidth="2.5" />
    </g>
  );
}
