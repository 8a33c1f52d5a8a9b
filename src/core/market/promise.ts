/** A quantity that can go out on any day from `from` to `until` (day indexes, both included). */
export interface Batch {
  from: number;
  until: number;
  quantity: number;
}

/** A quantity owed on one day. */
export interface Demand {
  id: string;
  at: number;
  quantity: number;
}

/**
 * Serves demands in order of day, each from the batch that expires first. For batches that are each usable over one
 * unbroken span and demands on single days, no other order leaves less unserved.
 * @returns what stays short, by demand id, and what is left of each batch
 */
export function serveDemands(batches: readonly Batch[], demands: readonly Demand[]) {
  const byExpiry = [...batches.keys()].sort((a, b) => batches[a]!.until - batches[b]!.until);
  const inOrder = [...demands].sort((a, b) => a.at - b.at);
  const left = batches.map((b) => b.quantity);
  const short = new Map<string, number>();
  for (const demand of inOrder) {
    const owed = serveOne(batches, byExpiry, left, demand.at, demand.quantity);
    if (owed > 1e-6) short.set(demand.id, owed);
  }
  return { short, left };
}

/** Takes from what expires first; returns what stays owed. */
function serveOne(
  batches: readonly Batch[],
  byExpiry: readonly number[],
  left: number[],
  at: number,
  quantity: number,
): number {
  let owed = quantity;
  for (const i of byExpiry) {
    if (owed <= 0) return 0;
    const batch = batches[i]!;
    if (left[i]! <= 0 || batch.from > at || batch.until < at) continue;
    const given = Math.min(left[i]!, owed);
    left[i]! -= given;
    owed -= given;
  }
  return owed;
}

/**
 * Available to promise: the most that can still be promised for a day without making anything already promised
 * shorter. Found by halving, to within `step`. Only demands that share a batch with that day can be touched.
 * @param step smallest quantity worth naming (1 piece, 100 g)
 */
export function availableToPromise(
  allBatches: readonly Batch[],
  demands: readonly Demand[],
  at: number,
  step: number,
): number {
  const inOrder = [...demands].sort((a, b) => a.at - b.at);
  // What comes after the last demand or went before the first serves nobody.
  const first = Math.min(at, inOrder[0]?.at ?? at);
  const last = Math.max(at, inOrder.at(-1)?.at ?? at);
  const batches = allBatches.filter((b) => b.from <= last && b.until >= first);
  const usable = batches.filter((b) => b.from <= at && b.until >= at).reduce((sum, b) => sum + b.quantity, 0);
  let high = Math.floor(usable / step);
  if (high === 0) return 0;
  const byExpiry = [...batches.keys()].sort((a, b) => batches[a]!.until - batches[b]!.until);
  const place = inOrder.filter((d) => d.at <= at).length;
  const totalShort = (extra: number) => {
    const left = batches.map((b) => b.quantity);
    let short = 0;
    for (let i = 0; i <= inOrder.length; i++) {
      if (i === place && extra > 0) short += serveOne(batches, byExpiry, left, at, extra);
      if (i < inOrder.length) short += serveOne(batches, byExpiry, left, inOrder[i]!.at, inOrder[i]!.quantity);
    }
    return short;
  };
  const before = totalShort(0);
  let low = 0;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (totalShort(middle * step) <= before + step * 0.01) low = middle;
    else high = middle - 1;
  }
  return low * step;
}
