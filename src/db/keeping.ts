import { SPECIES_DEFAULTS } from '../core/library/defaults';
import type { FeedRule } from '../core/fish/feed';
import type { Species } from '../core/library/types';
import type { FarmFacts } from '../core/plan/types';
import { addDays, type Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** A farm's species row; what an older copy does not say yet is filled from the planning defaults. */
export function speciesOf(row: { code: string; params: Species; version: number }): Species {
  const defaults = SPECIES_DEFAULTS.find((s) => s.code === row.code);
  return { ...defaults, ...row.params };
}

/** Planned temperatures that depart from the months, by loop, oldest first; of two for one day the newer counts. */
export async function tempPlans(tx: Tx): Promise<Map<string, { from: Day; tempC: number | null }[]>> {
  const rows: { loop_id: string; from_day: Day; temp_c: number | null }[] = await tx('loop_temperature')
    .distinctOn(['loop_id', 'from_day'])
    .orderBy(['loop_id', 'from_day', { column: 'recorded_at', order: 'desc' }])
    .select('loop_id', 'from_day', 'temp_c');
  const plans = new Map<string, { from: Day; tempC: number | null }[]>();
  for (const r of rows) plans.set(r.loop_id, [...(plans.get(r.loop_id) ?? []), { from: r.from_day, tempC: r.temp_c }]);
  return plans;
}

export async function feedRules(tx: Tx): Promise<FeedRule[]> {
  const rows = await tx('fish_rule').orderBy('species_code');
  return rows.map((r) => ({
    speciesCode: r.species_code,
    ration: r.ration,
    table: r.ration_table,
    feederTimes: r.feeder_times,
    farmGrownShare: r.farm_grown_share,
    feedMinorPerKg: r.feed_minor_per_kg,
    fingerlingMinor: r.fingerling_minor,
    leadDays: r.lead_days,
    quarantineDays: r.quarantine_days,
    version: r.version,
  }));
}

/** An event that was not taken back, and is itself no taking back. */
const STANDING =
  'e.corrects_id is null and not exists (select from husbandry_event c where c.farm_id = e.farm_id and c.corrects_id = e.id)';

/** What restrains fish and tanks on a day: withdrawal periods, quarantine, rest. */
export async function loadKeeping(
  tx: Tx,
  day: Day,
): Promise<Pick<FarmFacts, 'feedRules' | 'treatments' | 'quarantine' | 'resting'>> {
  const rules = await feedRules(tx);
  const { rows: treated } = await tx.raw(
    `select l.code, e.words, e.until_day from husbandry_event e join lot l on l.farm_id = e.farm_id and l.id = e.lot_id
     where e.kind = 'treat' and e.farm_day <= :day and e.until_day >= :day and ${STANDING} order by e.until_day`,
    { day },
  );
  const { rows: apart } = await tx.raw(
    `select l.code, l.species_code, b.place_id, l.began_on,
       (select max(e.until_day) from husbandry_event e where e.lot_id = l.id and e.kind = 'quarantine_extend' and e.farm_day <= :day and ${STANDING}) as extended,
       (select max(e.farm_day) from husbandry_event e where e.lot_id = l.id and e.kind = 'quarantine_clear' and e.farm_day <= :day and ${STANDING}) as cleared
     from balance b join lot l on l.farm_id = b.farm_id and l.id = b.lot_id
     join place p on p.farm_id = b.farm_id and p.id = b.place_id and p.kind = 'quarantine'
     where b.count > 0 and l.kind = 'cohort' and l.began_on <= :day`,
    { day },
  );
  const { rows: resting } = await tx.raw(
    `select e.place_id, e.until_day from husbandry_event e
     where e.kind = 'fallow' and e.until_day >= :day and e.farm_day <= :day and ${STANDING}
       and not exists (select from husbandry_event d where d.farm_id = e.farm_id and d.place_id = e.place_id and d.kind = 'clean'
         and d.recorded_at > e.recorded_at and d.farm_day <= :day and d.corrects_id is null
         and not exists (select from husbandry_event c where c.farm_id = d.farm_id and c.corrects_id = d.id))`,
    { day },
  );
  const days = new Map(rules.map((r) => [r.speciesCode, r.quarantineDays]));
  return {
    feedRules: rules,
    treatments: treated.map((r: { code: string; words: string; until_day: Day }) => ({ lotCode: r.code, product: r.words, until: r.until_day })), // prettier-ignore
    quarantine: apart.map((r: { code: string; species_code: string; place_id: string; began_on: Day; extended: Day | null; cleared: Day | null }) => {
      const planned = addDays(r.began_on, days.get(r.species_code) ?? 14);
      const until = r.extended && r.extended > planned ? r.extended : planned;
      return { lotCode: r.code, placeId: r.place_id, until, clearedOn: r.cleared };
    }), // prettier-ignore
    resting: resting.map((r: { place_id: string; until_day: Day }) => ({ placeId: r.place_id, until: r.until_day })),
  };
}

/** Husbandry events, as `e`, that nobody took back. */
export function standingHusbandry(tx: Tx) {
  return tx('husbandry_event as e').whereRaw(STANDING);
}
