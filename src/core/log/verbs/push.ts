import { all, say, word } from '../../words/words';
import { formatNumber } from '../../quantity/units';
import {
  holdingAt,
  NotUnderstood,
  readNumber,
  same,
  withoutLots,
  type Holding,
  type LogContext,
  type LogPlace,
  type Parsed,
} from './words';
import { module as picked } from './picked';
import type { LogVerb } from './verb';

/** So many picked at the end; and, where a second number is said, so many in from the bench: one act. */
function push(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = holdingAt({ place, kind: 'plants', words, context });
  const [many, comesIn, ...rest] = withoutLots(words, context);
  if (rest.length > 0) throw new NotUnderstood(say`Say what was picked and how many come in, like ${PUSH_EXAMPLE}.`);
  const pick = picked.read(place, [many ?? '', here.lotCode], context);
  if (!pick.ok) return pick;
  const { lotId, quantity } = pick.body;
  const body = { placeId: place.id, lotId, quantity };
  if (comesIn === undefined) return { ...pick, command: 'plants.conveyor@1', body };
  const count = readNumber(comesIn, say`how many come in from the bench`);
  if (!Number.isInteger(count) || count < 1) throw new NotUnderstood(say`Give whole plants that come in, 1 or more.`);
  const young = onBench(here, words, context);
  if (count > young.count)
    throw new NotUnderstood(
      say`${young.lotCode} has ${formatNumber(young.count)} on the bench; ${formatNumber(count)} cannot come in.`,
    );
  return {
    ok: true,
    command: 'plants.conveyor@1',
    body: { ...body, refillLotId: young.lotId, refillCount: count },
    meaning: say`${pick.meaning}; ${formatNumber(count)} of ${young.lotCode} come in`,
  };
}

/** The planting that comes in: the one named, or the only one of the crop on a bench. */
function onBench({ cropName }: Holding, words: string[], { holdings, places }: LogContext): Holding {
  const benches = new Set(places.filter((p) => p.isBench).map((p) => p.id));
  const young = holdings.filter((h) => h.kind === 'plants' && benches.has(h.placeId) && h.count > 0);
  const named = words.map((w) => young.find((h) => same(h.lotCode, w))).find(Boolean);
  if (named) return named;
  const like = young.filter((h) => h.cropName === cropName);
  if (like.length === 0)
    throw new NotUnderstood(say`No ${cropName} is on a bench. Add the planting that comes in at the end.`);
  if (like.length > 1)
    throw new NotUnderstood(
      say`${all(like.map((h) => h.lotCode))} are on the bench: add the one that comes in at the end.`,
    );
  return like[0]!;
}

const PUSH_EXAMPLE = word`R5 push 24 36`;

export const module: LogVerb = { verb: 'push', example: PUSH_EXAMPLE, order: 8, read: push };
