'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { TRIAL_MEASURES, TRIAL_MEASURE_CODES } from '../../../core/crops/trialVerdict';
import { addDays } from '../../../core/quantity/days';
import { say, told } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ManyChips } from '../../../ui/form/Chips';
import { Text } from '../../../ui/kit/kit';
import { beginTrial, type SaidOfPlants } from '../actions';
import type { TrialsPage } from './queries';

interface BeginTrialProps {
  page: TrialsPage;
  onDone: (said: SaidOfPlants) => void;
  onLeave: () => void;
}

/** What is asked, its arms, and where they stand; the places are drawn when it begins. */
export function BeginTrial({ page, onDone, onLeave }: BeginTrialProps) {
  const [bedIds, setBedIds] = useState<string[]>([]);
  const send = (values: Record<string, unknown>) => beginTrial({ ...values, bedIds });
  return (
    <>
      <Text as="p" small quiet>
        {say`Beds it stands in. Every block of a bed has each arm once, in an order drawn by lot, so that light and water along the bed touch all alike.`}
      </Text>
      <ManyChips label={say`Beds`} options={page.beds} chosen={bedIds} onChoose={setBedIds} />
      <ActionForm
        about="trial"
        fields={fieldsOf(page)}
        units={page.units}
        submit={say`Draw the places and begin`}
        send={send}
        onDone={onDone}
        beside={<Button onClick={onLeave}>{say`Leave it`}</Button>}
      />
    </>
  );
}

function fieldsOf({ crops, today }: TrialsPage): FormField[] {
  const usual = crops[0]?.[0] ?? '';
  return [
    { name: 'question', label: say`What is to be found out`, kind: 'text' },
    {
      name: 'arms',
      label: say`Arms`,
      kind: 'rows',
      help: say`What is new, and what you grow as usual. Give plants on an area only where the spacing is what differs.`,
      columns: [
        { name: 'name', label: say`Name`, kind: 'text' },
        {
          name: 'cropCode',
          label: say`Crop`,
          kind: 'select',
          options: crops.map(([code, name]): [string, string] => [code, name]),
        },
        { name: 'perM2', label: say`Plants`, kind: 'quantity', quantity: 'perArea', optional: true },
      ],
      add: say`Another arm`,
      start: [
        { name: '', cropCode: usual, perM2: '' },
        { name: '', cropCode: usual, perM2: '' },
      ],
    },
    {
      name: 'measure',
      label: say`What is measured of each plot`,
      kind: 'select',
      options: TRIAL_MEASURE_CODES.map((code): [string, string] => [code, told(TRIAL_MEASURES[code].words)]),
      start: 'weight',
    },
    { name: 'blocksPerBed', label: say`Blocks in each bed`, kind: 'count', start: 4, half: true },
    { name: 'everyDays', label: say`Measured every so many days`, kind: 'count', start: 7, half: true },
    { name: 'startsOn', label: say`Begins on`, kind: 'day', start: today, half: true },
    { name: 'measureFrom', label: say`First measured on`, kind: 'day', start: today, half: true },
    { name: 'endsOn', label: say`Last measured on`, kind: 'day', start: addDays(today, 28), half: true },
  ];
}
