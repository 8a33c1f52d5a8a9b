import type { Crop } from '../library/types';

/** Sand carries what media and soil carry. */
const LIKE: Record<string, readonly string[]> = { sand: ['media', 'soil'] };

/** Whether a crop is grown in a bed’s way of growing; a bed whose way is not said takes any. */
export function suits(crop: Pick<Crop, 'methods'>, method: string | null): boolean {
  if (method === null) return true;
  return [method, ...(LIKE[method] ?? [])].some((m) => crop.methods.includes(m));
}
