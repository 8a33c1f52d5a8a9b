export function startCluster(
  name: string,
  options?: { fast?: boolean },
): Promise<{ url: string; folder: string; urlFor(database: string): string; stop(): unknown }>;
