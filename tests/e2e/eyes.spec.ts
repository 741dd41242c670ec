/** What one sees and hears: messages and menus by axe, colours by day and by night and few of them, large type, and what is read out. */
import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { axeFindings, contrastFindings } from './axe';
import { withoutRoom } from './room';
import { ALL_SCREENS, named, open } from './screens';
import { expect, signIn, test } from './support';

test('signing in, and the menu of a phone: axe at WCAG 2.2 AA', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  const found = await axeFindings(page, 'sign-in');
  await page.emulateMedia({ colorScheme: 'dark' });
  found.push(...(await contrastFindings(page, 'sign-in by night')));
  await page.emulateMedia({ colorScheme: 'light' });
  await signIn(page);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of ['today', 'journey', 'orders', 'deliveries', 'desk/order-received', 'look', 'store/names']) {
    await page.goto(`/s/quillwick/${path}`);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await page.getByRole('button', { name: 'Menu' }).click();
    found.push(...(await axeFindings(page, `${path} on a phone`)));
  }
  expect(found).toEqual([]);
});

test('the messages themselves pass axe', async ({ page }) => {
  await signIn(page);
  const found: string[] = [];
  for (const [slug, language] of [
    ['order-received', 'en'],
    ['on-its-way', 'de'],
    ['refund-issued', 'en'],
  ] as const) {
    const response = await page.request.get(
      `/s/quillwick/desk/${slug}/export?as=html&language=${language}&order=SAMPLE-PART`,
    );
    await page.setContent(await response.text());
    found.push(...(await axeFindings(page, slug)));
  }
  expect(found).toEqual([]);
});

test('the messages fit a screen of 320 pixels, and hold the same words with pictures off', async ({ page }) => {
  await signIn(page);
  for (const [slug, language, order] of [
    ['order-received', 'en', 'SAMPLE-MANY'],
    ['order-received', 'de', 'SAMPLE-LONG'],
    ['on-its-way', 'de', 'SAMPLE-PART'],
    ['refund-issued', 'en', 'SAMPLE-ACCOUNT'],
  ] as const) {
    const response = await page.request.get(
      `/s/quillwick/desk/${slug}/export?as=html&language=${language}&order=${order}`,
    );
    const html = await response.text();
    await page.setViewportSize({ width: 320, height: 640 });
    await page.setContent(html);
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(width, `${slug} ${order} at 320 px`).toBeLessThanOrEqual(320);
    const words = await page.locator('body').innerText();
    await page.setContent(html.replace(/(<img\b[^>]*?)\ssrc="[^"]*"/g, '$1'));
    expect(await page.locator('body').innerText()).toBe(words);
  }
});

const ground = (page: Page): Promise<string> => page.evaluate(() => getComputedStyle(document.body).backgroundColor);

test('light or dark is chosen by each person for a browser, and follows the system until then', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  const light = await ground(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  const dark = await ground(page);
  expect(dark).not.toBe(light);
  await page.getByRole('button', { name: /Marta Oyelaran/ }).click();
  await page.getByRole('menuitem', { name: 'Light' }).click();
  await expect.poll(() => ground(page)).toBe(light);
  await page.reload();
  expect(await ground(page)).toBe(light);
  await page.getByRole('button', { name: /Marta Oyelaran/ }).click();
  await expect(page.getByRole('menuitem', { name: /Light.*chosen/ })).toBeVisible();
  await page.getByRole('menuitem', { name: 'As the system has them' }).click();
  await expect.poll(() => ground(page)).toBe(dark);
  // A chart is drawn anew in the colours of the night.
  const label = page.locator('[aria-label^="Deliveries by outcome"] svg text').first();
  await expect(label).toBeVisible();
  const byNight = (await label.getAttribute('fill'))!;
  await page.emulateMedia({ colorScheme: 'light' });
  await expect(label).not.toHaveAttribute('fill', byNight);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(label).toHaveAttribute('fill', byNight);
});

test('in the few colours of a person, on and off, chosen and not, still differ', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await signIn(page);
  await page.goto('/s/quillwick/journey');
  const face = (on: boolean): Promise<string[]> =>
    page
      .getByRole('switch', { checked: on })
      .first()
      .evaluate((el) => [...el.querySelectorAll('span')].map((s) => getComputedStyle(s).backgroundColor));
  const [onFace, offFace] = [await face(true), await face(false)];
  expect(onFace[0]).not.toBe(offFace[0]);
  // The knob is seen on its ground, whichever way it is.
  for (const [box, knob] of [onFace, offFace]) expect(knob).not.toBe(box);
  const board = page.getByRole('radio', { name: 'Board' });
  const list = page.getByRole('radio', { name: 'List' });
  const back = (el: Element): string => getComputedStyle(el).backgroundColor;
  expect(await board.evaluate(back)).not.toBe(await list.evaluate(back));
});

