import loadHighs from 'highs';
import { candidateBatches } from '../src/core/stocking/batches';
import { stockingModel } from '../src/core/stocking/model';
import { solveStocking } from '../src/core/stocking/solve';
import { yearProblem } from '../tests/core/stocking/problem';
async function main() {
const highs = await loadHighs();
const k = Number(process.argv[2] ?? 1);
const input = yearProblem({ bass: 22*k, tilapia: 14*k, trout: 30*k });
const b = candidateBatches(input);
const m = stockingModel(input, b);
console.log('batches', b.length, 'cols', m.cost.length, 'rows', m.rows.length, 'int', m.integer.filter(Boolean).length);
let last=0;
const r = solveStocking(highs, input, { seconds: Number(process.argv[3] ?? 60), gap: 0.001 }, (p) => { if (p.seconds-last>3||last===0) {last=p.seconds; console.log(p.seconds.toFixed(1), p.by, Math.round(p.plan.costMinor), Math.round(p.boundMinor), (p.gap*100).toFixed(1)+'%', 'short', p.plan.short.reduce((s,x)=>s+x.kg,0).toFixed(0));} }, () => performance.now());
console.log(r.seconds.toFixed(1), r.by, Math.round(r.plan.costMinor), Math.round(r.boundMinor), (r.gap*100).toFixed(2)+'%', 'short', r.plan.short.reduce((s,x)=>s+x.kg,0).toFixed(0), 'demand', input.demand.flatMap(d=>d.kgByWeek).reduce((s,x)=>s+x,0).toFixed(0));
for (const p of r.plan.batches) console.log(p.batch.id, p.tanks, Math.round(p.batch.stocked), JSON.stringify(p.batch.path.map(l=>[l.group,l.from,l.until])), p.batch.takings.map(h=>`${h.week}:${Math.round(h.kg)}`).join(' '));
}
main();
