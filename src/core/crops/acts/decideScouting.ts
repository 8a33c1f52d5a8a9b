import { decide, refuse, type Decision } from '../../acts/decision';
import { at, role, type Effect, said, type Finding, type Said, type Taken } from '../../acts/effects';
import type { FarmFacts, PlaceFact } from '../../facts/farm';
import { addDays, type Day } from '../../quantity/days';
import { formatNumber } from '../../quantity/units';
import { lookJob, scoutJob } from '../../tasks/sources/scout';
import { say, told } from '../../words/words';
import { HELPERS, HOW_BAD, NOTHING_SEEN, SIGNS, type HelperCode, type SignCode } from '../signs';

interface SeenWish {
  what: SignCode;
  howBad: number;
  placeId?: string | undefined;
  lotId?: string | undefined;
  words?: string | undefined;
  photo?: string[] | undefined;
}

interface LookWish extends Omit<SeenWish, 'what'> {
  what: SignCode | typeof NOTHING_SEEN;
  lookAgainDays?: number | undefined;
  others?: readonly SeenWish[] | undefined;
  /** The walk that is done by it, and the day the round asked for it. */
  walk?: string | undefined;
  dueOn?: Day | undefined;
}

/** Photos are made small before they are sent; larger is no photo of this app. */
const MOST_PHOTO_BYTES = 240_000;
/** How a JPEG begins, in base64. */
const JPEG_BEGINS = '/9j/';

/** A photo in one piece, base64; null: none was taken. @throws {RuleBroken} beside `field` */
function photoOf(pieces: readonly string[] | undefined, field: string): string | null {
  if (!pieces || pieces.length === 0) return null;
  const photo = pieces.join('');
  if ((photo.length * 3) / 4 > MOST_PHOTO_BYTES + 2) refuse(field, say`That photo is too large. Take it smaller.`);
  if (!photo.startsWith(JPEG_BEGINS)) refuse(field, say`That is no photo. Take it again.`);
  return photo;
}

const isPlanted = (p: PlaceFact) => p.kind === 'bed' || p.kind === 'nursery';

interface LookFacts {
  facts: Pick<FarmFacts, 'places' | 'plantings'>;
  on: Day;
}

/** Something was seen on plants, or a walk over the beds found nothing. */
export function decideLook(known: LookFacts, v: LookWish): Decision<Taken<Said>> {
  return decide(() => {
    const walked: Effect[] = v.walk
      ? [{ does: 'job', job: scoutJob(v.walk, v.dueOn ?? known.on), title: say`Look over the beds` }]
      : [];
    const others = v.others ?? [];
    if (v.what === NOTHING_SEEN && others.length === 0) {
      const { walk } = v;
      if (!walk) return refuse('what', say`Choose what was found.`);
      return { effects: walked, said: () => said(say`Nothing found in ${walk}.`) };
    }
    const first = v.what === NOTHING_SEEN ? [] : [{ ...v, what: v.what, field: '' }];
    const all = [...first, ...others.map((o, i) => ({ ...o, field: `others.${i}.` }))];
    const lookAgainOn = v.lookAgainDays ? addDays(known.on, v.lookAgainDays) : null;
    const seen = all.map((one) => seenAt(known, one, lookAgainOn));
    const lines = [...seen.slice(1).map((s) => s.words), ...all.map(({ what }) => told(SIGNS[what].first))];
    if (lookAgainOn) lines.push(say`The round asks to look again.`);
    return {
      effects: [...walked, ...seen.map(({ finding }): Effect => ({ does: 'finding', finding }))],
      said: () => said(seen[0]!.words, [...new Set(lines)]),
    };
  });
}

/** One thing that was seen, and how that is said; `field`: where it was typed, before the name of the field. */
function seenAt({ facts }: LookFacts, seen: SeenWish & { field: string }, lookAgainOn: Day | null) {
  const { what, howBad, field } = seen;
  const place =
    facts.places.find((p) => p.id === seen.placeId && isPlanted(p)) ??
    refuse(`${field}placeId`, say`Choose a bed of this farm.`);
  const plants = seen.lotId ? facts.plantings.find((p) => p.lotId === seen.lotId && p.placeId === place.id) : undefined;
  if (seen.lotId && !plants) refuse('form', say`None of that planting stand there any more. Reload.`);
  const finding: Finding = {
    ...{ placeId: place.id, lotId: plants?.lotId ?? null, what, howBad, followsId: null, words: seen.words ?? null },
    ...{ photo: photoOf(seen.photo, `${field}photo`), lookAgainOn },
  };
  return { finding, words: say`${told(SIGNS[what].words)} in ${place.code}: ${told(HOW_BAD[howBad]!)}.` };
}

