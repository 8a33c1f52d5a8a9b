/** A heading's place in the page: its words, as an address has them. */
export const anchorOf = (words: string): string => words.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
