'use client';
import Autocomplete from '@mui/material/Autocomplete';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { COVERS, type Cover } from '../../core/facts/farm';
import { houseFaults } from '../../core/setup/decideSite';
import type { FarmDescription } from '../../core/setup/description';
import { climateOfHouse, COVER_SAYS, COVER_WORDS, type HousePart } from '../../core/setup/houses';
import { emptyHouses, housesOf, withHouse } from '../../core/setup/rooms';
import { toShown, toStored, unitName } from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import { MonthsOfHouse } from '../../ui/draw/MonthsOfHouse';
import { autocompleteWords } from '../../ui/form/autocompleteWords';
import { Chips } from '../../ui/form/Chips';
import { NumberBox } from '../../ui/form/NumberBox';
import { Fields, HALF, Mark, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import type { Change } from './useDescription';

interface HousesStepProps {
  d: FarmDescription;
  change: Change;
}

const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/** What each room with plants is: its weather, or what is held in it. */
export function HousesStep({ d, change }: HousesStepProps) {
  const empty = emptyHouses(d);
  const houses = [...housesOf(d), ...empty];
  const unnamed = d.places.some((p) => p.role === 'bed' && !p.room.trim());
  if (houses.length === 0 && !unnamed) return null;
  const keep = (house: HousePart) => change((was) => withHouse(was, house));
  return (
    <Sheet aria-label={say`Houses`}>
      <SheetHead>
        <h2>{say`Houses`}</h2>
        <Text quiet>{say`the air and the light that plants get in the plan`}</Text>
      </SheetHead>
      <SheetBody stack>
        {houses.map((house) => (
          <House key={house.name.toLowerCase()} house={house} d={d} onChange={keep} />
        ))}
        {empty.length > 0 && (
          <Text as="p" small quiet>
            {say`No beds stand in ${empty.map((h) => h.name).join(', ')} yet: say them with the room, like “12 rafts of 36 holes in ${empty[0]!.name}”.`}
          </Text>
        )}
        {unnamed && (
          <Text as="p" small quiet>
            {say`Beds without a room count as under glass. Say their room, like “12 beds in the cellar”, and it can be said here what it is.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}

interface HouseProps {
  house: HousePart;
  d: FarmDescription;
  onChange: (house: HousePart) => void;
}

function House({ house, d, onChange }: HouseProps) {
  const { units } = d.habits;
  const said = d.houses?.some((h) => same(h.name, house.name));
  const climate = climateOfHouse(house, d.habits);
  const faults = houseFaults(house);
  const set = (part: Partial<HousePart>) => onChange({ ...house, ...part });
  const degrees = (name: 'dayC' | 'nightC', label: string) => (
    <NumberBox
      className={HALF ?? ''}
      label={`${label}, ${unitName('temperature', units)}`}
      value={house[name] === null ? null : toShown('temperature', house[name], units)}
      optional
      onChange={(v) => set({ [name]: v === null ? null : toStored('temperature', v, units), monthsC: null })}
    />
  );
  return (
    <Stack as="section" aria-label={house.name}>
      <Text strong as="p">
        {house.name}
        {!said && (
          <Text quiet small>
            {' '}
            {say`· guessed from its name: put it right`}
          </Text>
        )}
      </Text>
      <Fields as="div">
        <TextField
          select
          label={say`Built of`}
          value={house.cover}
          helperText={told(COVER_SAYS[house.cover])}
          onChange={(e) => set({ cover: e.target.value as Cover })}
        >
          {COVERS.map((c) => (
            <MenuItem key={c} value={c}>
              {told(COVER_WORDS[c])}
            </MenuItem>
          ))}
        </TextField>
        {degrees('dayC', say`Held at by day`)}
        {degrees('nightC', say`Held at by night`)}
        <NumberBox
          className={HALF ?? ''}
          label={say`Lamps on, hours a day`}
          value={house.lampHours}
          onChange={(lampHours) => set({ lampHours })}
          optional
          wrong={faults.lampHours}
        />
        <NumberBox
          className={HALF ?? ''}
          label={say`Lamp light, µmol/m² s`}
          value={house.umolM2S}
          onChange={(umolM2S) => set({ umolM2S })}
          optional
          wrong={faults.umolM2S}
        />
      </Fields>
      <MonthsOfHouse {...climate} units={units} />
    </Stack>
  );
}

/** Asked, not waited for: weight above the ground is an engineer's. */
export function RaisedAsked({ d, change }: HousesStepProps) {
  const heavy = d.places.filter((p) => p.volumeL || p.areaM2);
  if (heavy.length === 0) return null;
  const on = (where: 'stand' | 'roof') => heavy.filter((p) => p.standsOn === where).map((p) => p.code);
  const answer = d.raised ?? (heavy.some((p) => p.standsOn !== 'floor') ? 'some' : null);
  const put = (where: 'stand' | 'roof', codes: readonly string[]) =>
    change((was) => ({
      ...was,
      raised: 'some',
      places: was.places.map((p) =>
        codes.includes(p.code) ? { ...p, standsOn: where } : p.standsOn === where ? { ...p, standsOn: 'floor' } : p,
      ),
    }));
  const pick = (where: 'stand' | 'roof', label: string) => (
    <Autocomplete
      {...autocompleteWords()}
      multiple
      limitTags={6}
      options={heavy.map((p) => p.code)}
      value={on(where)}
      onChange={(_, codes) => put(where, codes)}
      renderInput={(props) => <TextField {...props} label={label} />}
    />
  );
  return (
    <Sheet aria-label={say`Weight above the ground`}>
      <SheetBody stack>
        <Text as="p">{say`Does any tank or bed stand on a stand, on a floor above, or on a roof?`}</Text>
        <Chips
          label={say`Weight above the ground`}
          options={[
            ['none', say`no, all on the ground`],
            ['some', say`yes`],
          ]}
          chosen={answer}
          onChoose={(raised: 'none' | 'some') =>
            change((was) => ({
              ...was,
              raised,
              places: raised === 'none' ? was.places.map((p) => ({ ...p, standsOn: 'floor' as const })) : was.places,
            }))
          }
        />
        {answer === 'some' && pick('roof', say`On a roof or a floor above`)}
        {answer === 'some' && pick('stand', say`On a stand`)}
        {answer === 'some' && (
          <Mark tone="soon" as="p">
            {say`A litre of water weighs a kilogram. An engineer signs raised weight.`}
          </Mark>
        )}
      </SheetBody>
    </Sheet>
  );
}
