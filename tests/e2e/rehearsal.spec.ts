/** Rehearsals in the real interface: all that is live is proved, a fault put in on the Desk turns red, and green again when it is mended. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { simpleParser } from 'mailparser';
import { axeFindings } from './axe';
import { choosePick, expect, mailbox, publish, saved, sheet, signIn, test, words } from './support';

const REHEARSAL = '/s/quillwick/rehearsal';
const DESK = '/s/quillwick/desk/payment-received';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

/** Rehearses, and waits for the end of it. */
async function rehearse(page: Page, button: string): Promise<void> {
  await page.getByRole('button', { name: button }).click();
  const started = page.getByText(/^Rehearsal \d+ started$/).last();
  await expect(started).toBeVisible();
  const [number] = /\d+/.exec(await started.innerText())!;
  const note = page.getByText(new RegExp(`^Rehearsal ${number}, .* order (life|lives) ·`));
  await expect(note).toBeVisible({ timeout: 120_000 });
}

/** The panel of the message that is looked at. */
const panel = (page: Page, title: string) => page.getByRole('region', { name: title });

/** Types at the end of the heading, and publishes it. */
async function typeAndPublish(page: Page, edition: number, type: (page: Page) => Promise<void>): Promise<void> {
  await page.goto(`${DESK}?language=en`);
  await expect(sheet(page).locator('h1')).toBeVisible();
  await sheet(page).locator('.lb-head').click();
  await expect(words(page)).toBeFocused();
  await type(page);
  await saved(page);
  await publish(page, `Publish edition ${edition}`);
}

