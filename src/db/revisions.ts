import type { Tx } from './connection';

/** What a farm's records are counted by: who has read a topic need not read it again until its count moves. */
export type Topic =
  | 'farm' | 'people' | 'places' | 'library' | 'customers' | 'market' | 'fish' | 'plants' | 'feed' | 'keeping' | 'purge' | 'plan' | 'draft' | 'water'
  | 'climate' | 'tasks' | 'handover'; // prettier-ignore

export type Revisions = Readonly<Partial<Record<Topic, number>>>;

/** The counts as this transaction sees them. */
export async function readRevisions(tx: Tx): Promise<Revisions> {
  const rows: { topic: Topic; n: number }[] = await tx('revision').select('topic', 'n');
  return Object.fromEntries(rows.map((r) => [r.topic, r.n]));
}

/** The counts of some topics as one word; two equal words stand for the same records. */
export function revisionMark(revisions: Revisions, topics: readonly Topic[]): string {
  return topics.map((t) => revisions[t] ?? 0).join('.');
}
