import 'server-only';
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzipSync, gzip } from 'node:zlib';
import { parse, stringify } from 'devalue';
import { LRUCache } from 'lru-cache';
import { dayAt, type Day } from '../core/quantity/days';
import { speechMark } from '../core/words/words';
import type { SignedIn } from '../db/people';
import { revisionMark, revisionsOf, type Revisions, type Topic } from '../db/revisions';
import { now } from './clock';
import { database } from './database';
import { newWatch, watched, type Watch } from './watch';

const zipped = promisify(gzip);

/** What a station shows: made from what is known, once for each state of it. */
export interface Answering {
  /** Names the station and what of it is asked for: which tank, which day. */
  about: string;
  /** It differs by person, not only by role. */
  own: boolean;
  make: () => Promise<unknown>;
}

/** An answer as it is kept and sent. */
export interface Answer {
  /** The same for the same content. */
  etag: string;
  /** Compressed, as `devalue` writes it. */
  bytes: Buffer;
}

interface Kept extends Answer {
  /** What it hangs on, or null: on every act. */
  topics: Topic[] | null;
  mark: string;
  untilMs: number;
}

/** Room for the answers of a process. */
const MOST_BYTES = 48_000_000;

const known = globalThis as {
  cropCycleAnswers?: LRUCache<string, Kept>;
  cropCycleAnswersOnTheWay?: Map<string, Promise<Kept>>;
  /** scripts/serve lets few pages be made at the same time; what is made for an answer waits with them. */
  cropCycleTurns?: { enter(gone: () => boolean): Promise<(() => void) | null> };
};
const cache = () =>
  (known.cropCycleAnswers ??= new LRUCache<string, Kept>({
    maxSize: MOST_BYTES,
    sizeCalculation: (answer, key) => answer.bytes.length + key.length + 200,
  }));
const onTheWay = () => (known.cropCycleAnswersOnTheWay ??= new Map<string, Promise<Kept>>());

const markOf = (revisions: Revisions, topics: readonly Topic[] | null): string =>
  topics ? revisionMark(revisions, topics) : wholeMark(revisions);

const wholeMark = (revisions: Revisions): string =>
  Object.entries(revisions)
    .map(([topic, n]) => `${topic}${n}`)
    .sort()
    .join('.');

/** What may be seen by whom is in the key: who may not see something asks for another answer. */
const keyOf = (person: SignedIn, { about, own }: Answering, today: Day): string =>
  [person.farmId, person.role, own ? person.personId : '', speechMark(), today, about].join('|');

interface AskFor {
  person: SignedIn;
  answering: Answering;
  /** It is made for a page that already had its turn. */
  inTurn?: boolean;
}

/**
 * What a station shows just now: known in this state, on its way for somebody else, or made now. Nothing is invalidated: a newer
 * state takes the place of the older.
 */
export async function answerFor({ person, answering, inTurn = false }: AskFor): Promise<Answer> {
  const key = keyOf(person, answering, dayAt(now(), person.timeZone));
  const revisions = await revisionsOf(database(), person.farmId);
  const kept = cache().get(key);
  if (kept && Date.now() < kept.untilMs && kept.mark === markOf(revisions, kept.topics)) return kept;
  // Whoever began it in this state or a later one saw at least as much.
  const coming = `${key}|${wholeMark(revisions)}`;
  const other = onTheWay().get(coming);
  if (other) return other;
  const making = made({ person, answering, inTurn }).then((answer) => {
    cache().set(key, answer);
    return answer;
  });
  onTheWay().set(coming, making);
  return making.finally(() => onTheWay().delete(coming));
}

async function made({ person, answering, inTurn }: Required<AskFor>): Promise<Kept> {
  const end = inTurn ? null : await known.cropCycleTurns?.enter(() => false);
  try {
    const watch = newWatch(answering.own ? person : sharedBy(person));
    const text = stringify(await watched(watch, answering.make));
    const bytes = await zipped(text, { level: 6 });
    return { etag: etagOf(text), bytes, ...stateOf(watch) };
  } finally {
    end?.();
  }
}

function stateOf({ topics, any, revisions, untilMs }: Watch): Pick<Kept, 'topics' | 'mark' | 'untilMs'> {
  // What reads nothing of the farm holds as long as its key does.
  if (!revisions) return { topics: [], mark: markOf({}, []), untilMs };
  const hangsOn = any ? null : [...topics].sort();
  return { topics: hangsOn, mark: markOf(revisions, hangsOn), untilMs };
}

const etagOf = (text: string): string => `"${createHash('sha256').update(text).digest('base64url').slice(0, 22)}"`;

/** The value of an answer, for a page that is drawn here. */
export const valueOf = <T>({ bytes }: Answer): T => parse(gunzipSync(bytes).toString()) as T;

/** Names of the person who asks, which a page that all of a role share must not know. */
const PERSONAL: ReadonlySet<PropertyKey> = new Set(['personId', 'name']);

function sharedBy(person: SignedIn): SignedIn {
  return new Proxy(person, {
    get(target, name) {
      if (PERSONAL.has(name)) throw new Error(`A page that is the same for all of a role asks for ${String(name)}.`);
      return Reflect.get(target, name) as unknown;
    },
  });
}
