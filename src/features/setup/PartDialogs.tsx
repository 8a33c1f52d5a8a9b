'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import {
  METHODS,
  PART_WORDS,
  STAGES,
  STANDS,
  TANK_ROLES,
  type EquipmentPart,
  type FarmDescription,
  type PartRole,
  type PlacePart,
} from '../../core/setup/description';
import { codesWords, type PlaceGroup } from '../../core/setup/groups';
import { toShown, toStored, unitName, type UnitChoice } from '../../core/quantity/units';
import { codeWords } from '../../core/words/codes';
import { say, told, word } from '../../core/words/words';
import { NumberBox } from '../../ui/form/NumberBox';
import { Fields, HALF } from '../../ui/kit/kit';

const STAND_WORDS = { floor: word`on the floor`, stand: word`on a stand`, roof: word`on the roof` } as const;
const FT = 1 / 0.3048;
const FT2 = FT * FT;

interface ChooseProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChoose: (value: string) => void;
}

function Choose({ label, value, options, onChoose }: ChooseProps) {
  return (
    <TextField select className={HALF ?? ''} label={label} value={value} onChange={(e) => onChoose(e.target.value)}>
      {options.map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

const loopOptions = (d: FarmDescription) => [
  ['', say`none`] as const,
  ...d.loops.map((l) => [l.code, l.name] as const),
];

interface FrameProps {
  title: string;
  onClose: () => void;
  onDone: () => void;
  children: React.ReactNode;
}

function Frame({ title, onClose, onDone, children }: FrameProps) {
  const phone = useMediaQuery('(max-width: 760px)');
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="sm" fullWidth>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>
        <Fields as="div">{children}</Fields>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Leave it`}</Button>
        <Button variant="contained" onClick={onDone}>
          {say`Keep`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface PlaceDialogProps {
  group: PlaceGroup;
  d: FarmDescription;
  roles: readonly PartRole[];
  onClose: () => void;
  onDone: (codes: string[], part: PlacePart) => void;
}

/** All places of a row at once; their codes one by one. */
export function PlaceDialog({ group, d, roles, onClose, onDone }: PlaceDialogProps) {
  const [part, setPart] = useState(group.part);
  const [codes, setCodes] = useState(group.codes.join(' '));
  const { units } = d.habits;
  const set = (change: Partial<PlacePart>) => setPart((was) => ({ ...was, ...change }));
  const named = codes.split(/[\s,;]+/).filter(Boolean);
  const fits = named.length === group.codes.length;
  const isTank = TANK_ROLES.includes(part.role);
  const isBed = part.role === 'bed' || part.role === 'nursery';
  return (
    <Frame title={codesWords(group.codes)} onClose={onClose} onDone={() => fits && onDone(named, part)}>
      <TextField
        label={say`Codes`}
        value={codes}
        onChange={(e) => setCodes(e.target.value)}
        error={!fits}
        helperText={
          fits ? say`One for each, with a space between` : say`Give ${group.codes.length} codes, with a space between.`
        }
      />
      <Choose
        label={say`What it is`}
        value={part.role}
        options={roles.map((r) => [r, told(PART_WORDS[r])])}
        onChoose={(role) => set({ role: role as PartRole })}
      />
      <Choose
        label={say`Loop`}
        value={part.loop ?? ''}
        options={loopOptions(d)}
        onChoose={(v) => set({ loop: v || null })}
      />
      <TextField
        className={HALF ?? ''}
        label={say`Room`}
        value={part.room}
        onChange={(e) => set({ room: e.target.value })}
      />
      <Choose
        label={say`Stands`}
        value={part.standsOn}
        options={STANDS.map((s) => [s, told(STAND_WORDS[s])])}
        onChoose={(v) => set({ standsOn: v as PlacePart['standsOn'] })}
      />
      {isTank && <TankFields part={part} set={set} units={units} />}
      {isBed && <BedFields part={part} set={set} units={units} />}
    </Frame>
  );
}

interface PartFieldsProps {
  part: PlacePart;
  set: (change: Partial<PlacePart>) => void;
  units: UnitChoice;
}

function TankFields({ part, set, units }: PartFieldsProps) {
  return (
    <>
      <NumberBox
        className={HALF}
        label={say`Water it holds`}
        unit={unitName('volume', units)}
        value={part.volumeL === null ? null : toShown('volume', part.volumeL, units)}
        onChange={(v) => set({ volumeL: v === null ? null : toStored('volume', v, units) })}
      />
      {part.role === 'tank' && (
        <Choose
          label={say`Stage`}
          value={part.stage ?? 'grow-out'}
          options={STAGES.map((s) => [s, codeWords(s)])}
          onChoose={(stage) => set({ stage })}
        />
      )}
      <NumberBox
        className={HALF}
        label={say`Fish it may carry`}
        unit="kg/m³"
        optional
        value={part.limitKgM3}
        onChange={(limitKgM3) => set({ limitKgM3 })}
      />
      {part.role === 'purge' && (
        <NumberBox
          className={HALF}
          label={say`Salt in its water`}
          unit="g/L"
          value={part.saltGL}
          onChange={(v) => set({ saltGL: v ?? 0 })}
        />
      )}
    </>
  );
}

function BedFields({ part, set, units }: PartFieldsProps) {
  const us = units.mass === 'us';
  return (
    <>
      <Choose
        label={say`Way of growing`}
        value={part.method ?? 'raft'}
        options={METHODS.map((m) => [m, codeWords(m)])}
        onChoose={(method) => set({ method: method as PlacePart['method'] })}
      />
      <NumberBox
        className={HALF}
        label={say`Places for plants`}
        value={part.positions}
        onChange={(v) => set({ positions: v === null ? null : Math.round(v) })}
      />
      <NumberBox
        className={HALF}
        label={say`Places of one piece`}
        help={say`holes of a raft, sites of a tower, cells of a tray`}
        optional
        value={part.pieceSize}
        onChange={(v) => set({ pieceSize: v === null ? null : Math.max(1, Math.round(v)) })}
      />
      <NumberBox
        className={HALF}
        label={say`Area`}
        unit={us ? 'ft²' : 'm²'}
        factor={us ? FT2 : 1}
        value={part.areaM2}
        onChange={(areaM2) => set({ areaM2 })}
      />
    </>
  );
}

interface EquipmentDialogProps {
  part: EquipmentPart;
  d: FarmDescription;
  onClose: () => void;
  onDone: (part: EquipmentPart) => void;
}

export function EquipmentDialog({ part: start, d, onClose, onDone }: EquipmentDialogProps) {
  const [part, setPart] = useState(start);
  const { units } = d.habits;
  const us = units.mass === 'us';
  const set = (change: Partial<EquipmentPart>) => setPart((was) => ({ ...was, ...change }));
  return (
    <Frame title={start.name} onClose={onClose} onDone={() => onDone(part)}>
      <TextField
        className={HALF ?? ''}
        label={say`Name`}
        value={part.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Choose
        label={say`Loop`}
        value={part.loop ?? ''}
        options={loopOptions(d)}
        onChoose={(v) => set({ loop: v || null })}
      />
      <Choose
        label={say`Use`}
        value={part.isSpare ? 'spare' : 'runs'}
        options={[
          ['runs', say`runs`],
          ['spare', say`spare: does not run`],
        ]}
        onChoose={(v) => set({ isSpare: v === 'spare' })}
      />
      {part.isSpare && (
        <NumberBox
          className={HALF}
          label={say`Never fewer in reserve than`}
          optional
          value={part.leastSpare ?? null}
          onChange={(leastSpare) => set({ leastSpare })}
        />
      )}
      <NumberBox
        className={HALF}
        label={say`Power`}
        unit="W"
        optional
        value={part.watts}
        onChange={(watts) => set({ watts })}
      />
      {part.kind === 'pump' && (
        <>
          <NumberBox
            className={HALF}
            label={say`Flow at its height`}
            unit={us ? 'gal/h' : 'L/h'}
            optional
            value={part.flowLH === null ? null : toShown('volume', part.flowLH, units)}
            onChange={(v) => set({ flowLH: v === null ? null : toStored('volume', v, units) })}
          />
          <NumberBox
            className={HALF}
            label={say`Head`}
            unit={us ? 'ft' : 'm'}
            factor={us ? FT : 1}
            optional
            value={part.headM}
            onChange={(headM) => set({ headM })}
          />
        </>
      )}
      <NumberBox
        className={HALF}
        label={say`Minutes on`}
        optional
        value={part.onMin}
        onChange={(onMin) => set({ onMin })}
      />
      <NumberBox
        className={HALF}
        label={say`Minutes off`}
        optional
        value={part.offMin}
        onChange={(offMin) => set({ offMin })}
      />
      <KindFields part={part} set={set} />
    </Frame>
  );
}

/** What only air, or only a filter, has on its plate. */
function KindFields({ part, set }: { part: EquipmentPart; set: (change: Partial<EquipmentPart>) => void }) {
  return (
    <>
      {part.kind === 'aerator' && (
        <NumberBox
          className={HALF}
          label={say`Oxygen into the water, a day`}
          unit="kg"
          optional
          value={part.kgO2PerDay}
          onChange={(kgO2PerDay) => set({ kgO2PerDay })}
        />
      )}
      {part.kind === 'filter' && (
        <>
          <NumberBox
            className={HALF}
            label={say`Media`}
            unit="m³"
            optional
            value={part.volumeM3}
            onChange={(volumeM3) => set({ volumeM3 })}
          />
          <NumberBox
            className={HALF}
            label={say`Surface of the media`}
            unit="m²/m³"
            optional
            value={part.surfaceM2PerM3}
            onChange={(surfaceM2PerM3) => set({ surfaceM2PerM3 })}
          />
          <NumberBox
            className={HALF}
            label={say`Ammonia turned over`}
            unit="g/m²"
            help={say`nitrogen, a day at 20 °C`}
            optional
            value={part.gTanPerM2Day}
            onChange={(gTanPerM2Day) => set({ gTanPerM2Day })}
          />
        </>
      )}
    </>
  );
}
