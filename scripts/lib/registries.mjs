import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { ROOT } from './run.mjs';
import { writeWords } from './words.mjs';

/** Folders whose every file is one entry of a registry: it exports `module`. Files of these names are the registry's own. */
const REGISTRIES = [
  { folder: 'src/core/plan/steps', own: ['stepKind', 'steps'] },
  { folder: 'src/core/tasks/sources', own: [] },
  { folder: 'src/core/water/readings', own: ['readingKind', 'readings'] },
  { folder: 'src/core/log/verbs', own: ['verb', 'reading', 'words'] },
  { folder: 'src/core/tables/kinds', own: [] },
  { folder: 'src/core/lots', own: ['lotKind', 'lots'] },
  {
    folder: 'src/commands',
    own: ['client', 'check', 'registry', 'command', 'inputs', 'tableRows', 'shared', 'plantsKnown', 'planKnown'],
  },
  { folder: 'src/questions', own: ['registry', 'question'] },
  { folder: 'src/jobs/kinds', own: [] },
];

function entries(folder, own, base = folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    if (e.isDirectory()) return entries(path, own, base);
    const name = e.name.replace(/\.ts$/, '');
    return !e.name.endsWith('.ts') || /\.(generated|input)$/.test(name) || own.includes(name)
      ? []
      : [relative(base, path).replace(/\.ts$/, '')];
  });
}

const identifier = (path) => path.replace(/[^a-zA-Z0-9]+(.)?/g, (_, c) => (c ?? '').toUpperCase()) + 'Module';

/** @returns whether anything had changed */
function writeIfNew(file, text) {
  if (existsSync(file) && readFileSync(file, 'utf8') === text) return false;
  writeFileSync(file, text);
  return true;
}

/** The list of a folder as code: one file added to the folder is one entry more, and nothing else is edited. */
function listing({ folder, own }) {
  const names = entries(join(ROOT, folder), own).sort();
  return [
    '// Written by scripts/lib/registries.mjs from the files beside it; do not edit.',
    ...names.map((n) => `import { module as ${identifier(n)} } from './${n}';`),
    '',
    'export const modules = [',
    ...names.map((n) => `  ${identifier(n)},`),
    '] as const;',
    '',
  ].join('\n');
}

/** What each act takes, for the browser: input classes without what they are recorded with. */
function inputListing() {
  const acts = entries(join(ROOT, 'src/commands'), REGISTRIES.find((r) => r.folder === 'src/commands').own).sort();
  const from = new Map();
  const lines = acts.map((act) => {
    const text = readFileSync(join(ROOT, 'src/commands', `${act}.ts`), 'utf8');
    const part = (pattern) => text.match(pattern)?.[1];
    const input = part(/^ {2}input: (\w+)/m);
    const source = part(new RegExp(`import \\{[^}]*\\b${input}\\b[^}]*\\} from '([^']+)'`));
    if (!source)
      throw new Error(`src/commands/${act}.ts: its input class stands in a file of its own, ${act}.input.ts`);
    const path = join(dirname(act), source);
    from.set(path, (from.get(path) ?? new Set()).add(input));
    return `  '${part(/^ {2}name: '([^']+)'/m)}': ${input},`;
  });
  const imports = [...from].map(([path, names]) => `import { ${[...names].sort().join(', ')} } from './${path}';`);
  return [
    '// Written by scripts/lib/registries.mjs from the acts; do not edit.',
    ...imports.sort(),
    '',
    'export const inputs: Record<string, new () => object> = {',
    ...lines,
    '};',
    '',
  ].join('\n');
}

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE'];

function routes(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    return e.isDirectory() ? routes(path) : e.name === 'route.ts' ? [path] : [];
  });
}

/** Every door of the edge with the methods it takes, from the routes themselves: what a screen may send, the server lets through. */
function doorListing() {
  const app = join(ROOT, 'src/app');
  const doors = routes(app).map((file) => {
    const text = readFileSync(file, 'utf8');
    const methods = METHODS.filter((m) => new RegExp(`^export (async )?function ${m}\\b`, 'm').test(text));
    const path = dirname(relative(app, file))
      .split('/')
      .filter((part) => !part.startsWith('('));
    return [`/${path.join('/')}`, methods];
  });
  return [
    '// Written by scripts/lib/registries.mjs from the routes; do not edit.',
    'export const DOORS = {',
    ...doors
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([path, m]) => `  '${path}': [${m.map((x) => `'${x}'`).join(', ')}],`),
    '};',
    '',
  ].join('\n');
}

/** Writes the catalogue of words and every list that is not as its folder is. @returns the folders whose list was changed */
export function writeRegistries() {
  writeWords();
  writeIfNew(join(ROOT, 'src/commands/inputs.generated.ts'), inputListing());
  writeIfNew(join(ROOT, 'scripts/lib/doors.generated.mjs'), doorListing());
  return REGISTRIES.filter((registry) => {
    if (!existsSync(join(ROOT, registry.folder))) return false;
    return writeIfNew(join(ROOT, registry.folder, 'list.generated.ts'), listing(registry));
  }).map((registry) => registry.folder);
}
