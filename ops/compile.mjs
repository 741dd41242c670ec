/**
 * Compiles what runs beside Next.js (starting, the worker, the web process, stand-ins) to `dist/`, so that nothing is translated
 * when it starts. Packages stay where they are installed.
 */
import { rmSync } from 'node:fs';
import { build } from 'esbuild';

rmSync('dist', { recursive: true, force: true });
await build({
  entryPoints: [
    'ops/serve.ts',
    'ops/command.ts',
    'src/server/processes/worker.ts',
    'src/server/processes/rehearser.ts',
    'src/server/processes/bounces.ts',
    'src/server/web/main.ts',
    'standins/dns.ts',
    'standins/smtp.ts',
    'standins/mailboxes.ts',
    'standins/registrar.ts',
    'standins/openid.ts',
    'standins/shop.ts',
  ],
  outbase: '.',
  outdir: 'dist',
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  packages: 'external',
  sourcemap: 'linked',
  logLevel: 'warning',
});