/** What is open of something that was found, as its first look had it. */
export interface FirstLook {
  id: string;
  placeId: string;
  lotId: string | null;
  what: SignCode;
}

interface AgainWish {
  /** 0: it is gone. */
  howBad: number;
  words?: string | undefined;
  lookAgainDays?: number | undefined;
  photo?: string[] | undefined;
  dueOn?: Day | undefined;
}

/** How something that was found looks now; gone, it is asked for no more. */
export function decideLookAgain(
  { first, on }: { first: FirstLook | null; on: Day },
  { howBad, words, photo, dueOn, lookAgainDays }: AgainWish,
): Decision<Taken<Said>> {
  return decide(() => {
    if (!first) return refuse('form', say`That finding is not on this farm.`);
    const done: Effect[] = dueOn ? [{ does: 'job', job: lookJob(first.id, dueOn), title: say`Look again` }] : [];
    const finding: Finding = {
      ...{ placeId: first.placeId, lotId: first.lotId, what: first.what, howBad, followsId: first.id },
      ...{ words: words ?? null, photo: photoOf(photo, 'photo') },
      lookAgainOn: howBad > 0 && lookAgainDays ? addDays(on, lookAgainDays) : null,
    };
    return {
      effects: [...done, { does: 'finding', finding }],
      said: () => said(say`${told(SIGNS[first.what].words)}: ${told(HOW_BAD[howBad]!)} now.`),
    };
  });
}

/** Beneficials that came, as a lot in the seed store: counted stock until they are released. */
export function decideReceivingHelpers(
  on: Day,
  { what, count, supplier }: { what: HelperCode; count: number; supplier?: string | undefined },
): Decision<Taken<Said>> {
  return decide(() => ({
    effects: [
      {
        does: 'lot',
        as: 'helpers',
        free: true,
        lot: {
          ...{ code: `BEN-${what.slice(0, 3).toUpperCase()}-${on.slice(2).replaceAll('-', '')}` },
          ...{ kind: 'beneficial', keeps: 'count', beganOn: on, note: what, supplier: supplier ?? null },
        },
      },
      {
        does: 'movement',
        lot: { made: 'helpers' },
        from: role('supplier'),
        to: role('seed'),
        count,
        reason: 'receive',
      },
    ],
    said: (made) =>
      said(say`${formatNumber(count)} ${told(HELPERS[what])} are here as ${made.helpers}.`, [
        say`They live for days, not weeks: release them soon, in the evening, and check that local law allows them.`,
      ]),
  }));
}

/** Beneficials in their store. */
export interface HelpersLot {
  id: string;
  code: string;
  what: string;
  storeId: string;
  count: number;
}

/** Beneficials go from the store into a bed. */
export function decideRelease(
  { lot, places }: { lot: HelpersLot | null; places: readonly PlaceFact[] },
  { placeId, count }: { placeId: string; count: number },
): Decision<Taken<Said>> {
  return decide(() => {
    const place =
      places.find((p) => p.id === placeId && isPlanted(p)) ?? refuse('placeId', say`Choose a bed of this farm.`);
    if (!lot) return refuse('lotId', say`Choose what is released.`);
    if (count > lot.count)
      refuse(
        'count',
        say`${formatNumber(lot.count)} of ${lot.code} are left; ${formatNumber(count)} is more than that.`,
      );
    const what = told(HELPERS[lot.what as HelperCode] ?? lot.what);
    const words = say`${formatNumber(count)} ${what} released in ${place.code}`;
    const from = at(lot.storeId);
    return {
      effects: [
        { does: 'movement', lot: { lotId: lot.id }, from, to: role('released'), count, reason: 'release' },
        { does: 'event', event: { kind: 'release', lotId: lot.id, placeId, words, count } },
      ],
      said: () => said(`${words}.`),
    };
  });
}
