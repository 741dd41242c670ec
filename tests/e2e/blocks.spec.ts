/** The Desk's blocks: added, dragged, on conditions, brought in, compared, saved, shared as passages. */
import { readFileSync } from 'node:fs';
import { choose, expect, saved, sheet, signIn, test, words } from './support';
import type { Locator, Page } from '@playwright/test';

const DESK = '/s/quillwick-trade/desk/on-its-way';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

async function open(page: Page, query = '?order=SAMPLE-PART', path = DESK): Promise<void> {
  await page.goto(path + query);
  // The size is known once the worker has answered: from then on the page is alive.
  await expect(page.getByText(/kB of 102/)).toBeVisible();
}
const outline = (page: Page) => page.getByRole('list', { name: 'Blocks' });
const names = (page: Page): Promise<string[]> =>
  outline(page)
    .locator('[data-block]')
    .evaluateAll((list) => list.map((b) => (b as HTMLElement).dataset.block!));
async function undoAll(page: Page): Promise<void> {
  const undo = page.getByRole('button', { name: 'Undo', exact: true }).first();
  while (await undo.isEnabled()) await undo.click();
  await saved(page);
}
/** Where an element is, once it is drawn: the sheet is drawn anew after each change. */
async function boxOf(element: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  let box: Awaited<ReturnType<Locator['boundingBox']>> = null;
  await expect(async () => {
    box = await element.boundingBox({ timeout: 1_000 });
    expect(box).not.toBeNull();
  }).toPass();
  return box!;
}
/** Drags to where a place is when the pointer comes there: lists scroll a little on the way. */
async function drag(
  page: Page,
  from: { x: number; y: number },
  to: () => Promise<{ x: number; y: number }>,
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 12, from.y + 4, { steps: 3 });
  let aim = await to();
  for (let tries = 0; tries < 5; tries += 1) {
    await page.mouse.move(aim.x, aim.y, { steps: 6 });
    const now = await to();
    if (Math.abs(now.y - aim.y) < 2) break;
    aim = now;
  }
  await page.mouse.up();
}
/** Replaces all of a code field; one that is longer than its view is not all on the page. */
async function retype(page: Page, field: ReturnType<Page['locator']>, text: string): Promise<void> {
  await field.click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.insertText(text);
}
async function middle(locator: ReturnType<Page['locator']>): Promise<{ x: number; y: number }> {
  const box = await boxOf(locator);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

test('blocks are added by a click, by dragging to the outline, and by dragging to the sheet', async ({ page }) => {
  await open(page);
  const before = await names(page);
  await page.getByRole('button', { name: 'Add Divider' }).click();
  await expect.poll(() => names(page)).toHaveLength(before.length + 1);
  // Without a selection it stands before the footer.
  expect((await names(page)).at(-2)).toMatch(/^divider/);

  await drag(page, await middle(page.getByRole('button', { name: 'Add Space' })), () =>
    middle(page.locator('[data-block="left"]')),
  );
  await expect.poll(async () => (await names(page)).indexOf('space2')).toBe(before.indexOf('left'));

  await drag(page, await middle(page.getByRole('button', { name: 'Add Button' })), async () => {
    const target = await boxOf(sheet(page).locator('.lb-how'));
    return { x: target.x + 200, y: target.y + 8 };
  });
  await expect.poll(async () => (await names(page)).includes('button2')).toBe(true);
  await undoAll(page);
  expect(await names(page)).toEqual(before);
});

test('a block is dragged on the sheet, moved by keys there, hidden, and put back by undo', async ({ page }) => {
  await open(page);
  const before = await names(page);
  await sheet(page).locator('.lb-how').click();
  const grip = await middle(page.getByTestId('grip'));
  const greeting = await boxOf(sheet(page).locator('.lb-greet'));
  await drag(page, grip, () => Promise.resolve({ x: greeting.x + 300, y: greeting.y + 6 }));
  await expect.poll(async () => (await names(page)).indexOf('how')).toBe(before.indexOf('greet'));
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => names(page)).toEqual(before);
  await page.getByLabel('Hidden: kept here, in no message').check();
  await expect(sheet(page).locator('.lb-how')).toHaveCount(0);
  await expect(page.locator('[data-block="how"]')).toContainText('hidden');
  await undoAll(page);
  await expect(sheet(page).locator('.lb-how')).toBeVisible();
});

test('columns take simple blocks, side by side on a desktop and below each other on a phone', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Add Columns' }).click();
  const inner = outline(page).locator('[data-block^="text"]');
  await inner.first().click();
  await page.keyboard.press('Enter');
  await words(page).click();
  await page.keyboard.type('Left words');
  await inner.nth(1).click();
  await words(page).click();
  await page.keyboard.type('Right words');
  const at = (text: string) => boxOf(sheet(page).getByText(text));
  await expect.poll(async () => (await at('Right words')).x - (await at('Left words')).x).toBeGreaterThan(150);
  await page.getByRole('radio', { name: 'Phone' }).click();
  await expect.poll(async () => (await at('Right words')).y - (await at('Left words')).y).toBeGreaterThan(10);
  await undoAll(page);
});

