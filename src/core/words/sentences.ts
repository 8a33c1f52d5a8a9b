/** Pieces, each a sentence with or without its end mark, as one text in which every sentence ends once. */
export function sentences(pieces: readonly string[]): string {
  return pieces
    .map((piece) => piece.trim())
    .filter(Boolean)
    .map((piece) => (/[.!?…]$/.test(piece) ? piece : `${piece}.`))
    .join(' ');
}
