/** The Look: begun from one of ours, a logo brought in, colours mended, published, taken to another store. */
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { arrived, expect, saved, sheet, signIn, test } from './support';
import type { FrameLocator, Locator, Page } from '@playwright/test';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const LOOK = '/s/quillwick-trade/look';
const inLook = (page: Page, message: string): FrameLocator =>
  page.frameLocator(`iframe[title="${message} in this look"]`);
const part = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation', { name: 'Parts of the look' }).getByRole('button', { name }).click();
async function open(page: Page, path = LOOK): Promise<void> {
  await page.goto(path);
  await expect(inLook(page, 'Refund issued').locator('h1')).toBeVisible();
}

/** What is said in passing stays for as long as the mouse rests on it: it may lie over nothing that is to be clicked. */
async function nothingCovered(page: Page, within: Locator): Promise<void> {
  const said = await page.locator('[data-sonner-toast]').first().boundingBox();
  expect(said).not.toBeNull();
  for (const button of await within.getByRole('button').all()) {
    const box = await button.boundingBox();
    const apart =
      !box ||
      box.x + box.width <= said!.x ||
      box.x >= said!.x + said!.width ||
      box.y + box.height <= said!.y ||
      box.y >= said!.y + said!.height;
    expect(apart, `${await button.innerText()} is free`).toBe(true);
  }
}

test('a starting look is tried on the store’s own messages, taken, published, and worn by what is sent', async ({
  page,
}) => {
  await open(page, '/s/quillwick/look');
  const ground = (): Promise<string> =>
    inLook(page, 'Order received')
      .locator('body')
      .evaluate((body) => getComputedStyle(body).backgroundColor);
  const before = await ground();
  await page.getByRole('button', { name: /^Windowsill/ }).click();
  await expect(page.getByText('Trying Windowsill on your own messages. Nothing is replaced yet.')).toBeVisible();
  await expect.poll(ground).toBe('rgb(227, 239, 233)');
  await expect(inLook(page, 'On its way').locator('.ls-brand')).toHaveText('Quillwick');
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect.poll(ground).toBe(before);

  await page.getByRole('button', { name: /^Windowsill/ }).click();
  await page.getByRole('button', { name: 'Use this look' }).click();
  await saved(page);
  await expect(page.getByText('The draft now starts from Windowsill.')).toBeVisible();
  await nothingCovered(page, page.getByRole('banner'));
  await page.getByRole('button', { name: 'Publish look 2' }).click();
  const dialog = page.getByRole('dialog');
  await nothingCovered(page, dialog);
  await expect(dialog.getByTestId('touches')).toContainText(
    /\d\d live notifications wear it from then on: Order received; New order; On its way;/,
  );
  await expect(dialog.getByTestId('look-changes')).toContainText(
    'Header: arrangement: split → centre; place: sheet → above',
  );
  await expect(page.frameLocator('iframe[title="After publishing"]').locator('h1')).toBeVisible();
  await dialog.getByRole('button', { name: 'Publish look 2' }).click();
  await expect(page.getByText(/^Edition 2 of the look is live: \d\d messages wear it\.$/)).toBeVisible();

  await page.goto('/s/quillwick/desk/order-received');
  await expect(sheet(page).locator('.ls-sheet')).toHaveCSS('background-color', 'rgb(255, 255, 255)');
  await expect(sheet(page).locator('body')).toHaveCSS('background-color', 'rgb(227, 239, 233)');
});

