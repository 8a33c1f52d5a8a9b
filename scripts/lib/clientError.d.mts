interface Hung {
  writable: boolean;
  bytesRead: number;
  destroy(): unknown;
  end(words: string): unknown;
}
export function onClientError(error: { code?: string }, socket: Hung): void;
