import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['mjml', 'sharp', 'mysql2', 'nodemailer', 'pino', 'mailparser', 'smtp-server', 'better-auth'],
  experimental: { serverActions: { bodySizeLimit: '4mb' } },
  turbopack: { root: import.meta.dirname },
  devIndicators: false,
};

export default config;
