import type { Crop } from '../library/types';
import { plantsIn } from '../plan/lookUp';
import type { FarmForecast, PlantStay } from '../facts/forecast';
import type { PlaceFact } from '../facts/farm';

/** Places that nothing stands in and nothing comes into soon. */
export interface BedGap {
  places: number;
  /** Day index on which something comes; null: nothing is planned. */
  nextAt: number | null;
}

/** What is to grow in a bed in which something else grows, or grew last. */
export interface HandOver {
  from: string[];
  to: string;
  at: number;
}

/** What comes within so many days fills a gap in time. Planning default: beds are refilled weekly. */
const SOON_DAYS = 7;
/** Hand-overs so far ahead are told. */
const AHEAD_DAYS = 42;

interface BedArgs {
  bed: Pick<PlaceFact, 'id' | 'positions' | 'pieceSize' | 'rests'>;
  forecast: Pick<FarmForecast, 'plants'>;
  at: number;
}

const here = (s: PlantStay, at: number) => s.from <= at && s.until > at;

/** A gap of at least one raft, channel or tray that is not filled within the week; null: there is none. */
export function bedGap({ bed, forecast, at }: BedArgs): BedGap | null {
  if (bed.positions === null) return null;
  const own = plantsIn(forecast, bed.id);
  const held = own.filter((s) => here(s, at)).reduce((sum, s) => sum + s.positions, 0);
  const places = bed.positions - held;
  if (places < Math.max(1, bed.pieceSize ?? 1)) return null;
  const coming = own.filter((s) => s.from > at).map((s) => s.from);
  const nextAt = coming.length > 0 ? Math.min(...coming) : null;
  return nextAt !== null && nextAt - at <= SOON_DAYS ? null : { places, nextAt };
}

/** The next crop of a bed that is another than those in it; null: it goes on with the same. */
export function handOver(
  { bed, forecast, at }: BedArgs,
  crops: readonly Pick<Crop, 'code' | 'name'>[],
): HandOver | null {
  const own = plantsIn(forecast, bed.id).filter((s) => s.stage !== null);
  const now = new Set(own.filter((s) => here(s, at)).map((s) => s.cropCode));
  if (now.size === 0) return null;
  const next = own
    .filter((s) => s.from > at && s.from - at <= AHEAD_DAYS && !now.has(s.cropCode))
    .sort((a, b) => a.from - b.from)[0];
  const nameOf = (code: string) => crops.find((c) => c.code === code)?.name ?? code;
  return next ? { from: [...now].map(nameOf), to: nameOf(next.cropCode), at: next.from } : null;
}
