import { readFileSync, writeFileSync } from 'node:fs';
import { RuleBroken } from '../src/core/errors';
import { choicesOf } from '../src/core/sums/library';
import { scienceTables } from '../src/core/sums/scienceTable';
import { isChoice, type Sum } from '../src/core/sums/sum';
import { SUMS, workOut } from '../src/core/sums/sums';

const SCIENCE = 'docs/science.md';
const BETWEEN = /(<!-- sums -->)[\s\S]*(<!-- \/sums -->)/;

function described(sum: Sum) {
  const inputs = sum.inputs.map((f) =>
    isChoice(f)
      ? { name: f.name, words: f.words, choices: choicesOf(f).map(([code]) => code), start: f.start }
      : { name: f.name, words: f.words, unit: f.unit, range: f.range, several: f.many ?? false, start: f.start },
  );
  const { name, title, group, formula, source, basis, result } = sum;
  return { name, title, group, inputs, result: { words: result.words, unit: result.unit }, formula, source, basis };
}

function read(json: string | undefined): Record<string, number> {
  try {
    const given: unknown = JSON.parse(json ?? '{}');
    if (given && typeof given === 'object' && !Array.isArray(given)) return given as Record<string, number>;
  } catch {
    // said below
  }
  throw new RuleBroken('json', 'Give the inputs as one JSON object, like {"waterTempC": 20}.');
}

const [name, json] = process.argv.slice(2);
if (name === '--list') console.log(JSON.stringify(SUMS.map(described)));
else if (name === '--docs') {
  writeFileSync(
    SCIENCE,
    readFileSync(SCIENCE, 'utf8').replace(BETWEEN, (_, a: string, b: string) => `${a}\n\n${scienceTables()}\n\n${b}`),
  );
} else {
  try {
    console.log(JSON.stringify(workOut(name ?? '', read(json))));
  } catch (error) {
    if (!(error instanceof RuleBroken)) throw error;
    console.log(JSON.stringify({ refused: error.message, input: error.field }));
    process.exitCode = 1;
  }
}