test('every message that is live is rehearsed, and nothing of it reaches anybody', async ({ page, browser }) => {
  const before = (await mailbox('pawel@quillwick.example')).length;
  await page.goto(REHEARSAL);
  await expect(page.getByText('Nothing was rehearsed yet')).toBeVisible();
  await expect(page.getByText(/No customer and no colleague gets anything/)).toBeVisible();
  await rehearse(page, 'Rehearse all messages');
  await expect(page.getByText('0 are wrong')).toBeVisible();
  await expect(page.getByText('0 did not arrive')).toBeVisible();
  await expect(page.getByText(/^\d{3} messages are right/)).toBeVisible();
  await expect(page.getByText(/somebody was to get nothing and got nothing/)).toBeVisible();

  await test.step('the board has a verdict for each language', async () => {
    const card = page.getByRole('article', { name: 'Order received' });
    await expect(card.getByRole('link')).toHaveText([/en/, /de/, /fr/, /pl/, /ar/]);
    await card.getByRole('link', { name: 'Polish: right, with a note' }).click();
    await expect(panel(page, 'Order received').or(panel(page, 'Order received, Trade desk'))).toContainText(
      'It has no Polish translation, so it came in English.',
    );
  });

  await test.step('a message is read as it arrived, and taken out', async () => {
    await page.getByRole('article', { name: 'Invoice' }).first().getByRole('link', { name: 'German: right' }).click();
    const invoice = panel(page, 'Invoice');
    await expect(invoice).toContainText('It arrived, once.');
    await expect(invoice).toContainText(/agree with order R1-\d\d/);
    await expect(page.frameLocator('iframe[title="The message as it arrived"]').locator('h1').first()).toBeVisible();
    const downloading = page.waitForEvent('download');
    await invoice.getByRole('link', { name: 'Download message' }).click();
    const mail = await simpleParser(readFileSync(await (await downloading).path()));
    expect(mail.subject).toMatch(/R1-\d\d/);
    expect(mail.attachments.map((a) => a.contentType)).toContain('application/pdf');
    // It can be sent to a colleague: the address alone opens it.
    await page.reload();
    await expect(invoice).toContainText('It arrived, once.');
    await invoice.getByRole('link', { name: 'Close' }).click();
    await expect(invoice).toHaveCount(0);
  });

  await test.step('what was lived and what was left out is told', async () => {
    await page.getByRole('link', { name: /^By order, \d+/ }).click();
    await expect(page.getByRole('cell', { name: 'R1-01' })).toBeVisible();
    await expect(page.getByText(/possible orders were compared/)).toBeVisible();
    expect(await axeFindings(page, 'orders of a rehearsal')).toEqual([]);
    await page.getByRole('link', { name: /^Not rehearsed, \d+/ }).click();
    await expect(
      page.getByRole('region', { name: 'Sentences that no order showed' }).getByRole('row').nth(1),
    ).toContainText(/\d+ of \d+ forms and conditions/);
    await page.getByRole('link', { name: /^To fix, 0/ }).click();
    await expect(page.getByText('Nothing to fix.')).toBeVisible();
  });

  await test.step('its messages are looked at in each form, one after the other, and on paper', async () => {
    await page.goto(`${REHEARSAL}?view=pictures`);
    await page.getByRole('button', { name: 'Take screenshots' }).click();
    await expect(page.getByText(/^([4-9]|\d{2,}) of \d{3} messages$/)).toBeVisible({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByText(/^\d+ of \d{3} messages have screenshots\.$/)).toBeVisible();
    await page.getByRole('radio', { name: 'Phone' }).click();
    await expect(page).toHaveURL(/form=phone/);
    const pictures = page.getByRole('region', { name: 'Results' }).getByRole('listitem');
    await expect.poll(() => pictures.count()).toBeGreaterThan(3);
    expect(await axeFindings(page, 'screenshots of a rehearsal')).toEqual([]);
    await pictures.first().getByRole('link').click();
    const picture = page.getByRole('img', { name: /: Phone$/ });
    await expect(picture).toHaveAttribute('width', '375');
    await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(375);
    const first = page.url();
    await page.keyboard.press('ArrowRight');
    await expect(page).not.toHaveURL(first);
    await page.getByRole('radio', { name: 'Dark' }).click();
    await expect(page.getByRole('img', { name: /: Dark$/ })).toHaveAttribute('width', '720');
    expect(await axeFindings(page, 'a screenshot')).toEqual([]);
    await page.setViewportSize({ width: 390, height: 844 });
    await expect
      .poll(async () => (await page.getByRole('img', { name: /: Dark$/ }).boundingBox())?.width)
      .toBeLessThan(390);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('link', { name: 'All screenshots' }).click();
    const downloading = page.waitForEvent('download');
    await page.getByRole('link', { name: 'All as a PDF' }).click();
    const file = await downloading;
    expect(file.suggestedFilename()).toBe('quillwick-rehearsal-1.pdf');
    expect(
      readFileSync(await file.path())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });

  await test.step('they are shown by a link, and what is said of them comes back to the Desk', async () => {
    await page.goto(`${REHEARSAL}?view=pictures`);
    await page.getByRole('button', { name: 'Share ...' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('For whom').fill('Anna Feld');
    await dialog.getByRole('button', { name: 'Make the link' }).click();
    const link = await dialog.getByRole('textbox', { name: 'The link' }).inputValue();
    expect(await axeFindings(page, 'sharing screenshots')).toEqual([]);

    const context = await browser.newContext();
    const anna = await context.newPage();
    await anna.goto(link);
    await expect(anna.getByRole('heading', { name: 'Messages of Quillwick' })).toBeVisible();
    expect(await axeFindings(anna, 'messages shown by a link')).toEqual([]);
    await anna.getByRole('listitem').getByRole('link').first().click();
    await expect(anna.getByText(/1 of \d+/)).toBeVisible();
    await expect
      .poll(() =>
        anna
          .getByRole('img')
          .first()
          .evaluate((i: HTMLImageElement) => i.naturalWidth),
      )
      .toBeGreaterThan(300);
    await anna.getByRole('button', { name: 'Looks right' }).click();
    await expect(anna.getByRole('button', { name: 'Not yet right' })).toBeVisible();
    await choosePick(anna, 'About', /^Heading/);
    await anna.getByRole('button', { name: 'Send the remark' }).click();
    await expect(anna.getByText('Say what you would change.')).toBeVisible();
    await anna.getByLabel('What you would change').fill('Say it more warmly.');
    await anna.getByRole('button', { name: 'Send the remark' }).click();
    await expect(anna.getByRole('button', { name: /Take this remark back: Say it more warmly/ })).toBeVisible();
    expect(await axeFindings(anna, 'a message shown by a link')).toEqual([]);
    await anna.setViewportSize({ width: 390, height: 844 });
    await expect(anna.getByRole('button', { name: 'Not yet right' })).toBeVisible();
    expect(await anna.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);

    await page.goto('/s/quillwick/today');
    await expect(page.getByText(/Anna Feld remarked on/)).toBeVisible();
    await page.getByRole('link', { name: 'See it on the Desk' }).click();
    const remarks = page.getByTestId('desk-remarks');
    await expect(remarks).toContainText('Say it more warmly.');
    await expect(remarks).toContainText('Anna Feld');
    await remarks.getByRole('button', { name: /^Go to Heading/ }).click();
    await expect(
      page.getByRole('complementary', { name: 'Details' }).getByRole('heading', { name: /^Heading/ }),
    ).toBeVisible();
    await remarks.getByRole('button', { name: 'Done: Say it more warmly.' }).click();
    await expect(remarks).toHaveCount(0);
    await anna.reload();
    await expect(anna.getByText('done', { exact: true })).toBeVisible();

    await page.goto(`${REHEARSAL}?view=pictures`);
    await page.getByRole('button', { name: 'Share ...' }).click();
    await expect(dialog).toContainText(/1 of \d+ are right, 1 remark/);
    await dialog.getByRole('button', { name: 'End the link for Anna Feld' }).click();
    await expect(dialog).toContainText('Nothing is shared.');
    await anna.goto(link);
    await expect(anna.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
    await context.close();
  });

  await test.step('no order, customer or delivery of it stays', async () => {
    for (const list of ['orders', 'customers', 'deliveries']) {
      await page.goto(`/s/quillwick/${list}`);
      await expect(page.getByRole('table')).toBeVisible();
      await expect(page.getByText(/R1-\d\d|rehearsal\.example/)).toHaveCount(0);
    }
    expect((await mailbox('pawel@quillwick.example')).length).toBe(before);
  });
});

test('a fault put in on the Desk turns red as a draft and when it is live, is mended from there, and turns green', async ({
  page,
}) => {
  const card = page.getByRole('article', { name: 'Payment received', exact: true });
  const wrong = panel(page, 'Payment received');
  const board = page.getByRole('region', { name: 'Results' });
  await page.goto(`${DESK}?language=en`);
  await expect(sheet(page).locator('h1')).toBeVisible();
  await sheet(page).locator('.lb-head').click();
  await expect(words(page)).toBeFocused();
  await page.keyboard.press('ControlOrMeta+End');
  // The screen counts drafts as they are kept: what was typed has to be.
  const kept = page.waitForResponse((r) => r.request().method() === 'POST' && r.url().includes('/desk/'));
  await page.keyboard.type(' of €12.34');
  await kept;
  await saved(page);

  await test.step('as a draft', async () => {
    await page.goto(REHEARSAL);
    await rehearse(page, 'Rehearse the draft');
    await expect(page.getByText(/With 1 draft as if it were published/)).toBeVisible();
    await card.getByRole('link', { name: 'English: wrong' }).click();
    await expect(wrong).toContainText(/€12\.34 is no amount of order R2-\d\d\./);
    // What is live is as it was, and nobody is told on Today.
    await page.goto(`${REHEARSAL}?run=1`);
    await expect(card.getByRole('link', { name: 'English: right' })).toBeVisible();
    await page.goto('/s/quillwick/today');
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
    await expect(page.getByText(/not right in the newest rehearsal/)).toHaveCount(0);
  });

  await test.step('published, only what has changed is rehearsed', async () => {
    await page.goto(`${DESK}?language=en`);
    await publish(page, 'Publish edition 2');
    await page.goto(`${REHEARSAL}?run=1`);
    await expect(page.getByText(/^\d+ of these messages (has|have) changed since\.$/)).toBeVisible();
    await rehearse(page, 'Rehearse what changed');
    await expect(page.getByText(/What changed since rehearsal 1, the rest as it was there\./)).toBeVisible();
    await expect(card.getByRole('link', { name: 'English: wrong' })).toBeVisible();
    await expect(card.getByRole('link', { name: 'German: right' })).toBeVisible();
    expect(await axeFindings(page, 'a rehearsal with a fault')).toEqual([]);
    await card.getByRole('link', { name: 'German: right' }).click();
    await expect(wrong).toContainText('from rehearsal 1');
    await card.getByRole('link', { name: 'English: wrong' }).click();
    await expect(wrong).toContainText(/€12\.34 is no amount of order R3-\d\d\./);
    await expect(wrong).toContainText('In rehearsal 1: right.');
    await expect(wrong).toContainText(/\d+ lines? differs? from rehearsal 1/);
    await expect(wrong.locator('ins').first()).toContainText('€12.34');
  });

  await test.step('mended from there', async () => {
    await wrong.getByRole('link', { name: 'Edit message' }).click();
    await expect(page).toHaveURL(/\/desk\/payment-received/);
    await typeAndPublish(page, 3, async () => {
      await page.keyboard.press('ControlOrMeta+End');
      for (let i = 0; i < ' of €12.34'.length; i += 1) await page.keyboard.press('Backspace');
    });
    await page.goto(REHEARSAL);
    await page.getByRole('button', { name: 'Automatic rehearsals ...' }).click();
    const choosing = page.getByRole('dialog', { name: 'Automatic rehearsals' });
    await choosing.getByLabel('Ask whether links answer').check();
    expect(await axeFindings(page, 'automatic rehearsals')).toEqual([]);
    await choosing.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(choosing).toBeHidden();
    await rehearse(page, 'Rehearse what changed');
    await expect(card.getByRole('link', { name: 'English: right' })).toBeVisible();
    await expect(page.getByText('0 are wrong')).toBeVisible();
  });

  await test.step('how it looks is held against the run before', async () => {
    await card.getByRole('link', { name: 'English: right' }).click();
    await wrong.getByRole('button', { name: 'Take screenshots of it' }).click();
    await wrong.getByRole('link', { name: 'Screenshots', exact: true }).click({ timeout: 60_000 });
    await expect(page.getByText(/places? looks? otherwise than in rehearsal 3\./)).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('img', { name: 'Payment received, as it was in rehearsal 3' })).toBeVisible();
    await expect(page.getByTestId('moved').first()).toBeVisible();
    await page.getByRole('link', { name: 'What was checked' }).click();
    await expect(wrong).toContainText('It arrived, once.');
    await expect(wrong).toContainText(/\d links were asked, and all answer\./);
    await expect(wrong).toContainText(/In the dark, its words stand out from their ground by [\d.]+ to 1 or more\./);
  });

  await test.step('what sending does with each fault is told with the run of everything', async () => {
    await page.getByRole('link', { name: 'When sending fails' }).click();
    await page.getByRole('link', { name: 'See the rehearsal before' }).click();
    await page.goto(`${REHEARSAL}?run=1&view=faults`);
    const row = (words: string) => board.getByRole('row').filter({ hasText: words });
    await expect(row('cannot be reached for an hour')).toContainText(/It arrives \d+ minutes later.*on try \d+/s);
    await expect(row('no such mailbox').first()).toContainText('It does not arrive');
    // Nothing leads what comes back to Libellus yet.
    await expect(row('was taken, and comes back')).toContainText('It did not arrive, and nobody is told');
    await expect(row('record of the signature')).toContainText('may be taken for spam');
    expect(await axeFindings(page, 'faults of sending')).toEqual([]);
  });

  await test.step('the one before is looked at again', async () => {
    await page.goto(REHEARSAL);
    await page.getByRole('button', { name: /^Rehearsal: Rehearsal 4/ }).click();
    await page.getByRole('option', { name: /^Rehearsal 3/ }).click();
    await expect(card.getByRole('link', { name: 'English: wrong' })).toBeVisible();
    await page.getByRole('link', { name: /^To fix, \d+/ }).click();
    await expect(page.getByText('It was right in the rehearsal before.').first()).toBeVisible();
  });
});

test('a draft is published once it has passed, where the store requires it', async ({ page }) => {
  const dialog = page.getByRole('dialog');
  const publishing = dialog.getByRole('button', { name: 'Publish edition 4', exact: true });
  const require = async (): Promise<void> => {
    await page.goto(REHEARSAL);
    await page.getByRole('button', { name: 'Automatic rehearsals ...' }).click();
    await dialog.getByLabel('Publish only what has passed').click();
    await dialog.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(dialog).toBeHidden();
  };
  const type = async (how: () => Promise<void>): Promise<void> => {
    await page.goto(`${DESK}?language=en`);
    await expect(sheet(page).locator('h1')).toBeVisible();
    await sheet(page).locator('.lb-head').click();
    await expect(words(page)).toBeFocused();
    await page.keyboard.press('ControlOrMeta+End');
    const kept = page.waitForResponse((r) => r.request().method() === 'POST' && r.url().includes('/desk/'));
    await how();
    await kept;
    await saved(page);
    await page.getByRole('button', { name: 'Publish edition 4', exact: true }).click();
    await expect(dialog).toContainText('This store publishes only what has passed a rehearsal.');
    await expect(dialog.getByRole('status')).toContainText('has not been rehearsed');
    await expect(publishing).toBeDisabled();
    await dialog.getByRole('button', { name: 'Rehearse this draft' }).click();
  };
  await require();
  await type(() => page.keyboard.type(' of €23.45'));
  await expect(dialog.getByRole('status')).toContainText(/Rehearsal \d+ found something to fix/, { timeout: 120_000 });
  await expect(publishing).toBeDisabled();
  expect(await axeFindings(page, 'a draft that did not pass')).toEqual([]);
  await dialog.getByRole('link', { name: 'See what is to be fixed' }).click();
  const results = page.getByRole('region', { name: 'Results' });
  await results.getByRole('link', { name: 'Payment received', exact: true }).first().click();
  await expect(panel(page, 'Payment received')).toContainText(/€23\.45 is no amount of order/);
  await type(async () => {
    for (let i = 0; i < ' of €23.45'.length; i += 1) await page.keyboard.press('Backspace');
    await page.keyboard.type(', thank you');
  });
  await expect(dialog.getByRole('status')).toContainText(/Passed in rehearsal \d+/, { timeout: 120_000 });
  await publishing.click();
  await expect(dialog).toBeHidden();
  await require();
});

test('what is chosen is rehearsed anew, and the rest stays as it was found', async ({ page }) => {
  await page.goto(REHEARSAL);
  await page.getByRole('button', { name: 'Rehearse some ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Rehearse some messages' });
  await expect(dialog.getByRole('button', { name: 'Rehearse 0 notifications' })).toBeDisabled();
  await dialog.getByLabel('Payment received', { exact: true }).check();
  expect(await axeFindings(page, 'choosing what is rehearsed')).toEqual([]);
  await rehearse(page, 'Rehearse 1 notification');
  await expect(page.getByText(/^Only what was chosen; the rest as it was in rehearsal \d+\.$/)).toBeVisible();
  await page
    .getByRole('article', { name: 'Order received' })
    .getByRole('link', { name: /^English: / })
    .click();
  await expect(panel(page, 'Order received')).toContainText(/from rehearsal \d+/);
});

test('the draft of the look is rehearsed with every message before it is published, and stays a draft', async ({
  page,
}) => {
  await page.goto('/s/quillwick/look?part=colours');
  const colour = page.getByRole('textbox', { name: 'Words', exact: true });
  const before = await colour.inputValue();
  await colour.fill('#332a22');
  await colour.press('Tab');
  await page.getByRole('button', { name: /^Publish look/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByTestId('look-changes')).toContainText('#332a22');
  await dialog.getByRole('button', { name: 'Rehearse this draft' }).click();
  await expect(page.getByText('Shared by several messages: the look.')).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText(/^\d{3} messages are right/)).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText('0 are wrong')).toBeVisible();
  // What arrived wears it, and what is sent meanwhile does not.
  await page.getByRole('article', { name: 'Invoice' }).first().getByRole('link', { name: 'German: right' }).click();
  const arrived = panel(page, 'Invoice').frameLocator('iframe').locator('body');
  await expect(arrived.locator('[style*="#332a22"]').first()).toBeAttached();
  await page.goto('/s/quillwick/look?part=colours');
  await expect(page.getByText(/the draft differs/)).toBeVisible();
  await colour.fill(before);
  await colour.press('Tab');
  await expect(page.getByText(/the draft differs/)).toHaveCount(0);
});

test('orders of one’s own are rehearsed each time: written step by step, and taken from a real one', async ({
  page,
}) => {
  const OWN = `${REHEARSAL}/orders`;
  await page.goto(OWN);
  await page.getByRole('link', { name: 'New order', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('Cancelled, and then sent');
  const comes = page.getByRole('region', { name: 'What comes of it' });
  await expect(comes).toContainText('On its way');

  await test.step('a step that cannot happen is named, and is not saved', async () => {
    await choosePick(page, 'What happens in step 1', 'The order is cancelled');
    await expect(page.getByRole('alert').first()).toBeVisible();
    await expect(comes).not.toContainText('On its way');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Not all of this order can happen. See the steps that are marked.')).toBeVisible();
    expect(await axeFindings(page, 'an own order')).toEqual([]);
  });

  await test.step('mended, it is kept', async () => {
    await page.getByRole('button', { name: 'Remove step 2' }).click();
    await page.getByLabel('Hours before step 1').fill('5');
    await expect(comes).toContainText('after 5 hours');
    await page.getByLabel('Name', { exact: true }).fill('Cancelled after five hours');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('link', { name: 'Cancelled after five hours' })).toBeVisible();
  });

  await test.step('a real order is kept without anybody in it who is real', async () => {
    await page.getByRole('button', { name: 'From a real order ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'Rehearse a real order each time' });
    await dialog.getByLabel('Order number').fill('NEVER-1');
    await dialog.getByRole('button', { name: 'Rehearse it each time' }).click();
    await expect(dialog.getByText('There is no order NEVER-1.')).toBeVisible();
    await dialog.getByLabel('Order number').fill('QW-10482');
    await dialog.getByRole('button', { name: 'Rehearse it each time' }).click();
    await expect(page.getByText('What happened to a real order, with made-up people')).toBeVisible();
    await expect(comes).toContainText('Order received');
    await page.getByRole('switch', { name: 'Rehearse A bindery that pays late' }).click();
    await expect(page.getByText('A bindery that pays late is left out of rehearsals')).toBeVisible();
  });

  await test.step('they are in every rehearsal of everything, by their names', async () => {
    await page.goto(REHEARSAL);
    await rehearse(page, 'Rehearse all again');
    await page.getByRole('link', { name: /^By order, \d+/ }).click();
    const row = (name: string) => page.getByRole('row').filter({ hasText: name });
    await expect(row('Cancelled after five hours')).toContainText(/\d+ messages?/);
    await expect(row('As order QW-10482')).toContainText(/\d+ messages?/);
    await expect(row('A bindery that pays late')).toHaveCount(0);
    await page.getByRole('button', { name: /^Rehearse always: R\d+-05$/ }).click();
    await page.getByRole('button', { name: 'Show', exact: true }).click();
    await expect(page.getByText(/^An order that a rehearsal made up/)).toBeVisible();
  });
});

test('messages go to one’s own mailbox by the real service, and every notification is tried while sending fails', async ({
  page,
}) => {
  await page.goto(REHEARSAL);
  await rehearse(page, 'Rehearse all again');
  await page.getByRole('link', { name: /^All messages, \d+/ }).click();
  await page.getByRole('button', { name: 'Send to my own mailbox ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Send by the real services' });
  await expect(dialog.getByText(/^\d+ messages by smtp\.harrowpost\.example, which has no limit$/)).toBeVisible();
  await expect(dialog.getByText(/^The first goes to marta\+r\d+-1@quillwick\.example\.$/)).toBeVisible();
  expect(await axeFindings(page, 'sending to one’s own mailbox')).toEqual([]);
  const button = dialog.getByRole('button', { name: /^Send \d+ messages$/ });
  const sent = Number(/\d+/.exec(await button.innerText())![0]);
  const before = (await mailbox('marta@quillwick.example')).length;
  await button.click();
  await expect(
    page.getByText(
      `${sent} messages went to marta@quillwick.example by the real services. Each says what became of it.`,
    ),
  ).toBeVisible({ timeout: 60_000 });
  expect((await mailbox('marta@quillwick.example')).length - before).toBe(sent);
  await page.getByRole('row').filter({ hasText: 'Invoice' }).first().getByRole('link').click();
  await expect(panel(page, 'Invoice')).toBeVisible();

  await page.getByRole('link', { name: 'When sending fails' }).click();
  const all = page.getByRole('region', { name: 'With every notification', exact: true });
  await all.getByRole('button', { name: 'Try with every notification' }).click();
  await expect(all.getByRole('progressbar')).toBeVisible();
  const first = page.getByRole('region', { name: 'With every notification: Your sending service' });
  await expect(first.getByRole('row').filter({ hasText: 'cannot be reached for an hour' })).toContainText(
    /\d+ of \d+/,
    {
      timeout: 120_000,
    },
  );
  await all.getByRole('button', { name: 'Stop trying' }).click();
  await expect(all.getByText(/were tried before it was interrupted/)).toBeVisible();
});

test('one at a time, stopped by whoever may, and only looked at by others', async ({ page, browser }) => {
  await page.goto(REHEARSAL);
  await page.getByRole('button', { name: 'Rehearse all again' }).click();
  await page.getByRole('button', { name: 'Stop rehearsal' }).click();
  await expect(page.getByText(/Rehearsal \d+ stopped/)).toBeVisible();
  await expect(page.getByText('Stopped: what follows is what was checked by then.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Rehearse all again' })).toBeVisible();

  const other = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const viewer = await other.newPage();
  await signIn(viewer, 'tom@quillwick.example');
  await viewer.goto(REHEARSAL);
  await expect(viewer.getByRole('heading', { name: 'Rehearsal', exact: true })).toBeVisible();
  await expect(viewer.getByRole('button', { name: /Rehearse|Stop/ })).toHaveCount(0);
  await viewer.goto(`${REHEARSAL}?run=2`);
  await viewer.getByRole('article', { name: 'Payment received', exact: true }).getByRole('link').first().click();
  await expect(panel(viewer, 'Payment received')).toBeVisible();
  await expect(viewer.getByRole('link', { name: 'Edit message' })).toHaveCount(0);
  await viewer.goto(`${REHEARSAL}?run=4000`);
  await expect(viewer.getByRole('heading', { level: 1 })).toBeVisible();
  await other.close();
});
