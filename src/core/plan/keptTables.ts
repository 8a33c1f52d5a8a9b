/** Tables by loop, span of days, and what they are of, for as long as these facts live. */
const tables = new WeakMap<object, Map<string, WeakMap<object, unknown>>>();

interface KeptTableArgs<T> {
  loop: object;
  span: string;
  /** The species or crop, or a mark of its own for what holds for the loop alone. */
  of: object;
  make: () => T;
}

/**
 * A table that follows from a loop as it is, a run of days, and a species or crop: worked out once, because the same facts are
 * forecast again for every draft.
 */
export function keptTable<T = Float64Array>({ loop, span, of, make }: KeptTableArgs<T>): T {
  let ofLoop = tables.get(loop);
  if (!ofLoop) tables.set(loop, (ofLoop = new Map()));
  let ofSpan = ofLoop.get(span);
  if (!ofSpan) {
    // A new day makes the tables of the day before useless.
    if (ofLoop.size >= MOST_SPANS) ofLoop.clear();
    ofLoop.set(span, (ofSpan = new WeakMap()));
  }
  let table = ofSpan.get(of) as T | undefined;
  if (!table) ofSpan.set(of, (table = make()) as unknown);
  return table;
}

const MOST_SPANS = 12;
