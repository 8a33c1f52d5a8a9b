/** A planting that holds positions from one day up to, not including, another (day indexes). */
export interface Stay {
  from: number;
  until: number;
  positions: number;
}

/** Positions held on each of `days` days: one pass over the stays, one over the days. */
export function occupiedByDay(stays: readonly Stay[], days: number): Float64Array {
  const change = new Float64Array(days + 1);
  for (const stay of stays) {
    const from = Math.max(0, stay.from);
    const until = Math.min(days, stay.until);
    if (until <= from) continue;
    change[from]! += stay.positions;
    change[until]! -= stay.positions;
  }
  const occupied = new Float64Array(days);
  let held = 0;
  for (let day = 0; day < days; day++) {
    held += change[day]!;
    occupied[day] = held;
  }
  return occupied;
}

/** Little's law for a conveyor: positions in use = plants a day · days each stays. */
export function conveyorPositions(plantsPerDay: number, daysInBed: number): number {
  return plantsPerDay * daysInBed;
}
