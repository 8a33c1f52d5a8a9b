import type { FeedLotFact } from '../core/fish/decideFeeding';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** Feed in whatever store it lies, the oldest first. */
export async function feedStore(tx: Tx): Promise<(FeedLotFact & { supplier: string | null })[]> {
  const rows = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'feed', 'p.role': 'feed' })
    .andWhere('b.mass_g', '>', 0)
    .orderBy(['l.began_on', 'l.code'])
    .select(
      'b.lot_id',
      'l.code',
      'b.place_id',
      'l.species_code',
      'l.pellet_mm',
      'l.began_on',
      'b.mass_g',
      'l.supplier',
    );
  return rows.map((r) => ({
    lotId: r.lot_id,
    lotCode: r.code,
    placeId: r.place_id,
    speciesCode: r.species_code,
    pelletMm: r.pellet_mm,
    beganOn: r.began_on,
    massG: r.mass_g,
    supplier: r.supplier,
  }));
}

/** What a tank was fed on a day so far, g. */
export async function fedToday(tx: Tx, placeId: string, day: Day): Promise<number> {
  const { rows } = await tx.raw(
    `select coalesce(sum(m.mass_g), 0)::float8 as g from movement m where m.farm_day = :day and m.reason = 'feed'
       and exists (select from feeding e where e.farm_id = m.farm_id and e.movement_id = m.id and e.place_id = :placeId)
       and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)`,
    { placeId, day },
  );
  return rows[0].g;
}

export interface Eater {
  lotId: string;
  speciesCode: string;
  /** Pellets it was fed last, mm; null: not known. */
  lastPelletMm: number | null;
}

/** The fish of a tank, and what they were fed last. */
export async function eatersIn(tx: Tx, placeId: string): Promise<Eater[]> {
  const { rows } = await tx.raw(
    `select b.lot_id, l.species_code, (select f.pellet_mm from feeding e join movement m on m.farm_id = e.farm_id and m.id = e.movement_id
       join lot f on f.farm_id = m.farm_id and f.id = m.lot_id where e.farm_id = b.farm_id and e.lot_id = b.lot_id and f.pellet_mm is not null
       and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id) order by m.farm_day desc, m.ctid desc limit 1) as pellet_mm
     from balance b join lot l on l.farm_id = b.farm_id and l.id = b.lot_id
     where b.place_id = :placeId and l.kind = 'cohort' and b.count > 0 order by l.code`,
    { placeId },
  );
  return rows.map((r: { lot_id: string; species_code: string; pellet_mm: number | null }) => ({
    lotId: r.lot_id,
    speciesCode: r.species_code,
    lastPelletMm: r.pellet_mm,
  }));
}
