import 'server-only';
import type { Knex } from 'knex';
import { appConnection } from '../db/connection';

// One pool a process, also across the development server's reloads.
const kept = globalThis as { cropCycleDatabase?: Knex };

export function database(): Knex {
  // Never the owner's: that one is for setting up, and this process cannot become the owner.
  const url = process.env.APP_DATABASE_URL;
  if (!url) throw new Error('APP_DATABASE_URL is not set. Start the app with npm start.');
  return (kept.cropCycleDatabase ??= appConnection(url));
}
