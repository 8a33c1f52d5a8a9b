/** Seeds of four parts of 32 bits. */
const SEEDS = [0x811c9dc5, 0x9747b28c, 0x2545f491, 0x1b873593];

/** FNV-1a, 32 bits. */
function fnv(text: string, seed: number): number {
  let hash = seed;
  for (let i = 0; i < text.length; i++) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return hash;
}

/** The same key for the same content, in the shape of a UUID: a table sent twice is one entry. */
export function contentKey(text: string): string {
  const hex = SEEDS.map((seed) => fnv(text, seed).toString(16).padStart(8, '0')).join('');
  const variant = '89ab'[parseInt(hex[16]!, 16) % 4]!;
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `8${hex.slice(13, 16)}`,
    variant + hex.slice(17, 20),
    hex.slice(20, 32),
  ].join('-');
}
