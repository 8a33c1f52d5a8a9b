'use client';
import { plural, say } from '../../../core/words/words';
import { useState } from 'react';
import { acclimatisation } from '../../../core/fish/acclimatise';
import { formatNumber, toShown, toStored, unitName, type UnitChoice } from '../../../core/quantity/units';
import type { TankChoice } from './tankChoices';
import { readNumber } from './shared';
import { Buttons, Mark, Text } from '../../../ui/kit/kit';
import { SmallInput } from '../../../ui/kit/SmallInput';
import css from '../cohorts.module.css';

type Steps = ReturnType<typeof acclimatisation>;

interface WatersProps {
  from: TankChoice | undefined;
  to: TankChoice | undefined;
  units: UnitChoice;
}

/** Acclimatisation between two waters. What is not known of a tank without a loop is measured and typed. */
export function Waters({ from, to, units }: WatersProps) {
  const [measured, setMeasured] = useState<Record<string, string>>({});
  if (!from || !to) return null;
  if (from.loopId && from.loopId === to.loopId) {
    return (
      <Text as="p" small quiet>
        {say`Same water: no acclimatisation needed.`}
      </Text>
    );
  }
  const value = (name: string, known: number | null) => measured[name] ?? (known === null ? '' : String(known));
  const degrees = unitName('temperature', units);
  const shown = (c: number | null) => (c === null ? null : Math.round(toShown('temperature', c, units) * 10) / 10);
  const cells = [
    ['fromC', `${from.code} ${degrees}`, shown(from.tempC)],
    ['toC', `${to.code} ${degrees}`, shown(to.tempC)],
    ['fromPh', say`${from.code} pH`, from.pH],
    ['toPh', say`${to.code} pH`, to.pH],
  ] as const;
  const { steps, wrong } = stepsBetween(
    cells.map(([name, , known]) => readNumber(value(name, known))),
    units,
  );
  return (
    <fieldset className={css.waters}>
      <Text as="legend" small strong>
        {say`Two waters: measure both`}
      </Text>
      <Buttons>
        {cells.map(([name, label, known]) => (
          <Text as="label" small key={name}>
            {label}{' '}
            <SmallInput
              inputMode="decimal"
              value={value(name, known)}
              onChange={(e) => setMeasured({ ...measured, [name]: e.target.value })}
            />
          </Text>
        ))}
      </Buttons>
      {wrong && (
        <Mark as="p" tone="danger" small>
          {wrong}
        </Mark>
      )}
      {steps && <Mixing steps={steps} units={units} />}
    </fieldset>
  );
}

function stepsBetween(read: (number | undefined)[], units: UnitChoice): { steps?: Steps; wrong?: string } {
  const [from, to, fromPh, toPh] = read;
  if (from === undefined || to === undefined || fromPh === undefined || toPh === undefined) return {};
  const [fromC, toC] = [from, to].map((t) => toStored('temperature', t, units)) as [number, number];
  try {
    return { steps: acclimatisation({ tempC: fromC, pH: fromPh }, { tempC: toC, pH: toPh }) };
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}

function Mixing({ steps, units }: { steps: Steps; units: UnitChoice }) {
  // A difference, not a temperature: no freezing point in it.
  const apart = steps.temperatureC * (units.temperature === 'F' ? 1.8 : 1);
  return (
    <Text as="div" small>
      <p>
        {say`${formatNumber(apart, 1)} ${unitName('temperature', units)} and ${formatNumber(steps.pH, 2)} pH apart:`}{' '}
        <strong>
          {steps.minutes === 0 ? say`release at once` : plural(steps.minutes, 'take # minute', 'take # minutes')}
        </strong>
      </p>
      {steps.steps.length > 0 && (
        <ol>
          {steps.steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
      )}
    </Text>
  );
}
