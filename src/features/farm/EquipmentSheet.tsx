'use client';
import Button from '@mui/material/Button';
import { EQUIPMENT_WORDS, type EquipmentKind } from '../../core/setup/description';
import { duty } from '../../core/setup/carries/parts';
import { plateWords } from '../../core/setup/sentence/sayBack';
import { shortDay } from '../../core/quantity/sayDay';
import { METRIC } from '../../core/quantity/units';
import { say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Sheet, SheetBody, SheetHead, WordButton } from '../../ui/kit/kit';
import type { PlacesPage } from './queries';
import { RetireAsked } from './RetireAsked';
import type { Act } from './useAct';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

interface EquipmentSheetProps {
  page: PlacesPage;
  act: Act;
  onChange: (e: Equipment) => void;
}

/** Pumps, air, filters and the rest, by what their rating plates say. */
export function EquipmentSheet({ page, act, onChange }: EquipmentSheetProps) {
  const { units } = page;
  if (page.equipment.length === 0) return null;
  const buttons: Column<Equipment> = {
    head: '',
    value: () => null,
    only: 'screen',
    look: { nowrap: true },
    cell: (e) =>
      e.retiredOn ? (
        say`retired ${shortDay(e.retiredOn)}`
      ) : (
        <>
          <WordButton type="button" onClick={() => onChange(e)} aria-label={say`Change ${e.name}`}>
            {say`change`}
          </WordButton>
          {' · '}
          <RetireAsked name={e.name} retire={() => act('equipment.retire@1', { id: e.id, version: e.version })} />
        </>
      ),
  };
  const columns: Column<Equipment>[] = [
    { head: say`Name`, value: (e) => e.name, look: { strong: true } },
    { head: say`What`, value: (e) => told(EQUIPMENT_WORDS[e.kind as EquipmentKind]) },
    { head: say`Loop`, value: (e) => e.loop, labelled: true, cell: (e) => e.loop ?? '—' },
    { head: say`Rating plate`, value: (e) => plateWords(e, units) },
    { head: say`Flow an hour`, value: (e) => e.flowLH ?? null, quantity: 'volume', only: 'file' },
    { head: say`Power`, value: (e) => e.watts ?? null, unit: 'W', only: 'file' },
    { head: say`Runs`, value: (e) => (e.onMin || e.isSpare ? duty(e) * 100 : null), unit: '%', only: 'file' },
    { head: say`Oxygen a day`, value: (e) => e.kgO2PerDay ?? null, unit: say`kg`, only: 'file' },
    { head: say`Media`, value: (e) => e.volumeM3 ?? null, unit: say`m³`, only: 'file' },
    { head: say`Retired`, value: (e) => e.retiredOn, kind: 'day', only: 'file' },
    ...(page.mayChange ? [buttons] : []),
  ];
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Equipment`}</h2>
      </SheetHead>
      <DataTable
        label={say`Equipment`}
        stack
        rows={page.equipment}
        rowKey={(e) => e.id}
        gone={(e) => e.retiredOn !== null}
        units={units}
        columns={columns}
      />
    </Sheet>
  );
}

/** What a rating plate can say, by kind of equipment. */
const PLATE: readonly (readonly [name: PlateNumber, label: string, kinds: readonly EquipmentKind[] | null])[] = [
  ['flowLH', word`Flow at that head, L/h`, ['pump']],
  ['headM', word`Head, m`, ['pump']],
  ['watts', word`Power, W`, null],
  ['onMin', word`Runs for, min`, ['pump', 'light']],
  ['offMin', word`then rests for, min`, ['pump', 'light']],
  ['kgO2PerDay', word`Oxygen, kg a day`, ['aerator']],
  ['volumeM3', word`Media, m³`, ['filter']],
];
type PlateNumber = 'flowLH' | 'headM' | 'watts' | 'onMin' | 'offMin' | 'kgO2PerDay' | 'volumeM3';
export type Equipment = PlacesPage['equipment'][number];

interface ChangeEquipmentProps {
  e: Equipment;
  onDone: (words: string) => void;
  onLeave: () => void;
}

/** What the rating plate of one says now. */
export function ChangeEquipment({ e, onDone, onLeave }: ChangeEquipmentProps) {
  const own = PLATE.filter(([, , kinds]) => !kinds || kinds.includes(e.kind as EquipmentKind));
  const fields: FormField[] = [
    { name: 'name', label: word`Name`, kind: 'text', start: e.name },
    ...own.map(([name, label]): FormField => {
      return { name, label, kind: 'number', optional: true, half: true, start: e[name] ?? '' };
    }),
    {
      name: 'use',
      label: word`Use`,
      kind: 'choice',
      half: true,
      start: e.isSpare ? 'spare' : 'runs',
      options: [
        ['runs', say`runs`],
        ['spare', say`spare: does not run`],
      ],
    },
    {
      name: 'leastSpare',
      label: word`Never fewer in reserve than`,
      kind: 'number',
      optional: true,
      half: true,
      start: e.leastSpare ?? '',
    },
  ];
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Change ${e.name}`}</h2>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about={e.id}
          fields={fields}
          units={METRIC}
          submit={say`Keep`}
          send={(values) =>
            send<{ words: string; lines: string[] }>('equipment.change@1', { ...values, id: e.id, version: e.version })
          }
          onDone={(v) => onDone([v.words, ...v.lines].join(' '))}
          caution={say`Electricity by water: a residual-current device on every circuit; licensed people connect pumps.`}
          beside={<Button onClick={onLeave}>{say`Leave it`}</Button>}
        />
      </SheetBody>
    </Sheet>
  );
}
