import loadHighs from 'highs';
import { successionProblem } from '../src/core/succession/problem';
import { successionModel } from '../src/core/succession/model';
import { modelData } from '../src/core/solver/mip';
import { planOf } from '../src/core/succession/evaluate';
import { wholePlants } from '../src/core/succession/book';
import { largeBeds } from '../tests/core/succession/beds';
async function main() {
  const { facts, target } = largeBeds();
  const { input } = successionProblem(facts, [], { ...target, by: 'steady' });
  const highs = await loadHighs();
  const model = successionModel(input);
  const n = model.ways.length;
  for (const solver of ['ipm', 'pdlp','simplex']) {
    const cols = model.columns.map((c) => ({ ...c, integer: false }));
    const t = performance.now();
    const obj = highs.withModel(modelData(model, cols), (lp) => {
      lp.options.set({ output_flag: false, solver, time_limit: 15 } as any);
      lp.run();
      return lp.getObjectiveValue();
    });
    console.log(solver, (performance.now() - t) / 1000, obj);
  }
  // slope scaling, keeping the model: change costs
  const t = performance.now();
  const slope = Float64Array.from(model.ways, (w, i) => w.eachTimeMinor / model.most[i]!);
  highs.withModel(modelData(model, model.columns.map((c, i) => ({ ...c, integer: false, cost: i >= n && i < 2 * n ? 0 : i < n ? c.cost + slope[i]! : c.cost }))), (lp) => {
    lp.options.set({ output_flag: false, solver: process.env.S ?? 'ipm' } as any);
    for (let k = 0; k < 8; k++) {
      lp.run();
      const x = lp.getSolution().colValue;
      const chosen = model.ways.map((way, w) => ({ way, plants: x[w]! })).filter((p) => p.plants > 0.5);
      console.log(k, (performance.now() - t) / 1000, lp.getObjectiveValue(), chosen.length, planOf(input, wholePlants(input, chosen)).costMinor);
      model.ways.forEach((w, i) => { if (x[i]! > 0.5) slope[i] = w.eachTimeMinor / x[i]!; else slope[i] = Math.max(slope[i]!, w.eachTimeMinor/ model.most[i]!); });
      if (k === 0) console.log(Object.keys(Object.getPrototypeOf(lp)).join(' '), Object.getOwnPropertyNames(Object.getPrototypeOf(lp)).join(' '));
      for (let i = 0; i < n; i++) (lp as any).changeColCost(i, model.columns[i]!.cost + slope[i]!);
      lp.options.set({ solver: 'simplex' } as any);
    }
  });
}
void main();