test('a condition is built, read as a sentence, and seen true for one order and false for another', async ({
  page,
}) => {
  await open(page);
  await page.locator('[data-block="help"]').click();
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await expect(page.getByTestId('sentence')).toHaveText('Shown when the customer ordered as a guest.');
  await expect(page.getByTestId('tried')).toContainText('Not in the message');
  await expect(sheet(page).locator('.lb-help')).toHaveCount(0);
  await expect(page.locator('[data-block="help"]')).toContainText('not for this order');
  await choose(page, 'Order on the sheet', 'A guest');
  await expect(page.getByTestId('tried')).toContainText('In the message');
  await expect(sheet(page).locator('.lb-help')).toBeVisible();

  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByRole('button', { name: 'Condition on' }).nth(1).click();
  await page.getByRole('option', { name: 'Category' }).click();
  await expect(page.getByTestId('sentence')).toContainText('ordered as a guest and the order contains');
  await page.getByRole('radio', { name: 'Text', exact: true }).click();
  await expect(page.getByTestId('text-part')).not.toContainText('Nobody at home?');
  await page.getByRole('radio', { name: 'any condition' }).click();
  await expect(page.getByTestId('text-part')).toContainText('Nobody at home?');
  await page.getByRole('radio', { name: 'all conditions' }).click();
  await page.getByRole('radio', { name: 'none of' }).click();
  await expect(page.getByTestId('sentence')).toContainText('and the order contains no');
  await expect(page.getByTestId('text-part')).toContainText('Nobody at home?');
  await undoAll(page);
});

test('placeholders of another program are offered ours when pasted', async ({ page }) => {
  await open(page);
  await sheet(page).locator('.lb-help').click();
  await page.keyboard.press('ControlOrMeta+End');
  await words(page).evaluate((element) => {
    const transfer = new DataTransfer();
    transfer.setData('text/plain', ' Parcel {{tracking_number}} for %order_number% and {{loyalty_tier}}.');
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
  });
  const dialog = page.getByRole('dialog', { name: 'Placeholders from another system' });
  await expect(dialog.getByRole('button', { name: /What {{tracking_number}} becomes/ })).toContainText(
    'Tracking number',
  );
  await expect(dialog.getByRole('button', { name: /What {{loyalty_tier}} becomes/ })).toContainText('stays as words');
  await dialog.getByRole('button', { name: 'Convert and paste' }).click();
  await expect(sheet(page).locator('.lb-help')).toContainText(
    'Parcel FP 4471 0932 for SAMPLE-PART and {{loyalty_tier}}.',
  );
  await undoAll(page);
});

test('lists are typed in place and stand as lists in the message', async ({ page }) => {
  await open(page);
  await sheet(page).locator('.lb-help').click();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await page.keyboard.type('Keep the boards');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Keep them dry');
  await expect(sheet(page).locator('.lb-help ul li')).toHaveText(['Keep the boards', 'Keep them dry']);
  await page.getByRole('radio', { name: 'Text', exact: true }).click();
  await expect(page.getByTestId('text-part')).toContainText('- Keep the boards\n- Keep them dry');
  await undoAll(page);
});

test('the template as JSON and the words as MessageFormat 2 are edited both ways; what is wrong is named in place', async ({
  page,
}) => {
  await open(page, '?order=SAMPLE-PART&part=source');
  const code = page.getByRole('textbox', { name: 'The template as JSON' });
  const source = async (): Promise<string> =>
    code.evaluate(
      (e) =>
        (
          e as HTMLElement & {
            cmTile?: { view: { state: { doc: { toString: () => string } } } };
            cmView?: { view: { state: { doc: { toString: () => string } } } };
          }
        ).innerText,
    );
  await expect.poll(source).toContain('"kind": "masthead"');
  await retype(page, code, '{ "version": 1, "blocks": [ { "id": "a", "kind": "headin" } ], "words": {} }');
  await expect(page.getByText(/Line 1, blocks, 0, kind: Choose one of/)).toBeVisible();
  await retype(page, code, '{ "version": 9, "blocks": [], "words": {} }');
  await expect(page.getByText(/version 9, made by a newer Libellus/)).toBeVisible();
  await retype(page, code, '{ "version": 1,');
  await expect(page.getByText(/this is not JSON from here on\. The template stays as it was/)).toBeVisible();
  expect((await names(page)).length).toBeGreaterThan(5);
  await retype(
    page,
    code,
    '{ "version": 1, "blocks": [ { "id": "a", "kind": "heading" } ], "words": { "en": { "subject": "Sent", "preheader": "x", "a": "It left" } } }',
  );
  await expect.poll(() => names(page)).toEqual(['a']);
  await page.getByRole('button', { name: 'Source of' }).click();
  await page.getByRole('option', { name: /^Heading/ }).click();
  const heading = page.getByRole('textbox', { name: 'Source of Heading' });
  await retype(page, heading, 'It left {$shipment.carier}');
  await expect(page.getByText('Did you mean {$shipment.carrier}?').first()).toBeVisible();
  await page.getByRole('button', { name: 'Make it {$shipment.carrier}' }).click();
  await expect(heading).toContainText('It left {$shipment.carrier}');
  await page.getByRole('radio', { name: 'HTML', exact: true }).click();
  await expect(sheet(page).locator('h1')).toHaveText('It left Fieldpost');
  await undoAll(page);
});

