import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // Types are checked by `npm run check` and `npm test`, not once more by whoever starts the app.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['highs', 'knex', 'pg', 'pg-boss', 'pino', 'prom-client', '@node-rs/argon2'],
  // An address that people may have kept.
  redirects: async () => [{ source: '/cohorts/margin', destination: '/cohorts/life', permanent: true }],
  // Asked for by browsers that do not look at the page's own icon.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
};

export default config;
