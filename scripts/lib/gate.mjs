/** A page that is sent slowly gives its turn away after this long. */
const LONGEST_TURN_MS = 1000;

/**
 * Lets a few through at a time and the rest in the order they came; who has gone meanwhile loses no one's time.
 * @param most how many at a time
 * @returns what to call for each: `enter(gone)` resolves to a function that ends the turn, or to null when `gone()`
 */
export function gate(most) {
  const waiting = [];
  let inside = 0;
  const next = () => {
    while (inside < most && waiting.length > 0) {
      const { gone, let: go } = waiting.shift();
      if (gone()) go(null);
      else go(begin());
    }
  };
  const begin = () => {
    inside += 1;
    let over = false;
    const end = () => {
      if (over) return;
      over = true;
      clearTimeout(timer);
      inside -= 1;
      next();
    };
    const timer = setTimeout(end, LONGEST_TURN_MS);
    return end;
  };
  return (gone) => (inside < most ? Promise.resolve(begin()) : new Promise((go) => waiting.push({ gone, let: go })));
}
