/** Tables by loop, span of days, and species or crop, for as long as these facts live. */
const tables = new WeakMap<object, Map<string, WeakMap<object, Float64Array>>>();

interface KeptTableArgs {
  loop: object;
  span: string;
  of: object;
  make: () => Float64Array;
}

/**
 * A table that follows from a loop as it is, a run of days, and a species or crop: worked out once, because the same facts are
 * forecast again for every draft.
 */
export function keptTable({ loop, span, of, make }: KeptTableArgs): Float64Array {
  let ofLoop = tables.get(loop);
  if (!ofLoop) tables.set(loop, (ofLoop = new Map()));
  let ofSpan = ofLoop.get(span);
  if (!ofSpan) {
    // A new day makes the tables of the day before useless.
    if (ofLoop.size >= MOST_SPANS) ofLoop.clear();
    ofLoop.set(span, (ofSpan = new WeakMap()));
  }
  let table = ofSpan.get(of);
  if (!table) ofSpan.set(of, (table = make()));
  return table;
}

const MOST_SPANS = 12;
