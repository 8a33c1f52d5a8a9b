import { checkNode, installPackages } from './lib/packages.mjs';
import { main, runPackage } from './lib/run.mjs';

/** `npm run bench [-- --json] [-- --only name,name]`: the budgets' figures, measured on this machine now. */
main(async () => {
  checkNode();
  installPackages();
  const args = process.argv.slice(2);
  const only = args.includes('--only') ? args[args.indexOf('--only') + 1].split(',') : null;
  const figures = {};
  const wants = (name) => !only || only.some((o) => name.startsWith(o) || o.startsWith(name));
  if (['forecast', 'season', 'promise'].some(wants)) {
    const out = runPackage('tsx', ['scripts/bench-core.ts'], { quiet: true });
    Object.assign(figures, JSON.parse(out.trim().split('\n').at(-1)));
    const { sheetMs } = await import('./lib/bench-sheet.mjs');
    const inSheet = wants('forecastVsSheet') ? await sheetMs() : null;
    // Nothing is claimed where no spreadsheet is installed.
    if (inSheet !== null)
      Object.assign(figures, {
        forecastSheetMs: inSheet,
        forecastVsSheet: Math.round(inSheet / figures.forecastFishMs),
      });
  }
  if (['plan'].some(wants)) {
    const out = runPackage('tsx', ['scripts/bench-planner.ts'], { quiet: true });
    Object.assign(figures, JSON.parse(out.trim().split('\n').at(-1)));
  }
  if (['cropPlan'].some(wants)) {
    const out = runPackage('tsx', ['scripts/bench-succession.ts'], { quiet: true });
    Object.assign(figures, JSON.parse(out.trim().split('\n').at(-1)));
  }
  if (['station', 'known', 'afterWrite', 'roundScript', 'seasonDrag', 'scriptKb', 'keyMs'].some(wants)) {
    const { benchStations } = await import('./lib/bench-stations.mjs');
    Object.assign(figures, await benchStations());
  }
  if (wants('manyPlantings')) {
    const { benchManyPlantings } = await import('./lib/bench-stations.mjs');
    Object.assign(figures, await benchManyPlantings());
  }
  if (wants('farmFile')) {
    const { benchFarmFile } = await import('./lib/app.mjs');
    Object.assign(figures, await benchFarmFile());
  }
  if (['log', 'readersP95', 'twelveFarms', 'crash'].some((n) => wants(n))) {
    const { benchLoad } = await import('./lib/bench-load.mjs');
    Object.assign(figures, await benchLoad(wants));
  }
  for (const [name, bench] of [
    ['slowReaders', 'benchSlowReaders'],
    ['worstBody', 'benchWorstBody'],
    ['restore', 'benchRestore'],
    ['setUp', 'benchSetUp'],
  ])
    if (wants(name)) Object.assign(figures, await (await import('./lib/bench-edges.mjs'))[bench]());
  if (only && wants('mutations')) {
    const { benchMutations } = await import('./lib/bench-mutations.mjs');
    Object.assign(figures, await benchMutations());
  }
  if (only && wants('strange')) {
    const { benchStrange } = await import('./lib/bench-mutations.mjs');
    Object.assign(figures, await benchStrange());
  }
  // These take half an hour and an hour: only when asked for.
  if (only && wants('anyDay')) {
    const { benchAnyDay } = await import('./lib/bench-days.mjs');
    Object.assign(figures, await benchAnyDay());
  }
  if (only && wants('hour')) {
    const { benchHour } = await import('./lib/bench-hour.mjs');
    Object.assign(figures, await benchHour());
  }
  const shown = only
    ? Object.fromEntries(
        Object.entries(figures).filter(([name]) => only.some((o) => name.startsWith(o) || name.endsWith(`.${o}`))),
      )
    : figures;
  if (args.includes('--json')) return console.log(JSON.stringify(shown));
  const budgets = {
    forecastMs: 30,
    seasonDragMs: 100,
    seasonAnswerLargeMs: 40,
    'farmFile.inS': 60,
    'farmFile.outS': 15,
    roundScriptKb: 240,
    planFirstSec: 5,
    planGapAt60: 2,
    planGapAt60Crowded: 5,
    cropPlanFirstSec: 5,
    cropPlanGapAt60: 2,
    logP95Ms: 400,
    logOnScreensP95Ms: 150,
    log100AtOnceP95Ms: 1500,
    healthzP99Ms: 100,
    memoryMb: 600,
    'hour.memoryMb': 600,
    'hour.turnedAway': 0,
    anyDayFailed: 0,
    mutationsFaults: 0,
    strangeFaults: 0,
    'slowReaders.held': 0,
    'slowReaders.halfEndedS': 23,
    'slowReaders.actP95Ms': 400,
    worstBodyMs: 250,
    'restore.pagesDiffer': 0,
    'setUp.previewP95Ms': 7,
    'setUp.pageMs': 200,
    'setUp.pageKb': 400,
    'setUp.latitudeMs': 1000,
    logLost: 0,
    crashLost: 0,
    crashDoubled: 0,
    twelveFarmsRatio: 1.25,
    stationMs: 300,
    readersP95Ms: 150,
    knownMs: 5,
    knownKb: 100,
    keyMs: 100,
    scriptKb: 300,
    manyPlantingsMs: 200,
    'manyPlantingsMs.drag': 50,
  };
  for (const [name, value] of Object.entries(shown)) {
    const budget = budgets[name] ?? budgets[name.split('.')[0]] ?? null;
    console.log(
      `${name.padEnd(28)} ${String(value).padStart(9)}${budget === null ? '' : `   budget ${budget}${value > budget ? '   OVER' : ''}`}`,
    );
  }
});
