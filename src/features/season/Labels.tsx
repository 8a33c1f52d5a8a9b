import { say } from '../../core/words/words';
import type { LoopFact, PlaceFact } from '../../core/facts/farm';
import { isByNitrogen } from '../../core/water/loopBalance';
import type { BoardSeries } from '../../core/plan/board';
import { formatTankSize, loadUnit, type UnitChoice } from '../../core/quantity/units';
import { tone } from '../../ui/theme/tones';
import css from './season.module.css';

export interface Lane {
  key: string;
  top: number;
  name: string;
  says: string;
  /** Said under the name; beside it else. */
  below?: boolean;
}

const LONGEST = 15;
const short = (words: string, most: number) => (words.length > most ? `${words.slice(0, most - 1)}…` : words);

export function laneOfTank(place: PlaceFact, top: number, units: UnitChoice): Lane {
  const says = place.kind === 'purge' ? say`purge` : formatTankSize(place.volumeL ?? 0, units);
  return { key: place.id, top: top + 18, name: place.code, says };
}

export function laneOfBed(place: PlaceFact, crops: string, top: number): Lane {
  return { key: place.id, top: top + 13, name: place.code, says: short(crops, 11) };
}

export function laneOfLoop(loop: LoopFact, top: number, units: UnitChoice): Lane {
  const says = isByNitrogen(loop) ? say`% of its nitrogen` : say`${loadUnit(units)} a day`;
  return { key: loop.id, top: top + 14, name: loop.name, says, below: true };
}

export function laneOfProduct(row: BoardSeries['promise'][number], top: number): Lane {
  return { key: row.product.code, top, name: '', says: short(row.product.name, LONGEST) };
}

/** Names of the lanes: they stay in sight while the board scrolls sideways. */
export function Labels({
  lanes,
  supplyTop,
  width,
  height,
}: {
  lanes: Lane[];
  supplyTop: number;
  width: number;
  height: number;
}) {
  return (
    <svg className={css.labels} width={width} height={height} aria-hidden="true">
      <rect width={width} height={height} fill={tone.sheet} />
      {lanes.map((lane) => (
        <text key={lane.key} x="10" y={lane.top}>
          {lane.name && <tspan fontWeight="650">{lane.name}</tspan>}
          <tspan
            {...(lane.below ? { x: 10, dy: 14 } : lane.name ? { dx: 6 } : {})}
            className={lane.name ? css.says : css.product}
          >
            {lane.says}
          </tspan>
        </text>
      ))}
      <text x="10" y={supplyTop + 12} fontWeight="650">
        {say`Promised`}
      </text>
    </svg>
  );
}
