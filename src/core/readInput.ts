import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { say, told } from './words/words';

type ReadInput<I> = { ok: true; value: I } | { ok: false; fields: Record<string, string[]> };

/**
 * Reads what was typed or sent into its class; browser and server ask the same classes. Unknown keys are refused.
 * @returns the input, or what is wrong by field, in words
 */
export async function readInput<I extends object>(input: new () => I, raw: unknown): Promise<ReadInput<I>> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return { ok: false, fields: { form: [say`Nothing arrived. Send it again.`] } };
  const value = plainToInstance(input, raw);
  const errors = await validate(value, { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true });
  if (errors.length === 0) return { ok: true, value };
  return { ok: false, fields: Object.fromEntries(errors.flatMap((e) => messages(e))) };
}

function messages(error: ValidationError, path = ''): [string, string[]][] {
  const name = path + error.property;
  const own: [string, string[]][] = error.constraints ? [[name, Object.values(error.constraints).map(told)]] : [];
  return [...own, ...(error.children ?? []).flatMap((child) => messages(child, `${name}.`))];
}
