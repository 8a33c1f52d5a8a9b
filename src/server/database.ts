import 'server-only';
import type { Knex } from 'knex';
import { appConnection } from '../db/connection';

// One pool a process, also across the development server's reloads.
const kept = globalThis as { cropCycleDatabase?: Knex };

export function database(): Knex {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set. Start the app with npm start.');
  return (kept.cropCycleDatabase ??= appConnection(url));
}