test('in type of twice the size nothing is cut off or lies over something else', async ({ page, baseURL }) => {
  test.setTimeout(360_000);
  await signIn(page);
  const { cookies } = await page.context().storageState();
  const folder = mkdtempSync(join(tmpdir(), 'libellus-large-'));
  mkdirSync(join(folder, 'Default'));
  writeFileSync(
    join(folder, 'Default', 'Preferences'),
    JSON.stringify({ webkit: { webprefs: { default_font_size: 32, default_fixed_font_size: 26 } } }),
  );
  const large = await chromium.launchPersistentContext(folder, {
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    baseURL: baseURL!,
  });
  try {
    await large.addCookies(cookies);
    const there = await large.newPage();
    const found: string[] = [];
    for (const screen of ALL_SCREENS) {
      await open(there, screen);
      await expect(there.getByRole('heading', { level: 1 }).first()).toBeVisible();
      expect(await there.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('32px');
      for (const words of await withoutRoom(there)) found.push(`${named(screen)}: ${words}`);
    }
    expect(found).toEqual([]);
  } finally {
    await large.close();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('an order’s record is printed whole, without what one only presses', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/LBL-1001');
  await expect(page.getByRole('heading', { name: 'LBL-1001', level: 1 })).toBeVisible();
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  await expect(page.getByRole('navigation', { name: 'Libellus' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'What happens next' })).toBeHidden();
  await expect(page.getByText('Total', { exact: true })).toBeVisible();
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('main *')]
      .filter((el) => el.clientHeight > 0 && el.scrollHeight > el.clientHeight + 2 && !el.matches('svg *, iframe'))
      .filter((el) => getComputedStyle(el).overflowY !== 'visible')
      .map((el) => el.tagName),
  );
  expect(cut).toEqual([]);
  // By night, too, paper is white.
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).colorScheme)).toBe('light');
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.length).toBeGreaterThan(10_000);
});

test.describe('as it is read out', () => {
  test('Today is headed, listed and linked', async ({ page }) => {
    await signIn(page);
    await page.goto('/s/quillwick/today');
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
      - main:
        - heading "Today" [level=1]
        - region "What is ready and what is not":
          - heading "Sending services" [level=2]
          - heading "Languages of customers" [level=2]
          - list:
            - listitem:
              - link /English complete/
        - list:
          - listitem:
            - link /\\d+ sent today/
          - listitem:
            - link /\\d+ scheduled/
        - heading "Deliveries by outcome" [level=2]
        - img /Deliveries by outcome over the last 30 days/
        - heading "Last failures" [level=2]
    `);
  });

  test('the Journey is a table of moments and audiences, and each card says what it is', async ({ page }) => {
    await signIn(page);
    await page.goto('/s/quillwick/journey');
    await expect(page.getByRole('table')).toMatchAriaSnapshot(`
      - table:
        - rowgroup:
          - row:
            - columnheader "Audience"
            - columnheader "Placed"
            - columnheader "Payment"
        - rowgroup:
          - row:
            - rowheader "Customer"
            - cell:
              - article "Order received":
                - link /Order received/
                - link /at once. settings of Order received/
                - img /languages complete/
                - switch "Order received is on" [checked]
    `);
  });

  test('an order names its goods, amounts and what was sent', async ({ page }) => {
    await signIn(page);
    await page.goto('/s/quillwick/orders/LBL-1001');
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
      - main:
        - heading "LBL-1001" [level=1]
        - button "What happens next"
        - table:
          - rowgroup:
            - row "Item Quantity Amount"
          - rowgroup:
            - row:
              - rowheader
              - cell
              - cell
        - heading "What was sent about it" [level=2]
    `);
  });
});
