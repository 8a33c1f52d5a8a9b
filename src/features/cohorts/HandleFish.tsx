'use client';
import { useEffect, useState } from 'react';
import { acclimatisation } from '../../core/fish/acclimatise';
import { formatMass, formatNumber, toStored, type UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { newEntryKey } from '../../ui/outcome';
import { grade, husbandry, move, planStep, preview, sellLive, type Preview, type Said } from './actions';
import type { TankChoice } from './keepingQueries';
import { SaidLines } from './SaidLines';
import { SampleForm } from './SampleForm';
import { ScrollTable } from '../../ui/table/ScrollTable';

export interface Handled {
  lotCode: string;
  placeId: string;
  place: string;
  count: number;
  meanG: number;
  quarantined: boolean;
  /** Live grades of the species, with how many of these fish are of each; none for food fish. */
  grades?: { code: string; name: string; count: number }[];
}

interface HandleFishProps {
  fish: Handled;
  tanks: TankChoice[];
  units: UnitChoice;
  role: string;
  today: string;
  onSaid: (said: Said) => void;
}

type Job = 'weigh' | 'move' | 'grade' | 'live' | 'note' | 'plan';

/** All places a lot stands in. What was said stays, also when the fish have left the place it was said of. */
export function HandleAll({ handled, ...rest }: Omit<HandleFishProps, 'fish' | 'onSaid'> & { handled: Handled[] }) {
  const [said, setSaid] = useState<Said | null>(null);
  return (
    <>
      <SaidLines said={said} />
      {handled.map((fish) => (
        <section className="sheet" key={fish.placeId}>
          <header>
            <h2>
              {formatNumber(fish.count)} in {fish.place}
            </h2>
            {fish.quarantined && <span className="attention strong">in quarantine, not cleared</span>}
          </header>
          <HandleFish fish={fish} {...rest} onSaid={setSaid} />
        </section>
      ))}
    </>
  );
}

/** Everything that is done to the fish of one lot in one tank. */
export function HandleFish({ fish, tanks, units, role, today, onSaid }: HandleFishProps) {
  const [job, setJob] = useState<Job | null>(null);
  const done = (result: Said) => {
    onSaid(result);
    setJob(null);
  };
  const jobs: [Job, string][] = [
    ['weigh', 'Weigh or measure'],
    ['move', 'Move'],
    ['grade', 'Grade'],
    ...(isLive(fish) ? ([['live', 'Net for live sale']] as [Job, string][]) : []),
    ['note', fish.quarantined ? 'Observe, treat, clear' : 'Observe or treat'],
    ...(role === 'manager' ? ([['plan', 'Plan a step']] as [Job, string][]) : []),
  ];
  const others = tanks.filter((t) => t.id !== fish.placeId);
  return (
    <div className="body stack">
      <div className="buttons" role="group" aria-label={`What to do with ${fish.lotCode} in ${fish.place}`}>
        {jobs.map(([key, words]) => (
          <button
            key={key}
            type="button"
            className="chip"
            aria-pressed={job === key}
            onClick={() => setJob(job === key ? null : key)}
          >
            {words}
          </button>
        ))}
      </div>
      {job === 'weigh' && <SampleForm fish={fish} units={units} onDone={done} />}
      {job === 'move' && <MoveForm fish={fish} tanks={tanks} others={others} units={units} onDone={done} />}
      {job === 'grade' && <GradeForm fish={fish} tanks={tanks} units={units} onDone={done} />}
      {job === 'live' && <LiveForm fish={fish} units={units} onDone={done} />}
      {job === 'note' && <NoteForm fish={fish} role={role} units={units} today={today} onDone={done} />}
      {job === 'plan' && <PlanForm fish={fish} tanks={others} units={units} today={today} onDone={done} />}
    </div>
  );
}

interface FormProps {
  fish: Handled;
  units: UnitChoice;
  onDone: (said: Said) => void;
}

const options = (tanks: TankChoice[]): [string, string][] => tanks.map((t) => [t.id, t.says]);
const isLive = (fish: Handled) => (fish.grades ?? []).length > 0;
const own = (fish: Handled) => ({ lotCode: fish.lotCode, fromPlaceId: fish.placeId });

function readNumber(text: string | undefined): number | undefined {
  const n = Number((text ?? '').trim().replace(',', '.'));
  return text?.trim() && Number.isFinite(n) ? n : undefined;
}

function MoveForm({ fish, tanks, others, units, onDone }: FormProps & { tanks: TankChoice[]; others: TankChoice[] }) {
  const fields: FormField[] = [
    { name: 'toPlaceId', label: 'To which tank', kind: 'select', options: options(others), start: '' },
    { name: 'count', label: 'Fish moved, as they come', kind: 'count', start: Math.round(fish.count) },
    { name: 'massG', label: 'Their weight together', kind: 'quantity', quantity: 'mass', start: Math.round(fish.count * fish.meanG), help: 'As weighed; a few totes and their count are enough to judge the mean.' },
    { name: 'dead', label: 'Died on the way', kind: 'count', start: 0 },
  ]; // prettier-ignore
  return (
    <ActionForm fields={fields} units={units} submit="Moved" send={(v) => move({ ...v, ...own(fish) })} onDone={onDone}
      caution="Two people at the tank; lift with the knees, a full tote is about 1 kg a litre. Nets and boots of one loop stay in that loop.">
      {(typed) => (
        <>
          <BothTanks fish={fish} units={units} ask={typed.toPlaceId ? { toPlaceId: typed.toPlaceId, count: Math.round(readNumber(typed.count) ?? 0) } : null} />
          <Waters from={tanks.find((t) => t.id === fish.placeId)} to={tanks.find((t) => t.id === typed.toPlaceId)} />
          <p className="small quiet">Without weighing, on the log line: <span className="mono">{fish.place} move {typed.count || 'all'} {tanks.find((t) => t.id === typed.toPlaceId)?.code ?? '…'}</span></p>
        </>
      )}
    </ActionForm>
  ); // prettier-ignore
}

function GradeForm({ fish, tanks, units, onDone }: FormProps & { tanks: TankChoice[] }) {
  const here = (t: TankChoice): [string, string] => [t.id, t.id === fish.placeId ? `${t.code} · stay where they are` : t.says]; // prettier-ignore
  const fields: FormField[] = [
    { name: 'thresholdG', label: 'Parted at, one fish', kind: 'quantity', quantity: 'smallMass', start: Math.round(fish.meanG) },
    { name: 'largePlaceId', label: 'Large ones go to', kind: 'select', options: tanks.map(here), start: '' },
    { name: 'smallPlaceId', label: 'Small ones go to', kind: 'select', options: tanks.map(here), start: fish.placeId },
    { name: 'largeCount', label: 'Large ones counted', kind: 'count', start: '' },
    { name: 'largeG', label: 'Weight of the large ones', kind: 'quantity', quantity: 'mass', start: '' },
    { name: 'smallCount', label: 'Small ones counted', kind: 'count', start: '' },
    { name: 'smallG', label: 'Weight of the small ones', kind: 'quantity', quantity: 'mass', start: '' },
  ]; // prettier-ignore
  return (
    <ActionForm fields={fields} units={units} submit="Graded" send={(v) => grade({ ...v, ...own(fish) })} onDone={onDone}
      caution="Wet hands and nets, little time out of water, oxygen in every tote. Two people.">
      {(typed) => {
        const size = readNumber(typed.thresholdG);
        const thresholdG = size === undefined ? undefined : toStored('smallMass', size, units);
        const ask = thresholdG && thresholdG > 0 ? { thresholdG, ...(typed.largePlaceId ? { toPlaceId: typed.largePlaceId } : {}), ...(typed.smallPlaceId ? { smallPlaceId: typed.smallPlaceId } : {}) } : null;
        return <BothTanks fish={fish} units={units} ask={ask} />;
      }}
    </ActionForm>
  ); // prettier-ignore
}

/** Ornamental fish leave alive, by size grade: into holding, from where orders are served. */
function LiveForm({ fish, units, onDone }: FormProps) {
  const fields: FormField[] = [
    gradeField(fish, 'here'),
    { name: 'count', label: 'Fish netted', kind: 'count', start: '' },
    { name: 'massG', label: 'Their weight together', kind: 'quantity', quantity: 'mass', start: '', help: 'In water, less the weight of the tub and its water.' },
  ]; // prettier-ignore
  return (
    <ActionForm fields={fields} units={units} submit="Netted into holding" send={(v) => sellLive({ ...v, ...own(fish) })} onDone={onDone}
      caution="Not for food. Unfed for a day before transport; wet hands and nets, oxygen in every bag, the water of the bag never into a tank. Transport and sale of live fish: local law decides." />
  ); // prettier-ignore
}

function gradeField(fish: Handled, when: 'here' | 'now'): FormField {
  const grades = (fish.grades ?? []).map((g): [string, string] => [g.code, `${g.name} · about ${formatNumber(g.count)} ${when}`]);
  return { name: 'productCode', label: 'Size grade', kind: 'select', start: '', options: grades };
} // prettier-ignore

/** Every tank the move touches, before and after, asked anew as it is typed. */
function BothTanks({ fish, units, ask }: { fish: Handled; units: UnitChoice; ask: Record<string, unknown> | null }) {
  const [shown, setShown] = useState<Preview | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const question = ask ? JSON.stringify({ ...ask, lotCode: fish.lotCode, fromPlaceId: fish.placeId }) : '';
  useEffect(() => {
    if (!question) return;
    const timer = setTimeout(async () => {
      const outcome = await preview({ ...JSON.parse(question), entryKey: newEntryKey() }).catch(() => null);
      if (!outcome) return;
      setShown(outcome.ok ? outcome.value : null);
      setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? null));
    }, 350);
    return () => clearTimeout(timer);
  }, [question]);
  if (!ask) return null;
  if (wrong) return <p className="mark attention small">{wrong}</p>;
  if (!shown) return <p className="quiet small">Working out both tanks…</p>;
  const full = (days: number | null) => (days === null ? 'not in 4 months' : days === 0 ? 'now' : `in ${days} days`);
  return (
    <div data-testid="both-tanks">
      {shown.boxes && (
        <p className="small">
          By the forecast: <strong className="mono">{formatNumber(shown.boxes.large.count)}</strong> large ones of{' '}
          {formatMass(shown.boxes.large.meanG, units)}, <strong className="mono">{formatNumber(shown.boxes.small.count)}</strong>{' '}
          small ones of {formatMass(shown.boxes.small.meanG, units)}
        </p>
      )}
      <ScrollTable label="Both tanks" close>
        <table className="plain">
          <thead>
            <tr>
              <th>Tank</th>
              <th className="right">Fish</th>
              <th className="right">kg/m³</th>
              <th className="right">Feed</th>
              <th>Too small</th>
            </tr>
          </thead>
          <tbody>
            {shown.tanks.flatMap((t) =>
              (['before', 'after'] as const).map((when) => {
                const s = t[when];
                const over = s.limitKgM3 !== null && s.densityKgM3 > s.limitKgM3;
                return (
                  <tr key={`${t.placeId}${when}`}>
                    <td>
                      <span className="mono strong">{t.code}</span>
                      <div className="small quiet">{when}</div>
                    </td>
                    <td className="num">
                      {formatNumber(s.count)}
                      <div className="small quiet">{formatMass(s.kg * 1000, units)}</div>
                    </td>
                    <td className={`num ${over ? 'danger strong' : ''}`}>
                      {formatNumber(s.densityKgM3, 1)}
                      {s.limitKgM3 !== null && <div className="small quiet">of {s.limitKgM3}</div>}
                    </td>
                    <td className="num">{formatMass(s.feedG, units)}</td>
                    <td>{full(s.fullInDays)}</td>
                  </tr>
                );
              }),
            )}
          </tbody>
        </table>
      </ScrollTable>
    </div>
  ); // prettier-ignore
}

