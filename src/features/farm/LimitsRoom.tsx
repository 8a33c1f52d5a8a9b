'use client';
import { Link } from '../../ui/shell/visit';
import { useState } from 'react';
import { LOOP_KINDS, LOOP_WORDS } from '../../core/setup/description';
import { formatLoad, readersUnits } from '../../core/quantity/units';
import { say, told, word } from '../../core/words/words';
import { LOCALES } from '../../words/locales';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Columns, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { placeOf } from '../../ui/words/placeOf';
import { FarmNav } from './FarmNav';
import type { LimitsPage } from './queries';
import type { Said } from './useAct';

type Loop = LimitsPage['loops'][number];

/** Where its schedules, rations and limits of fish are set. */
const ELSEWHERE: readonly (readonly [path: string, words: string])[] = [
  ['/cohorts/feed', word`Rations, feeding times and feed orders`],
  ['/cohorts/species', word`Limits of each species: crowding, oxygen, ammonia, purging`],
  ['/cohorts/temperature', word`Temperatures of the water through the year`],
  ['/cohorts/life', word`Aerators and filters, and what is kept in reserve`],
  ['/farm/chores', word`Routine of every so many days`],
  ['/farm/houses', word`Where the farm stands, its houses, their air and light`],
  ['/farm/carries', word`Planning rules: media for the fish and the others`],
];

/** What the farm is used to, and by what its loops warn. */
export function LimitsRoom({ page }: { page: LimitsPage }) {
  const [said, setSaid] = useState<string | null>(null);
  const tell = (v: Said) => setSaid([v.words, ...(v.lines ?? [])].join(' '));
  return (
    <Stack>
      <FarmNav here="/farm/limits" suffix="" />
      <PageHead>
        <h1>{say`Habits and limits`}</h1>
        <Text quiet>{say`what the farm is used to, and by what it warns`}</Text>
      </PageHead>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      {!page.mayChange && <Mark tone="soon">{say`A manager changes these.`}</Mark>}
      <Columns>
        <Stack>
          {page.loops.map((loop) => (
            <LoopSheet key={`${loop.id}${loop.version}`} loop={loop} page={page} onDone={tell} />
          ))}
          {page.mayChange && <NewLoop key={page.loops.length} onDone={tell} />}
          <Sheet>
            <SheetHead>
              <h2>{say`Set elsewhere`}</h2>
            </SheetHead>
            <SheetBody stack>
              {ELSEWHERE.map(([path, words]) => (
                <Link key={path} href={path}>
                  {told(words)}
                </Link>
              ))}
            </SheetBody>
          </Sheet>
        </Stack>
        <HabitsSheet key={page.farm.version} page={page} onDone={tell} />
      </Columns>
    </Stack>
  );
}

const SCHOOLS: [string, string][] = [
  ['feed', word`feed on the planted area`],
  ['nitrogen', word`nitrogen given, of what its plants take up`],
];

interface SheetProps {
  page: LimitsPage;
  onDone: (said: Said) => void;
}