test('own HTML is cleaned, and told what is taken out', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Add Own HTML' }).click();
  const code = page.getByRole('textbox', { name: /^HTML of Own HTML/ });
  await retype(
    page,
    code,
    '<p onclick="x()">Order <b>{$order.number}</b></p><script>alert(1)</script><a href="javascript:x">y</a>',
  );
  await expect(sheet(page).locator('.ls-words b')).toHaveText('SAMPLE-PART');
  await expect(sheet(page).locator('script, [onclick]')).toHaveCount(0);
  for (const words_ of ['onclick on <p> runs code', '<script> cannot stand in a message', 'is not a full address']) {
    await expect(page.getByTestId('findings')).toContainText(words_);
  }
  await undoAll(page);
});

test('a message that exists as HTML is brought in, its placeholders and all', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Start from ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Start from' });
  await dialog.getByRole('radio', { name: 'HTML' }).click();
  await dialog.getByLabel('HTML file of a message').setInputFiles({
    name: 'old.html',
    mimeType: 'text/html',
    buffer: Buffer.from(
      '<html><head><title>Sent: {{order_number}}</title></head><body><h1>Hello {{first_name}}</h1><p>It is <b>on its way</b>.</p><a class="button" href="{{tracking_url}}">Follow</a><script>x</script></body></html>',
    ),
  });
  await expect(dialog).toContainText('3 blocks');
  await dialog.getByRole('button', { name: 'Replace draft' }).click();
  await expect(sheet(page).locator('h1')).toHaveText('Hello Dorothea');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('Sent: SAMPLE-PART');
  await expect(sheet(page).locator('a[href^="https://fieldpost.example"]')).toHaveText('Follow');
  await undoAll(page);
});

test('editions are compared in words and side by side, and one is put back on the bench', async ({ page }) => {
  await open(page);
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(', at last');
  await page.locator('[data-block="help"]').press('Delete');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Compare editions ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Compare editions' });
  await expect(dialog.getByTestId('changes')).toContainText('Subject, English: words changed');
  await expect(dialog.getByTestId('changes')).toContainText('removed');
  await expect(page.frameLocator('iframe[title="Before"]').locator('h1')).toBeVisible();
  await dialog.getByRole('button', { name: 'Make the draft what this is: Edition 1' }).click();
  await expect(page.getByRole('textbox', { name: 'Subject' })).not.toContainText('at last');
  await undoAll(page);
});

test('a message is saved as HTML, as mail and as JSON', async ({ page }) => {
  await open(page);
  const save = async (name: string): Promise<string> => {
    await page.getByRole('button', { name: 'More' }).click();
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name }).click()]);
    return readFileSync(await file.path(), 'utf8');
  };
  expect(await save('Save as HTML')).toMatch(/<!doctype html>[\s\S]*On its way to Seelow/);
  expect(await save('Save as mail (.eml)')).toMatch(
    /^From: Quillwick Trade[\s\S]*Content-Type: multipart\/alternative/m,
  );
  expect(JSON.parse(await save('Save as template (JSON)'))).toMatchObject({ version: 1, words: { en: {} } });
});

