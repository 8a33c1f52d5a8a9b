/** Share of the time for one piece below which the next may be larger. */
const QUICK = 0.25;

/**
 * What of a plan is free in a turn while the rest stays as the best plan has it: some of its products, or some weeks. The next
 * piece begins in the middle of the one before. Pieces that gave nothing grow when they were solved at once, and shrink when time
 * ran out.
 */
export class Pieces {
  private from = 0;

  constructor(
    private size: number,
    private readonly of: number,
  ) {
    this.size = Math.min(size, of);
  }

  /** @returns whether the entry with this number is in the next piece */
  next(): (at: number) => boolean {
    const { from, size, of } = this;
    this.from = (from + Math.ceil(size / 2)) % of;
    return (at) => (at - from + of) % of < size;
  }

  /** @param took share of the longest time for a piece */
  fit(took: number) {
    if (took < QUICK) this.size = Math.min(this.of, this.size + 1);
    else if (took >= 1) this.size = Math.max(1, this.size - 1);
  }
}