test('a logo is made small enough, needs words, and lends its colours', async ({ page }) => {
  await open(page);
  await part(page, 'Logo');
  const bars = Buffer.alloc(2000 * 800 * 3, 255);
  for (let i = 0; i < bars.length; i += 3) {
    if (Math.floor(i / 3 / 2000) % 200 < 140) bars.set([22, 99, 71], i);
  }
  const png = await sharp(bars, { raw: { width: 2000, height: 800, channels: 3 } })
    .png()
    .toBuffer();
  await page.getByLabel('Choose a picture').setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: png });
  await expect(page.getByText(/2,000 x 800 px, .*, now 480 x 192 px/)).toBeVisible();
  const logo = inLook(page, 'On its way').locator('img.ls-logo');
  await expect(logo).toHaveAttribute('width', '240');
  await expect(logo).toHaveAttribute('alt', 'Quillwick Trade');

  await page.getByLabel('Alternative text').fill('');
  await expect(page.getByTestId('findings')).toContainText('The logo has no alternative text');
  await page.getByRole('button', { name: /^Publish look/ }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /^Publish look/ })).toBeDisabled();
  await page.keyboard.press('Escape');
  await page.getByLabel('Alternative text').fill('Quillwick Trade');

  await page.getByRole('button', { name: 'Make the colours from these' }).click();
  await part(page, 'Colours');
  await expect(page.getByLabel('Action', { exact: true })).not.toHaveValue('#24483a');
  await expect(page.getByTestId('contrast')).not.toContainText('use #');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Action', { exact: true })).toHaveValue('#24483a');
  await saved(page);
});

