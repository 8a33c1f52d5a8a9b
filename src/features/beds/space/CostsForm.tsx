'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { toMajor, toMinor } from '../../../core/quantity/money';
import { say, word } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Comes } from '../../../ui/kit/Comes';
import { Mark } from '../../../ui/kit/kit';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { setGrowingCosts } from '../actions';
import type { CostsShown, SpacePage } from './queries';

const PRICES = ['hourMinor', 'plugs100Minor', 'kwhMinor'] as const;

function fieldsOf(costs: CostsShown, currency: string): FormField[] {
  const labels = {
    hourMinor: say`An hour of work, ${currency}`,
    plugs100Minor: say`A hundred plugs with their seed, ${currency}`,
    kwhMinor: say`A kilowatt-hour, ${currency}`,
  };
  return [
    ...PRICES.map((name): FormField => ({
      ...{ name, label: labels[name], kind: 'number', half: true, start: toMajor(costs[name], currency) },
    })),
    {
      ...{ name: 'turnoverDays', label: say`Days until a place is planted again`, kind: 'count', half: true },
      start: costs.turnoverDays,
    },
    {
      name: 'methods',
      label: say`Ways of growing, for a m² of growing area`,
      help: say`Lamps: the mean of day, night and the year. Work: 1 is as on rafts at waist height.`,
      kind: 'rows',
      add: word`Another way of growing`,
      columns: [
        {
          name: 'method',
          label: say`Grown in`,
          kind: 'select',
          options: costs.methods.map((m) => [m.method, m.words]),
        },
        { name: 'bedPerFloor', label: say`m² on one of floor`, kind: 'number' },
        { name: 'workFactor', label: say`Work`, kind: 'number' },
        { name: 'wattsPerM2', label: say`Pumps and air, W`, kind: 'number' },
        { name: 'lampWattsPerM2', label: say`Lamps, W`, kind: 'number' },
      ],
      start: costs.methods.map(({ words: _, ...m }) => m),
    },
  ];
}

interface CostsFormProps {
  page: SpacePage;
  onSaid: (words: string) => void;
}

/** The farm's own numbers for the comparison by floor: kept, not only tried. */
function OpenForm({ page, onSaid, onLeave }: CostsFormProps & { onLeave: () => void }) {
  const { costs, currency, units } = page;
  return (
    <Comes>
      <ActionForm
        about="growing costs"
        fields={fieldsOf(costs, currency)}
        units={units}
        submit={say`Keep for this farm`}
        send={(values) => {
          const minor = PRICES.map((name) => [name, toMinor(Number(values[name]), currency)]);
          return setGrowingCosts({ ...values, ...Object.fromEntries(minor), version: costs.version });
        }}
        onDone={(v) => onSaid(v.words)}
        beside={<Button onClick={onLeave}>{say`Leave it`}</Button>}
      />
    </Comes>
  );
}

export function CostsForm({ page }: { page: SpacePage }) {
  const [opens, setOpens] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const may = use(MayWrite) && page.person.role === 'manager' && page.when === 'today';
  return (
    <>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      {may && !opens && (
        <span>
          <Button variant="outlined" onClick={() => setOpens(true)}>
            {say`Your own costs…`}
          </Button>
        </span>
      )}
      {opens && (
        <OpenForm
          page={page}
          onLeave={() => setOpens(false)}
          onSaid={(words) => {
            setOpens(false);
            setSaid(words);
          }}
        />
      )}
    </>
  );
}
