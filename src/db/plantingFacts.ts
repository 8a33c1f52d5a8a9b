import type { PlantingFact } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { goodsOf } from './goods';
import type { HoldingRow } from './facts';
import { STANDING_EVENT } from './keeping';

/** What a move between beds says of the plants it brings: the stage they are in, since when, and their cuts so far. */
export interface SpacedDetail {
  stage: number;
  since: Day;
  cuts: number;
  lastCutOn: Day | null;
}

interface EventRow {
  lot_id: string;
  place_id: string;
  kind: 'spaced' | 'cut';
  count: number;
  farm_day: Day;
  detail: SpacedDetail | null;
}

interface CutsRow {
  from_lot_id: string;
  cuts: number;
  last: Day;
}

/**
 * Plantings as they stand on a day: one fact for plants of a lot that stand in one place at one stage. Plants that were
 * re-spaced in their own bed, in part, are two.
 */
export async function plantingFacts(tx: Tx, day: Day, holdings: HoldingRow[]): Promise<PlantingFact[]> {
  const held = holdings.filter((h) => h.count > 0);
  if (held.length === 0) return [];
  const lotIds = held.map((h) => h.lot_id);
  const about: About = {
    transplants: await transplantDays(tx, lotIds, day),
    packed: await packedCuts(tx, lotIds, day),
    events: await plantEvents(tx, lotIds, day),
  };
  return held.flatMap((h) => factsOf(h, about));
}

interface About {
  transplants: Map<string, Day>;
  packed: Map<string, CutsRow>;
  events: Map<string, EventRow[]>;
}

const keyOf = (r: { lot_id: string; place_id: string }) => `${r.lot_id}|${r.place_id}`;

function factsOf(h: HoldingRow, { transplants, packed, events }: About): PlantingFact[] {
  const base = {
    lotId: h.lot_id,
    lotCode: h.code,
    cropCode: h.crop_code!,
    placeId: h.place_id,
    sownOn: h.began_on,
  };
  if (h.place_kind !== 'bed') return [{ ...base, count: h.count, transplantedOn: null, cutsDone: 0, lastCutOn: null }];
  const own = events.get(keyOf(h)) ?? [];
  const came = transplants.get(keyOf(h)) ?? transplants.get(h.lot_id) ?? h.transplanted_on ?? h.began_on;
  // Where cuts were not told apart by bed, every bed of the planting had them.
  const cut = own.some((e) => e.kind === 'cut') ? undefined : packed.get(h.lot_id);
  const first = { ...base, transplantedOn: came, cutsDone: cut?.cuts ?? 0, lastCutOn: cut?.last ?? null };
  const facts: PlantingFact[] = [];
  let left = h.count;
  for (const e of own.filter((x) => x.kind === 'spaced').reverse()) {
    const count = Math.min(left, e.count);
    if (count <= 0 || !e.detail) continue;
    left -= count;
    const { stage, since, cuts, lastCutOn } = e.detail;
    const later = cutsSince(own, e.farm_day);
    facts.push({
      ...base,
      count,
      transplantedOn: transplants.get(h.lot_id) ?? came,
      stage,
      stageFrom: since,
      cutsDone: later?.count ?? cuts,
      lastCutOn: later?.farm_day ?? lastCutOn,
    });
  }
  if (left > 0) {
    const last = cutsSince(own, '');
    facts.push({ ...first, count: left, ...(last ? { cutsDone: last.count, lastCutOn: last.farm_day } : {}) });
  }
  return facts;
}

/** The highest cut recorded in a bed since a day. */
const cutsSince = (own: readonly EventRow[], day: Day | '') =>
  own.filter((e) => e.kind === 'cut' && e.farm_day >= day).sort((a, b) => b.count - a.count)[0];

/** The number of the cut that a picking on a day is: another picking of the same day is the same cut. */
export async function cutOnDay(tx: Tx, at: { lotId: string; placeId: string }, day: Day): Promise<number> {
  const own = (await plantEvents(tx, [at.lotId], day)).get(`${at.lotId}|${at.placeId}`) ?? [];
  const event = own.findLast((e) => e.kind === 'cut') ?? own.at(-1);
  const packed = (await packedCuts(tx, [at.lotId], day)).get(at.lotId);
  const before =
    event?.kind === 'cut'
      ? { cuts: event.count, last: event.farm_day as Day | null }
      : event?.detail
        ? { cuts: event.detail.cuts, last: event.detail.lastCutOn }
        : { cuts: packed?.cuts ?? 0, last: packed?.last ?? null };
  return before.last === day ? Math.max(1, before.cuts) : before.cuts + 1;
}

/** When each planting came into its first bed, by lot, and into each bed, by lot and place. */
async function transplantDays(tx: Tx, lotIds: string[], day: Day): Promise<Map<string, Day>> {
  const rows: { lot_id: string; place_id: string; day: Day }[] = await tx('movement')
    .whereIn('lot_id', lotIds)
    .where({ reason: 'transplant' })
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = movement.farm_id and r.reverses_id = movement.id'))
    .andWhere('farm_day', '<=', day)
    .groupBy('lot_id', 'to_place_id')
    .orderByRaw('day desc, to_place_id')
    .select('lot_id', 'to_place_id as place_id', tx.raw('min(farm_day) as day'));
  return new Map(
    rows.flatMap((r): [string, Day][] => [
      [keyOf(r), r.day],
      [r.lot_id, r.day],
    ]),
  );
}

async function packedCuts(tx: Tx, lotIds: string[], day: Day): Promise<Map<string, CutsRow>> {
  const cuts: CutsRow[] = await tx('lot_origin as o')
    .join('lot as l', 'l.id', 'o.lot_id')
    .join('lot as m', 'm.id', 'o.from_lot_id')
    .join('product as q', 'q.code', 'l.product_code')
    // Surplus sold as seedlings, and seed saved, are no cuts.
    .whereRaw(`q.crop_code = ${goodsOf('m')}`)
    .whereIn('o.from_lot_id', lotIds)
    .andWhere('l.began_on', '<=', day)
    .whereExists(
      tx('balance as b').whereRaw('b.farm_id = l.farm_id and b.lot_id = l.id and (b.count > 0 or b.mass_g > 0)'),
    )
    .groupBy('o.from_lot_id')
    .select('o.from_lot_id', tx.raw('count(distinct l.began_on) as cuts'), tx.raw('max(l.began_on) as last'));
  return new Map(cuts.map((c) => [c.from_lot_id, c]));
}

async function plantEvents(tx: Tx, lotIds: string[], day: Day): Promise<Map<string, EventRow[]>> {
  const rows: EventRow[] = await tx('husbandry_event as e')
    .whereIn('e.lot_id', lotIds)
    .whereIn('e.kind', ['spaced', 'cut'])
    .andWhere('e.farm_day', '<=', day)
    .whereRaw(STANDING_EVENT)
    .orderBy(['e.farm_day', 'e.recorded_at', 'e.ctid'])
    .select('e.lot_id', 'e.place_id', 'e.kind', 'e.count', 'e.farm_day', 'e.detail');
  const byBed = new Map<string, EventRow[]>();
  for (const row of rows) byBed.set(keyOf(row), [...(byBed.get(keyOf(row)) ?? []), row]);
  return byBed;
}
