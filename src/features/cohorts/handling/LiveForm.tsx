'use client';
import { say, word } from '../../../core/words/words';
import { formatNumber } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { sellLive } from '../actions';
import { CountByWeight } from './CountByWeight';
import { own, type FormProps, type Handled } from './shared';

const CAUTION = word`Not for food. Unfed for a day before transport; wet hands and nets, oxygen in every bag, the water of the bag never into a tank. Transport and sale of live fish: local law decides.`;

/** Ornamental fish leave alive, by size grade: into holding, from where orders are served. */
export function LiveForm({ fish, units, onDone }: FormProps) {
  const fields: FormField[] = [
    gradeField(fish, 'here'),
    { name: 'count', label: say`Fish netted`, kind: 'count', start: '' },
    {
      name: 'massG',
      label: say`Their weight together`,
      kind: 'quantity',
      quantity: 'mass',
      start: '',
      help: say`In water, less the weight of the tub and its water.`,
    },
  ];
  return (
    <ActionForm
      about={fish.lotCode}
      fields={fields}
      units={units}
      submit={say`Netted into holding`}
      send={(v) => sellLive({ ...v, ...own(fish) })}
      onDone={onDone}
      caution={CAUTION}
    >
      {(typed, type) => (
        <CountByWeight
          what={say`them`}
          together={typed.massG}
          units={units}
          onCount={(count) => type('count', String(count))}
        />
      )}
    </ActionForm>
  );
}

/** The size grades of the fish, with how many there are of each. */
export function gradeField(fish: Handled, when: 'here' | 'now'): FormField {
  const grades = (fish.grades ?? []).map((g): [string, string] => [
    g.code,
    say`${g.name} · about ${formatNumber(g.count)} ${when}`,
  ]);
  return { name: 'productCode', label: say`Size grade`, kind: 'select', start: '', options: grades };
}
