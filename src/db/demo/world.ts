import type { Crop, Species } from '../../core/library/types';
import type { LoopFact, ProductFact } from '../../core/facts/farm';
import type { Day } from '../../core/quantity/days';
import type { Book } from './book';
import type { DemoPlace } from './farm';

export interface PackedStock {
  lotId: string;
  productCode: string;
  packedOn: Day;
  left: number;
}

interface DemoFarm {
  today: Day;
  /** The first day of its past. */
  start: Day;
  loops: LoopFact[];
  places: DemoPlace[];
  species: Species[];
  crops: Crop[];
  products: ProductFact[];
}

/** What the generators share while they write the farm's past. */
export class DemoWorld {
  readonly today: Day;
  readonly start: Day;
  readonly loops: LoopFact[];
  readonly places: DemoPlace[];
  readonly species: Species[];
  readonly crops: Crop[];
  readonly products: ProductFact[];
  readonly packed: PackedStock[] = [];
  readonly purging = new Map<string, { lotId: string; count: number; meanG: number; day: Day }>();
  private readonly placeByCode: Map<string, DemoPlace>;

  constructor(
    readonly book: Book,
    farm: DemoFarm,
    private readonly people: Map<string, string>,
  ) {
    ({ today: this.today, start: this.start } = farm);
    ({ loops: this.loops, places: this.places } = farm);
    ({ species: this.species, crops: this.crops, products: this.products } = farm);
    this.placeByCode = new Map(farm.places.map((p) => [p.code, p]));
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
