import type { SupplyAccount } from './promise';

/** A week's account in whole steps of what is shown, which still adds up: `carried + ripening − given − later = free`. */
export function shownAccount(account: SupplyAccount, step: number): SupplyAccount {
  const steps = (quantity: number) => Math.round(quantity / step);
  const [given, later] = [steps(account.given), steps(account.later)];
  // Never more than there is.
  const free = Math.floor(account.free / step + 0.01);
  const there = free + given + later;
  const ripening = Math.min(there, account.carried < step / 2 ? there : steps(account.ripening));
  const asQuantity = (count: number) => count * step;
  return {
    carried: asQuantity(there - ripening),
    ripening: asQuantity(ripening),
    given: asQuantity(given),
    later: asQuantity(later),
    free: asQuantity(free),
  };
}
