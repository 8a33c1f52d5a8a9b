import 'server-only';
import type { Tx } from '../../../db/connection';
import { fishDaysOf, type Lived } from '../../../db/fishDays';
import { speciesVersions } from '../../../db/keeping';
import { expectedDeaths, ownDeathsTimes } from '../../../core/fish/deaths';
import type { Day } from '../../../core/quantity/days';
import { liveGrades, type WrittenGrade } from '../../../core/fish/liveSale';
import { SPECIES_DEFAULTS } from '../../../core/library/defaults';
import type { Species } from '../../../core/library/types';
import type { ProductFact } from '../../../core/facts/farm';
import { isMain } from '../../../core/market/families';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface SpeciesPage extends DayView {
  own: {
    species: Species;
    version: number;
    deaths: DeathsShown;
    sale: { food: ProductFact | null; grades: WrittenGrade[] };
  }[];
  others: Species[];
  currency: string;
}

/** What the farm's books have of a species' deaths, against the published rate. */
export interface DeathsShown {
  died: number;
  expected: number;
  /** Null: too few to say. */
  times: number | null;
}

async function livedOf(tx: Tx, day: Day, species: readonly Species[]): Promise<Map<string, Lived>> {
  const lived = new Map<string, Lived>();
  for (const { code } of species) lived.set(code, await fishDaysOf(tx, day, code));
  return lived;
}

function deathsShown(species: Species, { lived, died }: Lived): DeathsShown {
  const expected = expectedDeaths(species, lived);
  return { died, expected, times: ownDeathsTimes(died, expected) };
}

export async function speciesPage(search: Search): Promise<SpeciesPage> {
  const view = await farmView(search, async (tx, { day, facts }) => ({
    rows: await speciesVersions(tx),
    lived: await livedOf(tx, day, facts.species),
  }));
  const versions = new Map(view.more.rows.map((r) => [r.code, r.version]));
  const saleOf = (code: string) => ({
    food: view.facts.products.find((p) => p.speciesCode === code && !p.liveCm && isMain(p)) ?? null,
    grades: liveGrades(view.facts.products, code).map(({ product, fromCm, toCm }) => ({
      name: product.name,
      fromCm,
      toCm,
      priceMinor: product.priceMinor,
    })),
  });
  const own = view.facts.species.filter((s) => !s.retiredOn);
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    own: own.map((species) => ({
      species,
      version: versions.get(species.code) ?? 1,
      deaths: deathsShown(species, view.more.lived.get(species.code)!),
      sale: saleOf(species.code),
    })),
    others: SPECIES_DEFAULTS.filter((s) => !own.some((o) => o.code === s.code)),
  };
}
