/** Words of names that keep their capital, because they are made of a place's or a people's name. */
const PROPER: ReadonlySet<string> = new Set(['Nile', 'European', 'African', 'Swiss']);

/** A species, crop or product as it stands inside a sentence: “rainbow trout”, but “Nile tilapia”. */
export function inSentence(name: string): string {
  return name
    .split(' ')
    .map((part) => (PROPER.has(part) ? part : part.toLowerCase()))
    .join(' ');
}