/** Acclimatisation between two waters. What is not known of a tank without a loop is measured and typed. */
function Waters({ from, to }: { from: TankChoice | undefined; to: TankChoice | undefined }) {
  const [measured, setMeasured] = useState<Record<string, string>>({});
  if (!from || !to || (from.loopId && from.loopId === to.loopId)) {
    return to ? <p className="small quiet">Same water: no acclimatisation needed.</p> : null;
  }
  const value = (name: string, known: number | null) => measured[name] ?? (known === null ? '' : String(known));
  const cells = [
    ['fromC', `${from.code} °C`, from.tempC],
    ['toC', `${to.code} °C`, to.tempC],
    ['fromPh', `${from.code} pH`, from.pH],
    ['toPh', `${to.code} pH`, to.pH],
  ] as const;
  const [fromC, toC, fromPh, toPh] = cells.map(([name, , known]) => readNumber(value(name, known)));
  let steps: ReturnType<typeof acclimatisation> | null = null;
  let wrong: string | null = null;
  if (fromC !== undefined && toC !== undefined && fromPh !== undefined && toPh !== undefined) {
    try {
      steps = acclimatisation({ tempC: fromC, pH: fromPh }, { tempC: toC, pH: toPh });
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  return (
    <fieldset className="waters">
      <legend className="small strong">Two waters: measure both</legend>
      <div className="buttons">
        {cells.map(([name, label, known]) => (
          <label key={name} className="small">
            {label}{' '}
            <input className="tiny mono" inputMode="decimal" value={value(name, known)} onChange={(e) => setMeasured({ ...measured, [name]: e.target.value })} />
          </label>
        ))}
      </div>
      {wrong && <p className="mark danger small">{wrong}</p>}
      {steps && (
        <div className="small">
          <p>
            {formatNumber(steps.temperatureC, 1)} °C and {formatNumber(steps.pH, 2)} pH apart:{' '}
            <strong>{steps.minutes === 0 ? 'release at once' : `take ${steps.minutes} minutes`}</strong>
          </p>
          {steps.steps.length > 0 && (
            <ol>
              {steps.steps.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ol>
          )}
        </div>
      )}
    </fieldset>
  ); // prettier-ignore
}

type NoteKind = 'observe' | 'treat' | 'quarantine_clear' | 'quarantine_extend';

function NoteForm({ fish, role, units, today, onDone }: FormProps & { role: string; today: string }) {
  const [kind, setKind] = useState<NoteKind>('observe');
  const kinds: [NoteKind, string][] = [
    ['observe', 'Observation'],
    ...(role === 'manager' ? ([['treat', 'Treatment']] as [NoteKind, string][]) : []),
    ...(fish.quarantined && role === 'manager'
      ? ([['quarantine_clear', 'Clear from quarantine'], ['quarantine_extend', 'Extend quarantine']] as [NoteKind, string][])
      : []),
  ]; // prettier-ignore
  const words = { observe: 'What was seen: skin, gills, swimming, appetite', treat: 'Product, dose and reason, as on the label', quarantine_clear: 'On what grounds', quarantine_extend: 'Why longer' }; // prettier-ignore
  const fields: FormField[] = [{ name: 'words', label: words[kind], kind: 'area', start: '' }];
  if (kind === 'observe') fields.unshift({ name: 'state', label: 'How are they?', kind: 'choice', start: 'well', options: [['well', 'well'], ['off', 'off their feed or odd'], ['ill', 'ill']] }); // prettier-ignore
  if (kind === 'treat') fields.push({ name: 'untilDay', label: 'Not for sale up to and with (withdrawal period)', kind: 'day', start: today }); // prettier-ignore
  if (kind === 'quarantine_extend') fields.push({ name: 'untilDay', label: 'In quarantine up to and with', kind: 'day', start: today }); // prettier-ignore
  const submits = { observe: 'Record the observation', treat: 'Record the treatment', quarantine_clear: 'Clear them', quarantine_extend: 'Extend' }; // prettier-ignore
  const caution = kind === 'treat' ? 'Only by veterinarian and label: they set product, dose and withdrawal period. Treated water never goes to plants. Gloves and goggles.' : null; // prettier-ignore
  return (
    <>
      <div className="buttons" role="group" aria-label="What to note">
        {kinds.map(([key, name]) => (
          <button key={key} type="button" className="chip" aria-pressed={kind === key} onClick={() => setKind(key)}>
            {name}
          </button>
        ))}
      </div>
      <ActionForm key={kind} fields={fields} units={units} submit={submits[kind]} caution={caution} onDone={onDone}
        send={(v) => husbandry({ ...v, kind, lotCode: fish.lotCode, placeId: fish.placeId })} />
    </>
  ); // prettier-ignore
}

function PlanForm({ fish, tanks, units, today, onDone }: FormProps & { tanks: TankChoice[]; today: string }) {
  const [kind, setKind] = useState<'move' | 'harvest'>('move');
  const live = isLive(fish);
  const places = tanks.filter((t) => (kind === 'harvest' ? t.kind === 'purge' : t.kind !== 'purge'));
  const inPlace: [string, string][] = kind === 'harvest' ? [['in_place', 'in its own tank, without feed']] : [];
  const purged: FormField = {
    name: 'toPlaceId',
    label: kind === 'move' ? 'To which tank' : 'Purged where',
    kind: 'select',
    options: [...inPlace, ...options(places)],
    start: '',
  };
  const fields: FormField[] = [
    { name: 'day', label: kind === 'move' ? 'Move on' : live ? 'Net on' : 'Harvest on', kind: 'day', start: today },
    live && kind === 'harvest' ? gradeField(fish, 'now') : purged,
    live && kind === 'harvest'
      ? { name: 'count', label: 'Fish to net', kind: 'count', start: '', help: 'They grow on until then. If fewer are of the grade by that day, you are asked.' }
      : { name: 'count', label: kind === 'harvest' ? 'Fish, the largest first' : 'Fish', kind: 'count', start: Math.round(fish.count) },
  ]; // prettier-ignore
  return (
    <>
      <div className="buttons" role="group" aria-label="What to plan">
        {(['move', 'harvest'] as const).map((k) => (
          <button key={k} type="button" className="chip" aria-pressed={kind === k} onClick={() => setKind(k)}>
            {k === 'move' ? 'Move' : live ? 'Net for live sale' : 'Harvest, all or part'}
          </button>
        ))}
      </div>
      <ActionForm key={kind} fields={fields} units={units} submit="Put into the plan" onDone={onDone}
        send={({ toPlaceId, ...v }) => planStep({ ...v, kind, ...own(fish), ...(toPlaceId === 'in_place' ? {} : { toPlaceId }) })} />
    </>
  ); // prettier-ignore
}
