interface Cluster {
  url: string;
  urlFor(name: string): string;
}
export function appOn(
  cluster: Cluster,
  template: string,
  options: { now: string; wantedPort?: number; processes?: number; more?: Record<string, string> },
): Promise<{
  base: string;
  env: { DATABASE_URL: string; CROP_CYCLE_CLOCK_FILE: string };
  clockFile: string;
  server: { pid?: number };
  close(): Promise<void>;
}>;
