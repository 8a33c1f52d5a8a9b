import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

export interface FishEvent {
  id: string;
  personId: string | null;
  /** Counts no more. */
  takenBack: boolean;
  kind: string;
  day: Day;
  words: string;
  state: string | null;
  until: Day | null;
  place: string | null;
  lot: string | null;
  by: string | null;
  /** Plants it counted, where it counted any. */
  count: number | null;
}

interface HusbandryEventsArgs {
  tx: Tx;
  about: { lotId?: string; placeId?: string; kinds?: string[] };
  day: Day;
  most?: number;
}

/** What was noted about a lot or a tank, the newest first. */
export async function husbandryEvents({ tx, about, day, most = 60 }: HusbandryEventsArgs): Promise<FishEvent[]> {
  const query = tx('husbandry_event as e')
    .leftJoin('place as p', 'p.id', 'e.place_id')
    .leftJoin('lot as l', 'l.id', 'e.lot_id')
    .leftJoin('person as w', 'w.id', 'e.person_id')
    .leftJoin('husbandry_event as c', (on) => void on.on('c.farm_id', 'e.farm_id').andOn('c.corrects_id', 'e.id'))
    .whereNull('e.corrects_id')
    .andWhere('e.farm_day', '<=', day)
    .orderByRaw('e.recorded_at desc, e.ctid desc')
    .limit(most)
    .select(
      'e.id',
      'e.person_id',
      'c.id as taken',
      'e.kind',
      'e.farm_day',
      'e.words',
      'e.state',
      'e.until_day',
      'e.count',
      'p.code as place',
      'l.code as lot',
      'w.name',
    );
  if (about.lotId) void query.where('e.lot_id', about.lotId);
  if (about.placeId) void query.where('e.place_id', about.placeId);
  if (about.kinds) void query.whereIn('e.kind', about.kinds);
  return (await query).map((r) => ({
    id: r.id,
    personId: r.person_id,
    takenBack: r.taken !== null,
    kind: r.kind,
    day: r.farm_day,
    words: r.words,
    state: r.state,
    until: r.until_day,
    place: r.place,
    lot: r.lot,
    by: r.name,
    count: r.count,
  }));
}

export interface FeedingRow {
  movementId: string;
  personId: string | null;
  /** Counted no more. */
  takenBack: boolean;
  day: Day;
  place: string;
  feedLot: string;
  massG: number;
  response: string;
  withheldG: number;
  farmGrownG: number;
}

export interface Feedings {
  /** The newest, newest first. */
  rows: FeedingRow[];
  /** All of them: how many, and g. */
  count: number;
  totalG: number;
}

interface FeedingsOfArgs {
  tx: Tx;
  lotId: string;
  day: Day;
  most?: number;
}

/** What a cohort was fed. */
export async function feedingsOf({ tx, lotId, day, most = 30 }: FeedingsOfArgs): Promise<Feedings> {
  // The lateral reads one movement a feeding by its key; a join would read every movement of the farm.
  const { rows } = await tx.raw(
    `select m.id, m.person_id, m.farm_day, p.code as place, m.lot_id, f.mass_g, f.response, f.withheld_g, f.farm_grown_g,
       exists (select from movement r where r.farm_id = f.farm_id and r.reverses_id = f.movement_id) as taken
     from feeding f
     cross join lateral (select * from movement where farm_id = f.farm_id and id = f.movement_id offset 0) m
     join place p on p.farm_id = f.farm_id and p.id = f.place_id
     where f.lot_id = :lotId and m.farm_day <= :day order by m.occurred_at desc, m.recorded_at desc, f.ctid desc`,
    { lotId, day },
  );
  const all = rows as {
    id: string;
    person_id: string | null;
    taken: boolean;
    farm_day: Day;
    place: string;
    lot_id: string;
    mass_g: number;
    response: string;
    withheld_g: number;
    farm_grown_g: number;
  }[];
  const given = all.filter((r) => !r.taken);
  const feeds = await feedLotPrices(tx, lotId, [...new Set(all.map((r) => r.lot_id))]);
  return {
    rows: all.slice(0, most).map((r) => ({
      movementId: r.id,
      personId: r.person_id,
      takenBack: r.taken,
      day: r.farm_day,
      place: r.place,
      feedLot: feeds.get(r.lot_id)!.code,
      massG: r.mass_g,
      response: r.response,
      withheldG: r.withheld_g,
      farmGrownG: r.farm_grown_g,
    })),
    count: all.length,
    totalG: given.reduce((sum, r) => sum + r.mass_g, 0),
  };
}

/** Code and price of feed lots, minor units per g: what was paid for each, else the usual price of that feed. */
export async function feedLotPrices(tx: Tx, cohortId: string, feedLotIds: string[]) {
  const { rows } = await tx.raw(
    `select l.id, l.code, coalesce(
         l.cost_minor::numeric / (select nullif(sum(x.mass_g), 0) from movement x where x.farm_id = l.farm_id and x.lot_id = l.id and x.reason = 'receive' and l.cost_minor is not null),
         r.feed_minor_per_kg / 1000.0, 0) as minor
     from lot l join lot c on c.farm_id = l.farm_id and c.id = :cohortId
     left join fish_rule r on r.farm_id = c.farm_id and r.species_code = c.species_code where l.id = any(:feedLotIds)`,
    { cohortId, feedLotIds },
  );
  return new Map(
    (rows as { id: string; code: string; minor: number }[]).map((r) => [
      r.id,
      { code: r.code, minorPerG: Number(r.minor) },
    ]),
  );
}

