/**
 * `./libellus test [KIND] [--changed [REVISION]]`: lint, types, units, server, browser; the last line counts all of them. What does
 * not depend on each other runs side by side.
 */
import { execFileSync, spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { relative } from 'node:path';
import { parseArgs, stripVTControlCharacters } from 'node:util';
import { browserFilesFor } from './changed';

interface Count {
  passed: number;
  failed: number;
}

const total: Count = { passed: 0, failed: 0 };
/** What failed, with how: said again at the end, where everybody looks. */
const failures: string[] = [];
const REPORTS = '.libellus/reports';
const KINDS = ['all', 'unit', 'server', 'servers', 'cluster', 'e2e'] as const;
type Kind = (typeof KINDS)[number];

/** Runs a command; what it says is shown in one piece when others run beside it, and as it comes when none does. */
function run(command: string[], { alone = true, env = {} as Record<string, string> } = {}): Promise<number> {
  const [program = '', ...args] = command;
  return new Promise((resolve) => {
    const child = spawn(program, args, {
      stdio: ['ignore', alone ? 'inherit' : 'pipe', alone ? 'inherit' : 'pipe'],
      env: { ...process.env, ...env },
    });
    let said = '';
    child.stdout?.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.once('close', (code) => {
      if (said) console.log(said.trimEnd());
      resolve(code ?? 1);
    });
  });
}

/** What a report of Jest says: files that could not be run have a message of their own. */
interface JestReport {
  numPassedTests: number;
  numFailedTests: number;
  numFailedTestSuites: number;
  testResults: {
    name: string;
    status: string;
    message: string;
    assertionResults: { status: string; fullName: string; failureMessages: string[] }[];
  }[];
}

interface BrowserSuite {
  suites?: BrowserSuite[];
  specs?: { ok: boolean; title: string; file: string; tests: { results: { error?: { message?: string } }[] }[] }[];
}

/** The first lines of what a test said when it failed. */
const begun = (text: string): string => stripVTControlCharacters(text).trim().split('\n').slice(0, 12).join('\n    ');

function jestFailures(report: JestReport): string[] {
  return report.testResults
    .filter((file) => file.status === 'failed')
    .flatMap((file) => {
      const failed = file.assertionResults.filter((a) => a.status === 'failed');
      const place = relative(process.cwd(), file.name);
      if (failed.length === 0) return [`${place}\n    ${begun(file.message)}`];
      return failed.map((a) => `${place}: ${a.fullName}\n    ${begun(a.failureMessages.join('\n'))}`);
    });
}

function browserFailures(suite: BrowserSuite): string[] {
  return [
    ...(suite.specs ?? [])
      .filter((spec) => !spec.ok)
      .map((spec) => {
        const said = spec.tests.flatMap((t) => t.results.flatMap((r) => r.error?.message ?? []));
        return `${spec.file}: ${spec.title}\n    ${begun(said.join('\n'))}`;
      }),
    ...(suite.suites ?? []).flatMap(browserFailures),
  ];
}

function add(name: string, count: Count): void {
  total.passed += count.passed;
  total.failed += count.failed;
  console.log(`${name}: ${count.passed} passed, ${count.failed} failed`);
}

/** A check that passes or fails as a whole. */
async function whole(name: string, command: string[]): Promise<void> {
  const ok = (await run(command, { alone: false })) === 0;
  if (!ok) failures.push(`${name}: as said above`);
  add(name, { passed: ok ? 1 : 0, failed: ok ? 0 : 1 });
}

async function jest(projects: string[], changed: string | undefined): Promise<void> {
  const name = projects.join(' and ');
  console.log(`\n== Jest: ${name}`);
  const file = `${REPORTS}/jest-${projects.join('-')}.json`;
  const status = await run([
    'node_modules/.bin/jest',
    ...(changed ? ['--changedSince', changed, '--passWithNoTests'] : []),
    ...(projects.includes('servers') ? ['--runInBand'] : ['--maxWorkers=2']),
    '--json',
    `--outputFile=${file}`,
    '--selectProjects',
    ...projects,
  ]);
  const report = read<JestReport>(file);
  if (report) failures.push(...jestFailures(report));
  const failed = Math.max(report?.numFailedTests ?? 0, report?.numFailedTestSuites ?? 0, status === 0 ? 0 : 1);
  add(name, { passed: report?.numPassedTests ?? 0, failed });
}

async function playwright(files: string[]): Promise<void> {
  // Demo stores that were filled before: what fills them may have changed since.
  rmSync('.libellus/e2e', { recursive: true, force: true });
  console.log('\n== Playwright');
  const file = `${REPORTS}/playwright.json`;
  const status = await run(['node_modules/.bin/playwright', 'test', ...files], {
    env: { PLAYWRIGHT_JSON_OUTPUT_FILE: file },
  });
  const report = read<BrowserSuite & { stats: { expected: number; unexpected: number } }>(file);
  if (report) failures.push(...browserFailures(report));
  add('browser', {
    passed: report?.stats.expected ?? 0,
    failed: Math.max(report?.stats.unexpected ?? 0, status === 0 ? 0 : 1),
  });
}

function read<T>(file: string): T | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as T;
  } catch {
    return undefined;
  }
}

/** Files that differ from a revision, and those that are new. */
function changedSince(revision: string): string[] {
  const git = (...args: string[]): string[] =>
    execFileSync('git', args, { encoding: 'utf8' }).split('\n').filter(Boolean);
  return [...git('diff', '--name-only', revision), ...git('ls-files', '--others', '--exclude-standard')];
}

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    args: process.argv.slice(2),
    allowPositionals: true,
    options: { changed: { type: 'boolean', default: false } },
  });
  const kind = KINDS.find((k) => k === positionals[0]) ?? 'all';
  const since = positionals.find((p) => !KINDS.includes(p as Kind)) ?? 'HEAD';
  const changed = values.changed ? since : undefined;
  const wants = (...kinds: Kind[]): boolean => kind === 'all' || kinds.includes(kind);
  rmSync(REPORTS, { recursive: true, force: true });
  mkdirSync(REPORTS, { recursive: true });

  const types = (): Promise<void> => whole('types', ['node_modules/.bin/tsc', '--noEmit']);
  if (kind === 'all') {
    console.log('\n== Lint, format, types');
    await Promise.all([
      whole('lint', ['node_modules/.bin/eslint', '.', '--max-warnings', '0']),
      types().then(() => whole('format', ['node_modules/.bin/prettier', '--check', '--log-level', 'warn', '.'])),
    ]);
  } else if (kind === 'unit') await types();

  const projects = [...(wants('unit') ? ['core'] : []), ...(wants('server') ? ['server'] : [])];
  if (projects.length > 0) await jest(projects, changed);
  if (wants('servers') && !changed) {
    if (process.getuid?.() === 0) await jest(['servers'], undefined);
    else console.log('\nReal mail servers are tested as root only: left out.');
  }
  if (wants('cluster') && !changed) await jest(['cluster'], undefined);
  if (wants('e2e')) {
    const files = changed ? browserFilesFor(changedSince(changed)) : [];
    if (!changed || files.length > 0) await playwright(files);
    else console.log('\nNo browser test is about what was changed.');
  }
  if (failures.length > 0) console.log(`\n== Failed\n${failures.join('\n')}`);
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);
}

await main();
