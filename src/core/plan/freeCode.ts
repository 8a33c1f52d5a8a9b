/** A lot code that is not taken, neither in the ledger nor in the plan: `BASE`, then `BASE-2`, `BASE-3` … */
export function freeCode(base: string, taken: ReadonlySet<string>): string {
  if (!taken.has(base)) return base;
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`;
}
