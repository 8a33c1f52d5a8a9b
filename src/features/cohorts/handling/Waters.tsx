'use client';
import { plural, say } from '../../../core/words/words';
import { useState } from 'react';
import { acclimatisation } from '../../../core/fish/acclimatise';
import { formatNumber } from '../../../core/quantity/units';
import type { TankChoice } from './tankChoices';
import { readNumber } from './shared';
import { Buttons, Mark, Text } from '../../../ui/kit/kit';
import { SmallInput } from '../../../ui/kit/SmallInput';
import css from '../cohorts.module.css';

type Steps = ReturnType<typeof acclimatisation>;

/** Acclimatisation between two waters. What is not known of a tank without a loop is measured and typed. */
export function Waters({ from, to }: { from: TankChoice | undefined; to: TankChoice | undefined }) {
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
  const cells = [
    ['fromC', `${from.code} °C`, from.tempC],
    ['toC', `${to.code} °C`, to.tempC],
    ['fromPh', say`${from.code} pH`, from.pH],
    ['toPh', say`${to.code} pH`, to.pH],
  ] as const;
  const { steps, wrong } = stepsBetween(cells.map(([name, , known]) => readNumber(value(name, known))));
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
      {steps && <Mixing steps={steps} />}
    </fieldset>
  );
}

function stepsBetween(read: (number | undefined)[]): { steps?: Steps; wrong?: string } {
  const [fromC, toC, fromPh, toPh] = read;
  if (fromC === undefined || toC === undefined || fromPh === undefined || toPh === undefined) return {};
  try {
    return { steps: acclimatisation({ tempC: fromC, pH: fromPh }, { tempC: toC, pH: toPh }) };
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}

function Mixing({ steps }: { steps: Steps }) {
  return (
    <Text as="div" small>
      <p>
        {say`${formatNumber(steps.temperatureC, 1)} °C and ${formatNumber(steps.pH, 2)} pH apart:`}{' '}
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
