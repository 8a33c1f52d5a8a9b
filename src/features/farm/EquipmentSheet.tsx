'use client';
import Button from '@mui/material/Button';
import { EQUIPMENT_WORDS, type EquipmentKind } from '../../core/setup/description';
import { duty } from '../../core/setup/follows';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber, formatVolume, METRIC } from '../../core/quantity/units';
import { say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Sheet, SheetBody, SheetHead, WordButton } from '../../ui/kit/kit';
import { ScrollTable } from '../../ui/table/ScrollTable';
import type { PlacesPage } from './queries';
import { RetireAsked } from './RetireAsked';
import type { Act } from './useAct';

interface EquipmentSheetProps {
  page: PlacesPage;
  act: Act;
  onChange: (e: Equipment) => void;
}

/** Pumps, air, filters and the rest, by what their rating plates say. */
export function EquipmentSheet({ page, act, onChange }: EquipmentSheetProps) {
  const { units } = page;
  if (page.equipment.length === 0) return null;
  const facts = (e: PlacesPage['equipment'][number]) =>
    [
      e.flowLH ? say`${formatVolume(e.flowLH, units)}/h` : '',
      e.watts ? say`${formatNumber(e.watts)} W` : '',
      e.onMin ? say`on ${formatNumber(duty(e) * 100)} % of the time` : '',
      e.kgO2PerDay ? say`${formatNumber(e.kgO2PerDay, 1)} kg O₂ a day` : '',
      e.volumeM3 ? say`${formatNumber(e.volumeM3, 1)} m³ of media` : '',
    ]
      .filter(Boolean)
      .join(' · ');
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Equipment`}</h2>
      </SheetHead>
      <ScrollTable label={say`Equipment`}>
        <Table stack>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Name`}</HeadCell>
              <HeadCell>{say`What`}</HeadCell>
              <HeadCell>{say`Loop`}</HeadCell>
              <HeadCell>{say`Rating plate`}</HeadCell>
              {page.mayChange && <HeadCell> </HeadCell>}
            </TableRow>
          </TableHead>
          <TableBody>
            {page.equipment.map((e) => (
              <TableRow key={e.id} gone={e.retiredOn !== null}>
                <Cell strong>{e.name}</Cell>
                <Cell>{told(EQUIPMENT_WORDS[e.kind as EquipmentKind])}</Cell>
                <Cell label={say`Loop`}>{e.loop ?? '—'}</Cell>
                <Cell>{facts(e)}</Cell>
                {page.mayChange && (
                  <Cell nowrap>
                    {e.retiredOn ? (
                      say`retired ${shortDay(e.retiredOn)}`
                    ) : (
                      <>
                        <WordButton type="button" onClick={() => onChange(e)} aria-label={say`Change ${e.name}`}>
                          {say`change`}
                        </WordButton>
                        {' · '}
                        <RetireAsked
                          name={e.name}
                          retire={() => act('equipment.retire@1', { id: e.id, version: e.version })}
                        />
                      </>
                    )}
                  </Cell>
                )}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
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
