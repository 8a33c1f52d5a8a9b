export function newestBin(): string | null;
export function startCluster(
  name: string,
  options?: { fast?: boolean },
): Promise<{
  url: string;
  folder: string;
  urlFor(database: string): string;
  startedHere: boolean;
  runs(): boolean;
  startAgain(): Promise<string | null>;
  stop(): unknown;
}>;
