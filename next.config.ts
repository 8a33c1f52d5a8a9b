import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['knex', 'pg', '@node-rs/argon2'],
  experimental: { serverActions: { bodySizeLimit: '256kb' } },
};

export default config;
