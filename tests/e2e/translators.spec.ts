/** What translators work with besides words: the glossary, notes and questions, and what readers get while a language is missing. */
import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { arrived, choose, expect, placeByEvent, signIn, test } from './support';

const STORE = '/s/quillwick';
const CLAIRE = 'claire@quillwick.example';
const JONAS = 'jonas@quillwick.example';

const entry = (page: Page, term: string): Locator => page.getByRole('row', { name: new RegExp(`^${term} `) });
const part = (page: Page): Locator => page.getByRole('region', { name: 'For translators' });

test('a term that is not kept to is found, and mended by a click where it stands', async ({ page }) => {
  await signIn(page, CLAIRE);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('link', { name: 'Glossary' }).click();
  await expect(entry(page, 'parcel')).toContainText('also: Sendung');
  await test.step('a new entry says in how many texts it is, and in how many it is not kept to', async () => {
    await page.getByRole('button', { name: 'New entry ...' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(dialog.getByRole('alert')).toContainText('Each entry needs a term to say in English');
    await dialog.getByRole('group', { name: 'English' }).getByLabel('Say').fill('question');
    await dialog.getByRole('group', { name: 'German' }).getByLabel('Say').fill('Anliegen');
    await dialog.getByRole('group', { name: 'German' }).getByLabel('Not').fill('Frage');
    await dialog.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByText('question is saved.')).toBeVisible();
    await expect(entry(page, 'question')).toContainText('not: Frage');
  });
  await test.step('each such text is one click away', async () => {
    await entry(page, 'question')
      .getByRole('button', { name: /not in \d+ places$/ })
      .click();
    await page
      .getByRole('list', { name: /^question: not in/ })
      .getByRole('link', { name: 'One question, Heading, German' })
      .click();
    const row = page.locator('[data-segment][aria-current="true"]');
    await expect(row.getByRole('list', { name: 'Glossary' })).toContainText('question: Anliegen');
    await expect(row).toContainText('“Frage” is not said here: say “Anliegen”.');
    await row.getByRole('button', { name: 'Put “Anliegen”' }).click();
    await expect(row.getByRole('textbox')).toContainText('Anliegen');
    await expect(row).not.toContainText('is not said here');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  });
  await test.step('an entry that was deleted is back with one click', async () => {
    await page.goto(`${STORE}/languages/glossary`);
    await page.getByRole('button', { name: 'Delete question' }).click();
    await expect(entry(page, 'question')).toHaveCount(0);
    await page.getByRole('banner').or(page.locator('header')).getByRole('button', { name: 'Undo' }).click();
    await expect(entry(page, 'question')).toContainText('Anliegen');
  });
});

test('a glossary goes out as TBX and comes back, looked at first and taken back as one', async ({ page }) => {
  await signIn(page, CLAIRE);
  await page.goto(`${STORE}/languages/glossary`);
  await page.getByRole('button', { name: 'Files ...' }).click();
  const dialog = page.getByRole('dialog');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('link', { name: 'Download TBX' }).click(),
  ]);
  const tbx = await readFile(await download.path(), 'utf8');
  expect(tbx).toContain('<term>Rechnung</term>');
  const bring = (text: string): Promise<void> =>
    dialog
      .getByLabel('TBX or CSV file')
      .setInputFiles({ name: 'terms.tbx', mimeType: 'application/xml', buffer: Buffer.from(text) });
  await bring(tbx.replace('</conceptEntry>', '</conceptEntri>'));
  await expect(dialog.getByRole('alert')).toContainText(/^Line \d+: /);
  await bring(tbx.replace('Rechnung', 'Faktura'));
  await expect(dialog.getByRole('status')).toContainText('Would change: 1.');
  await dialog.getByRole('button', { name: 'Bring in 1 entry' }).click();
  await expect(entry(page, 'invoice')).toContainText('Faktura');
  await page.getByRole('banner').or(page.locator('header')).getByRole('button', { name: 'Undo' }).click();
  await expect(entry(page, 'invoice')).toContainText('Rechnung');
});

