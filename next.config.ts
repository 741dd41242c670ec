import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  // Remembers what a component made of the same props: a key on the Desk costs the block it is typed in.
  reactCompiler: true,
  serverExternalPackages: [
    'mjml',
    'sharp',
    'mysql2',
    'nodemailer',
    'pino',
    'mailparser',
    'smtp-server',
    'better-auth',
    'pdfkit',
  ],
  // The door of the web process says what is too large, with words (src/server/web/limits.ts); these only have to be above it.
  experimental: { serverActions: { bodySizeLimit: '13mb' }, proxyClientMaxBodySize: '13mb' },
  turbopack: { root: import.meta.dirname },
  devIndicators: false,
};

export default config;
