import { refuse } from '../acts/decision';
import type { ProductFact } from '../facts/farm';
import { say } from '../words/words';

interface Packing {
  products: readonly ProductFact[];
  of: { speciesCode: string | null } | { cropCode: string | null };
  /** Absent: its main product. */
  wanted?: string | undefined;
  /** Said when the farm sells none. */
  none: string;
}

/** The product that food fish or picked plants are packed as: the one named, or the one their supply is said in. @throws {RuleBroken} when there is none */
export function packedAs({ products, of, wanted, none }: Packing): ProductFact {
  const isOf = (p: ProductFact) =>
    'speciesCode' in of ? p.speciesCode === of.speciesCode : p.cropCode === of.cropCode;
  const rank = (p: ProductFact) => Number(Boolean(p.madeFrom)) * 2 + Number(Boolean(p.retiredOn));
  const sold = products
    .filter((p) => isOf(p) && !p.liveCm)
    .sort((a, b) => rank(a) - rank(b) || (a.code < b.code ? -1 : 1));
  if (sold.length === 0) refuse('stepId', none);
  const product = wanted ? sold.find((p) => p.code === wanted) : sold[0];
  return product ?? refuse('productCode', say`Choose what it is packed as.`);
}