test('a translator asks, the author answers at the text, and a note says how long it may be', async ({
  page,
  browser,
}) => {
  const desk = `${STORE}/languages/pl?of=delivered&segment=subject&show=all`;
  await signIn(page, CLAIRE);
  await page.goto(desk);
  await part(page).getByRole('button', { name: 'Ask the author' }).click();
  await part(page).getByLabel('Question to the author').fill('Is it the parcel that arrived, or the order?');
  await part(page).getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(part(page)).toContainText('waits for an answer');

  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const author = await context.newPage();
  await test.step('the author finds it on Today, and answers it at the text', async () => {
    await signIn(author, JONAS);
    await author.goto(`${STORE}/today`);
    await expect(author.getByText('Claire Aubin asks about Subject of Delivered in Polish.')).toBeVisible();
    await author.getByRole('link', { name: 'See questions' }).click();
    await author.getByRole('region', { name: 'Questions' }).getByRole('link', { name: 'Delivered, Subject' }).click();
    await expect(part(author)).toContainText('Is it the parcel that arrived, or the order?');
    await part(author).getByRole('button', { name: 'Answer', exact: true }).click();
    await part(author)
      .getByLabel(/^Answer to/)
      .fill('The parcel.');
    await part(author).getByRole('button', { name: 'Answer', exact: true }).click();
    await expect(part(author)).toContainText('Jonas Feld: The parcel.');
  });
  await test.step('and writes a note, which is at the text in every language', async () => {
    await part(author).getByRole('button', { name: 'Add a note for translators' }).click();
    await part(author).getByLabel('Note', { exact: true }).fill('The first thing in the inbox.');
    await part(author).getByLabel('Characters at most').fill('many');
    await part(author).getByRole('button', { name: 'Save', exact: true }).click();
    await expect(part(author).getByRole('alert')).toContainText('Enter a whole number');
    await part(author).getByLabel('Characters at most').fill('8');
    await part(author).getByRole('button', { name: 'Save', exact: true }).click();
    await expect(part(author)).toContainText('at most 8 characters');
    await context.close();
  });
  await page.goto(desk);
  await expect(part(page)).toContainText('Jonas Feld: The parcel.');
  await expect(part(page)).toContainText('The first thing in the inbox.');
  await expect(page.locator('[data-segment="subject"]')).toContainText('Longer than it may be');
});

test('readers of a language get the one that is chosen where it is missing', async ({ page, request }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('button', { name: 'Where it is missing, readers get English (Polish)' }).click();
  const dialog = page.getByRole('dialog', { name: 'Where Polish is missing' });
  await expect(dialog).toContainText(/\d+ live messages are not complete in Polish\./);
  await choose(page, 'Add a language that comes next', 'German');
  await expect(dialog.getByRole('list', { name: 'Languages that come next' })).toContainText(
    /\d+ of them are complete in German\./,
  );
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(
    page.getByRole('button', { name: 'Where it is missing, readers get German, then English (Polish)' }),
  ).toBeVisible();

  // The Desk tells of the same language.
  const desk = await page.context().newPage();
  await desk.goto(`${STORE}/desk/order-received?language=pl`);
  await expect(desk.getByText('Customers who read Polish get German until there are.')).toBeVisible();
  await desk.close();

  await placeByEvent(request, 'PL-7', 'zofia@wax-and-cloth.example', undefined, { language: 'pl' });
  const { message } = await arrived('zofia@wax-and-cloth.example', 'PL-7');
  expect(message.text).toContain('Bestellung');

  await page.getByRole('banner').or(page.locator('header')).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Where it is missing, readers get English (Polish)' })).toBeVisible();
});

test('a translator is given a language, and publishes what they translated in it', async ({ page, browser }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('button', { name: 'Translators ...' }).click();
  const own = page.getByRole('dialog').getByRole('group', { name: 'Claire Aubin' });
  await own.getByLabel('All languages').uncheck();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toHaveText(
    'Choose a language for Claire Aubin, or all of them.',
  );
  await own.getByLabel('Polish').check();
  await own.getByLabel('May publish what they translated').check();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);

  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const claire = await context.newPage();
  await signIn(claire, CLAIRE);
  await claire.goto(`${STORE}/languages`);
  await expect(claire.getByRole('columnheader', { name: /Polish/ })).toBeVisible();
  await expect(claire.getByRole('columnheader', { name: /German/ })).toHaveCount(0);
  await claire.goto(`${STORE}/languages/pl?of=delivered&segment=head&show=all`);
  const row = claire.locator('[data-segment][aria-current="true"]');
  await expect(row.getByRole('textbox')).toBeFocused();
  await claire.keyboard.press('Control+End');
  await claire.keyboard.type(' dzisiaj');
  await expect(row.getByRole('textbox')).toContainText('dzisiaj');
  await claire.getByRole('button', { name: 'Publish ...' }).click();
  await claire
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish/ })
    .click();
  await expect(claire.getByRole('dialog')).toHaveCount(0);
  await context.close();

  await page.goto(`${STORE}/desk/delivered`);
  await expect(page.getByRole('button', { name: 'edition 2 is live' })).toBeVisible();
});

