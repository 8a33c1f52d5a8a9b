'use client';
import { say, word } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { move } from '../actions';
import type { TankChoice } from './tankChoices';
import { BothTanks } from './BothTanks';
import { CountByWeight } from './CountByWeight';
import { options, own, readNumber, type FormProps } from './shared';
import { Waters } from './Waters';
import { Text } from '../../../ui/kit/kit';

const CAUTION = word`Two people at the tank; lift with the knees, a full tote is about 1 kg a litre. Nets and boots of one loop stay in that loop.`;

export function MoveForm({ fish, tanks, units, onDone }: FormProps & { tanks: TankChoice[] }) {
  const others = tanks.filter((t) => t.id !== fish.placeId);
  const massG = Math.round(fish.count * fish.meanG);
  const fields: FormField[] = [
    { name: 'toPlaceId', label: say`To which tank`, kind: 'select', options: options(others), start: '' },
    { name: 'count', label: say`Fish moved, as they come`, kind: 'count', start: Math.round(fish.count) },
    {
      name: 'massG',
      label: say`Their weight together`,
      kind: 'quantity',
      quantity: 'mass',
      start: massG,
      help: say`As weighed; a few totes and their count are enough to judge the mean.`,
    },
    { name: 'dead', label: say`Died on the way`, kind: 'count', start: 0 },
  ];
  return (
    <ActionForm
      about={fish.lotCode}
      fields={fields}
      units={units}
      submit={say`Moved`}
      send={(v) => move({ ...v, ...own(fish) })}
      onDone={onDone}
      caution={CAUTION}
    >
      {(typed, type) => {
        const to = tanks.find((t) => t.id === typed.toPlaceId);
        const ask = to ? { toPlaceId: to.id, count: Math.round(readNumber(typed.count) ?? 0) } : null;
        return (
          <>
            <BothTanks fish={fish} units={units} ask={ask} touched={to ? [fish.place, to.code] : []} />
            <CountByWeight
              what={say`them`}
              together={typed.massG}
              units={units}
              onCount={(count) => type('count', String(count))}
            />
            <Waters from={tanks.find((t) => t.id === fish.placeId)} to={to} units={units} />
            <Text as="p" small quiet>
              {say`Without weighing, on the log line:`}{' '}
              <Text mono>{say`${fish.place} move ${typed.count || say`all`} ${to?.code ?? '…'}`}</Text>
            </Text>
          </>
        );
      }}
    </ActionForm>
  );
}
