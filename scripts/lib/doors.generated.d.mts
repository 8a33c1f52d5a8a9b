export const DOORS: Record<string, string[]>;
