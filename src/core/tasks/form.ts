import { word } from '../words/words';
import type { Quantity } from '../quantity/units';

/** One field of a form, as plain data: what it is called, what may be typed, in which quantity. */
export interface FieldSpec {
  name: string;
  label: string;
  kind:
    | 'count'
    | 'number'
    | 'quantity'
    | 'weights'
    | 'choice'
    | 'select'
    | 'day'
    | 'text'
    | 'area'
    | 'rows'
    | 'photo'
    | 'ticks';
  quantity?: Quantity;
  options?: [value: string, words: string][];
  optional?: boolean;
  /** Lines of a field that takes many numbers or words; 3 unless said. */
  rows?: number;
  /** Of `rows`: what each row holds, and what the button that adds one says. */
  columns?: FieldSpec[];
  /** Of `rows`: how many there may be. */
  most?: number;
  add?: string;
  /** Of `photo`: several are sent together, each smaller. */
  isOneOfMany?: boolean;
  /** Stands beside its neighbour. */
  half?: boolean;
  /** Fields of one group stand together under its name. */
  group?: string;
  help?: string;
}

export interface JobField extends FieldSpec {
  /** What the field starts with, in stored units. */
  start?: string | number | Record<string, string | number>[];
}

/** What a job asks for, and the command that its answers are sent to. */
export interface JobForm {
  fields: JobField[];
  submit: string;
  /** Name and shape of the command: `fish.feed@1`. */
  command: string;
  /** Turns stored values into what the command takes. */
  body: (values: Record<string, unknown>) => Record<string, unknown>;
  /** A field that fills others in, while somebody types in it: its text to stored values of theirs. */
  fills?: { by: string; with: (text: string) => Record<string, number> };
  /** The same entry as a log line, so that people learn it. */
  logLine?: (values: Record<string, unknown>) => string;
}

type Start = number | undefined;

export const countField = (label: string, start?: Start): JobField => ({
  name: 'count',
  label,
  kind: 'count',
  start: start ?? '',
});

export const weightField = (label: string, start?: Start): JobField => ({
  name: 'massG',
  label,
  kind: 'quantity',
  quantity: 'mass',
  start: start ?? '',
});

export const DEAD_FIELD: JobField = { name: 'dead', label: word`Died on the way`, kind: 'count', start: 0 };

/** What it is packed as, where one supply gives several products. */
export const packAsField = ({ packAs = [] }: { packAs?: [code: string, name: string][] }): JobField[] =>
  packAs.length > 0
    ? [{ name: 'productCode', label: word`Packed as`, kind: 'select', start: packAs[0]![0], options: packAs }]
    : [];
