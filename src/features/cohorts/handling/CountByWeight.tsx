'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { countByWeight } from '../../../core/fish/grading';
import { formatMass, formatNumber, toStored, unitName, type UnitChoice } from '../../../core/quantity/units';
import { readNumber } from './shared';
import { Buttons, Text } from '../../../ui/kit/kit';
import { ChipButton } from '../../../ui/kit/Chip';
import { SmallInput } from '../../../ui/kit/SmallInput';
import css from '../cohorts.module.css';

interface CountByWeightProps {
  /** Which fish, in a sentence: "the large ones". */
  what: string;
  /** Weight of all of them as typed so far, in the person's unit. */
  together: string | undefined;
  units: UnitChoice;
  onCount: (count: number) => void;
}

/** Nobody counts six hundred fish: a few are weighed and counted, and all are weighed. */
export function CountByWeight({ what, together, units, onCount }: CountByWeightProps) {
  const [few, setFew] = useState('');
  const [weight, setWeight] = useState('');
  const [n, fewWeight, all] = [few, weight, together].map(readNumber);
  const ready = n !== undefined && n > 0 && fewWeight !== undefined && fewWeight > 0 && all !== undefined && all > 0;
  const meanG = ready ? toStored('smallMass', fewWeight, units) / n : 0;
  const count = ready ? countByWeight(toStored('mass', all, units), meanG) : null;
  return (
    <Text as="details" small>
      <summary>{say`Count ${what} by weight`}</summary>
      <Buttons className={css.spaced}>
        <label>
          {say`A few of them`} <SmallInput inputMode="numeric" value={few} onChange={(e) => setFew(e.target.value)} />
        </label>
        <label>
          {say`weigh, ${unitName('smallMass', units)}`}{' '}
          <SmallInput inputMode="decimal" value={weight} onChange={(e) => setWeight(e.target.value)} />
        </label>
        {count !== null && (
          <ChipButton onClick={() => onCount(count)}>{say`Take ${formatNumber(count)} fish`}</ChipButton>
        )}
      </Buttons>
      <Text as="p" quiet>
        {count === null
          ? say`Give the weight of all of them above, and number and weight of a few.`
          : say`${formatMass(toStored('mass', all!, units), units)} ÷ ${formatMass(meanG, units)} a fish.`}
      </Text>
    </Text>
  );
}
