'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import {
  EQUIPMENT_WORDS,
  type EquipmentPart,
  type FarmDescription,
  type PlacePart,
} from '../../core/setup/description';
import { placeWhat, plateWords } from '../../core/setup/sentence/sayBack';
import {
  changeMachines,
  changeGroup,
  codesWords,
  leaveOutPlaces,
  machineGroups,
  placeGroups,
  ROLES_OF_STEP,
  type MachineGroup,
  type PlaceGroup,
} from '../../core/setup/groups';
import {
  formatArea,
  formatDensity,
  formatLength,
  formatNumber,
  formatVolume,
  type UnitChoice,
  areaUnit,
  toShownArea,
} from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Text, WordButton } from '../../ui/kit/kit';
import { AsBuilt } from '../../ui/draw/AsBuilt';
import { ScrollTable } from '../../ui/table/ScrollTable';
import type { Change } from './useDescription';
import css from './setup.module.css';
import { type TableData, tableData, type Column } from '../../ui/table/columns';

const PlaceDialog = dynamic(() => import('./PartDialogs').then((m) => m.PlaceDialog), { ssr: false });
const EquipmentDialog = dynamic(() => import('./PartDialogs').then((m) => m.EquipmentDialog), { ssr: false });

interface PartsTableProps {
  step: 'water' | 'beds' | 'purge';
  d: FarmDescription;
  change: Change;
  faults: Record<string, string>;
}

