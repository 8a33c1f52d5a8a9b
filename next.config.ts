import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['highs', 'knex', 'pg', '@node-rs/argon2'],
  // Asked for by browsers that do not look at the page's own icon.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
  experimental: { serverActions: { bodySizeLimit: '1mb' } },
};

export default config;
