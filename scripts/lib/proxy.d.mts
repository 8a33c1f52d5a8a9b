export function settleHeaders(
  headers: Record<string, string | string[] | undefined>,
  by: { trustProxy: boolean; remoteAddress: string | undefined },
): void;
