import type { Knex } from 'knex';
import type { Tx } from './connection';

/** What a farm's records are counted by: who has read a topic need not read it again until its count moves. */
export type Topic =
  | 'farm'
  | 'people'
  | 'places'
  | 'library'
  | 'customers'
  | 'market'
  | 'fish'
  | 'plants'
  | 'feed'
  | 'keeping'
  | 'purge'
  | 'plan'
  | 'draft'
  | 'water'
  | 'climate'
  | 'tasks'
  | 'handover'
  | 'scouting'
  | 'papers'
  | 'prices'
  | 'trials'
  | 'changes'
  | 'weather';

export type Revisions = Readonly<Partial<Record<Topic, number>>>;

/** The counts as this transaction sees them, and the topics it has written to itself, which nobody else may see yet. */
export async function readRevisions(tx: Tx): Promise<{ revisions: Revisions; mine: ReadonlySet<Topic> }> {
  const { rows }: { rows: { topic: Topic; n: number; mine: boolean | null }[] } = await tx.raw(
    'select topic, n, xmin = pg_current_xact_id_if_assigned()::xid as mine from revision',
  );
  return {
    revisions: Object.fromEntries(rows.map((r) => [r.topic, r.n])),
    mine: new Set(rows.filter((r) => r.mine).map((r) => r.topic)),
  };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The counts of a farm as they are now, asked for in one go: two statements sent together are one transaction. */
export async function revisionsOf(db: Knex, farmId: string): Promise<Revisions> {
  if (!UUID.test(farmId)) throw new Error('That is no farm.');
  const results = await db.raw<{ rows: { topic: Topic; n: number }[] }[]>(
    `select set_config('app.farm_id', '${farmId}', true); select topic, n from revision`,
  );
  return Object.fromEntries(results[1]!.rows.map((r) => [r.topic, r.n]));
}

/** The counts of some topics as one word; two equal words stand for the same records. */
export function revisionMark(revisions: Revisions, topics: readonly Topic[]): string {
  return topics.map((t) => revisions[t] ?? 0).join('.');
}

/** How often some topics have been written to, all together: it only rises. */
export function revisionAge(revisions: Revisions, topics: readonly Topic[]): number {
  return topics.reduce((sum, t) => sum + (revisions[t] ?? 0), 0);
}

const LIVES_AND_LIES: readonly Topic[] = ['fish', 'plants', 'market', 'feed', 'keeping'];
const READ: readonly Topic[] = ['water', 'climate'];

/**
 * Under which topics a table counts: who has read it must read again when one of them moves. What follows from another table
 * counts as that one does; `any`: with every act. A test holds it against the triggers of the database.
 */
export const TOPICS_OF_TABLE: Readonly<Record<string, readonly Topic[] | 'any'>> = {
  farm: ['farm'],
  person: ['people'],
  invite: ['people'],
  calendar_link: ['people'],
  loop: ['places'],
  loop_temperature: ['places'],
  place: ['places'],
  zone: ['places'],
  equipment: ['places'],
  bed_rest: ['places'],
  species: ['library'],
  crop: ['library'],
  product: ['library'],
  fish_rule: ['library'],
  customer: ['customers'],
  price: ['prices'],
  sales_order: ['market'],
  order_line: ['market'],
  order_event: ['market'],
  counter: ['market', 'purge'],
  lot: LIVES_AND_LIES,
  lot_origin: LIVES_AND_LIES,
  movement: LIVES_AND_LIES,
  balance: LIVES_AND_LIES,
  sample: ['fish'],
  husbandry_event: ['keeping'],
  culture: ['keeping'],
  culture_entry: ['keeping'],
  finding: ['scouting'],
  trial: ['trials'],
  trial_arm: ['trials'],
  trial_measure: ['trials'],
  trial_plot: ['trials'],
  feeding: ['feed'],
  purge_check: ['purge'],
  purge_batch: ['purge'],
  purge_batch_change: ['purge'],
  plan_step: ['plan'],
  plan_event: ['plan'],
  draft: ['draft'],
  probe: ['water'],
  probe_key: ['water'],
  reading: READ,
  standing_reading: READ,
  reading_day: READ,
  reading_hour: READ,
  reading_latest: READ,
  reading_today: READ,
  weather_day: ['weather'],
  task_done: ['tasks'],
  chore: ['tasks'],
  handover: ['handover'],
  paper: ['papers'],
  setup_change: ['changes'],
  entry: 'any',
  // The same for all farms, or of what is shown to nobody.
  lot_kind: [],
  reading_kind: [],
  step_kind: [],
  revision: [],
};
