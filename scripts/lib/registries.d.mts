export function writeRegistries(): string[];
