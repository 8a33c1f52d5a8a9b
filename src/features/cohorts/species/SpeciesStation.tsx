'use client';
import { say, told, word, inReadersUnits } from '../../../core/words/words';
import { useState } from 'react';
import type { Species } from '../../../core/library/types';
import { formatNumber, formatTemperature, toShown, type Quantity, type UnitChoice } from '../../../core/quantity/units';
import { equivalentTgc } from '../../../core/fish/growth';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { PutAway } from '../../../ui/form/PutAway';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { keepSpecies, retireKind, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import type { SpeciesPage } from './speciesQuery';
import { SaidLines } from '../../../ui/SaidLines';
import { OwnSpecies } from './OwnSpecies';
import { DeathsSheet } from './DeathsSheet';
import { SpeciesSale } from './SpeciesSale';
import { tone } from '../../../ui/theme/tones';
import { Columns, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text, Unseen, classes } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import { lazyChart } from '../../../ui/kit/lazyChart';

interface NumberField {
  name: string;
  label: string;
  quantity?: Quantity;
}

const GROUPS: [group: string, fields: NumberField[]][] = [
  [
    word`Temperature`,
    [
      { name: 'tempMinC', label: word`Stops growing below`, quantity: 'temperature' },
      { name: 'tempOptC', label: word`Grows best at`, quantity: 'temperature' },
      { name: 'tempMaxC', label: word`Stops growing above`, quantity: 'temperature' },
      { name: 'growthG13PerDay', label: word`Growth at its best, ∛g a day` },
    ],
  ],
  [
    word`Sizes`,
    [
      { name: 'marketG.0', label: word`Market size from`, quantity: 'smallMass' },
      { name: 'marketG.1', label: word`Market size to`, quantity: 'smallMass' },
      { name: 'sizeCv', label: word`Spread, share of the mean` },
      { name: 'lengthWeightA', label: word`Length–weight a (g, cm)` },
      { name: 'lengthWeightB', label: word`Length–weight b` },
    ],
  ],
  [
    word`Feed`,
    [
      { name: 'fcrBreaksG.0', label: word`Small up to`, quantity: 'smallMass' },
      { name: 'fcrBreaksG.1', label: word`Middle up to`, quantity: 'smallMass' },
      { name: 'fcr.0', label: word`Conversion, small` },
      { name: 'fcr.1', label: word`Conversion, middle` },
      { name: 'fcr.2', label: word`Conversion, large` },
      { name: 'proteinFraction', label: word`Protein, share of the feed` },
    ],
  ],
  [
    word`Water and keeping`,
    [
      { name: 'densityMaxKgM3', label: word`Highest density`, quantity: 'density' },
      { name: 'doMinMgL', label: word`Lowest oxygen, mg/L` },
      { name: 'doCriticalMgL', label: word`Critical oxygen, mg/L` },
      { name: 'respirationMgKgH', label: word`Breathes, mg/kg·h (100 g)` },
      { name: 'ammoniaMaxMgL', label: word`Highest free ammonia, mg N/L` },
      { name: 'purgeDays', label: word`Days of purging` },
    ],
  ],
];

const NUMBERS = GROUPS.flatMap(([group, fields]) => fields.map((f) => ({ ...f, group })));

/** Dots part a path on the way to the form. */
const fieldName = (name: string) => name.replace('.', '__');

function valueOf(species: Species, name: string): number | null {
  const [key, index] = name.split('.') as [keyof Species, string?];
  const value = index === undefined ? species[key] : (species[key] as number[] | null)?.[Number(index)];
  return typeof value === 'number' ? value : null;
}

/** The library: planning defaults with their basis, and the farm's own numbers. */
export function SpeciesStation({ page }: { page: SpeciesPage }) {
  const all = [
    ...page.own.map((o) => ({ ...o, mine: true })),
    ...page.others.map((species) => ({ species, version: 0, mine: false })),
  ];
  const [code, setCode] = useState(all[0]?.species.code ?? '');
  const [said, setSaid] = useState<Said | null>(null);
  const own = page.own.find((o) => o.species.code === code);
  const chosen = all.find((s) => s.species.code === code);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <CohortsNav here="/cohorts/species" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Species`}</Unseen>
      <Columns>
        {chosen && (
          <Stack>
            <SpeciesSheet
              key={`${code}${chosen.mine}`}
              species={chosen.species}
              version={chosen.version}
              mine={chosen.mine}
              page={page}
              said={said}
              onSaid={setSaid}
            />
            {own && (
              <DeathsSheet
                key={`deaths ${code}`}
                species={own.species}
                version={own.version}
                deaths={own.deaths}
                units={page.units}
                mayChange={page.person.role === 'manager' && page.when === 'today'}
                onSaid={setSaid}
              />
            )}
            {own && page.person.role === 'manager' && <SpeciesSale key={code} own={own} page={page} />}
          </Stack>
        )}
        <Stack>
          {page.person.role === 'manager' && <OwnSpecies page={page} />}
          <Sheet>
            <SheetHead>
              <h2>{say`Library`}</h2>
              <Text quiet small>
                {say`${all.length} species`}
              </Text>
            </SheetHead>
            <Rows>
              {all.map(({ species, mine }) => (
                <LibraryRow
                  key={species.code}
                  species={species}
                  code={code}
                  setCode={setCode}
                  setSaid={setSaid}
                  mine={mine}
                />
              ))}
            </Rows>
          </Sheet>
        </Stack>
      </Columns>
    </Stack>
  );
}

interface LibraryRowProps {
  species: Species;
  code: string;
  setCode: (code: string) => void;
  setSaid: (said: Said | null) => void;
  mine: boolean;
}

function LibraryRow({ species, code, setCode, setSaid, mine }: LibraryRowProps) {
  return (
    <li>
      <Row
        as="button"
        type="button"
        style={{
          width: '100%',
          textAlign: 'left',
          border: 0,
          background: species.code === code ? tone.wash : 'none',
          font: 'inherit',
          cursor: 'pointer',
        }}
        aria-pressed={species.code === code}
        onClick={() => {
          setCode(species.code);
          setSaid(null);
        }}
      >
        <Text strong>{told(species.name)}</Text>{' '}
        <Text as="em" small quiet>
          {species.scientificName}
        </Text>
        <Text as="div" small quiet>
          {mine
            ? species.basis.startsWith('Set')
              ? say`set by this farm`
              : say`on this farm, planning default`
            : say`planning default, not on this farm yet`}
        </Text>
      </Row>
    </li>
  );
}

/** Untouched in the person's units: what rounding there hides is no change. */
function looksAlike({ value, quantity }: NumberField & { value: number }, known: number, units: UnitChoice): boolean {
  if (!quantity) return value === known;
  const shown = (stored: number) => toShown(quantity, stored, units).toFixed(2);
  return shown(value) === shown(known);
}

interface SheetProps {
  species: Species;
  version: number;
  mine: boolean;
  page: SpeciesPage;
  said: Said | null;
  onSaid: (said: Said) => void;
}

const ResponseCurve = lazyChart(
  () => import('./ResponseCurve').then((m) => m.ResponseCurve),
  classes(css.chart, css.small),
);

function SpeciesSheet({ species, version, mine, page, said, onSaid }: SheetProps) {
  const { units } = page;
  const shown = NUMBERS.filter((f) => valueOf(species, f.name) !== null);
  const fields: FormField[] = shown.map(({ name, label, group, quantity }) => ({
    name: fieldName(name),
    label,
    group,
    start: valueOf(species, name)!,
    half: true,
    ...(quantity ? { kind: 'quantity', quantity } : { kind: 'number' }),
  }));
  const send = async (v: Record<string, unknown>) => {
    const typed = shown.map((f) => ({ ...f, value: Number(v[fieldName(f.name)]) }));
    const changed = typed.filter((f) => !mine || !looksAlike(f, valueOf(species, f.name)!, units));
    const values = changed.map(({ name, value }) => ({ name, value }));
    const outcome = await keepSpecies({ entryKey: v.entryKey, code: species.code, version, values });
    if (outcome.ok) return outcome;
    return {
      ok: false as const,
      fields: Object.fromEntries(Object.entries(outcome.fields).map(([k, w]) => [fieldName(k), w])),
    };
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{species.name}</h2>
        <Text as="em" quiet>
          {species.scientificName}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Text as="p" small>
          {inReadersUnits(String(told(species.basis)))}
          {species.note ? say`. Note: ${inReadersUnits(species.note)}` : ''}.
        </Text>
        <ResponseCurve species={species} units={units} />
        {species.tempOptC > 0 && (
          <Text as="p" small quiet>
            {say`At ${formatTemperature(species.tempOptC, units)} this is a thermal growth coefficient (the older method) of ${formatNumber(equivalentTgc(species, species.tempOptC), 2)}.`}
          </Text>
        )}
        <SaidLines said={said} />
        {page.person.role === 'manager' ? (
          <div className={css.speciesForm}>
            <ActionForm
              fields={fields}
              units={units}
              submit={mine ? say`Keep for this farm` : say`Take onto this farm`}
              send={send}
              onDone={onSaid}
              beside={
                mine && (
                  <PutAway
                    name={species.name}
                    says={say`It is not stocked any more; fish that are here are fed and harvested as before. It can be taken onto the farm again.`}
                    send={(v) => retireKind({ ...v, what: 'species', code: species.code, version })}
                    onDone={onSaid}
                  />
                )
              }
              caution={say`Non-native species need a permit in many places; ask the authority before you stock.`}
            />
          </div>
        ) : (
          <Text as="p" quiet>
            {say`A manager changes these numbers.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