export interface LotMoney {
  permit: string | null;
  note: string | null;
  startMeanG: number;
  startCount: number;
  /** Taken alive, regrouped fish included; and of it what was harvested or sold. */
  takenG: number;
  harvestedG: number;
  deaths: { day: Day; count: number }[];
  origins: string[];
  offspring: string[];
}

/** A regrouping that was taken back left no lot behind. */
const REGROUPED_STILL = (tx: Tx) =>
  tx('movement as m')
    .whereRaw('m.farm_id = l.farm_id and m.lot_id = l.id')
    .whereIn('m.reason', ['grade', 'merge'])
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'));

/** What a lot began with and gave. */
export async function lotMoney(tx: Tx, lotId: string, day: Day): Promise<LotMoney> {
  const lot = await tx('lot').where({ id: lotId }).first('permit', 'note', 'start_mean_g');
  const { rows } = await tx.raw(
    `select m.reason, m.farm_day, p.role as from_role, sum(m.count)::bigint as count, sum(m.mass_g) as mass_g from movement m
       join place p on p.farm_id = m.farm_id and p.id = m.from_place_id where m.lot_id = :lotId and m.farm_day <= :day
         and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
         and m.reason in ('opening', 'receive', 'dead', 'harvest', 'grade', 'merge') group by 1, 2, 3 order by 2`,
    { lotId, day },
  );
  const origins = await tx('lot_origin as o')
    .join('lot as l', 'l.id', 'o.from_lot_id')
    .where('o.lot_id', lotId)
    .pluck('l.code');
  const offspring = await tx('lot_origin as o')
    .join('lot as l', 'l.id', 'o.lot_id')
    .where({ 'o.from_lot_id': lotId, 'l.kind': 'cohort' })
    .whereExists(REGROUPED_STILL(tx))
    .pluck('l.code');
  const all = rows as { reason: string; farm_day: Day; from_role: string; count: number; mass_g: number }[];
  const isOwn = (r: { reason: string; from_role: string }) =>
    ['receive', 'opening'].includes(r.reason) || r.from_role === 'made';
  const sum = (of: (r: (typeof all)[number]) => boolean, pick: 'count' | 'mass_g') =>
    all.filter(of).reduce((t, r) => t + Number(r[pick]), 0);
  return {
    permit: lot.permit,
    note: lot.note,
    startMeanG: lot.start_mean_g ?? 1,
    startCount: sum(isOwn, 'count'),
    takenG: sum((r) => r.reason !== 'dead' && !isOwn(r), 'mass_g'),
    harvestedG: sum((r) => r.reason === 'harvest', 'mass_g'),
    deaths: all.filter((r) => r.reason === 'dead').map((r) => ({ day: r.farm_day, count: r.count })),
    origins,
    offspring,
  };
}

/** Mean condition factor of the samples that had lengths: K = 100·W/L³, newest last. */
export async function conditionSeries(tx: Tx, lotId: string, day: Day): Promise<{ day: Day; k: number; n: number }[]> {
  const { rows } = await tx.raw(
    `select s.farm_day, avg(100 * w.w / power(l.l, 3)) as k, count(*)::int as n from sample s
     cross join lateral unnest(s.weights_g) with ordinality as w(w, i) join lateral unnest(s.lengths_cm) with ordinality as l(l, i) on l.i = w.i
     where s.lot_id = :lotId and s.farm_day <= :day and s.lengths_cm is not null and not s.withdrawn
       and not exists (select from sample c where c.farm_id = s.farm_id and c.corrects_id = s.id)
     group by s.id, s.farm_day order by s.farm_day`,
    { lotId, day },
  );
  return rows.map((r: { farm_day: Day; k: number; n: number }) => ({ day: r.farm_day, k: Number(r.k), n: r.n }));
}

/** Losses of some weight in the last weeks: fish that died out of a tank, by lot and tank. */
export async function recentLosses(tx: Tx, since: Day, day: Day) {
  const { rows } = await tx.raw(
    `select l.code, l.species_code, m.from_place_id as place_id, p.code as place, sum(m.count)::bigint as count, max(m.farm_day) as last_day, string_agg(distinct m.note, '; ') as notes
     from movement m join lot l on l.id = m.lot_id join place p on p.id = m.from_place_id
     where m.reason = 'dead' and m.farm_day between :since and :day and l.kind = 'cohort' and p.kind in ('tank', 'quarantine')
       and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
     group by 1, 2, 3, 4 having sum(m.count) >= 20 order by sum(m.count) desc, l.code, p.code limit 12`,
    { since, day },
  );
  return rows as {
    code: string;
    species_code: string;
    place_id: string;
    place: string;
    count: number;
    last_day: Day;
    notes: string | null;
  }[];
}
