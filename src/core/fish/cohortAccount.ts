/** What a cohort was given and what it gave, over a run of days. Masses in g. */
export interface CohortBook {
  feedG: number;
  startCount: number;
  startMeanG: number;
  presentCount: number;
  presentMeanG: number;
  /** Fish taken out alive (harvested, sold, regrouped), with their weight. */
  takenG: number;
  dead: number;
  /** Weight of the dead, estimated from their size when they died. */
  deadG: number;
}

export interface CohortAccount {
  survival: number | null;
  /** g feed per g of all growth, the dead included: how well the fish turn feed into flesh. */
  fcrBiological: number | null;
  /** g feed per g of fish that are here or were taken: what the feed bill bought. */
  fcrEconomic: number | null;
  /** Growth made, g, dead included. */
  grownG: number;
}

/** Survival and both feed conversion ratios. Null where there is nothing to divide by. */
export function cohortAccount(book: CohortBook): CohortAccount {
  const startG = book.startCount * book.startMeanG;
  const presentG = book.presentCount * book.presentMeanG;
  const kept = presentG + book.takenG - startG;
  const grown = kept + book.deadG;
  return {
    survival: book.startCount > 0 ? 1 - book.dead / book.startCount : null,
    fcrBiological: grown > 0 && book.feedG > 0 ? book.feedG / grown : null,
    fcrEconomic: kept > 0 && book.feedG > 0 ? book.feedG / kept : null,
    grownG: grown,
  };
}
