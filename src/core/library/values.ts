import { refuse } from '../acts/decision';
import { say } from '../words/words';

/** A number of a species or crop, by its name; of pairs and triples by name and position. */
export interface ChangedValue {
  name: string;
  value: number;
}

/** Puts numbers where the library has numbers of those names; pairs and triples by their position. */
export function putValues(into: Record<string, unknown>, values: readonly ChangedValue[], editable: readonly string[]) {
  for (const { name, value } of values) {
    if (!editable.includes(name)) refuse(name, say`That cannot be changed here.`);
    const [key, index] = name.split('.') as [string, string?];
    if (index === undefined) into[key] = value;
    else if (Array.isArray(into[key])) (into[key] as number[])[Number(index)] = value;
  }
}
