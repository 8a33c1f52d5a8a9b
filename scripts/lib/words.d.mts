export function phrasesOf(path: string, text: string): string[];
export function writeWords(): number;
