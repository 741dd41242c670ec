/** `./libellus test`: lint, types, units, server, browser; the last line counts all of them. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';

interface Count {
  passed: number;
  failed: number;
}

const total: Count = { passed: 0, failed: 0 };
const REPORTS = '.libellus/reports';

function heading(words: string): void {
  console.log(`\n== ${words}`);
}

function run(command: string[], env: Record<string, string> = {}): number {
  const [program, ...args] = command;
  const { status } = spawnSync(program!, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return status ?? 1;
}

function add(name: string, count: Count): void {
  total.passed += count.passed;
  total.failed += count.failed;
  console.log(`${name}: ${count.passed} passed, ${count.failed} failed`);
}

/** A check that passes or fails as a whole. */
function whole(name: string, command: string[]): void {
  heading(name);
  const ok = run(command) === 0;
  add(name, { passed: ok ? 1 : 0, failed: ok ? 0 : 1 });
}

function jest(project: 'core' | 'server' | 'servers'): void {
  heading(`Jest: ${project}`);
  const file = `${REPORTS}/jest-${project}.json`;
  const status = run([
    'node_modules/.bin/jest',
    '--selectProjects',
    project,
    ...(project === 'core' ? [] : ['--runInBand']),
    '--json',
    `--outputFile=${file}`,
  ]);
  const report = read<{ numPassedTests: number; numFailedTests: number; numFailedTestSuites: number }>(file);
  const failed = Math.max(report?.numFailedTests ?? 0, report?.numFailedTestSuites ?? 0, status === 0 ? 0 : 1);
  add(project, { passed: report?.numPassedTests ?? 0, failed });
}

function playwright(): void {
  heading('Playwright');
  const file = `${REPORTS}/playwright.json`;
  const status = run(['node_modules/.bin/playwright', 'test'], { PLAYWRIGHT_JSON_OUTPUT_FILE: file });
  const report = read<{ stats: { expected: number; unexpected: number; flaky: number } }>(file);
  const failed = Math.max(report?.stats.unexpected ?? 0, status === 0 ? 0 : 1);
  if (report?.stats.flaky) console.log(`${report.stats.flaky} passed only when tried again (marked "flaky" above)`);
  add('browser', { passed: (report?.stats.expected ?? 0) + (report?.stats.flaky ?? 0), failed });
}

function read<T>(file: string): T | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as T;
  } catch {
    return undefined;
  }
}

const kind = process.argv[2] ?? 'all';
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });

if (kind === 'all') {
  whole('lint', ['node_modules/.bin/eslint', '.', '--max-warnings', '0']);
  whole('format', ['node_modules/.bin/prettier', '--check', '--log-level', 'warn', '.']);
}
if (kind === 'all' || kind === 'unit') whole('types', ['node_modules/.bin/tsc', '--noEmit']);
if (kind === 'all' || kind === 'unit') jest('core');
if (kind === 'all' || kind === 'server') jest('server');
if (kind === 'all' || kind === 'servers') {
  if (process.getuid?.() === 0) jest('servers');
  else console.log('\nReal mail servers are tested as root only: left out.');
}
if (kind === 'all' || kind === 'e2e') playwright();

console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);
