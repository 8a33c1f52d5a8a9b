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
  | 'handover';

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

/** The counts of some topics as one word; two equal words stand for the same records. */
export function revisionMark(revisions: Revisions, topics: readonly Topic[]): string {
  return topics.map((t) => revisions[t] ?? 0).join('.');
}

/** How often some topics have been written to, all together: it only rises. */
export function revisionAge(revisions: Revisions, topics: readonly Topic[]): number {
  return topics.reduce((sum, t) => sum + (revisions[t] ?? 0), 0);
}