test('somebody without an account translates what a link opens, until it is taken back', async ({ page, browser }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('button', { name: 'Translators ...' }).click();
  await page.getByRole('button', { name: 'Links for translators without an account' }).click();
  const dialog = page.getByRole('dialog', { name: 'Links for translators without an account' });
  await dialog.getByLabel('For whom').fill('Słowo & Co.');
  await dialog.getByRole('button', { name: /^Language: / }).click();
  await page.getByRole('option', { name: 'Polish', exact: true }).click();
  await dialog.getByRole('radio', { name: 'Some messages' }).click();
  await dialog.getByRole('button', { name: 'Make the link' }).click();
  await expect(dialog.getByText('Choose at least one message.')).toBeVisible();
  await choose(page, 'Messages that it opens', 'Order received');
  await dialog.getByRole('button', { name: 'Make the link' }).click();
  await expect(dialog.getByText('The link for Słowo & Co. is shown only now')).toBeVisible();
  const { pathname } = new URL(await dialog.getByLabel('Link', { exact: true }).inputValue());
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Słowo & Co.' })).toContainText('not opened yet');

  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const outside = await context.newPage();
  await test.step('the link opens the desk of its message, with a made-up order and without an account', async () => {
    await outside.goto(pathname);
    await expect(outside).toHaveURL(/\/languages\/pl/);
    await expect(outside.getByText('Słowo & Co.: translating into Polish, until')).toBeVisible();
    await expect(outside.getByRole('navigation', { name: 'Messages and passages' }).getByRole('link')).toHaveCount(1);
    await expect(outside.getByRole('link', { name: 'On the Desk' })).toHaveCount(0);
    const row = outside.locator('[data-segment][aria-current="true"]');
    await expect(row.getByRole('textbox')).toBeFocused();
    await outside.keyboard.type('Zamówienie ');
    await row.getByRole('button', { name: 'Order number' }).click();
    await row.getByRole('button', { name: 'Done, next' }).click();
    await expect(outside.getByText('1 of 8 done')).toBeVisible();
  });
  await test.step('nothing else is behind it', async () => {
    await outside.goto(`${pathname}/languages/de`);
    await expect(outside.getByRole('heading', { name: 'German' })).toHaveCount(0);
    await outside.goto(`${STORE}/languages`);
    await expect(outside).toHaveURL(/\/sign-in/);
  });
  await page.goto(`${STORE}/languages/pl?of=order-received&segment=subject&show=all`);
  await expect(page.locator('[data-segment="subject"]')).toContainText('Done: Słowo & Co.');
  await test.step('taken back, it opens nothing any more', async () => {
    await page.goto(`${STORE}/languages`);
    await page.getByRole('button', { name: 'Translators ...' }).click();
    await page.getByRole('button', { name: 'Links for translators without an account' }).click();
    await expect(dialog.getByRole('listitem').filter({ hasText: 'Słowo & Co.' })).toContainText('opened last');
    await dialog.getByRole('button', { name: 'Take back the link of Słowo & Co.' }).click();
    await expect(dialog.getByText('No link is open.')).toBeVisible();
    await outside.goto(pathname);
    await expect(outside.getByRole('heading', { name: 'This link is not open.' })).toBeVisible();
    await context.close();
  });
});

test('who may only look sees the glossary, and nothing that is refused to them', async ({ page }) => {
  await signIn(page, 'tom@quillwick.example');
  await page.goto(`${STORE}/languages/glossary`);
  await expect(entry(page, 'parcel')).toContainText('Paket');
  for (const name of ['Files ...', 'New entry ...', 'Edit parcel', 'Delete parcel']) {
    await expect(page.getByRole('button', { name })).toHaveCount(0);
  }
});
