import type { Crop, Species } from '../core/library/types';
import { cropFault, speciesFault } from '../core/plan/faults';

type Row = Record<string, unknown>;

const isThing = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value);

/** What stands in a row as it is, where the database looks at its shape only: judged as what reads it does. */
const JUDGES: Record<string, (row: Row) => string | null> = {
  species: ({ code, params }) => {
    if (!isThing(params) || params.code !== code) return 'params';
    return speciesFault(params as unknown as Species);
  },
  crop: ({ code, params }) => {
    if (!isThing(params) || params.code !== code) return 'params';
    return cropFault(params as unknown as Crop);
  },
  person: ({ settings }) => (settings === undefined || settings === null || isThing(settings) ? null : 'settings'),
};

/** What is wrong with a row of a farm file beyond what the database itself refuses, in words, or null. */
export function rowFault(table: string, row: Row): string | null {
  return JUDGES[table]?.(row) ?? null;
}
