import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['libsql', 'pino', 'exceljs'],
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true }, // The test command checks types, once.
  devIndicators: false,
};

export default config;
