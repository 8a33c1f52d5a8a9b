import type { CultureKind } from './kinds';

export interface CultureAccount {
  givenG: number;
  takenG: number;
  /** Fresh weight its kind would give of its area or of what it was given; null: it goes by neither. */
  expectedG: number | null;
  proteinG: number;
  /** Bought feed with as much protein as was taken out. */
  replacesG: number;
}

interface AccountArgs {
  kind: CultureKind;
  areaM2: number | null;
  days: number;
  givenG: number;
  takenG: number;
  /** Protein of the feed it takes the place of, as a share. */
  feedProtein: number;
}

/**
 * What a culture came to over some days: fresh weight taken out, the protein in it, and the bought feed that holds as much.
 * Protein stands for protein; energy, minerals and what fish leave of it are not reckoned.
 */
export function cultureAccount({ kind, areaM2, days, givenG, takenG, feedProtein }: AccountArgs): CultureAccount {
  const proteinG = takenG * kind.dryShare * kind.proteinOfDry;
  const byArea = kind.perM2Day !== null && areaM2 ? kind.perM2Day * areaM2 * days : null;
  const byGiven = kind.perGiven !== null ? kind.perGiven * givenG : null;
  return {
    givenG,
    takenG,
    expectedG: byArea ?? byGiven,
    proteinG,
    replacesG: feedProtein > 0 ? proteinG / feedProtein : 0,
  };
}