function LoopSheet({ loop, page, onDone }: SheetProps & { loop: Loop }) {
  const fields: FormField[] = [
    { name: 'name', label: word`Name`, kind: 'text', start: loop.name },
    { name: 'warnsBy', label: word`Warns by`, kind: 'select', start: loop.warnsBy, options: SCHOOLS },
    {
      name: 'lowGM2',
      label: word`Hungry below, feed a day`,
      kind: 'quantity',
      quantity: 'load',
      half: true,
      start: loop.lowGM2,
    },
    {
      name: 'highGM2',
      label: word`Too much above, feed a day`,
      kind: 'quantity',
      quantity: 'load',
      half: true,
      start: loop.highGM2,
    },
    {
      name: 'lowNPercent',
      label: word`Hungry below, % of nitrogen`,
      kind: 'number',
      half: true,
      start: loop.lowNPercent,
    },
    { name: 'highNPercent', label: word`Too much above, %`, kind: 'number', half: true, start: loop.highNPercent },
  ];
  return (
    <Sheet aria-label={loop.name}>
      <SheetHead>
        <h2>{loop.name}</h2>
        <Text quiet>{say`when its plants go hungry, and when the fish are too many for them`}</Text>
      </SheetHead>
      <SheetBody>
        {page.mayChange ? (
          <ActionForm
            about={loop.code}
            fields={fields}
            units={page.units}
            submit={say`Keep`}
            send={(values) => send<Said>('loop.change@1', { ...values, id: loop.id, version: loop.version })}
            onDone={onDone}
          />
        ) : (
          <Text as="p">
            {loop.warnsBy === 'nitrogen'
              ? say`fish give ${loop.lowNPercent} to ${loop.highNPercent} % of the nitrogen that its plants take up`
              : say`${formatLoad(loop.lowGM2, readersUnits())} to ${formatLoad(loop.highGM2, readersUnits())} of feed a day`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}

const NEW_LOOP: FormField[] = [
  { name: 'code', label: word`Code`, kind: 'text', half: true },
  { name: 'name', label: word`Name`, kind: 'text', half: true },
  {
    name: 'kind',
    label: word`How its water runs`,
    kind: 'select',
    options: LOOP_KINDS.map((kind): [string, string] => [kind, LOOP_WORDS[kind]]),
    start: 'coupled',
  },
  { name: 'lowC', label: word`Warmed to`, kind: 'quantity', quantity: 'temperature', half: true, start: 20 },
  { name: 'highC', label: word`Cooled to`, kind: 'quantity', quantity: 'temperature', half: true, start: 26 },
];

function NewLoop({ onDone }: { onDone: (said: Said) => void }) {
  return (
    <Sheet aria-label={say`Another loop`}>
      <SheetHead>
        <h2>{say`Another loop`}</h2>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about="new loop"
          fields={NEW_LOOP}
          units={readersUnits()}
          submit={say`Add the loop`}
          send={(values) => send<Said>('loop.add@1', values)}
          onDone={onDone}
        />
      </SheetBody>
    </Sheet>
  );
}

const MASS: [string, string][] = [
  ['metric', word`g, kg, L`],
  ['us', word`oz, lb, gal`],
];
const TEMPERATURE: [string, string][] = [
  ['C', '°C'],
  ['F', '°F'],
];

function HabitsSheet({ page, onDone }: SheetProps) {
  const { farm } = page;
  if (!page.mayChange) return null;
  const fields: FormField[] = [
    { name: 'name', label: word`Name of the farm`, kind: 'text', start: farm.name },
    {
      name: 'locale',
      label: word`Numbers, days and money`,
      kind: 'select',
      options: [...new Set([...LOCALES, farm.locale])].map((locale): [string, string] => [locale, placeOf(locale)]),
      start: farm.locale,
    },
    { name: 'mass', label: word`Weights and volumes`, kind: 'select', options: MASS, half: true, start: farm.mass },
    {
      ...{ name: 'temperature', label: word`Temperature`, kind: 'select', options: TEMPERATURE, half: true },
      start: farm.temperature,
    },
    {
      name: 'entryBackDays',
      label: word`Records may come late by, days`,
      kind: 'count',
      start: farm.entryBackDays,
      help: word`what was done on paper while there was no connection`,
    },
    {
      name: 'mostOfOnePercent',
      label: word`Most of one crop, % of what is planted`,
      kind: 'count',
      start: farm.mostOfOnePercent,
      help: word`said on the sow list when the plan goes beyond it`,
    },
    {
      name: 'scoutEveryDays',
      label: word`Look over the beds every so many days`,
      kind: 'count',
      start: farm.scoutEveryDays,
      help: word`asked for on the round, house by house; 0: never`,
    },
  ];
  return (
    <Sheet aria-label={say`Habits`}>
      <SheetHead>
        <h2>{say`Habits`}</h2>
        <Text quiet>{say`for everyone who has chosen none of their own`}</Text>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about="habits"
          fields={fields}
          units={page.units}
          submit={say`Keep`}
          send={(values) => send<Said>('setup.habits@1', { ...values, version: farm.version })}
          onDone={onDone}
        />
      </SheetBody>
    </Sheet>
  );
}
