/** How long a search may go on. */
export interface SearchLimits {
  seconds: number;
  /** Stops when the proven gap is this small, as a share. */
  gap: number;
  /** In place of time: so many nodes of the tree in each search, and a few pieces. It finds the same on any machine. */
  nodes?: number;
}

/** Pieces searched in a row, where work is what bounds. */
const PIECES_OF_WORK = 4;
/** A piece that was neither quick nor late. */
const MIDDLING = 0.5;
/** The least time for which a piece is begun, s. */
const LEAST_PIECE_S = 0.5;

interface BudgetArgs {
  limits: SearchLimits;
  /** Longest search of one piece, s. */
  pieceS: number;
  /** ms */
  clock: () => number;
}

/** What is left of a search's limits, by its own clock. */
export function searchBudget({ limits: { seconds: most, nodes }, pieceS, clock }: BudgetArgs) {
  const began = clock();
  const seconds = () => (clock() - began) / 1000;
  const bound = (timeS: number) =>
    nodes === undefined ? { time_limit: timeS } : { mip_max_nodes: nodes, mip_max_stall_nodes: nodes };
  return {
    seconds,
    /** Whether a share of the time is over. */
    late: (share: number) => nodes === undefined && seconds() > most * share,
    /** Options for one that is not cut short by work. */
    whole: nodes === undefined ? { time_limit: most } : {},
    /** Options of the solver for a search that may take until a share of the time is over. @param leastS at least so long, s */
    until: (share: number, leastS: number) => bound(Math.max(leastS, most * share - seconds())),
    /** Pieces until a share of the time is over. @returns options for one more piece, or null: no more is begun */
    pieces(share: number) {
      let begun = 0;
      return () => {
        if (nodes !== undefined) return begun++ < PIECES_OF_WORK ? bound(pieceS) : null;
        const left = most * share - seconds();
        return left > LEAST_PIECE_S ? bound(Math.min(pieceS, left)) : null;
      };
    },
    /** What part of a piece's time was used since, 0 to 1; by work, pieces keep their size. @param sinceS by `seconds` */
    shareUsed: (sinceS: number) => (nodes === undefined ? (seconds() - sinceS) / pieceS : MIDDLING),
  };
}
