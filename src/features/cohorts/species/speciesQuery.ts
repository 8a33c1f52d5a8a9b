import 'server-only';
import { speciesVersions } from '../../../db/keeping';
import { liveGrades, type WrittenGrade } from '../../../core/fish/liveSale';
import { SPECIES_DEFAULTS } from '../../../core/library/defaults';
import type { Species } from '../../../core/library/types';
import type { ProductFact } from '../../../core/facts/farm';
import { isMain } from '../../../core/market/families';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface SpeciesPage extends DayView {
  own: { species: Species; version: number; sale: { food: ProductFact | null; grades: WrittenGrade[] } }[];
  others: Species[];
  currency: string;
}

export async function speciesPage(search: Search): Promise<SpeciesPage> {
  const view = await farmView(search, async (tx) => ({
    rows: await speciesVersions(tx),
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
    currency: view.person.currency,
    own: own.map((species) => ({
      species,
      version: versions.get(species.code) ?? 1,
      sale: saleOf(species.code),
    })),
    others: SPECIES_DEFAULTS.filter((s) => !own.some((o) => o.code === s.code)),
  };
}
