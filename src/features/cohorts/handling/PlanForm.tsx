'use client';
import { say, word } from '../../../core/words/words';
import { useState } from 'react';
import { Chips } from '../../../ui/form/Chips';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { planStep } from '../actions';
import type { TankChoice } from './tankChoices';
import { gradeField } from './LiveForm';
import { isLive, options, own, type FormProps, type Handled } from './shared';

/** What a manager puts into the plan for these fish. */
type Planned = 'move' | 'harvest' | 'netting';

const SAYS: Record<Planned, { chip: string; on: string }> = {
  move: { chip: word`Move`, on: word`Move on` },
  harvest: { chip: word`Harvest, all or part`, on: word`Harvest on` },
  netting: { chip: word`Net for live sale`, on: word`Net on` },
};

const IN_PLACE = 'in_place';

export function PlanForm({ fish, tanks, units, today, onDone }: FormProps & { tanks: TankChoice[]; today: string }) {
  const [kind, setKind] = useState<Planned>('move');
  const others = tanks.filter((t) => t.id !== fish.placeId);
  const kinds: Planned[] = ['move', isLive(fish) ? 'netting' : 'harvest'];
  const fields: FormField[] = [
    { name: 'day', label: SAYS[kind].on, kind: 'day', start: today },
    whereTo(kind, fish, others),
    howMany(kind, fish),
  ];
  return (
    <>
      <Chips
        label={say`What to plan`}
        options={kinds.map((k) => [k, SAYS[k].chip] as const)}
        chosen={kind}
        onChoose={setKind}
      />
      <ActionForm
        about={fish.lotCode}
        key={kind}
        fields={fields}
        units={units}
        submit={say`Put into the plan`}
        onDone={onDone}
        send={({ toPlaceId, ...v }) =>
          planStep({
            ...v,
            ...own(fish),
            kind: kind === 'move' ? 'move' : 'harvest',
            ...(toPlaceId === IN_PLACE ? {} : { toPlaceId }),
          })
        }
      />
    </>
  );
}

function whereTo(kind: Planned, fish: Handled, others: TankChoice[]): FormField {
  if (kind === 'netting') return gradeField(fish, 'now');
  const field = { name: 'toPlaceId', kind: 'select', start: '' } as const;
  if (kind === 'move') {
    return { ...field, label: say`To which tank`, options: options(others.filter((t) => t.kind !== 'purge')) };
  }
  const inPlace: [string, string] = [IN_PLACE, say`in its own tank, without feed`];
  return {
    ...field,
    label: say`Purged where`,
    options: [inPlace, ...options(others.filter((t) => t.kind === 'purge'))],
  };
}

function howMany(kind: Planned, fish: Handled): FormField {
  const field = { name: 'count', kind: 'count' } as const;
  if (kind === 'netting') {
    const help = say`They grow on until then. If fewer are of the grade by that day, you are asked.`;
    return { ...field, label: say`Fish to net`, start: '', help };
  }
  const label = kind === 'harvest' ? say`Number of fish (largest first)` : say`Fish`;
  return { ...field, label, start: Math.round(fish.count) };
}
