import { STALE } from '../core/setup/kept';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import { say } from '../core/words/words';
import type { Tx } from './connection';

/** What the farm goes by: permits with their ends, its own written rules, and whom to call. */
export const PAPER_KINDS = ['permit', 'rule', 'contact'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];

export interface Paper {
  id: string;
  version: number;
  kind: PaperKind;
  title: string;
  words: string | null;
  phone: string | null;
  endsOn: Day | null;
  warnDays: number;
}

export async function papersOf(tx: Tx): Promise<Paper[]> {
  const rows = await tx('paper').where({ retired_on: null }).orderByRaw('ends_on nulls last, title, id');
  return rows.map((r) => ({
    id: r.id,
    version: r.version,
    kind: r.kind,
    title: r.title,
    words: r.words,
    phone: r.phone,
    endsOn: r.ends_on,
    warnDays: r.warn_days,
  }));
}

/** Permits that have ended or end soon enough to be told of. */
export async function papersEnding(tx: Tx, today: Day): Promise<{ title: string; endsOn: Day }[]> {
  const rows = await tx('paper')
    .where({ retired_on: null })
    .whereNotNull('ends_on')
    .whereRaw('ends_on - warn_days <= ?', [today])
    .orderBy('ends_on')
    .select('title', 'ends_on');
  return rows.map((r) => ({ title: r.title, endsOn: r.ends_on }));
}

export interface PaperWish {
  id?: string | undefined;
  version?: number | undefined;
  kind: PaperKind;
  title: string;
  words?: string | undefined;
  phone?: string | undefined;
  endsOn?: Day | undefined;
  warnDays?: number | undefined;
}

export async function savePaper(tx: Tx, farmId: string, wish: PaperWish): Promise<void> {
  const values = {
    kind: wish.kind,
    title: wish.title.trim(),
    words: wish.words?.trim() || null,
    phone: wish.phone?.trim() || null,
    ends_on: wish.endsOn ?? null,
    ...(wish.warnDays === undefined ? {} : { warn_days: wish.warnDays }),
  };
  if (!wish.id) return void (await tx('paper').insert({ farm_id: farmId, id: randomUUID(), ...values }));
  const changed = await tx('paper')
    .where({ id: wish.id, version: wish.version ?? 0, retired_on: null })
    .update({ ...values, version: (wish.version ?? 0) + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

/** @returns its title */
export async function retirePaper(tx: Tx, wish: { id: string; version: number }, today: Day): Promise<string> {
  const [row] = await tx('paper')
    .where({ id: wish.id, version: wish.version, retired_on: null })
    .update({ retired_on: today, version: wish.version + 1 })
    .returning('title');
  if (!row) throw new RuleBroken('form', say`That was changed meanwhile. Reload and look again.`);
  return row.title;
}
