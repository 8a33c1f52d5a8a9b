'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LOOP_WORDS, METHODS, PART_WORDS, STAGES, type LoopKind, type PartRole } from '../../core/setup/description';
import { shortDay } from '../../core/quantity/sayDay';
import {
  formatArea,
  formatNumber,
  formatVolume,
  type UnitChoice,
  areaUnit,
  toShownArea,
} from '../../core/quantity/units';
import { codeWords } from '../../core/words/codes';
import { say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
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
import { Comes } from '../../ui/kit/Comes';
import { ChangeEquipment, EquipmentSheet, type Equipment } from './EquipmentSheet';
import { hearParts, type PartsHeard } from '../../core/setup/readParts';
import { sayBack } from '../../core/setup/sentence/sayBack';
import { SaidBack } from '../../ui/SaidBack';
import { FarmNav } from './FarmNav';
import type { PlacesPage } from './queries';
import { RetireAsked } from './RetireAsked';
import { useAct, type Act } from './useAct';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

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
            <Comes key={changing.id}>
              <ChangePlace
                p={changing}
                page={page}
                onDone={(v) => {
                  tell([v.words, ...v.lines].join(' '));
                  setChanging(null);
                }}
                onLeave={() => setChanging(null)}
              />
            </Comes>
          )}
          {machine && (
            <Comes key={machine.id}>
              <ChangeEquipment
                e={machine}
                onDone={(words) => {
                  tell(words);
                  setMachine(null);
                }}
                onLeave={() => setMachine(null)}
              />
            </Comes>
          )}
          {page.mayChange && <AddSheet act={act} page={page} />}
        </Stack>
      </Columns>
    </Stack>
  );
}

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
        <DataTable
          label={say`Places`}
          stack
          rows={page.places}
          rowKey={(p) => p.id}
          gone={(p) => p.retiredOn !== null}
          units={page.units}
          columns={placeColumns(page, act, onChange)}
        />
      )}
    </Sheet>
  );
}

function placeColumns(page: PlacesPage, act: Act, onChange: (p: Place) => void): Column<Place>[] {
  const buttons: Column<Place> = {
    head: '',
    value: () => null,
    only: 'screen',
    look: { nowrap: true },
    cell: (p) =>
      p.retiredOn ? say`retired ${shortDay(p.retiredOn)}` : <PlaceActs p={p} act={act} onChange={onChange} />,
  };
  return [
    { head: say`Code`, value: (p) => p.code, look: { strong: true } },
    {
      head: say`What`,
      value: (p) => [p.kind === 'tank' && p.stage && codeWords(p.stage), whatWords(p)].filter(Boolean).join(' '),
    },
    {
      head: say`Size`,
      value: () => null,
      only: 'screen',
      look: { num: true },
      cell: (p) => sizeWords(p, page.units),
    },
    { head: say`Water`, value: (p) => p.volumeL ?? null, quantity: 'volume', only: 'file' },
    { head: say`Places for plants`, value: (p) => p.positions ?? null, kind: 'number', only: 'file' },
    {
      head: say`Area`,
      value: (p) => (p.areaM2 ? toShownArea(p.areaM2, page.units) : null),
      unit: areaUnit(page.units),
      only: 'file',
    },
    { head: say`Loop`, value: (p) => p.loop, labelled: true, cell: (p) => p.loop ?? '—' },
    { head: say`Room`, value: (p) => p.room, labelled: true, cell: (p) => p.room ?? '—' },
    { head: say`Retired`, value: (p) => p.retiredOn, kind: 'day', only: 'file' },
    ...(page.mayChange ? [buttons] : []),
  ];
}

function PlaceActs({ p, act, onChange }: Pick<PlaceSheetProps, 'act' | 'onChange'> & { p: Place }) {
  return (
    <>
      <WordButton type="button" onClick={() => onChange(p)} aria-label={say`Change ${p.code}`}>
        {say`change`}
      </WordButton>
      {' · '}
      <RetireAsked name={p.code} retire={() => act('place.retire@1', { id: p.id, version: p.version })} />
    </>
  );
}

/** A line heard as the act will hear it, to be said back before anything is added. */
function heardOn({ loops, places, equipment }: PlacesPage, line: string): PartsHeard | string | null {
  if (!line.trim()) return null;
  return hearParts(line, {
    ...{ loop: loops.length === 1 ? loops[0]!.code : null, loops },
    ...{ taken: places.map((p) => p.code), machines: equipment.map((e) => e.name) },
  });
}

function AddSheet({ act, page }: { act: Act; page: PlacesPage }) {
  const { units } = page;
  const [line, setLine] = useState('');
  const heard = heardOn(page, line);
  const isClear = heard !== null && typeof heard !== 'string' && heard.notUnderstood.length === 0;
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
          onKeyDown={(e) => e.key === 'Enter' && isClear && add()}
          helperText={
            typeof heard === 'string'
              ? heard
              : say`As one would say it to a builder: tanks, beds, stores, pumps, filters.`
          }
          slotProps={{ htmlInput: { 'data-new-here': true, autoComplete: 'off' } }}
        />
        {heard && typeof heard !== 'string' && (
          <SaidBack line={line} said={sayBack(heard, units)} notUnderstood={heard.notUnderstood} write={setLine} />
        )}
        <code>{example}</code>
        <Buttons>
          <Button
            variant="outlined"
            disabled={!line.trim() || (heard !== null && typeof heard !== 'string' && !isClear)}
            onClick={add}
          >
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
            label: word`Fish it may carry`,
            kind: 'quantity',
            quantity: 'density',
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
          { name: 'areaM2', label: word`Area`, kind: 'quantity', quantity: 'area', half: true, start: some(p.areaM2) },
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
