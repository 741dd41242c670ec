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
  experimental: { serverActions: { bodySizeLimit: '12mb' } },
  turbopack: { root: import.meta.dirname },
  devIndicators: false,
};

export default config;
