export function gate(most: number): {
  goFirst(): () => void;
  enter(gone: () => boolean): Promise<(() => void) | null>;
};
