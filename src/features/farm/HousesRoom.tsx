'use client';
import { useState } from 'react';
import { COVERS } from '../../core/facts/farm';
import { COVER_SAYS, COVER_WORDS } from '../../core/setup/houses';
import { readersUnits } from '../../core/quantity/units';
import { plural, say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { MonthsOfHouse } from '../../ui/draw/MonthsOfHouse';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Columns, Empty, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { SaidLines } from '../../ui/SaidLines';
import type { Said } from '../../core/acts/effects';
import { FarmNav } from './FarmNav';
import type { HousesPage } from './queries';

type House = HousesPage['houses'][number];

/** Where the farm stands, and what its houses are built of and held at. */
export function HousesRoom({ page }: { page: HousesPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const green = page.houses.filter((h) => h.beds > 0);
  return (
    <Stack>
      <FarmNav here="/farm/houses" suffix="" />
      <PageHead>
        <h1>{say`Houses`}</h1>
        <Text
          quiet
        >{say`the air and the light that plants get in the plan; a change is asked about before anything moves`}</Text>
      </PageHead>
      <SaidLines said={said} />
      {!page.mayChange && <Mark tone="soon">{say`A manager changes these.`}</Mark>}
      <Columns>
        <Stack>
          {green.length === 0 && (
            <Sheet>
              <Empty>{say`No bed stands in a room with a name. Give beds their room on Loops and places; then it can be said here what it is.`}</Empty>
            </Sheet>
          )}
          {green.map((house) => (
            <HouseSheet key={`${house.id}${house.version}`} house={house} page={page} onDone={setSaid} />
          ))}
        </Stack>
        <SiteSheet key={page.site.version} page={page} onDone={setSaid} />
      </Columns>
    </Stack>
  );
}

interface SheetProps {
  page: HousesPage;
  onDone: (said: Said) => void;
}

function houseFields({ house }: House): FormField[] {
  return [
    {
      ...{ name: 'cover', label: word`Built of`, kind: 'select', start: house?.cover ?? 'glass' },
      options: COVERS.map((c): [string, string] => [c, `${told(COVER_WORDS[c])} · ${told(COVER_SAYS[c])}`]),
    },
    {
      ...{ name: 'dayC', label: word`Held at by day`, kind: 'quantity', quantity: 'temperature', half: true },
      ...{ optional: true, start: house?.dayC ?? '' },
    },
    {
      ...{ name: 'nightC', label: word`Held at by night`, kind: 'quantity', quantity: 'temperature', half: true },
      ...{ optional: true, start: house?.nightC ?? '' },
      help: word`Empty: it follows the weather.`,
    },
    {
      ...{ name: 'monthsC', label: word`Or month by month, January to December`, kind: 'weights', rows: 1 },
      ...{ quantity: 'temperature', optional: true, start: house?.monthsC ?? '' },
      help: word`Twelve means of day and night, with spaces between; then the two above do not count.`,
    },
    {
      ...{ name: 'lampHours', label: word`Lamps on, hours a day`, kind: 'number', half: true, optional: true },
      start: house?.lampHours ?? '',
    },
    {
      ...{ name: 'umolM2S', label: word`Lamp light, µmol/m² s`, kind: 'number', half: true },
      ...{ optional: true, start: house?.umolM2S ?? '' },
    },
  ];
}

function HouseSheet({ house, page, onDone }: SheetProps & { house: House }) {
  const months = house.airC && house.lightMol ? { airC: house.airC, lightMol: house.lightMol } : page.usual;
  return (
    <Sheet aria-label={house.name}>
      <SheetHead>
        <h2>{house.name}</h2>
        <Text quiet>
          {plural(house.beds, '# bed', '# beds')}
          {house.house
            ? ` · ${told(COVER_WORDS[house.house.cover])}`
            : say` · nobody said yet what it is: counts as glass`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        {months && <MonthsOfHouse {...months} units={page.units} />}
        {page.mayChange && (
          <ActionForm
            about={`house ${house.name}`}
            fields={houseFields(house)}
            units={page.units}
            submit={say`Keep`}
            send={(values) => send<Said>('setup.house@1', { ...values, id: house.id, version: house.version })}
            onDone={onDone}
          />
        )}
        <ReadHere house={house} page={page} onDone={onDone} />
      </SheetBody>
    </Sheet>
  );
}

const READ_HERE: FormField[] = [
  {
    ...{ name: 'air', label: word`Air read here now`, kind: 'quantity', quantity: 'temperature', half: true },
    ...{ optional: true, start: '' },
  },
  { name: 'light', label: word`Light of today, mol/m²`, kind: 'number', half: true, optional: true, start: '' },
];

/** What was read in a house counts for what grows there, at once. */
function ReadHere({ house, page, onDone }: SheetProps & { house: House }) {
  if (!house.readAt || !page.mayRead) return null;
  return (
    <ActionForm
      about={`read ${house.name}`}
      fields={READ_HERE}
      units={page.units}
      submit={say`Write it down`}
      send={({ air, light, ...rest }) =>
        send<Said>('water.read@1', {
          ...{ ...rest, ...house.readAt },
          values: { ...(air === undefined ? {} : { air }), ...(light === undefined ? {} : { light }) },
        })
      }
      onDone={onDone}
    />
  );
}

function SiteSheet({ page, onDone }: SheetProps) {
  const { site } = page;
  const fields: FormField[] = [
    {
      ...{ name: 'latitude', label: word`Latitude, °`, kind: 'number', half: true, start: site.latitude ?? '' },
      help: word`South of the equator it is negative: −33.`,
    },
    {
      name: 'altitudeM',
      label: word`Height`,
      kind: 'quantity',
      quantity: 'length',
      half: true,
      start: site.altitudeM ?? 0,
    },
  ];
  return (
    <Sheet aria-label={say`Where it stands`}>
      <SheetHead>
        <h2>{say`Where it stands`}</h2>
        <Text quiet>{say`months of air, light and free water follow from it`}</Text>
      </SheetHead>
      <SheetBody stack>
        {site.latitude === null && <Text as="p">{say`Nobody has said yet where the farm stands.`}</Text>}
        {page.mayChange ? (
          <ActionForm
            about="site"
            fields={fields}
            units={readersUnits()}
            submit={say`Keep`}
            send={(values) => send<Said>('setup.site@1', { ...values, version: site.version })}
            onDone={onDone}
          />
        ) : (
          site.latitude !== null && <Text as="p">{say`${site.latitude}° at ${site.altitudeM ?? 0} m`}</Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
