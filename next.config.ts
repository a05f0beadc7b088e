import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['libsql', 'pino', 'exceljs', 'piscina', 'date-holidays'],
  // Plan files of large sites go through a server action.
  experimental: { serverActions: { bodySizeLimit: '10mb' } },
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true }, // The test command checks types, once.
  devIndicators: false,
};

export default config;
