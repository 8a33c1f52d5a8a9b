import { formatNumber, toShown, unitName, type UnitChoice } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { Text } from '../kit/kit';
import { tone } from '../theme/tones';

interface MonthsProps {
  airC: readonly number[];
  lightMol: readonly number[];
  units: UnitChoice;
}

/** Air (line) and light (bars) of a house through the year, and both in words. */
export function MonthsOfHouse({ airC, lightMol, units }: MonthsProps) {
  const most = Math.max(1, ...lightMol);
  const [low, high] = [Math.min(...airC), Math.max(...airC)];
  const [dim, bright] = [formatNumber(Math.min(...lightMol), 1), formatNumber(Math.max(0, ...lightMol), 1)];
  const light =
    dim === bright ? say`light ${dim} mol/m² a day (bars)` : say`light ${dim} to ${bright} mol/m² a day (bars)`;
  const c = (v: number) => `${formatNumber(toShown('temperature', v, units))} ${unitName('temperature', units)}`;
  const y = (v: number) => 54 - ((v - low) / Math.max(1, high - low)) * 42;
  return (
    <div>
      <svg viewBox="0 0 240 60" preserveAspectRatio="none" width="100%" height="70" aria-hidden="true">
        {lightMol.map((v, i) => (
          <rect
            key={i}
            x={i * 20 + 2}
            y={58 - (v / most) * 50}
            width="16"
            height={(v / most) * 50}
            fill={tone.straw}
            opacity="0.6"
          />
        ))}
        <polyline
          points={airC.map((v, i) => `${i * 20 + 10},${y(v)}`).join(' ')}
          fill="none"
          stroke={tone.clay}
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <Text as="p" small quiet>
        {low === high
          ? say`January to December: air ${c(low)} (line), ${light}.`
          : say`January to December: air ${c(low)} to ${c(high)} (line), ${light}.`}
      </Text>
    </div>
  );
}
