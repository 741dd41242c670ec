import { readdirSync, statSync } from 'node:fs';
import { defineConfig } from '@playwright/test';
import { stackUrl, type Beginning } from './tests/e2e/stack';

/** What the tests of a file begin with, when not with the demo store and its sending service connected. */
const BEGINNINGS: Record<string, Beginning> = {
  journey: 'demo',
  'first-store': 'nothing',
  'by-mouse-and-keys': 'nothing',
};

/**
 * Files whose tests mind nothing that those before them did share a store, in the order of their names: starting one takes as long as a test.
 * Every other file has a store of its own.
 */
const TOGETHER: Record<string, string[]> = {
  sheet: ['notes', 'paste', 'samples'],
  seen: ['eyes', 'phone'],
  words: ['slips', 'suggestions', 'writing'],
  people: ['answers', 'codes'],
  readers: ['notices', 'preferences'],
  store: ['edges', 'files', 'settings', 'stock', 'trust'],
};

const FILES = readdirSync('tests/e2e').flatMap((f) => (f.endsWith('.spec.ts') ? [f.replace('.spec.ts', '')] : []));
const ALONE = FILES.filter((f) => !Object.values(TOGETHER).flat().includes(f));
const GROUPS = { ...TOGETHER, ...Object.fromEntries(ALONE.map((f) => [f, [f]])) };

/** Projects that take minutes although their files are short: they look at every screen. */
const LOOK_AT_ALL = ['roles', 'screens', 'seen', 'german'];

/** How long a project takes, roughly, to begin with the longest: by the size of its files. */
const length = ([name, files]: [string, string[]]): number =>
  LOOK_AT_ALL.includes(name) ? Infinity : files.reduce((sum, f) => sum + statSync(`tests/e2e/${f}.spec.ts`).size, 0);

export default defineConfig<object, { beginning: Beginning }>({
  testDir: 'tests/e2e',
  // Each project has a store of its own, and its tests walk through it in order.
  workers: Number(process.env.LIBELLUS_E2E_WORKERS ?? 2),
  fullyParallel: false,
  forbidOnly: true,
  // Some walk through every screen, on machines of any speed.
  timeout: 240_000,
  retries: 0,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json']],
  outputDir: '.libellus/test-results',
  // The longest first, so that all places are busy to the end.
  projects: Object.entries(GROUPS)
    .toSorted((a, b) => (length(a) === length(b) ? 0 : length(b) - length(a)))
    .map(([name, files]) => ({
      name,
      testMatch: files.map((f) => `**/${f}.spec.ts`),
      workers: 1,
      use: { beginning: BEGINNINGS[name] ?? 'connected' },
    })),
  use: {
    // Read anew in each worker, whose place says which ports are its own.
    baseURL: stackUrl,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // A trace of every step costs about a third of the time: LIBELLUS_TRACE=1 keeps those of what failed.
    trace: process.env.LIBELLUS_TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    // What moves is drawn by the processor here.
    contextOptions: { reducedMotion: 'reduce' },
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
});
