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
  /** Days by which what is made for it keeps longer than its batch says; less than nought: shorter. */
  longer?: number;
}

/**
 * Serves demands in order of day, each from the batch that expires first. For batches that are each usable over one
 * unbroken span and demands on single days, no other order leaves less unserved. (Where products made of one supply keep
 * differently long, the order is the same; what it says is free is free, though a cleverer order may serve a little more.)
 * @returns what stays short, by demand id, and what is left of each batch
 */
export function serveDemands(batches: readonly Batch[], demands: readonly Demand[]) {
  const left = batches.map((b) => b.quantity);
  const short = new Map<string, number>();
  serve({ batches, ...byExpiry(batches), demands: inOrder(demands), left, short });
  return { short, left };
}

interface AvailableToPromiseArgs {
  batches: readonly Batch[];
  demands: readonly Demand[];
  at: number;
  step: number;
}

/**
 * Available to promise: the most that can still be promised for a day without making anything already promised
 * shorter. What is due up to that day takes what expires first, and so leaves the most for later; what is due after it,
 * seen from the last day backwards, takes what comes latest, and so leaves the most for earlier. Both orders leave the
 * least unserved, so what is then left and fit on the day is free, and no more is.
 * @param step smallest quantity worth naming (1 piece, 100 g)
 */
export function availableToPromise({ batches, demands, at, step }: AvailableToPromiseArgs): number {
  return availableByDay(batches, demands, step)(at);
}

/** The same for any day of one supply: what is put in order is put in order once. */
export function availableByDay(
  batches: readonly Batch[],
  demands: readonly Demand[],
  step: number,
): (at: number, longer?: number) => number {
  const [first, last] = [byExpiry(batches), byComing(batches)];
  const ordered = inOrder(demands);
  // What is left of each batch rests on how many demands are due by then: on the days between two it is the same.
  const known = new Map<number, number[]>();
  const leftAfter = (due: number) => {
    const left = batches.map((b) => b.quantity);
    serve({ batches, ...first, demands: ordered.slice(0, due), left });
    serve({ batches, ...last, demands: ordered.slice(due).reverse(), left });
    known.set(due, left);
    return left;
  };
  return (at, longer = 0) => {
    const due = dueBy(ordered, at);
    const left = known.get(due) ?? leftAfter(due);
    let free = 0;
    for (let i = 0; i < batches.length; i++) if (isFit(batches[i]!, at, longer)) free += left[i]!;
    return Math.floor(free / step + 0.01) * step;
  };
}

/** What there is of a supply over some days and where it goes: `carried + ripening − given − later = free`, to the gram. */
export interface SupplyAccount {
  /** There when the first day begins, less what went before. */
  carried: number;
  /** Comes on one of the days. */
  ripening: number;
  /** Goes to what is due on these days. */
  given: number;
  /** Kept for what is due after them. */
  later: number;
  free: number;
}

/**
 * The account of any days of one supply, by the order in which `availableByDay` serves it. What goes off unsold in the days is free in
 * them and not carried over.
 * @param wasThere what lies packed already is carried over, also on its first day
 * @returns for the days from `from` up to, not including, `until`
 */
export function accountByDays<B extends Batch>(
  batches: readonly B[],
  demands: readonly Demand[],
  wasThere: (batch: B) => boolean = () => false,
) {
  const [first, last] = [byExpiry(batches), byComing(batches)];
  const ordered = inOrder(demands);
  return (from: number, until: number): SupplyAccount => {
    const [before, due] = [dueBy(ordered, from - 1), dueBy(ordered, until - 1)];
    const left = batches.map((b) => b.quantity);
    const usable = [...batches.keys()].filter((i) => batches[i]!.from < until && batches[i]!.until >= from);
    const there = () => usable.reduce((sum, i) => sum + left[i]!, 0);
    serve({ batches, ...first, demands: ordered.slice(0, before), left });
    const atFirst = there();
    const ripening = usable.reduce(
      (sum, i) => sum + (batches[i]!.from >= from && !wasThere(batches[i]!) ? left[i]! : 0),
      0,
    );
    serve({ batches, ...first, demands: ordered.slice(before, due), left });
    const afterGiven = there();
    serve({ batches, ...last, demands: ordered.slice(due).reverse(), left });
    const free = there();
    return { carried: atFirst - ripening, ripening, given: atFirst - afterGiven, later: afterGiven - free, free };
  };
}

function isFit(batch: Batch, at: number, longer = 0) {
  return batch.from <= at && batch.until + longer >= at;
}

/** How many of the demands, in order of their days, are due up to a day. */
function dueBy(ordered: readonly Demand[], at: number): number {
  const after = ordered.findIndex((d) => d.at > at);
  return after === -1 ? ordered.length : after;
}

function inOrder(demands: readonly Demand[]): Demand[] {
  return [...demands].sort((a, b) => a.at - b.at);
}

/** In what order batches are taken, and which of them, all at the front of it, have nothing for a day. */
interface Taking {
  order: readonly number[];
  isPassed: (batch: Batch, at: number, longer: number) => boolean;
}

function byExpiry(batches: readonly Batch[]): Taking {
  return {
    order: [...batches.keys()].sort((a, b) => batches[a]!.until - batches[b]!.until),
    isPassed: (batch, at, longer) => batch.until + longer < at,
  };
}

function byComing(batches: readonly Batch[]): Taking {
  return {
    order: [...batches.keys()].sort((a, b) => batches[b]!.from - batches[a]!.from),
    isPassed: (batch, at) => batch.from > at,
  };
}

interface ServeArgs extends Taking {
  batches: readonly Batch[];
  demands: readonly Demand[];
  left: number[];
  short?: Map<string, number>;
}

/** Gives each demand, in the order they come, what the batches have that are fit on its day, in the order named. */
function serve({ batches, order, isPassed, demands, left, short }: ServeArgs) {
  for (const { id, at, quantity, longer = 0 } of demands) {
    let owed = quantity;
    let next = firstOf(order, (i) => !isPassed(batches[i]!, at, longer));
    for (; next < order.length && owed > 0; next++) {
      const i = order[next]!;
      if (left[i]! <= 0 || !isFit(batches[i]!, at, longer)) continue;
      const given = Math.min(left[i]!, owed);
      left[i]! -= given;
      owed -= given;
    }
    if (owed > 1e-6) short?.set(id, owed);
  }
}

/** Where the entries that hold begin, in an order in which none that holds not comes after; its length: nowhere. */
function firstOf(order: readonly number[], holds: (i: number) => boolean): number {
  let [low, high] = [0, order.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(order[middle]!)) high = middle;
    else low = middle + 1;
  }
  return low;
}
