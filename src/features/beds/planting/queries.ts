import { carriedBy } from '../../../core/facts/step';
import 'server-only';
import { airAt } from '../../../core/facts/airAt';
import { notFound } from 'next/navigation';
import { bedStages } from '../../../core/crops/recipe';
import { goodsCode } from '../../../core/crops/recipes';
import { restsUntil } from '../../../core/crops/winterRest';
import { PLANT_LOSSES } from '../../../core/crops/losses';
import { plantingAccount, yieldCurve, type PlantingAccount } from '../../../core/crops/plantingAccount';
import { weatherHad } from '../../../core/crops/had';
import type { Crop } from '../../../core/library/types';
import type { LoopFact } from '../../../core/facts/farm';
import { feedEaten } from '../../../db/cultures';
import { formatQuantity, plainQuantity } from '../../../core/plan/consequences';
import { sayStepChange } from '../../../core/plan/changes';
import { stepWords } from '../../../core/plan/steps/steps';
import { addDays, dayAt, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import {
  formatLoad,
  formatNumber,
  formatTemperature,
  manyOf,
  toShown,
  unitName,
  formatPerArea,
} from '../../../core/quantity/units';
import { codeWords } from '../../../core/words/codes';
import { plural, say, told, word } from '../../../core/words/words';
import { mayTakeBack } from '../../../db/takeBack';
import { plantingStory, type PlantingStory, type PlantMove } from '../../../db/plantingStory';
import { dayOnly, farmView, mayBeCode, type DayView, type FarmView, type Search } from '../../../server/farmView';
import { bedChoices, plantsShown, type BedChoice, type PlantsShown } from '../handling/shown';

/** One thing on a planting's way: when it was first planned, when it is due or was done. */
export interface WayRow {
  id: string;
  version: number;
  kind: string;
  words: string;
  where: string;
  /** As it was planned at first, where that was another day. */
  first: Day | null;
  day: Day;
  done: boolean;
  count: number;
  /** For picks: ripe by the forecast; null: not in sight, or nothing to say. */
  ripeOn: Day | null;
  pinned: boolean;
  changed: string[];
}

export interface StoryRow {
  id: string;
  kind: 'movement' | 'event';
  day: Day;
  what: string;
  says: string;
  by: string | null;
  takenBack: boolean;
  mayTakeBack: boolean;
}

export interface PlantingPage extends DayView {
  lotCode: string;
  crop: string;
  cropCode: string;
  sownOn: Day;
  seeds: { code: string; supplier: string | null }[];
  /** Plants here on the day, by place and stage, in words. */
  stands: { place: string; isBed: boolean; words: string; ripe: string }[];
  figures: { name: string; value: string; says: string }[];
  way: WayRow[];
  cuts: {
    cut: number;
    picked: string;
    expected: string;
    share: number;
    plain: { picked: number; expected: number; unit: string };
  }[];
  packed: { lotCode: string; product: string; day: Day; quantity: string }[];
  /** Of a crop picked over a season; null: there is none yet. Quantities as they are sold. */
  curve: { points: CurvePoint[]; unit: string; words: string } | null;
  story: StoryRow[];
  plants: PlantsShown[];
  beds: BedChoice[];
}

export async function plantingPage(code: string, search: Search): Promise<PlantingPage> {
  if (!mayBeCode(code)) notFound();
  const view = await farmView(search, async (tx, known) => {
    const story = await plantingStory(tx, code, known.day);
    const stay = story && stayOf(known, story, code);
    const fed = stay?.loop && (await feedEaten(tx, { since: stay.from, until: stay.until, loopId: stay.loop.id }));
    return { story, stay: stay ?? null, fedG: fed?.eatenG ?? 0 };
  });
  const { story, stay, fedG } = view.more;
  const crop = view.facts.crops.find((c) => c.code === story?.cropCode);
  if (!story || !crop) notFound();
  const own: Own = { view, story, crop, code };
  const account = accountOf(own);
  const { facts } = view;
  return {
    ...dayOnly(view),
    lotCode: code,
    crop: crop.name,
    cropCode: crop.code,
    sownOn: own.story.sownOn,
    seeds: own.story.seeds,
    stands: standsOf(own),
    figures: [...figuresOf(own, account), ...(stay ? hadOf(own, stay, fedG) : [])],
    way: wayOf(own),
    cuts: cutsOf(own, account),
    curve: curveOf(own),
    packed: own.story.packed.map((p) => ({
      lotCode: p.lotCode,
      product: facts.products.find((q) => q.code === p.productCode)?.name ?? p.productCode,
      day: p.day,
      quantity: quantityOf(own, p.quantity, p.productCode),
    })),
    story: storyOf(own),
    plants:
      view.when === 'today' ? facts.plantings.filter((p) => p.lotCode === code).map((p) => plantsShown(p, facts)) : [],
    beds: bedChoices(crop, facts),
  };
}

/** Its time in beds so far, in the house of the first of them. */
interface BedStay {
  loop: LoopFact;
  from: Day;
  until: Day;
}

function stayOf({ facts, day, today }: FarmView, story: PlantingStory, code: string): BedStay | null {
  const cameIn = story.moves
    .filter((m) => m.toKind === 'bed' && !m.takenBack)
    .sort((a, b) => (a.day < b.day ? -1 : 1))[0];
  const bed = facts.places.find((p) => p.code === cameIn?.to);
  const loop = bed?.loopId ? airAt(facts, bed) : undefined;
  if (!cameIn || !loop) return null;
  const stands = facts.plantings.some((p) => p.lotCode === code && p.transplantedOn !== null);
  const last = story.moves
    .filter((m) => m.fromKind === 'bed' && !m.takenBack)
    .reduce((d, m) => (m.day > d ? m.day : d), cameIn.day);
  return { loop, from: cameIn.day, until: stands ? (day < today ? day : today) : last };
}

/** Air, light and feed it had while it stood in beds. */
function hadOf({ view, crop }: Own, { loop, from, until }: BedStay, fedG: number): PlantingPage['figures'] {
  const { units, facts } = view;
  const had = weatherHad(loop, from, until);
  const areaM2 = facts.places
    .filter((p) => p.kind === 'bed' && p.loopId === loop.id)
    .reduce((sum, p) => sum + (p.areaM2 ?? 0), 0);
  const read = say`${plural(had.readDays, '# day as read', '# days as read')}, the others as planned`;
  return [
    {
      name: say`air it had`,
      value: formatTemperature(had.airC, units),
      says: say`it grows best at ${formatTemperature(crop.tempOptC, units)}; ${read}`,
    },
    {
      name: say`light a day`,
      value: say`${formatNumber(had.lightMol, 1)} mol/m²`,
      says: say`on the mean; it wants ${formatNumber(crop.lightTargetMol, 1)}; ${read}`,
    },
    ...(areaM2 > 0 && loop.kind !== 'bench'
      ? [
          {
            name: say`feed of its fish a day`,
            value: formatLoad(fedG / areaM2 / had.days, units),
            says: say`what the fish of ${loop.name} were fed on those days, spread over all its beds`,
          },
        ]
      : []),
  ];
}

interface Own {
  view: FarmView;
  story: PlantingStory;
  crop: Crop;
  code: string;
}

const placeCode = ({ facts }: FarmView, id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';

const quantityOf = (own: Own, quantity: number, productCode?: string): string =>
  formatQuantity(quantity, unitOf(own, productCode), own.view.units);

function unitOf({ view, crop }: Own, productCode?: string): string {
  const products = view.facts.products;
  const product = products.find((p) => p.code === productCode) ?? products.find((p) => p.cropCode === goodsCode(crop));
  return product?.unit ?? 'head';
}

const counted = (story: PlantingStory, reason: string) =>
  story.moves.filter((m) => m.reason === reason && !m.takenBack).reduce((sum, m) => sum + m.count, 0);

const fromBeds = (story: PlantingStory, benches: ReadonlySet<string>) =>
  story.moves
    .filter((m) => m.reason === 'lost' && !m.takenBack && !benches.has(m.from))
    .reduce((sum, m) => sum + m.count, 0);

const transplantedOf = (story: PlantingStory) => counted(story, 'transplant') || counted(story, 'opening');

function accountOf({ view, story, crop }: Own): PlantingAccount {
  const up = story.events.find((e) => e.kind === 'came_up' && !e.takenBack);
  const benches = new Set(view.facts.places.filter((p) => p.kind === 'nursery').map((p) => p.code));
  return plantingAccount(crop, {
    sown: counted(story, 'sow'),
    cameUp: up?.count ?? null,
    transplanted: transplantedOf(story),
    lost: fromBeds(story, benches),
    picked: story.picked,
  });
}

function standsOf({ view, crop, code }: Own): PlantingPage['stands'] {
  const { forecast, at } = view;
  const stages = bedStages(crop);
  return forecast.plants
    .filter((s) => s.lotCode === code && s.from <= at && s.until > at)
    .map((s) => ({
      place: placeCode(view, s.placeId),
      isBed: s.stage !== null,
      words:
        s.stage === null
          ? say`${formatNumber(s.plants)} on the bench`
          : stages.length > 1
            ? say`${plural(s.plants, '# plant', '# plants')} at ${formatPerArea(stages[s.stage]!.perM2)}`
            : plural(s.plants, '# plant', '# plants'),
      ripe: ripeWords(view, crop, s.readyFrom),
    }));
}

function ripeWords({ forecast, at }: FarmView, crop: Crop, readyFrom: number | null): string {
  const day = addDays(forecast.firstDay, at);
  const until = restsUntil(crop, day);
  const rests = until && say`rests until ${shortDay(until)}`;
  if (readyFrom === null) return rests ?? '';
  const on = shortDay(addDays(forecast.firstDay, readyFrom));
  if (rests) return say`${rests}, ripe on ${on}`;
  return readyFrom <= at ? say`ripe since ${on}` : say`ripe on ${on}`;
}

const share = (value: number) => `${formatNumber(value * 100)} %`;

function figuresOf({ story, crop }: Own, account: PlantingAccount): PlantingPage['figures'] {
  const rows: [string, string | null, string][] = [
    [say`sown`, formatNumber(counted(story, 'sow')), say`seeds`],
    [
      say`came up`,
      account.germination === null ? null : share(account.germination),
      say`its recipe expects ${share(crop.germination)}`,
    ],
    [
      say`into beds`,
      counted(story, 'transplant') > 0 ? formatNumber(counted(story, 'transplant')) : null,
      say`plants that were transplanted`,
    ],
    [
      say`lost in beds`,
      account.lossInBed === null ? null : share(account.lossInBed),
      say`its recipe expects ${share(1 - crop.finalSurvival)}`,
    ],
  ];
  return rows.flatMap(([name, value, says]) => (value === null ? [] : [{ name, value, says }]));
}

function wayOf({ view, story, code }: Own): WayRow[] {
  const { forecast } = view;
  const ripeIn = (placeId: string | null) =>
    forecast.plants.find((s) => s.lotCode === code && s.placeId === placeId && s.readyFrom !== null)?.readyFrom ?? null;
  let firstPick = true;
  return [...story.steps]
    .sort((a, b) => ((a.doneOn ?? a.day) < (b.doneOn ?? b.day) ? -1 : 1))
    .map((s) => {
      const changes = story.changes.filter((c) => c.stepId === s.id);
      const first = changes.map((c) => c.was.day).find((d): d is Day => typeof d === 'string') ?? null;
      const done = s.state === 'done';
      const ripeAt = s.kind === 'pick' && !done && firstPick ? ripeIn(s.fromPlaceId) : null;
      if (s.kind === 'pick' && !done) firstPick = false;
      return {
        id: s.id,
        version: s.version,
        kind: s.kind,
        words: s.kind === 'pick' && s.detail.cut ? say`${stepWords(s.kind)} ${s.detail.cut}` : stepWords(s.kind),
        where: [...new Set([placeCode(view, s.fromPlaceId), placeCode(view, s.toPlaceId)])].filter(Boolean).join(' → '),
        first: first && first !== (s.doneOn ?? s.day) ? first : s.doneOn && s.doneOn !== s.day ? s.day : null,
        day: s.doneOn ?? s.day,
        done,
        count: s.count,
        ripeOn: ripeAt === null ? null : addDays(forecast.firstDay, ripeAt),
        pinned: carriedBy(s, 'pick').pinned === 1,
        changed: changes
          .filter((c) => c.became.state === undefined)
          .map(
            (c) =>
              say`${shortDay(dayAt(c.at, view.asks.timeZone))}: ${sayStepChange(c.was, c.became)}${c.by ? say` by ${c.by}` : ''}`,
          ),
      };
    });
}

function plainCut(own: Own, { picked, expected }: PlantingAccount['cuts'][number]) {
  const { value, unit } = plainQuantity(picked, unitOf(own), own.view.units);
  return { picked: value, expected: plainQuantity(expected, unitOf(own), own.view.units).value, unit };
}

function cutsOf(own: Own, account: PlantingAccount): PlantingPage['cuts'] {
  return account.cuts.map((c) => ({
    cut: c.cut,
    picked: quantityOf(own, c.picked),
    expected: quantityOf(own, c.expected),
    share: c.expected > 0 ? c.picked / c.expected : 0,
    plain: plainCut(own, c),
  }));
}

export interface CurvePoint {
  pick: number;
  expected: number;
  got: number | null;
}

function curveOf(own: Own): PlantingPage['curve'] {
  const { crop, story, view } = own;
  const curve = yieldCurve(crop, transplantedOf(story), story.picked);
  if (!curve) return null;
  const shown = (q: number) => (crop.unit === 'kg' ? toShown('mass', q, view.units) : q);
  const { gotSoFar, expectedSoFar, season, seasonAtThisPace } = curve;
  const share = formatNumber(expectedSoFar > 0 ? (gotSoFar / expectedSoFar) * 100 : 0);
  return {
    points: curve.points.map((p) => ({
      pick: p.pick,
      expected: shown(p.expected),
      got: p.got === null ? null : shown(p.got),
    })),
    unit: crop.unit === 'kg' ? unitName('mass', view.units) : manyOf(crop.unit),
    words: say`${quantityOf(own, gotSoFar)} so far, ${share} % of what the curve gives by now; going on like this the season comes to ${quantityOf(own, seasonAtThisPace)} of ${quantityOf(own, season)}`,
  };
}

function storyOf({ view, story }: Own): StoryRow[] {
  const may = (was: { personId: string | null; day: Day; takenBack: boolean }) =>
    !was.takenBack && view.when === 'today' && mayTakeBack(view.asks, was, view.today);
  const moves = story.moves.map((m): StoryRow => ({
    id: m.id,
    kind: 'movement',
    day: m.day,
    what: say`${codeWords(m.reason)} ${formatNumber(m.count)}`,
    says: [wayWords(m), m.note && m.note in PLANT_LOSSES ? told(PLANT_LOSSES[m.note]!) : m.note]
      .filter(Boolean)
      .join(' · '),
    by: m.by,
    takenBack: m.takenBack,
    mayTakeBack: TAKEN_BACK.has(m.reason) && may(m),
  }));
  const events = story.events
    .filter((e) => e.kind in EVENT_WORDS)
    .map((e): StoryRow => ({
      id: e.id,
      kind: 'event',
      day: e.day,
      what: told(EVENT_WORDS[e.kind]!),
      says: e.words,
      by: e.by,
      takenBack: e.takenBack,
      mayTakeBack: may(e),
    }));
  return [...events, ...moves].sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0));
}

/** Events of a planting that are told by themselves; spacings and cuts are told by their movements and packs. */
const EVENT_WORDS: Readonly<Record<string, string>> = {
  came_up: word`counted`,
  sign: word`seen`,
  care: word`cared for`,
  weighed: word`weighed`,
};

/** Where plants went; what lies outside the farm’s places is said by the act itself. */
function wayWords(m: PlantMove): string {
  if (m.fromKind === 'outside') return say`on ${m.to}`;
  return m.toKind === 'outside' ? say`from ${m.from}` : `${m.from} → ${m.to}`;
}

/** Seed that was sown stays sown. */
const TAKEN_BACK: ReadonlySet<string> = new Set(['transplant', 'move', 'lost', 'pick', 'clear']);
