/**
 * The letters that lots of each species go by, cohorts and their feed alike: those in use, else made of the name
 * (`PIK` for pikeperch, `EPE` for European perch), never the same for two species.
 * @param used letters by species code, where lots exist
 */
export function lotPrefixes(
  species: readonly { code: string; name: string }[],
  used: ReadonlyMap<string, string>,
): Map<string, string> {
  const prefixes = new Map(used);
  const taken = new Set(used.values());
  for (const { code, name } of [...species].sort((a, b) => (a.code < b.code ? -1 : 1))) {
    if (prefixes.has(code)) continue;
    const prefix = candidates(name).find((p) => !taken.has(p))!;
    taken.add(prefix);
    prefixes.set(code, prefix);
  }
  return prefixes;
}

function candidates(name: string): string[] {
  const words = name
    .toUpperCase()
    .replace(/[^A-Z\s-]/g, '')
    .split(/[\s-]+/)
    .filter(Boolean);
  const letters = words.join('') || 'FISH';
  const initials = words.map((part) => part[0]).join('') + (words.at(-1) ?? '').slice(1);
  const numbered = Array.from({ length: 99 }, (_, i) => `${letters.slice(0, 2)}${i + 1}`);
  return [initials.slice(0, 3) || 'FIS', letters.slice(0, 3), ...numbered];
}
