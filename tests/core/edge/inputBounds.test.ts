import { getMetadataStorage } from 'class-validator';
import { describe, expect, test } from 'vitest';
import { FileCame, FilePart } from '../../../src/app/api/farm-file/farmFile.input';
import { FoundInput } from '../../../src/app/api/farm/found.input';
import { JoinInput } from '../../../src/app/api/join/join.input';
import { inputs } from '../../../src/commands/inputs.generated';
import { typeOf } from '../../../src/core/inputType';
import { readInput } from '../../../src/core/readInput';

type Class = new () => object;

/** What acts and doors take. */
const ALL: [string, Class][] = [
  ...Object.entries(inputs),
  ['a part of a file', FilePart],
  ['the end of a file', FileCame],
  ['founding', FoundInput],
  ['joining', JoinInput],
];

const rulesOf = (input: Class) => getMetadataStorage().getTargetValidationMetadatas(input, '', false, false);
const namesOf = (input: Class) => [...new Set(rulesOf(input).map((r) => r.propertyName))];

/** Each class with those inside it. */
function within(name: string, input: Class): [string, Class][] {
  const inner = namesOf(input).flatMap((n) => {
    const of = typeOf(input, n);
    return of ? within(`${name}.${n}`, of) : [];
  });
  return [[name, input], ...inner];
}

const saysOf = async (input: Class, raw: unknown) => {
  const read = await readInput(input, raw);
  return read.ok ? {} : read.fields;
};

describe('what is sent is measured before it is judged', () => {
  test('names that nobody asked for are counted, and never said again', async () => {
    const many = Object.fromEntries(Array.from({ length: 50_000 }, (_, i) => [`secret${i}`, i]));
    for (const [name, input] of ALL) {
      const said = await saysOf(input, many);
      expect(said, name).toEqual({ form: ['50,000 things were sent that are not asked for here.'] });
    }
  });

  test('a list in the place of a thing is refused by everything that takes things', async () => {
    for (const [name, input] of ALL)
      for (const field of namesOf(input)) {
        if (!typeOf(input, field)) continue;
        for (const wrong of [[[]], [null], [[{}]], ['x'], [1]]) {
          const said = await saysOf(input, { [field]: wrong });
          expect(Object.keys(said)[0], `${name}.${field} ${JSON.stringify(wrong)}`).toMatch(new RegExp(`^${field}`));
          expect(JSON.stringify(said)).not.toMatch(/TypeError|undefined/);
        }
      }
  });

  test('no list is longer than its bound: it is refused before each of it is looked at', async () => {
    const long = Array.from({ length: 30_000 }, () => ({}));
    for (const [name, input] of ALL)
      for (const field of namesOf(input)) {
        const said = await saysOf(input, { [field]: long });
        expect(Object.keys(said), `${name}.${field}`).toEqual([field]);
        expect(said[field]!.join(), `${name}.${field}`).not.toBe('');
      }
  });

  test('every rule is said in words of ours: the library speaks to nobody', () => {
    // These are said by readInput itself, or say nothing at all; a check without a name is one of ours and has its words.
    const silent = new Set(['nestedValidation', 'conditionalValidation', 'whitelistValidation']);
    const wordless = ALL.flatMap(([n, i]) => within(n, i)).flatMap(([name, input]) =>
      rulesOf(input)
        .filter((rule) => !silent.has(rule.type) && rule.name !== undefined && !rule.message)
        .map((rule) => `${name}.${rule.propertyName} ${rule.name}`),
    );
    expect(wordless).toEqual([]);
  });
});
