/** A page that is sent slowly gives its turn away after this long. */
const LONGEST_TURN_MS = 1000;
/** Nobody is held back for longer than this by what goes first. */
const LONGEST_HOLD_MS = 400;

/**
 * Two kinds of work on one thread: what goes first is begun at once; the rest waits its turn while any of that is in
 * hand, and a few at a time. Who has gone meanwhile loses no one's time.
 * @param most how many of the rest at a time
 */
export function gate(most) {
  const waiting = [];
  let inside = 0;
  let first = 0;
  const mayBegin = (since) => inside < most && (first === 0 || performance.now() - since > LONGEST_HOLD_MS);
  const next = () => {
    while (waiting.length > 0 && mayBegin(waiting[0].since)) {
      const { gone, go, timer } = waiting.shift();
      clearTimeout(timer);
      go(gone() ? null : begin());
    }
  };
  const begin = () => {
    inside += 1;
    const end = once(() => {
      clearTimeout(timer);
      inside -= 1;
      next();
    });
    const timer = setTimeout(end, LONGEST_TURN_MS);
    return end;
  };
  return {
    /** @returns what to call when it is through */
    goFirst() {
      first += 1;
      return once(() => {
        first -= 1;
        next();
      });
    },
    /** @param gone whether nobody waits for it any more. @returns what to call when it is through, or null when gone */
    enter(gone) {
      const since = performance.now();
      if (waiting.length === 0 && mayBegin(since)) return Promise.resolve(begin());
      return new Promise((go) => waiting.push({ gone, go, since, timer: setTimeout(next, LONGEST_HOLD_MS + 5) }));
    },
  };
}

function once(work) {
  let over = false;
  return () => {
    if (over) return;
    over = true;
    work();
  };
}
