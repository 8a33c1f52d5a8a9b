import { say } from '../core/words/words';
/** Told on the window when something was recorded, so that the screens read anew. */
export const RECORDED_EVENT = 'crop-cycle:recorded';

/**
 * What a write answers: the value, or what is wrong by field. `form` is for what belongs to no one field. `again`: nothing
 * is wrong with what was sent; it may or may not have been recorded, and sending it again under the same key is right.
 * `stays`: it is recorded and is not taken back.
 */
export type Outcome<T> =
  { ok: true; value: T; stays?: true } | { ok: false; fields: Record<string, string[]>; again?: true };

/** A key for one entry, made where it is typed. Works without a secure context, where randomUUID does not exist. */
export function newEntryKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** Said where a press got no answer: it may or may not have been recorded, and pressing again is right. */
export const noConnection = (): string => say`No connection. Press again when it is back; nothing is lost.`;
