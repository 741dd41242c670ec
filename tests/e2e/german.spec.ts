/** The interface in German: chosen by the browser or by the person, whole, with room, and without a word of English left over. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { de } from '@/words/de';
import { SOURCES } from '@/words/speak';
import { withoutRoomAt } from './room';
import { ALL_SCREENS, named, open } from './screens';
import { arrived, expect, signIn, test } from './support';

test.use({ locale: 'de-DE' });

/** What the interface says in English and says differently in German. */
async function englishWords(): Promise<Set<string>> {
  const features = readdirSync('src/words').filter((f) => f.endsWith('.ts') && !/^(speak|choice)\./.test(f));
  await Promise.all(features.map((f) => import(join(process.cwd(), 'src/words', f))));
  return new Set(
    [...SOURCES].flatMap(([feature, words]) =>
      Object.entries(words)
        .filter(([key, source]) => !/[{}]/.test(source) && de[feature]?.[key] !== source)
        .map(([, source]) => source),
    ),
  );
}

/** Every text of the page and every name of what is on it, but what the store and its customers have written. */
async function said(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node.parentElement?.closest('script, style, [lang]:not(html), bdi, [dir="auto"]')) continue;
      found.push((node.textContent ?? '').trim());
    }
    for (const el of document.querySelectorAll('[aria-label], [placeholder], [title]')) {
      for (const name of ['aria-label', 'placeholder', 'title']) found.push(el.getAttribute(name)?.trim() ?? '');
    }
    return found.filter((text) => text !== '');
  });
}

/** Names that notifications, looks and blocks of the demo have in English whoever reads them. */
const NAMES = new Set([
  'Message bounced',
  'How we pack',
  'Payment received',
  'Payment failed',
  'Item delayed',
  'Tracking changed',
  'Refund issued',
  'Stock low',
  'Out of stock',
  'Summary of orders',
  'Owner',
  'Return received',
  'Order cancelled',
  'Items cancelled',
  'Delivered',
  'Ready to collect',
  'Payment still due',
  'Order needs attention',
  'Part of the payment received',
  'On its way',
  'Order received',
  'New order',
  'Invoice',
  'Accounts',
  'Warehouse',
  'Bank transfer',
  'On account',
  'Parcel',
  'The shop',
]);

const inLanguage = (page: Page, value: string, url: string): Promise<void> =>
  page.context().addCookies([{ name: 'libellus-language', value, url }]);

async function signInGerman(page: Page, url: string): Promise<void> {
  await inLanguage(page, 'en', url);
  await signIn(page);
  await inLanguage(page, 'de', url);
}

test('a browser that asks for German gets it, and everybody can choose', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await expect(page.getByRole('button', { name: 'Anmelden', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'English' }).click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: /Marta Oyelaran/ }).click();
  await page.getByRole('menuitem', { name: 'Deutsch' }).click();
  await expect(page.getByRole('heading', { name: 'Heute', level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Bestellweg', exact: true })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+k');
  await page.getByRole('dialog').getByRole('combobox').fill('sprache');
  await expect(page.getByRole('option', { name: 'Sprache: English' })).toBeVisible();
});

test('every screen is in German, has room, and is made in the browser as it came', async ({ page, baseURL }) => {
  test.setTimeout(360_000);
  const english = await englishWords();
  expect(english.size).toBeGreaterThan(1_000);
  const broken: string[] = [];
  page.on('pageerror', (error) => broken.push(`${page.url()}: ${error.message}`));
  await signInGerman(page, baseURL!);
  const wrong: string[] = [];
  for (const screen of [...ALL_SCREENS, 'nothing-here']) {
    const path = named(screen);
    await page.setViewportSize({ width: 1280, height: 800 });
    await open(page, screen);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('lang', 'de');
    for (const text of new Set(await said(page)))
      if (english.has(text) && !NAMES.has(text)) wrong.push(`${path}: "${text}" is English`);
    wrong.push(...(await withoutRoomAt(page, path, [1280, 390])));
  }
  expect(wrong).toEqual([]);
  expect(broken).toEqual([]);
});

test('an order is placed and followed in German, and what is kept of it is kept in English', async ({
  page,
  baseURL,
}) => {
  await signInGerman(page, baseURL!);
  const address = `greta-${Date.now()}@e2e-german.example`;
  await page.goto('/s/quillwick/orders/new');
  await page.getByRole('button', { name: 'Bestellung aufgeben' }).click();
  await expect(page.getByText('Fügen Sie mindestens einen Artikel hinzu.')).toBeVisible();
  await page.goto('/s/quillwick/orders/LBL-1001');
  await page
    .getByRole('button', { name: 'Probebestellung' })
    .or(page.getByRole('link', { name: 'Bestellung durchspielen' }))
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Schritte der Bestellung');
  await page.goto('/s/quillwick/orders');
  await page.getByRole('button', { name: 'Probebestellung beginnen' }).click();
  await page.getByLabel('E-Mail-Adresse').fill(address);
  await page.getByRole('button', { name: 'Probebestellung aufgeben' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Schritte der Bestellung');
  await arrived(address, 'order');
  await page.getByRole('link', { name: 'Die Bestellung' }).click();
  await expect(page.getByText('angenommen').first()).toBeVisible();
  await page
    .getByRole('link', { name: /Order received/ })
    .first()
    .click();
  await expect(page.getByText('Order received geht hinaus, wenn eine Bestellung eingeht.')).toBeVisible();
  // Another reader sees the same record in their language.
  await inLanguage(page, 'en', baseURL!);
  await page.reload();
  await expect(page.getByText('Order received goes out when an order is placed.')).toBeVisible();
});