test('what is no picture for a message is refused with what to do, and the logo stays as it was', async ({ page }) => {
  await open(page);
  await part(page, 'Logo');
  const before = await inLook(page, 'On its way').locator('img.ls-logo').getAttribute('src');
  for (const [name, buffer, words] of [
    ['logo.png', Buffer.from('a text that calls itself a picture'), /logo\.png was not imported\. It is not a picture/],
    ['logo.svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), /Save it as PNG and bring that/],
    ['large.png', Buffer.alloc(11_000_000, 1), /at most 10 MB are read/],
  ] as const) {
    await page.getByLabel('Another picture').first().setInputFiles({ name, mimeType: 'image/png', buffer });
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
  }
  await expect(inLook(page, 'On its way').locator('img.ls-logo')).toHaveAttribute('src', before!);
});

test('a colour that is hard to read is found, and mended by a click', async ({ page }) => {
  await open(page);
  await part(page, 'Colours');
  const quiet = page.getByLabel('Quiet words', { exact: true });
  const was = await quiet.inputValue();
  await quiet.fill('#b8c4bc');
  await expect(page.getByTestId('findings')).toContainText('Quiet words on sheet');
  await page
    .getByTestId('contrast')
    .getByRole('button', { name: /^use #/ })
    .first()
    .click();
  await expect(page.getByTestId('findings')).not.toContainText('Quiet words on sheet');
  await expect(quiet).not.toHaveValue('#b8c4bc');
  await quiet.fill(was);
  await saved(page);
});

test('own CSS that does harm stops the look and stays out of the sheets', async ({ page }) => {
  await open(page);
  await part(page, 'Own CSS');
  await page.getByRole('textbox', { name: 'Own CSS' }).fill('.ls-w { letter-spacing: 3px }\n.ls-w { position: fixed }');
  await expect(page.getByTestId('css-problems')).toContainText('Line 2: "position: fixed"');
  await expect(inLook(page, 'Refund issued').locator('h1')).toHaveCSS('letter-spacing', '3px');
  await expect(inLook(page, 'Refund issued').locator('.ls-w').first()).toHaveCSS('position', 'static');
  await page.getByRole('textbox', { name: 'Own CSS' }).fill('');
  await expect(page.getByTestId('css-problems')).toBeEmpty();
  await saved(page);
});

test('own CSS that the messages override is told with what wins, and made to win', async ({ page }) => {
  await open(page);
  await part(page, 'Own CSS');
  const css = page.getByRole('textbox', { name: 'Own CSS' });
  await css.fill('h1 { color: #123456 }');
  const findings = page.getByTestId('findings');
  await expect(findings).toContainText(/each element of h1 has color: .* itself, which wins/);
  await findings.getByRole('button', { name: 'Add !important' }).click();
  await expect(css).toHaveText('h1 { color: #123456 !important }');
  await expect(inLook(page, 'Refund issued').locator('h1')).toHaveCSS('color', 'rgb(18, 52, 86)');
  await expect(findings).not.toContainText('which wins');
  await css.fill('');
  await saved(page);
});

test('a look saved from one store is taken into the other; a file that is none changes nothing', async ({ page }) => {
  await open(page, '/s/quillwick/look');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save this look as a file' }).click(),
  ]);
  const file = readFileSync(await download.path(), 'utf8');
  await open(page);
  const choose = (name: string, text: string): Promise<void> =>
    page.getByLabel('From a file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('newer.json', JSON.stringify({ ...(JSON.parse(file) as object), version: 4 }));
  await expect(
    page.getByText(/Nothing was imported\. This file is of version 4, made by a newer Libellus/),
  ).toBeVisible();
  await choose('words.json', JSON.stringify({ kind: 'libellus template', version: 1 }));
  await expect(page.getByText(/holds a template, not a look/)).toBeVisible();
  await choose('look-quillwick.json', file);
  await expect(page.getByText('Trying look-quillwick.json on your own messages.')).toBeVisible();
  await page.getByRole('button', { name: 'Use this look' }).click();
  await saved(page);
  await page.getByRole('button', { name: /^Publish look/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish look/ })
    .click();
  await expect(page.getByText(/of the look is live/)).toBeVisible();

  // Worn by the next message that is sent.
  await page.goto('/s/quillwick-trade/desk/on-its-way~a-part?order=SAMPLE-PART');
  await expect(sheet(page).locator('h1')).toBeVisible();
  await page.getByRole('button', { name: 'Send test to me' }).click();
  await expect(page.getByText(/^Sent "\[Test\] A part of SAMPLE-PART is on its way"/)).toBeVisible();
  const { message } = await arrived('marta@quillwick.example', '[Test] A part of SAMPLE-PART is on its way');
  expect(message.html).toContain('#e3efe9');
  expect(message.text).toContain('The rest follows, and we write to you again when it leaves.');
});

test('two windows on one look: the second is told, and nothing is lost', async ({ page, browser }) => {
  const other = await (await browser.newContext({ baseURL: test.info().project.use.baseURL! })).newPage();
  await signIn(other, 'jonas@quillwick.example');
  await open(page);
  await open(other);
  await part(other, 'Header');
  await other.getByLabel('Strapline').fill('by Jonas');
  await saved(other);
  await part(page, 'Header');
  await page.getByLabel('Strapline').fill('by Marta');
  await expect(page.getByText('Jonas Feld changed this look meanwhile.')).toBeVisible();
  await expect(page.getByLabel('Strapline')).toHaveValue('by Marta');
  await page.getByRole('button', { name: 'Keep my changes' }).click();
  await saved(page);
  await page.reload();
  await part(page, 'Header');
  await expect(page.getByLabel('Strapline')).toHaveValue('by Marta');
  await other.context().close();
});

test('the words of the look itself are written in each language, and may be empty while they are typed', async ({
  page,
}) => {
  await open(page, '/s/quillwick/look?language=de');
  const received = inLook(page, 'Order received');
  await expect(received.locator('body')).toContainText('Zum Laden');
  await part(page, 'Footer');
  const link = page.getByLabel('Words of the link, German').first();
  await link.fill('In den Laden');
  await expect(received.locator('body')).toContainText('In den Laden');
  await expect(received.locator('body')).not.toContainText('The shop');
  // Emptied, the store's own words stand.
  await link.fill('');
  await expect(received.locator('body')).toContainText('The shop');
  await link.fill('Zum Laden');

  await part(page, 'Header');
  await page.getByLabel('Strapline, German').fill('Papier & Zwirn');
  await expect(received.locator('body')).toContainText('Papier & Zwirn');
  await page.getByLabel('Strapline, German').fill('Papier, Pappe und Faden');
  await saved(page);

  await open(page, '/s/quillwick/look');
  await part(page, 'Footer');
  const own = page.getByLabel('Words of the link', { exact: true }).first();
  await own.fill('');
  await expect(page.getByTestId('findings')).toContainText('has no text');
  await own.fill('The shop');
  await expect(page.getByTestId('findings')).not.toContainText('has no text');
  await saved(page);
});
