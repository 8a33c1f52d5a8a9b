import { restWithin } from '../crops/bedRest';
import { suits } from '../crops/suits';
import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { Crop } from '../library/types';
import { addDays } from '../quantity/days';

/** Day indexes from today; `until` is not included. */
interface Span {
  from: number;
  until: number;
}

/** So many plants of a sowing in one bed. */
export interface BedPart {
  bed: PlaceFact;
  plants: number;
}

/** Fewer plants than this are not parted off into a bed of their own. Planning default. */
const LEAST_PART = 6;

interface IntoArgs extends Span {
  plants: number;
  /** Places that one plant holds at the stage. */
  each: number;
  /** The bed they stand in already, whose places they hold: it is asked first. */
  first?: BedPart;
}

/** What beds have free by day as sowings are put into them one after another, the forecast's own plants counted in. */
export class BedRoom {
  private readonly added = new Map<string, Float64Array>();

  constructor(
    private readonly facts: Pick<FarmFacts, 'places' | 'today'>,
    private readonly forecast: Pick<FarmForecast, 'bedsOccupied' | 'days'>,
  ) {}

  /** Places of a bed that are free on every day of a span. */
  free(bed: PlaceFact, { from, until }: Span): number {
    const day = (at: number) => addDays(this.facts.today, at);
    if (bed.positions === null || restWithin(bed, day(from), day(Math.max(from, until - 1)))) return 0;
    const held = this.forecast.bedsOccupied.get(bed.id);
    const added = this.added.get(bed.id);
    let most = 0;
    for (let at = Math.max(0, from); at < Math.min(until, this.forecast.days); at++)
      most = Math.max(most, (held?.[at] ?? 0) + (added?.[at] ?? 0));
    return Math.max(0, bed.positions - most);
  }

  /**
   * The beds that plants of a crop go into for a span, as few as there can be: one that has room for all of them, else those with most
   * room first. Null: all beds together have no room for them.
   */
  bedsFor(crop: Crop, { plants, each, from, until, first }: IntoArgs): BedPart[] | null {
    const fits = (bed: PlaceFact) => Math.floor(this.free(bed, { from, until }) / each + 1e-9);
    const beds = this.facts.places
      .filter((p) => p.kind === 'bed' && p.loopId && suits(crop, p.method))
      .map((bed) => ({ bed, plants: fits(bed) }))
      .filter((b) => b.plants >= Math.min(LEAST_PART, plants));
    const own = first && beds.find((b) => b.bed.id === first.bed.id);
    if (own && own.plants >= plants) return [{ bed: own.bed, plants }];
    const whole = beds.find((b) => b.plants >= plants);
    if (whole && !first) return [{ bed: whole.bed, plants }];
    const byRoom = beds.filter((b) => b !== own).sort((a, b) => b.plants - a.plants);
    const parts: BedPart[] = [];
    let left = plants;
    for (const b of [...(own ? [own] : []), ...byRoom]) {
      const here = Math.min(left, b.plants);
      if (here <= 0) continue;
      parts.push({ bed: b.bed, plants: here });
      left -= here;
      if (left === 0) return parts;
    }
    return null;
  }

  hold({ bed, plants }: BedPart, each: number, { from, until }: Span): void {
    const held = this.added.get(bed.id) ?? new Float64Array(this.forecast.days);
    this.added.set(bed.id, held);
    for (let at = Math.max(0, from); at < Math.min(until, held.length); at++) held[at]! += plants * each;
  }
}
