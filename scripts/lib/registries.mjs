import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ROOT } from './run.mjs';
import { writeWords } from './words.mjs';

/** Folders whose every file is one entry of a registry: it exports `module`. Files of these names are the registry's own. */
const REGISTRIES = [
  { folder: 'src/core/plan/steps', own: ['stepKind', 'steps'] },
  { folder: 'src/core/tasks/sources', own: [] },
  { folder: 'src/core/water/readings', own: ['readingKind', 'readings'] },
  { folder: 'src/core/log/verbs', own: ['verb', 'reading', 'words'] },
  { folder: 'src/core/lots', own: ['lotKind', 'lots'] },
  { folder: 'src/commands', own: ['client', 'registry', 'command', 'inputs', 'shared'] },
  { folder: 'src/questions', own: ['registry', 'question'] },
  { folder: 'src/jobs/kinds', own: [] },
];

function entries(folder, own, base = folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    if (e.isDirectory()) return entries(path, own, base);
    const name = e.name.replace(/\.ts$/, '');
    return !e.name.endsWith('.ts') || name.endsWith('.generated') || own.includes(name)
      ? []
      : [relative(base, path).replace(/\.ts$/, '')];
  });
}

const identifier = (path) => path.replace(/[^a-zA-Z0-9]+(.)?/g, (_, c) => (c ?? '').toUpperCase()) + 'Module';

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

/** Writes the catalogue of words and every list that is not as its folder is. @returns the folders whose list was changed */
export function writeRegistries() {
  writeWords();
  return REGISTRIES.filter((registry) => {
    if (!existsSync(join(ROOT, registry.folder))) return false;
    const file = join(ROOT, registry.folder, 'list.generated.ts');
    const now = listing(registry);
    if (existsSync(file) && readFileSync(file, 'utf8') === now) return false;
    writeFileSync(file, now);
    return true;
  }).map((registry) => registry.folder);
}
