import type { Quantity } from '../../quantity/units';

/** A kind of reading: what it is called, what an instrument can show, how it is asked for. */
export interface ReadingKindModule {
  /** As it is typed on the log line and stored. */
  kind: string;
  name: string;
  low: number;
  high: number;
  /** As it is said after the number; empty for pH. */
  unit: string;
  /** Why nothing lies outside. */
  why: string;
  /** Its label on a form. */
  fieldLabel: string;
  /** Converted to the person's unit; null: the same for everyone. */
  quantity: Quantity | null;
  /** Its place in the reading of every morning and evening; null: taken when there is reason to. */
  daily: number | null;
  /** So long one of them still says how the water is, h; an older one judges nothing. Ours: a little over the rhythm it is usually taken in. */
  holdsH: number;
  /** Water does not change by more than this from one reading to the next; what does is asked about. Planning default. */
  jump: number;
}
