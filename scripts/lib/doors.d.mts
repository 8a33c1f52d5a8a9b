export function mayAsk(method: string, url: string): boolean;
export function pathForLog(url: string): string;
