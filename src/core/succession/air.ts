import type { Crop } from '../library/types';

/** What a crop is in a room whose air is shared. */
export function airOf(crop: Crop): 'fruit' | 'leaves' | null {
  if (crop.airGroup === 'ripening fruit') return 'fruit';
  return crop.airGroup === 'ethylene-sensitive' ? 'leaves' : null;
}
