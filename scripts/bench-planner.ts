import loadHighs from 'highs';
import { solveStocking, type PlanProgress } from '../src/core/stocking/solve';
import { yearProblem } from '../tests/core/stocking/problem';

/** A year, fourteen tanks, three species: a well filled farm, and the same farm asked for half as much again. */
async function measure(share: number) {
  const reports: PlanProgress[] = [];
  const kg = { bass: 44 * share, tilapia: 28 * share, trout: 60 * share };
  const best = solveStocking({
    highs: await loadHighs(),
    input: yearProblem(kg),
    limits: { seconds: 60, gap: 0.0005 },
    report: (p) => reports.push(p),
    clock: () => performance.now(),
  });
  return { first: reports[0]!, best };
}

async function main() {
  const full = await measure(1);
  const crowded = await measure(1.5);
  const percent = (p: PlanProgress) => Math.round(p.gap * 1000) / 10;
  console.log(
    JSON.stringify({
      planFirstSec: Math.round(full.first.seconds * 10) / 10,
      planGapAt60: percent(full.best),
      planSec: Math.round(full.best.seconds * 10) / 10,
      planOverRules: Math.round((full.best.plan.costMinor / full.first.plan.costMinor) * 100) / 100,
      planGapAt60Crowded: percent(crowded.best),
    }),
  );
}

void main();
