import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './run.mjs';

/** Days and cohorts of the sheet: those of the large farm. */
const DAYS = 365;
const COHORTS = 200;

const cell = (column, row) => `${columnName(column)}${row}`;

function columnName(n) {
  let name = '';
  for (let k = n; k >= 0; k = Math.floor(k / 26) - 1) name = String.fromCharCode(65 + (k % 26)) + name;
  return name;
}

/**
 * The same forecast of the fish as a sheet: for each cohort and day the root weight, the mean weight, the number, the biomass, and the
 * feed by conversion at its size; water temperature and response once a day.
 */
function sheet() {
  const rows = [];
  const formula = (f) => `<table:table-cell table:formula="of:=${f.replaceAll('<', '&lt;').replaceAll('>', '&gt;')}"/>`;
  const number = (v) => `<table:table-cell office:value-type="float" office:value="${v}"/>`;
  const ref = (column, row) => `[.${cell(column, row)}]`;
  for (let day = 1; day <= DAYS; day++) {
    const cells = [
      number(20 + Math.sin(day / 58)),
      formula(
        `IF(OR(${ref(0, day)}<=12;${ref(0, day)}>=39);0;((39-${ref(0, day)})/10)*(((${ref(0, day)}-12)/17)^1.7))`,
      ),
    ];
    for (let c = 0; c < COHORTS; c++) {
      const at = 2 + c * 5;
      const [root, mean, count] = [ref(at, day), ref(at + 1, day), ref(at + 2, day)];
      cells.push(day === 1 ? number(2 + (c % 50) / 10) : formula(`${ref(at, day - 1)}+0.0305*${ref(1, day - 1)}`));
      cells.push(formula(`${root}^3`));
      cells.push(day === 1 ? number(500) : formula(`${ref(at + 2, day - 1)}*0.99983`));
      cells.push(formula(`${mean}*${count}`));
      cells.push(
        formula(
          `${count}*MAX(((${root}+0.0305*${ref(1, day)})^3-${mean})*IF(${mean}<=50;0.9;IF(${mean}<=400;0.9+0.4*(${mean}-50)/350;1.3+0.2*MIN(1;(${mean}-400)/400)));${mean}*0.002)`,
        ),
      );
    }
    rows.push(`<table:table-row>${cells.join('')}</table:table-row>`);
  }
  return `<?xml version="1.0" encoding="UTF-8"?><office:document xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:of="urn:oasis:names:tc:opendocument:xmlns:of:1.2" office:version="1.2" office:mimetype="application/vnd.oasis.opendocument.spreadsheet"><office:body><office:spreadsheet><table:table table:name="Fish">${rows.join('')}</table:table></office:spreadsheet></office:body></office:document>`;
}

/** Loads the sheet and times three hard recalculations; the last word of its output is their middle, ms. */
const RECALCULATE = `
import sys, time, uno
from com.sun.star.beans import PropertyValue
local = uno.getComponentContext()
resolver = local.ServiceManager.createInstanceWithContext("com.sun.star.bridge.UnoUrlResolver", local)
for tries in range(120):
    try:
        context = resolver.resolve("uno:socket,host=127.0.0.1,port=%s;urp;StarOffice.ComponentContext" % sys.argv[1])
        break
    except Exception:
        time.sleep(0.5)
desktop = context.ServiceManager.createInstanceWithContext("com.sun.star.frame.Desktop", context)
document = desktop.loadComponentFromURL("file://" + sys.argv[2], "_blank", 0, (PropertyValue("Hidden", 0, True, 0),))
times = []
for run in range(3):
    began = time.time()
    document.calculateAll()
    times.append((time.time() - began) * 1000)
print(round(sorted(times)[1], 1))
document.close(True)
desktop.terminate()
`;

/** Recalculating the same forecast of fish in a spreadsheet, ms; null where none is installed. */
export async function sheetMs() {
  const has = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
  const python = ['python3', '/usr/bin/python3'].find((name) => has(name, ['-c', 'import uno']));
  if (!python || !has('soffice', ['--version'])) return null;
  const folder = mkdtempSync(join(tmpdir(), 'sheet-'));
  const [file, script] = [join(folder, 'fish.fods'), join(folder, 'recalculate.py')];
  writeFileSync(file, sheet());
  writeFileSync(script, RECALCULATE);
  const port = await freePort(20_500);
  const office = spawn(
    'soffice',
    [
      '--headless',
      '--norestore',
      `-env:UserInstallation=file://${folder}/profile`,
      `--accept=socket,host=127.0.0.1,port=${port};urp;`,
    ],
    { stdio: 'ignore' },
  );
  try {
    const done = spawnSync(python, [script, String(port), file], { encoding: 'utf8', timeout: 240_000 });
    return done.status === 0 ? Number(done.stdout.trim().split(/\s+/).at(-1)) : null;
  } finally {
    office.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
