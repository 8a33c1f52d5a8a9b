'use client';
import { useState } from 'react';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Species } from '../../core/library/types';
import { temperatureResponse } from '../../core/quantity/temperatureResponse';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { ShownDay } from '../../ui/shell/ShownDay';
import { keepSpecies, type Said } from './actions';
import { CohortsNav } from './CohortsNav';
import type { SpeciesPage } from './keepingQueries';
import { SaidLines } from './SaidLines';
import { SpeciesSale } from './SpeciesSale';

const NUMBERS: [name: string, label: string][] = [
  ['tempMinC', 'Stops growing below, °C'], ['tempOptC', 'Grows best at, °C'], ['tempMaxC', 'Stops growing above, °C'],
  ['growthG13PerDay', 'Growth at its best, cube root of g a day'], ['sizeCv', 'Spread of sizes (share of the mean)'],
  ['lengthWeightA', 'Length–weight a (g, cm)'], ['lengthWeightB', 'Length–weight b'],
  ['fcr.0', 'Feed conversion, small'], ['fcr.1', 'Feed conversion, middle'], ['fcr.2', 'Feed conversion, large'], ['fcrBreaksG.0', 'Small up to, g'], ['fcrBreaksG.1', 'Middle up to, g'],
  ['proteinFraction', 'Protein in the feed (share)'], ['densityMaxKgM3', 'Most crowding, kg/m³'], ['doMinMgL', 'Least oxygen, mg/L'], ['doCriticalMgL', 'Critical oxygen, mg/L'],
  ['respirationMgKgH', 'Breathes, mg/kg·h (fed, 100 g, best °C)'], ['ammoniaMaxMgL', 'Most un-ionised ammonia nitrogen, mg/L'], ['purgeDays', 'Days of purging'], ['marketG.0', 'Market size from, g'], ['marketG.1', 'Market size to, g'],
]; // prettier-ignore

function valueOf(species: Species, name: string): number | null {
  const [key, index] = name.split('.') as [keyof Species, string?];
  const value = index === undefined ? species[key] : (species[key] as number[] | null)?.[Number(index)];
  return typeof value === 'number' ? value : null;
}

/** The library: planning defaults with their basis, and the farm's own numbers. */
export function SpeciesStation({ page }: { page: SpeciesPage }) {
  const all = [...page.own.map((o) => ({ ...o, mine: true })), ...page.others.map((species) => ({ species, version: 0, mine: false }))];
  const [code, setCode] = useState(all[0]?.species.code ?? '');
  const [said, setSaid] = useState<Said | null>(null);
  const own = page.own.find((o) => o.species.code === code);
  const chosen = all.find((s) => s.species.code === code);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <div className="stack">
      <CohortsNav here="/cohorts/species" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">Species</h1>
      <div className="columns">
        {chosen && (
          <div className="stack">
            <SpeciesSheet key={`${code}${chosen.mine}`} species={chosen.species} version={chosen.version} mine={chosen.mine} page={page} said={said} onSaid={setSaid} />
            {own && page.person.role === 'manager' && <SpeciesSale key={code} own={own} page={page} />}
          </div>
        )}
        <section className="sheet">
          <header><h2>Library</h2><span className="quiet small">{all.length} species</span></header>
          <ul className="rows">
            {all.map(({ species, mine }) => (
              <li key={species.code}>
                <button type="button" className="row" style={{ width: '100%', textAlign: 'left', border: 0, background: species.code === code ? 'var(--wash)' : 'none', font: 'inherit', cursor: 'pointer' }} aria-pressed={species.code === code} onClick={() => { setCode(species.code); setSaid(null); }}>
                  <span className="strong">{species.name}</span> <em className="small quiet">{species.scientificName}</em>
                  <div className="small quiet">{mine ? (species.basis.startsWith('Set') ? 'set by this farm' : 'on this farm, planning default') : 'planning default, not on this farm yet'}</div>
                </button>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
} // prettier-ignore

interface SheetProps {
  species: Species;
  version: number;
  mine: boolean;
  page: SpeciesPage;
  said: Said | null;
  onSaid: (said: Said) => void;
}

function SpeciesSheet({ species, version, mine, page, said, onSaid }: SheetProps) {
  const shown = NUMBERS.filter(([name]) => valueOf(species, name) !== null);
  const fields: FormField[] = shown.map(([name, label]) => ({ name: name.replace('.', '__'), label, kind: 'number', start: valueOf(species, name) ?? '' }));
  const send = async (v: Record<string, unknown>) => {
    const values = shown.map(([name]) => ({ name, value: v[name.replace('.', '__')] })).filter((x) => x.value !== valueOf(species, x.name) || !mine);
    const outcome = await keepSpecies({ entryKey: v.entryKey, code: species.code, version, values });
    if (outcome.ok) return outcome;
    return { ok: false as const, fields: Object.fromEntries(Object.entries(outcome.fields).map(([k, w]) => [k.replace('.', '__'), w])) };
  };
  const curve = Array.from({ length: 41 }, (_, t) => ({ t, growth: Math.round(temperatureResponse(t, species) * 100) }));
  return (
    <section className="sheet">
      <header><h2>{species.name}</h2><em className="quiet">{species.scientificName}</em></header>
      <div className="body stack">
        <p className="small">{species.basis}{species.note ? `. Note: ${species.note}` : ''}.</p>
        <div style={{ width: '100%', height: 140 }} role="img" aria-label={`Growth by temperature, best at ${species.tempOptC} °C`}>
          <ResponsiveContainer>
            <LineChart data={curve} margin={{ top: 6, right: 30, bottom: 0, left: 0 }}>
              <XAxis dataKey="t" unit=" °C" stroke="var(--quiet)" fontSize={12} interval={4} />
              <YAxis stroke="var(--quiet)" fontSize={12} unit=" %" width={52} ticks={[0, 50, 100]} />
              <Line dataKey="growth" stroke="var(--water)" strokeWidth={2} dot={false} isAnimationActive={false} />
            </LineChart>
          </ResponsiveContainer>
        </div>
        <SaidLines said={said} />
        {page.person.role === 'manager' ? (
          <div className="species-form">
            <ActionForm fields={fields} units={page.units} submit={mine ? 'Keep for this farm' : 'Take onto this farm'} send={send} onDone={onSaid}
              caution="Non-native species need a permit in many places; ask the authority before you stock." />
          </div>
        ) : <p className="quiet">A manager changes these numbers.</p>}
      </div>
    </section>
  );
} // prettier-ignore
