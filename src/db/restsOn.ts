import { say, word } from '../core/words/words';
import { RuleBroken } from '../core/errors';
import { stepWords } from '../core/plan/steps/steps';
import type { Day } from '../core/quantity/days';
import { shortDay } from '../core/quantity/sayDay';
import type { Tx } from './connection';
import { STANDING_EVENT } from './keeping';
import { freeLotCode } from './ledger';
import type { PlanStep } from '../core/facts/step';
import type { Found } from './entries';

const REASON_WORDS: Record<string, string> = {
  move: word`were moved`,
  dead: 'died',
  harvest: word`were harvested`,
  purge: word`went to purge`,
  grade: word`were graded`,
  merge: word`were put together`,
  receive: 'arrived',
};

interface Later {
  code: string;
  day: Day;
  what: string;
}

/** Refuses to take a regrouping back while something recorded or planned since rests on one of its lots. @throws {RuleBroken} naming the newest */
export async function requireNothingRests(tx: Tx, was: Found): Promise<void> {
  if (was.kind !== 'entry')
    throw new RuleBroken(
      'form',
      say`That was recorded before regroupings could be taken back. Grade or merge again instead.`,
    );
  const key = was.entryKey;
  const moved: { lot_id: string; recorded_at: Date; from_role: string }[] = await tx('movement as m')
    .join('place as p', 'p.id', 'm.from_place_id')
    .where((q) => void q.where('m.entry_key', key).orWhere('m.entry_key', 'like', `${key}:%`))
    .whereIn('m.reason', ['grade', 'merge'])
    .select('m.lot_id', 'm.recorded_at', 'p.role as from_role');
  if (moved.length === 0) return;
  const lots = [...new Set(moved.map((m) => m.lot_id))];
  const later = await newestSince(tx, was, { lots, at: moved[0]!.recorded_at });
  if (later)
    throw new RuleBroken(
      'form',
      say`${later.code} ${later.what} on ${shortDay(later.day)}, after it. Take that back first.`,
    );
  const made = moved.find((m) => m.from_role === 'made');
  const planned = made && (await plannedSince(tx, key, made.lot_id));
  if (planned)
    throw new RuleBroken(
      'form',
      say`“${stepWords(planned.kind)}” of ${planned.lot_code} is planned for ${shortDay(planned.day)}. Take it out of the plan first.`,
    );
}

async function newestSince(
  tx: Tx,
  { entryKey: key, farmDay }: Found,
  { lots, at }: { lots: string[]; at: Date },
): Promise<Later | undefined> {
  const { rows } = await tx.raw(
    `select l.code, x.day, x.what from (
       select m.lot_id, m.farm_day as day, m.reason as what, m.recorded_at from movement m where m.lot_id = any(:lots) and m.recorded_at >= :at and m.reason <> 'reverse' and m.entry_key not like :like
         and m.entry_key <> :key and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
       union all select f.lot_id, m.farm_day, 'feed', m.recorded_at from feeding f join movement m on m.farm_id = f.farm_id and m.id = f.movement_id where f.lot_id = any(:lots) and m.recorded_at >= :at
         and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
       union all select s.lot_id, s.farm_day, 'sample', s.taken_at from sample s where s.lot_id = any(:lots) and s.taken_at > :at and s.corrects_id is null and not s.withdrawn
         and not exists (select from sample c where c.farm_id = s.farm_id and c.corrects_id = s.id)
       union all select e.lot_id, e.farm_day, 'event', e.recorded_at from husbandry_event e where e.lot_id = any(:lots) and e.recorded_at > :at and e.corrects_id is null and e.entry_key not like :like
         and not exists (select from husbandry_event c where c.farm_id = e.farm_id and c.corrects_id = e.id)
       union all select b.lot_id, b.feed_stopped_on, 'stop', :at::timestamptz from purge_batch b where b.lot_id = any(:lots) and b.feed_stopped_on >= :day
         and exists (select from plan_step s where s.lot_code = (select code from lot where lot.id = b.lot_id) and s.kind = 'feed_stop' and s.state = 'done' and s.done_on >= :day)
     ) x join lot l on l.id = x.lot_id order by x.recorded_at desc limit 1`,
    { lots, at, key, like: `${key}:%`, day: farmDay },
  );
  const row = rows[0] as { code: string; day: Day; what: string } | undefined;
  if (!row) return undefined;
  const words: Record<string, string> = {
    ...REASON_WORDS,
    feed: say`was fed`,
    sample: say`was weighed`,
    event: say`was noted about`,
    stop: say`had its feed stopped`,
  };
  return { ...row, what: words[row.what] ?? say`was recorded` };
}

/** A step of the new lot that was not its parent's before. */
async function plannedSince(tx: Tx, key: string, lotId: string) {
  return tx('plan_step as s')
    .where({ 's.state': 'planned' })
    .whereRaw('s.lot_code = (select code from lot where id = ?)', [lotId])
    .whereNotExists(
      tx('plan_event as e').whereRaw('e.farm_id = s.farm_id and e.step_id = s.id').where('e.entry_key', key),
    )
    .first<{ kind: PlanStep['kind']; lot_code: string; day: Day } | undefined>('s.kind', 's.lot_code', 's.day');
}

/**
 * Before a sowing is taken back: nothing was done with its plants since, and the emptied lot gives its code up, so that the same
 * sowing can be sown again. @throws {RuleBroken} naming the planting that something was done with
 */
export async function freeSowing(tx: Tx, was: Found): Promise<void> {
  const lots: { id: string; code: string }[] = await tx('movement as m')
    .join('lot as l', 'l.id', 'm.lot_id')
    .where((q) => void q.where('m.entry_key', was.entryKey).orWhere('m.entry_key', 'like', `${was.entryKey}:%`))
    .where({ 'm.reason': 'sow', 'l.kind': 'planting' })
    .distinct('l.id', 'l.code');
  for (const lot of lots) {
    if (await touchedSince(tx, lot.id))
      throw new RuleBroken('form', say`Something was done with ${lot.code} since. Take that back first.`);
    await tx('lot')
      .where({ id: lot.id })
      .update({ code: await freeLotCode(tx, `${lot.code}-BACK`) });
  }
}

/** Whether plants of a lot were moved, lost, counted or noted about after they were sown. */
async function touchedSince(tx: Tx, lotId: string): Promise<boolean> {
  const moved = await tx('movement as m')
    .where({ 'm.lot_id': lotId })
    .whereNotIn('m.reason', ['sow', 'reverse'])
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .first('m.id');
  if (moved) return true;
  return Boolean(await tx('husbandry_event as e').where({ 'e.lot_id': lotId }).whereRaw(STANDING_EVENT).first('e.id'));
}
