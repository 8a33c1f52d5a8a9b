/** A kind of table that can be typed, pasted or read from a file: its columns, and the act that takes its rows. */

/** Lists that a cell may choose from; each is known by code or by name. */
export const LISTS = [
  'tanks',
  'beds',
  'loops',
  'species',
  'crops',
  'products',
  'customers',
  'cohorts',
  'readings',
  'channels',
  'appetites',
  'roles',
  'methods',
  'units',
  'forms',
] as const;
export type ListName = (typeof LISTS)[number];
export type Choices = Record<ListName, readonly (readonly [code: string, name: string])[]>;

export interface TableColumn {
  name: string;
  label: string;
  /** How the column is called in tables of others, lower case. */
  heads: RegExp;
  kind:
    | 'text'
    | 'choice'
    | 'count'
    | 'number'
    | 'mass'
    | 'smallMass'
    | 'length'
    | 'quantity'
    | 'money'
    | 'day'
    | 'time'
    | 'reading';
  /** Which kind of reading stands in it; without: the one that the row names. */
  reading?: string;
  /** A day that has to have come. */
  past?: boolean;
  from?: ListName;
  optional?: boolean;
  /** One of a group must be there: length or weight. */
  oneOf?: string;
  /** As it is written in the example that can be downloaded. */
  example: string;
}

export interface TableKindModule {
  kind: string;
  title: string;
  says: string;
  columns: TableColumn[];
  /** Name and shape of the act: `opening.fish@1`. It takes `{ rows }`. */
  act: string;
  /** Part of what is there on the first day. */
  opening: boolean;
  /** Columns whose equal rows belong together and go in one packet: one order, one day. */
  together?: readonly string[];
  /** A row as the act takes it, where it is not one value a column. */
  asSent?: (value: Record<string, unknown>) => Record<string, unknown>;
}
