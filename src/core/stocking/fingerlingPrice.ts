/** A larger fingerling costs more, less than in proportion. Planning default around the price of a 10 g fish. */
export function fingerlingPrice(priceAt10gMinor: number, startG: number): number {
  return Math.round(priceAt10gMinor * (Math.max(1, startG) / 10) ** 0.6);
}
