/** A kind of lot: what is counted together and traced. */
export interface LotKindModule {
  kind: string;
  words: string;
  /** The topic whose revision its movements count under. */
  topic: string;
}