/** What is described so far, one row for places that are alike. */
export function PartsTable({ step, d, change, faults }: PartsTableProps) {
  const [editing, setEditing] = useState<PlaceGroup | null>(null);
  const groups = placeGroups(d, step);
  const [machine, setMachine] = useState<MachineGroup | null>(null);
  const equipment = step === 'water' ? machineGroups(d) : [];
  if (groups.length + equipment.length === 0) return null;
  const most = Math.max(1, ...d.places.map((p) => p.volumeL ?? 0));
  const close = () => {
    setEditing(null);
    setMachine(null);
  };
  return (
    <>
      <ScrollTable label={say`What is described`} data={() => partData(d, step)}>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Code`}</HeadCell>
              <HeadCell className={css.what}>{say`What`}</HeadCell>
              <HeadCell className={css.built}>{say`As built`}</HeadCell>
              <HeadCell right>{step === 'beds' ? say`Places` : say`Size`}</HeadCell>
              <HeadCell>{say`Loop`}</HeadCell>
              <HeadCell>{say`Room`}</HeadCell>
              <HeadCell>
                <Text quiet>{say`Change`}</Text>
              </HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {groups.map((g) => (
              <PlaceLine
                key={g.codes.join()}
                group={g}
                most={most}
                units={d.habits.units}
                wrong={g.at.flatMap((i) => faultsOf(faults, `places.${i}.`))[0]}
                onChange={() => setEditing(g)}
                onLeaveOut={() => change((was) => leaveOutPlaces(was, g.at))}
              />
            ))}
            {equipment.map((group) => (
              <EquipmentLine
                key={group.at.join()}
                group={group}
                units={d.habits.units}
                wrong={group.at.flatMap((i) => faultsOf(faults, `equipment.${i}.`))[0]}
                onChange={() => setMachine(group)}
                onLeaveOut={() => change((was) => changeMachines(was, group, null))}
              />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
      {editing && (
        <PlaceDialog
          group={editing}
          d={d}
          roles={ROLES_OF_STEP[step]}
          onClose={close}
          onDone={(codes: string[], part: PlacePart) => {
            change((was) => changeGroup(was, { at: editing.at, codes, part }));
            close();
          }}
        />
      )}
      {machine && (
        <EquipmentDialog
          part={machine.part}
          d={d}
          onClose={close}
          onDone={(part: EquipmentPart) => {
            change((was) => changeMachines(was, machine, part));
            close();
          }}
        />
      )}
    </>
  );
}

/** For a file: a line for each part by itself. */
function partData(d: FarmDescription, step: PartsTableProps['step']): TableData {
  const { units } = d.habits;
  type Part = Partial<PlacePart> & Partial<EquipmentPart> & { code: string; what: string };
  const places = placeGroups(d, step).flatMap((g) =>
    g.codes.map((code): Part => ({ ...g.part, code, what: placeWhat(g.part) })),
  );
  const machines = (step === 'water' ? d.equipment : []).map((e): Part => ({
    ...e,
    code: e.name,
    what: told(EQUIPMENT_WORDS[e.kind]),
  }));
  const columns: Column<Part>[] = [
    { head: say`Code`, value: (p) => p.code },
    { head: say`What`, value: (p) => p.what },
    { head: say`Water`, value: (p) => (p.volumeL ? p.volumeL : null), quantity: 'volume' },
    { head: say`Places for plants`, value: (p) => p.positions ?? null, kind: 'number' },
    {
      head: say`Area`,
      value: (p) => (p.areaM2 ? toShownArea(p.areaM2, units) : null),
      unit: areaUnit(units),
    },
    { head: say`Flow an hour`, value: (p) => p.flowLH ?? null, quantity: 'volume' },
    { head: say`Power`, value: (p) => p.watts ?? null, unit: 'W' },
    { head: say`Loop`, value: (p) => p.loop ?? null },
    { head: say`Room`, value: (p) => p.room || null },
  ];
  return tableData(columns, [...places, ...machines], units);
}

const faultsOf = (faults: Record<string, string>, at: string) =>
  Object.entries(faults)
    .filter(([key]) => key.startsWith(at))
    .map(([, words]) => words);

interface LineProps {
  units: UnitChoice;
  wrong: string | undefined;
  onChange: () => void;
  onLeaveOut: () => void;
}

function Acts({ about, onChange, onLeaveOut }: Pick<LineProps, 'onChange' | 'onLeaveOut'> & { about: string }) {
  return (
    <Cell>
      <WordButton type="button" onClick={onChange} aria-label={say`Change ${about}`}>
        {say`change`}
      </WordButton>{' '}
      <WordButton type="button" onClick={onLeaveOut} aria-label={say`Take out ${about}`}>
        {say`take out`}
      </WordButton>
    </Cell>
  );
}

function PlaceLine({ group, most, units, wrong, ...acts }: LineProps & { group: PlaceGroup; most: number }) {
  const { part: p, codes } = group;
  const isBed = p.role === 'bed' || p.role === 'nursery';
  const what = placeWhat(p);
  const each = codes.length > 1 ? say`each ` : '';
  const size = isBed
    ? say`${each}${formatNumber(p.positions ?? 0)} · ${formatArea(p.areaM2 ?? 0, units)}`
    : p.volumeL
      ? `${each}${formatVolume(p.volumeL, units)}`
      : '';
  const rest = [
    p.limitKgM3 && p.role === 'tank' ? say`to ${formatDensity(p.limitKgM3, units, 0)}` : '',
    p.saltGL ? say`salted ${formatNumber(p.saltGL, 1)} g/L` : '',
    p.depthM ? say`${formatLength(p.depthM, units)} deep` : '',
    p.standsOn !== 'floor' ? (p.standsOn === 'roof' ? say`on the roof` : say`on a stand`) : '',
  ].filter(Boolean);
  return (
    <TableRow>
      <Cell strong>{codesWords(codes)}</Cell>
      <Cell>
        {what}
        {rest.length > 0 && (
          <Text as="div" small quiet>
            {rest.join(' · ')}
          </Text>
        )}
        {wrong && (
          <Text as="div" small tone="danger" role="alert">
            {wrong}
          </Text>
        )}
      </Cell>
      <Cell className={css.built}>
        {(isBed || p.volumeL) && (
          <AsBuilt
            pieces={isBed ? Math.round((p.positions ?? 0) / Math.max(1, p.pieceSize ?? 1)) : null}
            share={(p.volumeL ?? 0) / most}
          />
        )}
      </Cell>
      <Cell num>{size}</Cell>
      <Cell>{p.loop ?? '—'}</Cell>
      <Cell>{p.room || '—'}</Cell>
      <Acts about={codesWords(codes)} {...acts} />
    </TableRow>
  );
}

function EquipmentLine({ group: { part: e, names }, units, wrong, ...acts }: LineProps & { group: MachineGroup }) {
  const name = names.length > 1 ? say`${names[0]!} – ${names.at(-1)!}` : e.name;
  const plate = plateWords(e, units);
  return (
    <TableRow>
      <Cell strong>{name}</Cell>
      <Cell>
        {names.length > 1 && say`${formatNumber(names.length)} × `}
        {told(EQUIPMENT_WORDS[e.kind])}
        {wrong && (
          <Text as="div" small tone="danger" role="alert">
            {wrong}
          </Text>
        )}
      </Cell>
      <Cell className={css.built}> </Cell>
      <Cell num className={css.plate}>
        {names.length > 1 && plate ? say`each ${plate}` : plate}
      </Cell>
      <Cell>{e.loop ?? '—'}</Cell>
      <Cell>—</Cell>
      <Acts about={name} {...acts} />
    </TableRow>
  );
}
