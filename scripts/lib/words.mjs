import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from './run.mjs';

const CATALOGUE = join(ROOT, 'src/words/catalogue.json');
const LANGUAGES = join(ROOT, 'src/words/languages');

// Asked for when it is needed: on a fresh machine the packages are not there yet when this file is read.
const require = createRequire(import.meta.url);
let ts;

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    if (e.isDirectory()) return sources(path);
    return /\.tsx?$/.test(e.name) && !e.name.endsWith('.generated.ts') ? [path] : [];
  });
}

/** A template as src/core/words names it: its values are {0}, {1}. */
function idOf(template) {
  if (ts.isNoSubstitutionTemplateLiteral(template)) return template.text;
  return template.templateSpans.reduce((id, span, i) => `${id}{${i}}${span.literal.text}`, template.head.text);
}

const textOf = (node) => (ts.isStringLiteralLike(node) ? node.text : null);

/** What one file says: say`…`, word`…` and plural(…, '…', '…'). */
export function phrasesOf(path, text) {
  ts ??= require('typescript');
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const visit = (node) => {
    if (ts.isTaggedTemplateExpression(node) && ['say', 'word'].includes(node.tag.getText(file)))
      found.push(idOf(node.template));
    if (ts.isCallExpression(node) && node.expression.getText(file) === 'plural') {
      const [one, other] = node.arguments.slice(1).map(textOf);
      if (one == null || other == null)
        throw new Error(`${path}: plural takes its two forms as plain text: ${node.getText(file).slice(0, 80)}`);
      found.push(`{0, plural, one {${one}} other {${other}}}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

/** What the library of species and crops says of each. */
function libraryPhrases() {
  return ['species', 'crops']
    .flatMap((name) => JSON.parse(readFileSync(join(ROOT, `src/core/library/${name}.json`), 'utf8')))
    .flatMap(({ name, basis, note }) => [name, basis, note])
    .filter(Boolean);
}

function put(path, text) {
  if (existsSync(path) && readFileSync(path, 'utf8') === text) return;
  writeFileSync(path, text);
}

/** Writes the catalogue of all words of the app, and the list of its languages. @returns how many phrases there are */
export function writeWords() {
  const phrases = new Set([
    ...libraryPhrases(),
    ...sources(join(ROOT, 'src')).flatMap((path) => {
      const text = readFileSync(path, 'utf8');
      return /\b(say|word)`|\bplural\(/.test(text) ? phrasesOf(path, text) : [];
    }),
  ]);
  const sorted = [...phrases].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0));
  put(CATALOGUE, `${JSON.stringify(sorted, null, 2)}\n`);
  const codes = readdirSync(LANGUAGES)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.generated.ts'))
    .map((name) => name.replace(/\.ts$/, ''))
    .sort();
  put(
    join(LANGUAGES, 'list.generated.ts'),
    [
      '// Written by scripts/lib/words.mjs from the files beside it; do not edit.',
      "import type { Language } from '../tongue';",
      '',
      'export const loaders: Record<string, () => Promise<{ module: Language }>> = {',
      ...codes.map((code) => `  '${code}': () => import('./${code}'),`),
      '};',
      '',
    ].join('\n'),
  );
  return sorted.length;
}
