import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { outOfBounds } from './inputBounds';
import { say, told } from './words/words';

type ReadInput<I> = { ok: true; value: I } | { ok: false; fields: Record<string, string[]> };

/**
 * Reads what was typed or sent into its class; browser and server ask the same classes. Unknown keys are refused.
 * @returns the input, or what is wrong by field, in words
 */
export async function readInput<I extends object>(input: new () => I, raw: unknown): Promise<ReadInput<I>> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return { ok: false, fields: { form: [say`Nothing arrived. Send it again.`] } };
  const outside = outOfBounds(input, raw);
  if (outside) return { ok: false, fields: outside };
  const value = plainToInstance(input, raw);
  const errors = await validate(value, { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true });
  if (errors.length === 0) return { ok: true, value };
  return {
    ok: false,
    fields: Object.fromEntries(
      errors
        .slice(0, MOST_SAID)
        .flatMap((e) => messages(e))
        .slice(0, MOST_SAID),
    ),
  };
}

/** So many faults are told at once; mended, the next are. */
const MOST_SAID = 200;

/** Rules of the library that carry no words of ours. */
const OWN_WORDS: Record<string, () => string> = {
  whitelistValidation: () => say`That is not asked for here`,
  nestedValidation: () => say`Send each with its parts`,
  unknownValue: () => say`Send each with its parts`,
};

function messages(error: ValidationError, path = ''): [string, string[]][] {
  const name = path + error.property;
  const own: [string, string[]][] = error.constraints
    ? [[name, Object.entries(error.constraints).map(([rule, words]) => OWN_WORDS[rule]?.() ?? told(words))]]
    : [];
  return [...own, ...(error.children ?? []).flatMap((child) => messages(child, `${name}.`))];
}
