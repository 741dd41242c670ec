/** Languages: what is missing and what it meant, translating segment by segment, and the message that arrives in the language. */
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import Papa from 'papaparse';
import { arrived, expect, placeByEvent, saved, sheet, signIn, test, words } from './support';

const STORE = '/s/quillwick';
const CLAIRE = 'claire@quillwick.example';

const row = (page: Page, segment: string) => page.locator(`[data-segment="${segment}"]`);
const alert = (page: Page) => page.getByRole('main').getByRole('alert');
const textbox = (page: Page) => page.getByRole('list', { name: 'Texts to translate' }).getByRole('textbox');
const status = (page: Page) => page.getByRole('banner').or(page.locator('header')).getByRole('status');

test('a translator finds what is missing in Polish, translates a message, and it arrives in Polish', async ({
  page,
  request,
  browser,
}) => {
  await signIn(page, CLAIRE);
  await test.step('Languages is where translators begin; it says what is missing and whom it cost', async () => {
    await page.goto('/');
    await expect(page).toHaveURL(/\/languages$/);
    await expect(page.getByRole('columnheader', { name: /Polish/ })).toContainText(
      /\d+ of \d+ messages of last month went out in another language\./,
    );
    await page.getByRole('link', { name: 'Order received, Polish: 8 missing', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Polish');
    await expect(row(page, 'subject')).toHaveAttribute('aria-current', 'true');
  });
  await test.step('a placeholder of the source is put in by a click, and one that is missing keeps it from being done', async () => {
    await expect(textbox(page)).toBeFocused();
    await page.keyboard.type('Zamówienie ');
    await page.keyboard.press('Control+Enter');
    await expect(alert(page)).toContainText('Order number {$order.number} is in the English words');
    await row(page, 'subject').getByRole('button', { name: 'Order number' }).click();
    await expect(textbox(page).locator('.chip')).toHaveText(/^QW-/);
    await expect(page.getByTestId('lit')).toHaveCount(0);
    await page.keyboard.press('Control+Enter');
    await expect(row(page, 'preheader')).toHaveAttribute('aria-current', 'true');
  });
  await test.step('forms are those of Polish, and the message shows the order that takes each', async () => {
    await row(page, 'next')
      .getByRole('button', { name: /in Polish/ })
      .click();
    await expect(page.getByRole('radio', { name: /^Number of items: 1\b/ })).toBeVisible();
    await expect(page.getByRole('radio', { name: /^Number of items: 2–4, 22–24/ })).toBeVisible();
    await expect(page.getByTestId('lit')).toBeVisible();
  });
  await test.step('the rest is done by keyboard, and the next message comes', async () => {
    for (let left = 7; left > 0; left -= 1) {
      await expect(page.getByText(`from English: ${8 - left} of 8 done`)).toBeVisible();
      const here = page.locator('[data-segment][aria-current="true"]');
      await expect(here.getByRole('textbox')).toBeFocused();
      await page.keyboard.press('Alt+Enter');
      await expect(here.getByText('This is a copy of the source.')).toBeVisible();
      await page.keyboard.press('Control+Enter');
    }
    await expect(page.getByRole('heading', { level: 2, name: 'Order received', exact: true })).toHaveCount(0);
  });
  await test.step('a translator publishes nothing and changes nothing else', async () => {
    await expect(page.getByRole('button', { name: 'Publish ...' })).toHaveCount(0);
    await page.goto(`${STORE}/phrasebook`);
    await expect(page.getByLabel('Total, English', { exact: true })).toHaveAttribute('readonly', '');
    await expect(page.getByLabel('Total, Polish', { exact: true })).not.toHaveAttribute('readonly', '');
  });
  await test.step('an owner publishes it, and a Polish order’s mail is Polish', async () => {
    const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
    const owner = await context.newPage();
    await signIn(owner);
    await owner.goto(`${STORE}/languages/pl?of=order-received&show=all`);
    await owner.getByRole('button', { name: 'Publish ...' }).click();
    await owner
      .getByRole('dialog')
      .getByRole('button', { name: /^Publish/ })
      .click();
    await expect(owner.getByRole('dialog')).toHaveCount(0);
    await placeByEvent(request, 'PL-1', 'agnieszka@wax-and-cloth.example', undefined, { language: 'pl' });
    const { message } = await arrived('agnieszka@wax-and-cloth.example', 'Zamówienie PL-1');
    expect(message.text).toContain('Razem');
    await context.close();
  });
});

test('two who write into one text are told of each other; what one wrote is kept', async ({ page, browser }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages/pl?of=on-its-way&segment=subject`);
  await expect(textbox(page)).toBeFocused();
  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const other = await context.newPage();
  await signIn(other, CLAIRE);
  await other.goto(`${STORE}/languages/pl?of=on-its-way&segment=subject`);
  await expect(textbox(other)).toBeFocused();
  await other.keyboard.type('W drodze');
  await expect(status(other)).toHaveText('Saved');
  await page.keyboard.type('Wysłane');
  await expect(alert(page)).toContainText('changed this text meanwhile');
  await expect(alert(page)).toContainText('W drodze');
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await expect(status(page)).toHaveText('Saved');
  await test.step('undo takes it back, and it is saved so', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(status(page)).toHaveText('Saved');
    await other.reload();
    await expect(textbox(other)).not.toContainText('Wysłane');
  });
  await context.close();
});

test('a changed source shows in each language with what was changed, and is done again', async ({ page }) => {
  await signIn(page);
  await page.goto(`${STORE}/desk/order-received?order=QW-10482`);
  await expect(sheet(page).locator('.lb-thanks')).toBeVisible();
  await sheet(page).locator('.lb-follow').click();
  await expect(words(page)).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.type(' now');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled();
  await saved(page);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('link', { name: 'Order received, German: 1 changed' }).click();
  const here = page.locator('[data-segment][aria-current="true"]');
  await expect(here.locator('ins')).toContainText('now');
  const documents = page.getByRole('navigation', { name: 'Messages and passages' });
  await expect(documents.getByRole('link').filter({ hasText: '1 changed' }).first()).toContainText('Order received');
  await here.getByRole('button', { name: 'Done, next' }).click();
  await expect(page.getByText('Everything is translated.')).toBeVisible();
  await page.goto(`${STORE}/languages`);
  await expect(page.getByRole('link', { name: 'Order received, German: 8 done' })).toBeVisible();
  await page.goto(`${STORE}/desk/order-received`);
  await page
    .getByRole('button', { name: /^Publish edition/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toContainText('Goes out in English');
  await expect(page.getByRole('dialog')).toContainText('Not complete in');
});

test('Arabic is written from right to left in its six forms', async ({ page }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages/ar?of=order-received&segment=preheader`);
  await expect(textbox(page)).toBeFocused();
  await expect(textbox(page)).toHaveAttribute('dir', 'rtl');
  await expect(page.getByRole('radio', { name: /^Number of items/ })).toHaveCount(6);
  await page.keyboard.type('شكرا');
  await expect(status(page)).toHaveText('Saved');
  const beside = page.getByRole('region', { name: 'The message in Arabic' });
  await expect(beside.getByText('شكرا')).toBeVisible();
  await expect(page.frameLocator('iframe[title="The message in Arabic"]').locator('html')).toHaveAttribute(
    'dir',
    'rtl',
  );
});

/** A table for a translator with Arabic in it: each text says which form it is, around the placeholders of its source. */
function filled(table: string): string {
  const FORMS: Record<string, string> = {
    zero: 'صفر',
    one: 'واحد',
    two: 'اثنان',
    few: 'قليل',
    many: 'كثير',
    '*': 'آخر',
  };
  const [head, ...rows] = Papa.parse<string[]>(table.replace(/^\uFEFF/, ''), { skipEmptyLines: true }).data;
  const [form, source, translation] = ['form', 'source', 'translation'].map((name) => head!.indexOf(name));
  for (const row of rows) {
    row[translation!] = row[source!]!.split(/(\{[^}]*\}|<[^>]*>)/)
      .map((part, i) => (i % 2 === 1 || part.trim() === '' ? part : ` ${FORMS[row[form!]!] ?? 'كلمة'} `))
      .join('')
      .trim();
  }
  return Papa.unparse([head!, ...rows]);
}

