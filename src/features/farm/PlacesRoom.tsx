'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  EQUIPMENT_WORDS,
  LOOP_WORDS,
  METHODS,
  PART_WORDS,
  STAGES,
  type EquipmentKind,
  type LoopKind,
  type PartRole,
} from '../../core/setup/description';
import { duty } from '../../core/setup/follows';
import { shortDay } from '../../core/quantity/sayDay';
import { formatArea, formatNumber, formatVolume, METRIC, type UnitChoice } from '../../core/quantity/units';
import { codeWords } from '../../core/words/codes';
import { say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import {
  Buttons,
  Columns,
  Empty,
  Mark,
  PageHead,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  WordButton,
} from '../../ui/kit/kit';
import type { Outcome } from '../../ui/outcome';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { FarmNav } from './FarmNav';
import type { PlacesPage } from './queries';
import { useAct } from './useAct';

type Place = PlacesPage['places'][number];
interface Said {
  words: string;
  lines: string[];
}

/** Everything that stands on the farm, by the water it belongs to; added, changed and retired here. */
export function PlacesRoom({ page }: { page: PlacesPage }) {
  const [changing, setChanging] = useState<Place | null>(null);
  const [machine, setMachine] = useState<Equipment | null>(null);
  const { said, act, tell } = useAct();
  return (
    <Stack>
      <FarmNav here="/farm/places" suffix="" />
      <PageHead>
        <h1>{say`Loops and places`}</h1>
        <Text quiet>{page.loops.map((l) => `${l.name}: ${told(LOOP_WORDS[l.kind as LoopKind])}`).join(' · ')}</Text>
      </PageHead>
      {said && (
        <Mark tone={said.ok ? 'good' : 'danger'} role="status">
          {said.words}
        </Mark>
      )}
      <Columns>
        <Stack>
          <PlaceSheet page={page} act={act} onChange={setChanging} />
          <EquipmentSheet page={page} act={act} onChange={setMachine} />
        </Stack>
        <Stack>
          {changing && (
            <ChangePlace
              key={changing.id}
              p={changing}
              page={page}
              onDone={(v) => {
                tell([v.words, ...v.lines].join(' '));
                setChanging(null);
              }}
              onLeave={() => setChanging(null)}
            />
          )}
          {machine && (
            <ChangeEquipment
              key={machine.id}
              e={machine}
              onDone={(words) => {
                tell(words);
                setMachine(null);
              }}
              onLeave={() => setMachine(null)}
            />
          )}
          {page.mayChange && <AddSheet act={act} units={page.units} />}
        </Stack>
      </Columns>
    </Stack>
  );
}

type Act = (name: string, body: Record<string, unknown>) => Promise<boolean>;

const whatWords = (p: Place) =>
  p.kind === 'bed' && p.method ? codeWords(p.method) : told(PART_WORDS[(p.role ?? p.kind) as PartRole] ?? p.name);

function sizeWords(p: Place, units: UnitChoice): string {
  if (p.positions) return say`${formatNumber(p.positions)} places · ${formatArea(p.areaM2 ?? 0, units)}`;
  return p.volumeL ? formatVolume(p.volumeL, units) : '';
}

interface PlaceSheetProps {
  page: PlacesPage;
  act: Act;
  onChange: (p: Place) => void;
}

function PlaceSheet({ page, act, onChange }: PlaceSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Places`}</h2>
      </SheetHead>
      {page.places.length === 0 ? (
        <Empty>{say`Nothing stands here yet. Say what there is, beside this.`}</Empty>
      ) : (
        <ScrollTable label={say`Places`}>
          <Table>
            <TableHead>
              <TableRow>
                <HeadCell>{say`Code`}</HeadCell>
                <HeadCell>{say`What`}</HeadCell>
                <HeadCell right>{say`Size`}</HeadCell>
                <HeadCell>{say`Loop`}</HeadCell>
                <HeadCell>{say`Room`}</HeadCell>
                {page.mayChange && <HeadCell> </HeadCell>}
              </TableRow>
            </TableHead>
            <TableBody>
              {page.places.map((p) => (
                <TableRow key={p.id} gone={p.retiredOn !== null}>
                  <Cell strong>{p.code}</Cell>
                  <Cell>
                    {[p.kind === 'tank' && p.stage && codeWords(p.stage), whatWords(p)].filter(Boolean).join(' ')}
                  </Cell>
                  <Cell num>{sizeWords(p, page.units)}</Cell>
                  <Cell>{p.loop ?? '—'}</Cell>
                  <Cell>{p.room ?? '—'}</Cell>
                  {page.mayChange && (
                    <Cell nowrap>
                      {p.retiredOn ? (
                        say`retired ${shortDay(p.retiredOn)}`
                      ) : (
                        <PlaceActs p={p} act={act} onChange={onChange} />
                      )}
                    </Cell>
                  )}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </ScrollTable>
      )}
    </Sheet>
  );
}

function PlaceActs({ p, act, onChange }: Pick<PlaceSheetProps, 'act' | 'onChange'> & { p: Place }) {
  const [asked, setAsked] = useState(false);
  const retire = () =>
    asked ? void act('place.retire@1', { id: p.id, version: p.version }).then(() => setAsked(false)) : setAsked(true);
  return (
    <>
      <WordButton type="button" onClick={() => onChange(p)} aria-label={say`Change ${p.code}`}>
        {say`change`}
      </WordButton>{' '}
      <WordButton type="button" onClick={retire} aria-label={say`Retire ${p.code}`}>
        {asked ? say`yes, retire it` : say`retire…`}
      </WordButton>
    </>
  );
}

interface EquipmentSheetProps {
  page: PlacesPage;
  act: Act;
  onChange: (e: Equipment) => void;
}

function EquipmentSheet({ page, act, onChange }: EquipmentSheetProps) {
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
        <Table>
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
                <Cell>{e.loop ?? '—'}</Cell>
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
                        <WordButton
                          type="button"
                          onClick={() => void act('equipment.retire@1', { id: e.id, version: e.version })}
                          aria-label={say`Retire ${e.name}`}
                        >
                          {say`retire`}
                        </WordButton>
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
type Equipment = PlacesPage['equipment'][number];

interface ChangeEquipmentProps {
  e: Equipment;
  onDone: (words: string) => void;
  onLeave: () => void;
}

function ChangeEquipment({ e, onDone, onLeave }: ChangeEquipmentProps) {
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

function AddSheet({ act, units }: { act: Act; units: UnitChoice }) {
  const [line, setLine] = useState('');
  const example =
    units.mass === 'us' ? '2 tanks of 500 gal named H9–H10 for heron' : '2 tanks of 2 m³ named H9–H10 for heron';
  const add = () => void act('place.add@1', { line }).then((ok) => ok && setLine(''));
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Add to the farm`}</h2>
      </SheetHead>
      <SheetBody stack>
        <TextField
          label={say`What there is`}
          value={line}
          onChange={(e) => setLine(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
          helperText={say`As one would say it to a builder: tanks, beds, stores, pumps, filters.`}
          slotProps={{ htmlInput: { 'data-new-here': true, autoComplete: 'off' } }}
        />
        <code>{example}</code>
        <Buttons>
          <Button variant="outlined" disabled={!line.trim()} onClick={add}>
            {say`Add`}
          </Button>
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}

interface ChangePlaceProps {
  p: Place;
  page: PlacesPage;
  onDone: (said: Said) => void;
  onLeave: () => void;
}

const some = (value: number | null) => value ?? '';

function fieldsOf(p: Place, page: PlacesPage): FormField[] {
  const tank = ['tank', 'sump', 'purge', 'quarantine'].includes(p.kind) || p.role === 'live';
  const bed = p.kind === 'bed' || p.kind === 'nursery';
  const loops: [string, string][] = page.loops.map((l) => [l.id, l.name]);
  return [
    { name: 'code', label: word`Code`, kind: 'text', half: true, start: p.code },
    { name: 'name', label: word`Name`, kind: 'text', half: true, start: p.name },
    { name: 'room', label: word`Room`, kind: 'text', half: true, optional: true, start: p.room ?? '' },
    ...(p.loopId
      ? [{ name: 'loopId', label: word`Loop`, kind: 'select' as const, options: loops, half: true, start: p.loopId }]
      : []),
    ...(tank
      ? ([
          {
            name: 'volumeL',
            label: word`Water it holds`,
            kind: 'quantity',
            quantity: 'volume',
            half: true,
            start: some(p.volumeL),
          },
          {
            name: 'limitKgM3',
            label: word`Fish it may carry, kg/m³`,
            kind: 'number',
            optional: true,
            half: true,
            start: some(p.limitKgM3),
          },
        ] as FormField[])
      : []),
    ...(p.kind === 'tank'
      ? [
          {
            name: 'stage',
            label: word`Stage`,
            kind: 'select' as const,
            options: STAGES.map((s): [string, string] => [s, codeWords(s)]),
            half: true,
            start: p.stage ?? 'grow-out',
          },
        ]
      : []),
    ...(p.kind === 'purge'
      ? [{ name: 'saltGL', label: word`Salt, g/L`, kind: 'number' as const, half: true, start: p.saltGL }]
      : []),
    ...(bed
      ? ([
          {
            name: 'method',
            label: word`Way of growing`,
            kind: 'select',
            options: METHODS.map((m): [string, string] => [m, codeWords(m)]),
            half: true,
            start: p.method ?? 'tray',
          },
          { name: 'positions', label: word`Places for plants`, kind: 'count', half: true, start: some(p.positions) },
          {
            name: 'pieceSize',
            label: word`Places of one piece`,
            kind: 'count',
            optional: true,
            half: true,
            start: some(p.pieceSize),
          },
          { name: 'areaM2', label: word`Area, m²`, kind: 'number', half: true, start: some(p.areaM2) },
        ] as FormField[])
      : []),
  ];
}

/** A place’s values; what they would do to fish, beds and promises is asked about before they are kept. */
function ChangePlace({ p, page, onDone, onLeave }: ChangePlaceProps) {
  const keep = (values: Record<string, unknown>): Promise<Outcome<Said>> =>
    send<Said>('place.change@1', { room: '', ...values, id: p.id, version: p.version });
  return (
    <Sheet aria-label={say`Change ${p.code}`}>
      <SheetHead>
        <h2>{say`Change ${p.code}`}</h2>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about={p.id}
          fields={fieldsOf(p, page)}
          units={page.units}
          submit={say`Keep`}
          send={keep}
          onDone={onDone}
          beside={<Button onClick={onLeave}>{say`Leave it`}</Button>}
        />
      </SheetBody>
    </Sheet>
  );
}
