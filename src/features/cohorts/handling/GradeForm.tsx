'use client';
import { say } from '../../../core/words/words';
import { toStored } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { grade } from '../actions';
import type { TankChoice } from './tankChoices';
import { BothTanks } from './BothTanks';
import { CountByWeight } from './CountByWeight';
import { own, readNumber, type FormProps } from './shared';

export function GradeForm({ fish, tanks, units, onDone }: FormProps & { tanks: TankChoice[] }) {
  const choices = tanks.map((t): [string, string] => [
    t.id,
    t.id === fish.placeId ? say`${t.code} · stay where they are` : t.says,
  ]);
  const size = { kind: 'quantity', quantity: 'smallMass' } as const;
  const weight = { kind: 'quantity', quantity: 'mass', start: '' } as const;
  const fields: FormField[] = [
    { name: 'thresholdG', label: say`Split at, each fish`, ...size, start: Math.round(fish.meanG) },
    { name: 'largePlaceId', label: say`Large ones go to`, kind: 'select', options: choices, start: '' },
    { name: 'smallPlaceId', label: say`Small ones go to`, kind: 'select', options: choices, start: fish.placeId },
    { name: 'largeCount', label: say`Large ones counted`, kind: 'count', start: '' },
    { name: 'largeG', label: say`Weight of the large ones`, ...weight },
    { name: 'smallCount', label: say`Small ones counted`, kind: 'count', start: '' },
    { name: 'smallG', label: say`Weight of the small ones`, ...weight },
    {
      name: 'harvests',
      label: say`Planned harvests`,
      kind: 'select',
      options: [
        ['large', say`follow the large ones, as long as there are enough`],
        ['small', say`stay with the small ones`],
      ],
      start: 'large',
    },
  ];
  return (
    <ActionForm
      about={fish.lotCode}
      fields={fields}
      units={units}
      submit={say`Graded`}
      send={(v) => grade({ ...v, ...own(fish) })}
      onDone={onDone}
      caution={say`Wet hands and nets, little time out of water, oxygen in every tote. Two people.`}
    >
      {({ thresholdG: typedSize, largePlaceId, smallPlaceId, largeG, smallG }, type) => {
        const shown = readNumber(typedSize);
        const thresholdG = shown === undefined ? 0 : toStored('smallMass', shown, units);
        const touched = [fish.placeId, largePlaceId, smallPlaceId]
          .map((id) => tanks.find((t) => t.id === id)?.code)
          .filter((code) => code !== undefined);
        return (
          <>
            <CountByWeight
              what={say`the large ones`}
              together={largeG}
              units={units}
              onCount={(count) => type('largeCount', String(count))}
            />
            <CountByWeight
              what={say`the small ones`}
              together={smallG}
              units={units}
              onCount={(count) => type('smallCount', String(count))}
            />
            <BothTanks
              fish={fish}
              units={units}
              ask={
                thresholdG > 0
                  ? { thresholdG, toPlaceId: largePlaceId || undefined, smallPlaceId: smallPlaceId || undefined }
                  : null
              }
              touched={touched}
              parted
            />
          </>
        );
      }}
    </ActionForm>
  );
}
