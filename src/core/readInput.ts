import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { getMetadataStorage, validate, type ValidationError } from 'class-validator';
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
  const first = beginningOf(raw);
  if (first) {
    const { faults } = await judged(input, first);
    if (faults.length >= MOST_SAID) return { ok: false, fields: Object.fromEntries(faults) };
  }
  const { value, faults } = await judged(input, raw);
  return faults.length === 0 ? { ok: true, value } : { ok: false, fields: Object.fromEntries(faults) };
}

type Fault = [string, string[]];

async function judged<I extends object>(input: new () => I, raw: object): Promise<{ value: I; faults: Fault[] }> {
  const value = plainToInstance(input, raw);
  const errors = await validate(value, { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true });
  const faults = errors.slice(0, MOST_SAID).flatMap((e) => messages(e));
  return { value, faults: faults.slice(0, MOST_SAID) };
}

const FIRST_ROWS = 100;

/** The same with the first rows of its long lists, or null if none is long: enough is often wrong with those already. */
function beginningOf(raw: object): object | null {
  const long = Object.entries(raw).filter(([, v]) => Array.isArray(v) && v.length > 2 * FIRST_ROWS);
  if (long.length === 0) return null;
  return { ...raw, ...Object.fromEntries(long.map(([name, v]) => [name, (v as unknown[]).slice(0, FIRST_ROWS)])) };
}

/** The library gathers and groups a class's rules anew for each thing that it judges; they never change. */
function rememberRules(): void {
  const storage = getMetadataStorage();
  const gather = storage.getTargetValidationMetadatas.bind(storage);
  const group = storage.groupByPropertyName.bind(storage);
  const gathered = new WeakMap<object, Map<string, ReturnType<typeof gather>>>();
  const grouped = new WeakMap<object, ReturnType<typeof group>>();
  storage.getTargetValidationMetadatas = (target, ...how) => {
    const of = gathered.get(target) ?? new Map<string, ReturnType<typeof gather>>();
    gathered.set(target, of);
    const key = how.join();
    const rules = of.get(key) ?? gather(target, ...how);
    of.set(key, rules);
    return rules;
  };
  storage.groupByPropertyName = (rules) => {
    const groups = grouped.get(rules) ?? group(rules);
    grouped.set(rules, groups);
    return groups;
  };
}
rememberRules();

/** So many faults are told at once; mended, the next are. */
const MOST_SAID = 200;

/** Rules of the library that carry no words of ours. */
const OWN_WORDS: Record<string, () => string> = {
  whitelistValidation: () => say`That is not asked for here`,
  nestedValidation: () => say`Send each with its parts`,
  unknownValue: () => say`Send each with its parts`,
};

function messages(error: ValidationError, path = ''): Fault[] {
  const name = path + error.property;
  const own: Fault[] = error.constraints
    ? [[name, Object.entries(error.constraints).map(([rule, words]) => OWN_WORDS[rule]?.() ?? told(words))]]
    : [];
  return [...own, ...(error.children ?? []).flatMap((child) => messages(child, `${name}.`))];
}
