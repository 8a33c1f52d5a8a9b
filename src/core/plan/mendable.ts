import type { BrokenRecord } from './faults';

/** What can be mended from where it is told; the rest is put right on its own page. */
export const MENDABLE: ReadonlySet<BrokenRecord['what']> = new Set(['step', 'species', 'crop', 'loop', 'order']);