test('Arabic comes back from a translator, is published, and each number of items arrives in its own form', async ({
  page,
  request,
}) => {
  await signIn(page);
  const of = 'template:order-received';
  const out = await page.request.get(`${STORE}/languages/ar/files/out?as=table&show=all&of=${of}`);
  await page.goto(`${STORE}/languages/ar/files`);
  await page
    .getByLabel('Translated file')
    .setInputFiles({ name: 'ar.csv', mimeType: 'text/csv', buffer: Buffer.from(filled(await out.text())) });
  await page.getByRole('button', { name: /^Bring in \d texts$/ }).click();
  await expect(page.getByText(/texts are in the drafts/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Publish ...' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish/ })
    .click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  for (const [quantity, form] of [
    [1, 'واحد'],
    [2, 'اثنان'],
    [3, 'قليل'],
    [11, 'كثير'],
    [100, 'آخر'],
  ] as const) {
    const email = `laila${quantity}@wax-and-cloth.example`;
    await placeByEvent(request, `AR-${quantity}`, email, undefined, { language: 'ar', quantity });
    const { message } = await arrived(email, `AR-${quantity}`);
    expect(message.html).toMatch(/<html[^>]* lang="ar"[^>]* dir="rtl"/);
    const said = Object.values({ a: 'صفر', b: 'واحد', c: 'اثنان', d: 'قليل', e: 'كثير', f: 'آخر' });
    expect(said.filter((word) => message.text!.includes(word))).toEqual([form]);
  }
});

test('words that all messages share are translated on the desk, and messages have them once they are put in use', async ({
  page,
  request,
}) => {
  await signIn(page, CLAIRE);
  await page.goto(`${STORE}/languages/de?shared=phrasebook&segment=total&show=all`);
  await expect(textbox(page)).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Alles zusammen');
  await page.keyboard.press('Control+Enter');
  const put = page.getByRole('button', { name: 'Put 1 in use' });
  await expect(put).toBeVisible();
  await placeByEvent(request, 'DE-SH-1', 'ines1@wax-and-cloth.example', undefined, { language: 'de' });
  const { message: before } = await arrived('ines1@wax-and-cloth.example', 'DE-SH-1');
  expect(before.text).not.toContain('Alles zusammen');
  await put.click();
  await expect(page.getByText('1 text is in use.')).toBeVisible();
  await expect(put).toHaveCount(0);
  await placeByEvent(request, 'DE-SH-2', 'ines2@wax-and-cloth.example', undefined, { language: 'de' });
  const { message } = await arrived('ines2@wax-and-cloth.example', 'DE-SH-2');
  expect(message.text).toContain('Alles zusammen');
});

test('French goes out as a file and comes back: a broken text is refused with its line, mended, published, and arrives', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto(`${STORE}/languages/fr?of=order-received`);
  await page.getByRole('link', { name: 'Files', exact: true }).click();
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download', exact: true }).click();
  const out = await readFile(await (await downloading).path(), 'utf8');
  const back = out
    .replace(/(<source[^>]*>)([^]*?)<\/source>/g, '$1$2</source>\n<target xml:space="preserve">$2</target>')
    .replace(
      /(original="template:order-received"[^]*?<unit id="subject"[^]*?<target[^>]*>)[^]*?<\/target>/,
      '$1Votre commande</target>',
    )
    .replaceAll('state="initial"', 'state="translated"');
  await page
    .getByLabel('Translated file')
    .setInputFiles({ name: 'french.xlf', mimeType: 'application/xliff+xml', buffer: Buffer.from(back) });
  const refused = page.getByRole('list', { name: '1 text is refused' });
  await expect(refused).toContainText('Order number {$order.number} is in the English words and missing here');
  await expect(refused).toContainText(/line \d+/);
  await page.getByRole('button', { name: /^Bring in \d+ texts$/ }).click();
  await expect(page.getByText(/texts are in the drafts/).first()).toBeVisible();

  await page.goto(`${STORE}/languages/fr?of=order-received`);
  await expect(row(page, 'subject')).toHaveAttribute('aria-current', 'true');
  await expect(textbox(page)).toBeFocused();
  await page.keyboard.type('Votre commande ');
  await row(page, 'subject').getByRole('button', { name: 'Order number' }).click();
  await expect(textbox(page).locator('.chip')).toHaveText(/^QW-/);
  await page.keyboard.press('Control+Enter');
  await page.goto(`${STORE}/languages/fr?of=order-received&show=all`);
  await page.getByRole('button', { name: 'Publish ...' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish/ })
    .click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await placeByEvent(request, 'FR-1', 'lucie@wax-and-cloth.example', undefined, { language: 'fr' });
  await arrived('lucie@wax-and-cloth.example', 'Votre commande FR-1');
});

test('what was translated before is offered for the same source, and used by a key', async ({ page }) => {
  await signIn(page, CLAIRE);
  await page.goto(`${STORE}/languages/pl?of=on-its-way`);
  await expect(row(page, 'subject')).toHaveAttribute('aria-current', 'true');
  const before = page.getByRole('region', { name: 'Translated before' });
  await expect(before).toContainText('Twoja paczka jest w drodze');
  await expect(before).toContainText('same source · On its way: Subject (as it ships)');
  await expect(textbox(page)).toBeFocused();
  await page.keyboard.press('Control+Shift+Enter');
  await expect(textbox(page)).toContainText('Twoja paczka jest w drodze');
  await expect(before).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(row(page, 'preheader')).toHaveAttribute('aria-current', 'true');
  // Quillwick says it in its own words: what ships is only like it, and what differs is marked.
  await page.goto(`${STORE}/languages/pl?of=on-its-way&segment=help`);
  await expect(page.getByRole('region', { name: 'Translated before' })).toHaveCount(0);
});

test('an agency’s memory is brought in, offered while one translates, removed and put back', async ({ page }) => {
  await signIn(page, CLAIRE);
  const pair = (en: string, pl: string): string =>
    `<tu><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="pl"><seg>${pl}</seg></tuv></tu>`;
  const memory = `<?xml version="1.0" encoding="UTF-8"?><tmx version="1.4"><header/><body>${pair('Follow your order here', 'Tutaj znajdziesz zamówienie')}${pair('A bell of brass', 'Mosiężny dzwonek')}</body></tmx>`;
  const bring = async (found: string): Promise<void> => {
    await page.goto(`${STORE}/languages/pl/files`);
    const file = { name: 'agency.tmx', mimeType: 'application/xml', buffer: Buffer.from(memory) };
    // Chosen again where the page was not listening yet.
    await expect(async () => {
      await page.getByLabel('Translated file').setInputFiles(file);
      await expect(page.getByText(found)).toBeVisible({ timeout: 3_000 });
    }).toPass();
  };
  await bring('Pairs to keep as memory: 2. Kept already: 0.');
  await page.getByRole('button', { name: 'Keep 2 pairs' }).click();
  const memories = page.getByRole('list', { name: 'Memories brought in' });
  await expect(memories.getByRole('listitem')).toHaveText(/^agency\.tmx\s*2 pairs, Claire Aubin, /);
  await bring('Pairs to keep as memory: 0. Kept already: 2.');

  await page.goto(`${STORE}/languages/pl?of=order-received&segment=follow`);
  await expect(row(page, 'follow')).toHaveAttribute('aria-current', 'true');
  const before = page.getByRole('region', { name: 'Translated before' });
  await expect(before.getByRole('listitem').filter({ hasText: 'from agency.tmx' })).toContainText(
    'Tutaj znajdziesz zamówienie',
  );

  await page.goto(`${STORE}/languages/pl/files`);
  await page.getByRole('button', { name: 'Remove agency.tmx' }).click();
  await expect(page.getByText('None yet: a TMX file is kept as one.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(memories.getByRole('listitem')).toHaveCount(1);
});

test('texts go out and come back as PO and as a table', async ({ page }) => {
  await signIn(page, CLAIRE);
  await page.goto(`${STORE}/languages/ar/files`);
  for (const [format, from, to, file] of [
    ['PO', /(msgctxt "template:on-its-way\/subject"\nmsgid [^]*?\nmsgstr )""/, '$1"طردك قادم: {1 x}"', 'ar.po'],
    ['Table', /(on-its-way\/inside,[^,]*,[^,]*,[^,]*,)/, '$1في الطرد', 'ar.csv'],
  ] as const) {
    await page.getByRole('button', { name: /^Format/ }).click();
    await page.getByRole('option', { name: format, exact: true }).click();
    await expect(page.getByRole('button', { name: `Format: ${format}` })).toBeVisible();
    const downloading = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download', exact: true }).click();
    const out = await readFile(await (await downloading).path(), 'utf8');
    expect(out).toMatch(from);
    await page
      .getByLabel('Translated file')
      .setInputFiles({ name: file, mimeType: 'text/plain', buffer: Buffer.from(out.replace(from, to)) });
    await expect(page.getByRole('list', { name: '1 text would change' })).toContainText('On its way');
    await page.getByRole('button', { name: 'Bring in 1 text' }).click();
    await expect(page.getByText('1 text is in the drafts').first()).toBeVisible();
    // What is said of the first file may still stand there: the second is in once there is nothing left to bring in.
    await expect(page.getByRole('button', { name: /^Bring/ })).toHaveCount(0);
  }
  await page.goto(`${STORE}/languages/ar?of=on-its-way&show=all`);
  await expect(row(page, 'subject')).toContainText('طردك قادم');
  await expect(row(page, 'inside')).toContainText('في الطرد');
});

test('a language is added with what comes with it, removed with its words kept, and taken back', async ({ page }) => {
  await signIn(page);
  await page.goto(`${STORE}/languages`);
  await page.getByRole('button', { name: 'Add a language ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a language' });
  await dialog.getByRole('combobox', { name: 'Language' }).fill('de-at');
  await page.getByRole('option', { name: /^Austrian German/ }).click();
  await expect(dialog.getByTestId('traits')).toContainText('left to right');
  await expect(dialog.getByTestId('traits')).toContainText('Finished words of all notifications come with it');
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('columnheader', { name: /Austrian German/ })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Austrian German' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove Austrian German' }).click();
  await expect(page.getByRole('columnheader', { name: /Austrian German/ })).toHaveCount(0);

  // Of a language that is read, it says who loses it.
  await page.getByRole('button', { name: 'Remove German' }).click();
  await expect(page.getByRole('dialog')).toContainText(/\d+ messages of last month were for readers of German/);
  await page.getByRole('dialog').getByRole('button', { name: 'Remove German' }).click();
  await expect(page.getByRole('columnheader', { name: /German/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByRole('columnheader', { name: /German/ })).toBeVisible();
});
