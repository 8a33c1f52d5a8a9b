// Written by scripts/lib/words.mjs from the files beside it; do not edit.
import type { Language } from '../tongue';

export const loaders: Record<string, () => Promise<{ module: Language }>> = {
  'en-XA': () => import('./en-XA'),
};
