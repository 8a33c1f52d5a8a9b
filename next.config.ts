import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['highs', 'knex', 'pg', '@node-rs/argon2'],
  experimental: { serverActions: { bodySizeLimit: '1mb' } },
};

export default config;
