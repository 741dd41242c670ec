/**
 * Typing on the Desk, in Chromium: from the key to the sheet repainted, with 40 blocks and 12 order lines; how long the
 * main thread is held; how often the worker's code is loaded. Against it, the plain way: the same HTML loaded anew.
 */
import { chromium, type Page } from '@playwright/test';
import { eq } from 'drizzle-orm';
import { resolve } from 'node:path';
import { setUp } from '../ops/setting';
import type { Block, Template } from '../src/core/template';
import type { Row } from './measure';

const KEYS = 150;
const BLOCKS = 40;

function longTemplate(): Template {
  const body: Block[] = Array.from({ length: BLOCKS - 6 }, (_, i): Block => {
    const kinds = ['heading', 'text', 'text', 'divider'] as const;
    return { id: `b${i}`, kind: kinds[i % 4]! };
  });
  const words = Object.fromEntries(
    body.map((b, i) => [
      b.id,
      b.kind === 'heading'
        ? `Part ${i} for {$customer.firstName :text default=|you|}`
        : '{#p}Sheets travel flat between boards, {#b}never rolled{/b}, and cost {$order.total :money}.{/p}{#p}Keep the boards: they make good pressing boards.{/p}',
    ]),
  );
  return {
    version: 1,
    blocks: [
      { id: 'masthead', kind: 'masthead' },
      ...body,
      { id: 'items', kind: 'items' },
      { id: 'totals', kind: 'totals' },
      { id: 'where', kind: 'addresses' },
      { id: 'links', kind: 'links' },
      { id: 'footer', kind: 'footer' },
    ],
    words: { en: { subject: 'Your order {$order.number}', preheader: 'x', ...words } },
  };
}

/** In the page: notes when keys come, when the sheet has changed, and when that was painted. */
function watch(): void {
  const seen = {
    keys: [] as number[],
    asked: [] as number[],
    shown: [] as number[],
    painted: [] as number[],
    long: [] as number[],
  };
  (window as unknown as { seen: typeof seen }).seen = seen;
  addEventListener('keydown', (e) => seen.keys.push(e.timeStamp), true);
  const post = Worker.prototype.postMessage;
  Worker.prototype.postMessage = function (this: Worker, message: { template?: unknown }) {
    if (message.template) seen.asked.push(performance.now());
    post.call(this, message);
  } as typeof post;
  const mark = performance.mark.bind(performance);
  performance.mark = (name: string, options?: PerformanceMarkOptions) => {
    if (name === 'libellus-sheet') {
      seen.shown.push(performance.now());
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => seen.painted.push(performance.now());
        channel.port2.postMessage(null);
      });
    }
    return mark(name, options);
  };
  new PerformanceObserver((list) => seen.long.push(...list.getEntries().map((e) => e.duration))).observe({
    type: 'longtask',
  });
}

async function signIn(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/sign-in`);
  await page.waitForLoadState('networkidle');
  await page.getByLabel('Email address').fill('marta@quillwick.example');
  await page.getByLabel('Password').fill('paper-and-thread');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/today');
}

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;

/** Ratios, and figures that are limits in themselves. */
export async function benchTyping(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({ basePort: 5950, dataDir: resolve('.libellus/bench'), demo: true, reset: true });
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const { notifications, templates } = await import('../src/server/db/schema');
    const [notification] = await database()
      .select({ id: notifications.id })
      .from(notifications)
      .where(eq(notifications.slug, 'order-received'));
    await database()
      .update(templates)
      .set({ draft: longTemplate() })
      .where(eq(templates.notificationId, notification!.id));
    const [own] = await database().select().from(notifications).where(eq(notifications.id, notification!.id));
    await closeDatabase();

    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(watch);
    let workerLoads = 0;
    page.on('worker', () => (workerLoads += 1));
    await signIn(page, setting.url);
    await page.goto(`${setting.url}/s/${own!.storeId}/desk/order-received?order=SAMPLE-MANY`);
    await page.getByText(/kB of 102/).waitFor();
    await page.locator('[data-block="b1"]').click();
    await page.keyboard.press('Enter');
    await page.locator('.on-sheet [role="textbox"]').click();
    await page.keyboard.press('ControlOrMeta+End');
    // The first keys warm what they pass through.
    await page.keyboard.type('warming up ', { delay: 60 });
    const seen = () => page.evaluate(() => (window as unknown as { seen: Record<string, number[]> }).seen);
    const reset = () =>
      page.evaluate(() => {
        const { seen: s } = window as unknown as { seen: Record<string, number[]> };
        for (const key of Object.keys(s)) s[key]!.length = 0;
      });
    const saved = page.getByTestId('save-state').filter({ hasText: /· saved$/ });
    await saved.waitFor();
    await reset();
    await page.keyboard.type('Sheets of kozo dry on boards in the wind. '.repeat(4).slice(0, KEYS), { delay: 70 });
    await saved.waitFor();
    const { keys = [], asked = [], shown = [], painted = [], long = [] } = await seen();
    const waits = keys
      .map((key, i) => {
        const until = keys[i + 1] ?? Infinity;
        const shown = painted.find((p) => p > key && p < until + 1_000);
        return shown === undefined ? Infinity : shown - key;
      })
      .sort((a, b) => a - b);

    /** The median of the time from one thing to the next of another kind. */
    const between = (from: readonly number[], to: readonly number[]): string => {
      const times = from.flatMap((f) => to.find((t) => t >= f) ?? []).map((t, i) => t - from[i]!);
      return at(
        times.sort((a, b) => a - b),
        0.5,
      ).toFixed(1);
    };
    const parts = `key to worker ${between(keys, asked)}, worker to sheet ${between(asked, shown)}, sheet to paint ${between(shown, painted)} ms`;

    const html = await page
      .frameLocator('iframe[title="The message"]')
      .locator('html')
      .evaluate((e) => e.outerHTML);
    const anew = await page.evaluate(async (source) => {
      const frame = document.createElement('iframe');
      frame.setAttribute('sandbox', 'allow-same-origin');
      frame.style.cssText = 'width:600px;height:600px;position:fixed;left:0;top:0';
      document.body.append(frame);
      const times: number[] = [];
      for (let i = 0; i < 40; i += 1) {
        const began = performance.now();
        const loaded = new Promise((done) => frame.addEventListener('load', done, { once: true }));
        frame.srcdoc = `${source}<!-- ${i} -->`;
        await loaded;
        await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
        times.push(performance.now() - began);
      }
      frame.remove();
      return times.sort((a, b) => a - b);
    }, html);

    return {
      rows: [
        {
          what: `typing to the sheet repainted, ${BLOCKS} blocks, p95, against loading the same HTML anew`,
          ours: 1_000 / at(waits, 0.95),
          theirs: 1_000 / at(anew, 0.95),
          atLeast: 1,
        },
      ],
      notes: [
        `typing, ${waits.length} keys: median ${at(waits, 0.5).toFixed(1)} ms, p95 ${at(waits, 0.95).toFixed(1)} ms (at most 32 wanted)`,
        `typing, medians: ${parts}`,
        `main thread held over 50 ms: ${long.filter((d) => d > 50).length} times${long.length > 0 ? `, longest ${Math.max(...long).toFixed(0)} ms` : ''} (never wanted)`,
        `workers started: ${workerLoads} (1 wanted)`,
      ],
    };
  } finally {
    await browser.close();
    await setting.end();
  }
}
