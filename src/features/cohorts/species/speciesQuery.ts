import 'server-only';
import { speciesVersions } from '../../../db/keeping';
import { liveGrades, type WrittenGrade } from '../../../core/fish/liveSale';
import { SPECIES_DEFAULTS } from '../../../core/library/defaults';
import type { Species } from '../../../core/library/types';
import type { ProductFact } from '../../../core/plan/types';
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
    food: view.facts.products.find((p) => p.speciesCode === code && !p.liveCm) ?? null,
    grades: liveGrades(view.facts.products, code).map(({ product, fromCm, toCm }) => ({
      name: product.name,
      fromCm,
      toCm,
      priceMinor: product.priceMinor,
    })),
  });
  return {
    ...dayOnly(view),
    currency: view.person.currency,
    own: view.facts.species.map((species) => ({
      species,
      version: versions.get(species.code) ?? 1,
      sale: saleOf(species.code),
    })),
    others: SPECIES_DEFAULTS.filter((s) => !versions.has(s.code)),
  };
}
