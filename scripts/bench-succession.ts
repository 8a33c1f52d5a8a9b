import loadHighs from 'highs';
import { successionProblem } from '../src/core/succession/problem';
import { solveSuccession, type SuccessionProgress } from '../src/core/succession/solve';
import { largeBeds } from '../tests/core/succession/beds';

/** Half a year, twelve beds, twenty varieties: for what is wanted, and for what earns most. */
async function measure(by: 'steady' | 'earn') {
  const { facts, target } = largeBeds();
  const began = performance.now();
  const { input } = successionProblem(facts, [], { ...target, by });
  const posedSec = (performance.now() - began) / 1000;
  const reports: SuccessionProgress[] = [];
  const best = solveSuccession({
    highs: await loadHighs(),
    input,
    limits: { seconds: 60, gap: 0.005 },
    report: (p) => reports.push(p),
    clock: () => performance.now(),
  });
  return { first: reports[0]!, firstSec: posedSec + reports[0]!.seconds, best, ways: input.ways.length };
}

async function main() {
  const wanted = await measure('steady');
  const earn = await measure('earn');
  const percent = (p: SuccessionProgress) => Math.round(p.gap * 1000) / 10;
  const seconds = (s: number) => Math.round(s * 10) / 10;
  console.log(
    JSON.stringify({
      cropPlanFirstSec: seconds(wanted.firstSec),
      cropPlanGapAt60: percent(wanted.best),
      cropPlanSec: seconds(wanted.best.seconds),
      cropPlanGapAt60Earn: percent(earn.best),
      cropPlanWays: wanted.ways,
    }),
  );
}

void main();
