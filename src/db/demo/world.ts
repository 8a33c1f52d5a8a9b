import type { Crop, Species } from '../../core/library/types';
import type { LoopFact, ProductFact } from '../../core/plan/types';
import type { Day } from '../../core/quantity/days';
import type { Book } from './book';
import type { DemoPlace } from './farm';

export interface PackedStock {
  lotId: string;
  productCode: string;
  packedOn: Day;
  left: number;
}

/** What the generators share while they write the farm's past. */
export class DemoWorld {
  readonly packed: PackedStock[] = [];
  readonly purging = new Map<string, { lotId: string; count: number; meanG: number; day: Day }>();
  private readonly placeByCode: Map<string, DemoPlace>;

  constructor(
    readonly book: Book,
    readonly today: Day,
    readonly start: Day,
    readonly loops: LoopFact[],
    readonly places: DemoPlace[],
    readonly species: Species[],
    readonly crops: Crop[],
    readonly products: ProductFact[],
    private readonly people: Map<string, string>,
  ) {
    this.placeByCode = new Map(places.map((p) => [p.code, p]));
  }

  place(code: string): DemoPlace {
    const place = this.placeByCode.get(code);
    if (!place) throw new Error(`The demo farm has no place ${code}`);
    return place;
  }

  person(signInName: string): string {
    return this.people.get(signInName)!;
  }
}
