/**
 * Languages: coverage against the board, all texts out and in, the memory searched, and typing on the translating desk. Limits are those that
 * a translator notices.
 */
import { resolve } from 'node:path';
import { chromium } from '@playwright/test';
import { distance } from 'fastest-levenshtein';
import { eq } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Row } from './measure';

const VERSIONS = 60;
const LANGUAGES = ['en', 'de', 'fr', 'pl', 'ar', 'es', 'it', 'nl', 'pt', 'sv'];
const AS_THE_BOARD = 1.5;
const OUT_AND_IN_S = 5;
const MEMORY = 50_000;
const MEMORY_MS = 50;
const TYPING_MS = 32;

export async function benchLanguages(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 5_970,
    dataDir: resolve('.libellus/bench-languages'),
    demo: true,
    reset: true,
  });
  try {
    const { closeDatabase, database } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { newId } = await import('../src/server/base/ids');
    const { loadCoverage } = await import('../src/server/features/languages/coverage');
    const { lookAtFile, takeOut } = await import('../src/server/features/languages/files');
    const { loadBoard } = await import('../src/server/features/notifications/board');
    const { addLanguage } = await import('../src/server/features/languages/choose');
    const { makeMemory } = await import('../src/core/translation/memory');
    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const accessNow = async () => {
      const [store] = await db.select().from(t.stores).where(eq(t.stores.id, 'quillwick'));
      return { store: store!, person: person!, role: 'owner' as const };
    };
    for (const language of LANGUAGES) {
      const access = await accessNow();
      if (!access.store.languages.includes(language)) await addLanguage(access, { language });
    }
    const access = await accessNow();
    const own = await db.select().from(t.templates).where(eq(t.templates.storeId, 'quillwick'));
    const plain = own.filter((r) => r.variant === '');
    const when = { match: 'all' as const, tests: [{ about: 'country' as const, is: 'one' as const, of: ['PL'] }] };
    for (let i = 0; own.length + i < VERSIONS; i += 1) {
      const { stale: _, ...row } = plain[i % plain.length]!;
      await db
        .insert(t.templates)
        .values({ ...row, id: newId(), variant: `v-${i}`, variantName: `Version ${i}`, rank: 100 + i, when });
    }

    const turns = { coverage: [] as number[], board: [] as number[] };
    for (let i = 0; i < 12; i += 1) {
      turns.board.push(await took(() => loadBoard(access)));
      turns.coverage.push(await took(() => loadCoverage(access)));
    }
    const [coverage, board] = [middle(turns.coverage), middle(turns.board)];

    let bytes = 0;
    const outAndIn = await took(async () => {
      for (const language of access.store.languages.filter((l) => l !== 'en')) {
        const { body } = await takeOut(access, { language, as: 'xliff', open: false });
        const file = Buffer.from(String(body));
        bytes += file.length;
        const { comparison } = await lookAtFile(access, language, file);
        if (comparison.changed.length + comparison.refused.length > 0)
          throw new Error(`${language} came back otherwise.`);
      }
    });

    const sources = manySources(MEMORY);
    const memory = makeMemory(sources.map((source, i) => ({ source, words: `w ${i}`, where: '' })));
    const asked = sources.filter((_, i) => i % 2_500 === 7).map((s) => `${s} Thank you.`);
    const turnsOf = async (texts: readonly string[], run: (text: string) => unknown): Promise<number> => {
      const times: number[] = [];
      for (const text of texts) times.push(await took(() => run(text)));
      return middle(times);
    };
    const searched = await turnsOf(asked, (s) => memory.search(s));
    const compared = await turnsOf(asked.slice(0, 5), (s) => sources.map((o) => distance(o, s)));
    await closeDatabase();

    const typing = await typedOnTheDesk(setting.url);
    return {
      rows: [
        {
          what: `coverage of ${VERSIONS} versions in ${LANGUAGES.length} languages, against ${AS_THE_BOARD} times the board`,
          ours: 1000 / coverage,
          theirs: 1000 / (board * AS_THE_BOARD),
          atLeast: 1,
        },
        {
          what: `all texts out and in, against ${OUT_AND_IN_S} s`,
          ours: 1000 / outAndIn,
          theirs: 1 / OUT_AND_IN_S,
          atLeast: 1,
        },
        {
          what: `a memory of ${MEMORY} texts searched, against comparing each`,
          ours: 1000 / searched,
          theirs: 1000 / compared,
          atLeast: 1,
        },
      ],
      notes: [
        `Coverage ${coverage.toFixed(0)} ms, the board ${board.toFixed(0)} ms (${(coverage / board).toFixed(2)} times; at most ${AS_THE_BOARD} wanted).`,
        `Out and in: ${(outAndIn / 1000).toFixed(2)} s, ${(bytes / 1e6).toFixed(1)} MB (under ${OUT_AND_IN_S} s wanted).`,
        `Memory: ${searched.toFixed(1)} ms (under ${MEMORY_MS} wanted), each compared ${compared.toFixed(0)} ms.`,
        `Typing on the translating desk, ${typing.length} keys: median ${typing[Math.floor(typing.length / 2)]!.toFixed(1)} ms, p95 ${typing[Math.floor(typing.length * 0.95)]!.toFixed(1)} ms (at most ${TYPING_MS} wanted).`,
      ],
    };
  } finally {
    await setting.end();
  }
}

async function took(run: () => unknown): Promise<number> {
  const from = performance.now();
  await run();
  return performance.now() - from;
}

const middle = (times: readonly number[]): number => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!;

/** Sentences as messages have them, of 20 to 200 characters. */
function manySources(n: number): string[] {
  const words =
    'your order parcel is on its way we have received the payment for and write to you again when it leaves our bench today invoice refund number please answer this message'.split(
      ' ',
    );
  let seed = 7;
  const next = (below: number): number => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return seed % below;
  };
  return Array.from({ length: n }, (_, i) =>
    [...Array.from({ length: 4 + next(30) }, () => words[next(words.length)]!), String(i)].join(' '),
  );
}

/** From each key to the frame that shows it, ms, sorted. */
async function typedOnTheDesk(url: string): Promise<number[]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      const waits: number[] = [];
      (window as unknown as { waits: number[] }).waits = waits;
      addEventListener(
        'keydown',
        (e) =>
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => waits.push(performance.now() - e.timeStamp);
            channel.port2.postMessage(null);
          }),
        true,
      );
    });
    await page.goto(`${url}/sign-in`);
    await page.waitForLoadState('networkidle');
    await page.getByLabel('Email address').fill('marta@quillwick.example');
    await page.getByLabel('Password').fill('paper-and-thread');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL('**/today');
    await page.goto(`${url}/s/quillwick/languages/pl?of=order-received&segment=help`);
    const field = page.getByRole('list', { name: 'Texts to translate' }).getByRole('textbox');
    await field.focus();
    // The first keys warm what they pass through.
    await page.keyboard.type('raz dwa trzy ', { delay: 60 });
    await page.evaluate(() => ((window as unknown as { waits: number[] }).waits.length = 0));
    await page.keyboard.type('Odpowiedz na wiadomość lub napisz do nas. '.repeat(4), { delay: 70 });
    await page.getByText('Saved', { exact: true }).waitFor();
    return (await page.evaluate(() => (window as unknown as { waits: number[] }).waits)).sort((a, b) => a - b);
  } finally {
    await browser.close();
  }
}
