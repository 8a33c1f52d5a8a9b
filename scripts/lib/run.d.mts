export function freePort(wanted: number, host?: string): Promise<number>;