test('a block becomes a passage, is edited once, and changes in every message that uses it', async ({ page }) => {
  await open(page);
  await page.locator('[data-block="help"]').click();
  await page.getByRole('button', { name: 'Make a passage' }).click();
  await page.getByLabel('Name of the passage').fill('If nobody is home');
  await page.getByRole('button', { name: 'Make the passage' }).click();
  await expect(page.getByText('If nobody is home is a passage of the store.')).toBeVisible();
  await expect(outline(page)).toContainText('If nobody is home');
  await expect(sheet(page).getByText('Nobody at home?')).toBeVisible();
  await saved(page);

  await page.goto('/s/quillwick-trade/desk/refund-issued?order=SAMPLE-PART');
  await expect(page.getByText(/kB of 102/)).toBeVisible();
  await page.getByRole('button', { name: 'If nobody is home' }).click();
  await expect(sheet(page).getByText('Nobody at home?')).toBeVisible();
  await saved(page);

  await page.getByRole('link', { name: 'Edit the passage' }).click();
  await expect(page.getByRole('heading', { name: 'If nobody is home', level: 1 })).toBeVisible();
  await expect(page.getByText(/kB of 102/)).toBeVisible();
  await sheet(page).getByText('Nobody at home?').click();
  await expect(words(page)).toBeFocused();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.type(' Out for a walk?');
  await saved(page);
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText('On its way, Refund issued');
  await page.getByRole('dialog').getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Edition 2 of the passage is live. 2 messages use it.')).toBeVisible();
  // In use, it cannot be taken away, and what stands in the way is named.
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Delete the passage' }).click();
  await expect(
    page.getByText('The passage is used in On its way, Refund issued. Remove it there first.'),
  ).toBeVisible();
  for (const slug of ['on-its-way', 'refund-issued']) {
    await page.goto(`/s/quillwick-trade/desk/${slug}?order=SAMPLE-PART`);
    await expect(sheet(page).getByText('Out for a walk?')).toBeVisible();
  }
});

test('a block is copied to another message with its words', async ({ page }) => {
  await open(page);
  await page.locator('[data-block="inside"]').click();
  await page.getByRole('button', { name: 'Copy to ...' }).click();
  await page.getByRole('button', { name: /^Message: / }).click();
  await page.getByRole('option', { name: 'Order received', exact: true }).click();
  await page.getByRole('button', { name: 'Copy the block' }).click();
  await expect(page.getByText(/is in the draft of Order received\./)).toBeVisible();
  await open(page, '', '/s/quillwick-trade/desk/order-received');
  await expect(sheet(page).getByText('In this parcel')).toBeVisible();
});

test('the sheet is seen in both kinds of dark, and without pictures their words are there', async ({ page }) => {
  await open(page, '', '/s/quillwick/desk/order-received');
  // A sheet that is just being drawn anew has no colour for a moment.
  const ground = (): Promise<number> =>
    sheet(page)
      .locator('.ls-sheet')
      .evaluate((e) => Number(/\d+/.exec(getComputedStyle(e).backgroundColor)?.[0] ?? NaN));
  await expect.poll(ground).toBeGreaterThan(240);
  for (const light of ['Dark, as declared', 'Dark, colours inverted']) {
    await page.getByRole('button', { name: 'Light', exact: false }).first().click();
    await page.getByRole('option', { name: light }).click();
    await expect.poll(ground).toBeLessThan(80);
  }
  await page.getByRole('radio', { name: 'None' }).click();
  await expect(sheet(page).locator('img[src]')).toHaveCount(0);
  await expect(page).toHaveURL(/light=forced&pictures=off/);
});

test('a code that is over stops a message, and so does one that a single person can use', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Add Discount code' }).click();
  for (const [code, why] of [
    ['SUMMER15', 'SUMMER15 expired on'],
    ['FAIR2026', 'FAIR2026 is used up'],
    ['THANKS-DOROTHEA', 'can be used once only'],
  ] as const) {
    await page.getByRole('button', { name: /^A code for everybody, or a code series: / }).click();
    await page.getByRole('option', { name: code }).click();
    await expect(page.getByTestId('findings')).toContainText(why);
  }
  await page.getByRole('button', { name: /^Publish edition/ }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /^Publish edition/ })).toBeDisabled();
  await page.keyboard.press('Escape');
  await undoAll(page);
});

test('a slow line does not make one a stranger to oneself: saves wait for each other', async ({ page }) => {
  await page.clock.install();
  await open(page);
  let held = 0;
  await page.route('**/desk/on-its-way**', async (route) => {
    // The first save is answered late, while further changes are made.
    if (route.request().method() === 'POST' && (held += 1) === 1) {
      const response = await route.fetch();
      await expect.poll(() => held > 0 && changes >= 3, { timeout: 10_000 }).toBe(true);
      await route.fulfill({ response });
    } else await route.continue();
  });
  let changes = 0;
  for (const kind of ['Divider', 'Space', 'Divider']) {
    await page.getByRole('button', { name: `Add ${kind}` }).click();
    // Long enough for each change to ask for a save of its own.
    await expect(page.getByTestId('save-state')).toHaveText(/saving/);
    await page.clock.runFor(700);
    changes += 1;
  }
  await saved(page);
  await expect(page.getByText('changed this draft meanwhile')).toHaveCount(0);
  await undoAll(page);
});
