import { defineConfig } from '@playwright/test';

const PORT = Number(process.env.LIBELLUS_E2E_PORT ?? 5810);

export default defineConfig({
  testDir: 'tests/e2e',
  // One store, walked through in order: who publishes what matters to who reads it later.
  workers: 1,
  fullyParallel: false,
  forbidOnly: true,
  timeout: 120_000,
  // A second try keeps one slow moment of the machine from hiding all the rest; ops/test.ts names what needed it.
  retries: 1,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json']],
  outputDir: '.libellus/test-results',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `node --import tsx ops/serve.ts demo --port ${PORT} --data .libellus/e2e --reset`,
    url: `http://127.0.0.1:${PORT}/api/health`,
    timeout: 180_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 30_000 },
  },
});
