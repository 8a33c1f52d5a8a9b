import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['highs', 'knex', 'pg', 'pg-boss', 'pino', 'prom-client', '@node-rs/argon2'],
  // Asked for by browsers that do not look at the page's own icon.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
};

export default config;
