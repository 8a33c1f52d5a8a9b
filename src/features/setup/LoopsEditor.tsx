'use client';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { SPECIES_DEFAULTS } from '../../core/library/defaults';
import { LOOP_KINDS, LOOP_WORDS, type FarmDescription, type LoopPart } from '../../core/setup/description';
import { toShown, toStored, unitName } from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import { NumberBox } from '../../ui/form/NumberBox';
import { Buttons, Empty, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { autocompleteWords } from '../../ui/form/autocompleteWords';
import type { Change } from './useDescription';
import { copyLoop } from '../../core/setup/copyLoop';
import { flowOf } from '../../core/setup/flow';
import { WaterWay } from '../../ui/draw/WaterWay';
import css from './setup.module.css';

interface LoopsEditorProps {
  d: FarmDescription;
  change: Change;
  faults: Record<string, string>;
}

/** A code that a name suggests, and nobody has. */
function codeFor(name: string, taken: readonly string[]): string {
  const base =
    name
      .toLowerCase()
      .replace(/[^\p{L}\d]+/gu, '')
      .slice(0, 16) || 'loop';
  if (!taken.includes(base)) return base;
  for (let n = 2; ; n++) if (!taken.includes(`${base}${n}`)) return `${base}${n}`;
}

/** The waters that go round, and the fish that are to live in them. */
export function LoopsEditor({ d, change, faults }: LoopsEditorProps) {
  const add = () =>
    change((was) => {
      const name = say`Loop ${was.loops.length + 1}`;
      const code = codeFor(
        name,
        was.loops.map((l) => l.code),
      );
      return { ...was, loops: [...was.loops, { code, name, kind: 'coupled', lowC: 18, highC: 26, into: null }] };
    });
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Loops`}</h2>
        <Text quiet>{say`each a water that goes round: tanks, filter, beds, sump, pump`}</Text>
      </SheetHead>
      {d.loops.length === 0 && <Empty>{faults.loops ?? say`Add the first one.`}</Empty>}
      {d.loops.map((loop, i) => (
        <LoopRow key={i} i={i} loop={loop} d={d} change={change} faults={faults} />
      ))}
      <SheetBody stack>
        <Buttons>
          <Button variant="outlined" onClick={add}>
            {say`Add a loop`}
          </Button>
        </Buttons>
        <Autocomplete
          {...autocompleteWords()}
          multiple
          options={SPECIES_DEFAULTS.map((s) => s.code)}
          getOptionLabel={(code) => SPECIES_DEFAULTS.find((s) => s.code === code)?.name ?? code}
          value={d.species}
          onChange={(_, species) => change((was) => ({ ...was, species }))}
          renderInput={(props) => (
            <TextField
              {...props}
              label={say`Fish you keep`}
              helperText={say`Values start from planning defaults; change them on Farm.`}
            />
          )}
        />
      </SheetBody>
    </Sheet>
  );
}

interface LoopRowProps extends LoopsEditorProps {
  i: number;
  loop: LoopPart;
}

function LoopRow({ i, loop, d, change, faults }: LoopRowProps) {
  const { units } = d.habits;
  const wrong = (field: keyof LoopPart) => faults[`loops.${i}.${field}`];
  const set = (part: Partial<LoopPart>) =>
    change((was) => ({ ...was, loops: was.loops.map((l, k) => (k === i ? { ...l, ...part } : l)) }));
  const rename = (code: string) =>
    change((was) => {
      const old = was.loops[i]!.code;
      const follow = <T extends { loop: string | null }>(row: T): T =>
        row.loop === old ? { ...row, loop: code } : row;
      return {
        ...was,
        loops: was.loops.map((l, k) => ({ ...l, ...(k === i ? { code } : {}), into: l.into === old ? code : l.into })),
        places: was.places.map(follow),
        equipment: was.equipment.map(follow),
      };
    });
  const leaveOut = () =>
    change((was) => ({
      ...was,
      loops: was.loops.filter((_, k) => k !== i),
      places: was.places.filter((p) => p.loop !== loop.code),
      equipment: was.equipment.filter((e) => e.loop !== loop.code),
    }));
  const degrees = (field: 'lowC' | 'highC', label: string) => (
    <NumberBox
      label={label}
      unit={unitName('temperature', units)}
      value={toShown('temperature', loop[field], units)}
      onChange={(v) => v !== null && set({ [field]: toStored('temperature', v, units) })}
      wrong={wrong(field)}
    />
  );
  return (
    <div className={css.loop} role="group" aria-label={say`Loop ${loop.name}`}>
      <TextField
        label={say`Code`}
        value={loop.code}
        onChange={(e) => rename(e.target.value.toLowerCase())}
        error={!!wrong('code')}
        helperText={wrong('code')}
      />
      <TextField label={say`Name`} value={loop.name} onChange={(e) => set({ name: e.target.value })} />
      <TextField
        select
        label={say`How its water runs`}
        value={loop.kind}
        onChange={(e) => set({ kind: e.target.value as LoopPart['kind'] })}
      >
        {LOOP_KINDS.map((kind) => (
          <MenuItem key={kind} value={kind}>
            {told(LOOP_WORDS[kind])}
          </MenuItem>
        ))}
      </TextField>
      {degrees('lowC', say`Warmed to`)}
      {degrees('highC', say`Cooled to`)}
      <Button
        onClick={() => change((was) => copyLoop(was, { code: loop.code, times: 1 }))}
        aria-label={say`Copy ${loop.name} with all in it`}
      >
        {say`Copy`}
      </Button>
      <Button color="error" onClick={leaveOut} aria-label={say`Take out ${loop.name}`}>
        {say`Take out`}
      </Button>
      <WaterWay nodes={flowOf(d, loop.code)} />
    </div>
  );
}
