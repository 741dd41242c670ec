/** The Desk: typing, undoing, forms, links, bad input, two windows, and roles. */
import { choose, choosePick, expect, saved, sheet, signIn, test, words } from './support';

const DESK = '/s/quillwick-trade/desk/order-received';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

test('undo and redo take typing back in steps, on the sheet and in the draft', async ({ page }) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-thanks').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' and welcome');
  await expect(sheet(page).locator('h1')).toContainText('and welcome');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(sheet(page).locator('h1')).not.toContainText('welcome');
  await expect(words(page)).not.toContainText('welcome');
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(sheet(page).locator('h1')).toContainText('and welcome');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  await page.reload();
  await expect(sheet(page).locator('h1')).not.toContainText('welcome');
});

test('bold, a link and a paragraph are typed in place and stand in the message', async ({ page }) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-help').click();
  await expect(words(page)).toBeFocused();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Read our terms');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'Bold' }).click();
  await page.getByRole('button', { name: 'Link', exact: true }).click();
  await page.getByRole('textbox', { name: 'Link to' }).fill('quillwick.example/terms');
  await expect(page.getByText('Enter a full link that begins with https://.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add link' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Link to' }).fill('https://quillwick.example/terms');
  await page.getByRole('button', { name: 'Add link' }).click();
  const link = sheet(page).locator('.lb-help a[href="https://quillwick.example/terms"]');
  await expect(link).toHaveText('terms');
  await expect(sheet(page).locator('.lb-help p')).toHaveCount(2);
  await expect(sheet(page).locator('.lb-help strong')).toHaveText('terms');
  await page.getByRole('radio', { name: 'Text', exact: true }).click();
  await expect(page.getByTestId('text-part')).toContainText('Read our terms (https://quillwick.example/terms)');
  // Saved before the next test opens the same draft.
  await saved(page);
});

test('the words for one item and for several are edited apart', async ({ page }) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-next').click();
  await page.getByRole('radio', { name: /^Number of items: 1 / }).click();
  await expect(words(page)).toContainText('is on our bench');
  await page.keyboard.press('Escape');
  await sheet(page).locator('.lb-next').click();
  await page.getByRole('radio', { name: /^Number of items: 1 / }).click();
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+End');
  await page.getByRole('radio', { name: 'this one' }).click();
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.type(' Just the one.');
  await saved(page);
  await page.getByRole('radio', { name: /this order/ }).click();
  await expect(sheet(page).locator('.lb-next')).not.toContainText('Just the one.');
  await page.getByText('Source (MessageFormat 2)').click();
  await expect(page.getByLabel('Source of Text 1')).toHaveValue(/one \{\{.*Just the one\..*\}\}/s);
});

test('a chip’s details change how its value is written, and say what stands there when it is missing', async ({
  page,
}) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-thanks').click();
  await words(page).locator('.chip').click();
  await expect(page.getByRole('heading', { name: 'First name' })).toBeVisible();
  const name = (await words(page).locator('.chip').textContent())!;
  await page.getByLabel('Letters').click();
  await page.getByRole('option', { name: 'capitals' }).click();
  await expect(sheet(page).locator('h1')).toContainText(name.toLocaleUpperCase('en'));
  await page.getByLabel('When it is missing').fill('dear reader');
  await saved(page);
});

test('a date is said as its distance, the products as a sentence, and a block stands only while nothing is paid', async ({
  page,
}) => {
  await page.goto(`${DESK}?order=SAMPLE-MANY`);
  await sheet(page).locator('.lb-help').click();
  await page.getByText('Source (MessageFormat 2)').click();
  const source = page.getByLabel(/^Source of Text/);
  const before = await source.inputValue();
  const read = await sheet(page).locator('.lb-help').innerText();
  await source.fill('{#p}{$order.itemNames}: {$order.placedAt :date}{/p}');
  const line = sheet(page).locator('.lb-help');
  await expect(line).toContainText(/.+ and .+: \d{1,2} [A-Z]\w+ 20\d\d/);
  await words(page).locator('.chip').last().click();
  await expect(page.getByRole('heading', { name: 'Order date' })).toBeVisible();
  await page.getByLabel('Said as').click();
  await page.getByRole('option', { name: 'a distance' }).click();
  await expect(line).toContainText(/: (today|yesterday|\d+ (day|week|month)s? ago)/);
  await expect(page.getByText('counted from the day on which the message is sent')).toBeVisible();
  await expect(page.getByLabel('Length')).toHaveCount(0);
  await page.locator('[data-block="help"]').click();
  const details = page.getByRole('complementary', { name: 'Details' });
  await details.getByRole('button', { name: 'Add a condition' }).click();
  await choosePick(page, 'Condition on', 'Paid or not');
  await expect(details.getByText('Shown when the order is not paid yet')).toBeVisible();
  await details.getByRole('radio', { name: 'paid', exact: true }).click();
  await expect(details.getByText('Shown when nothing of the order is still to be paid')).toBeVisible();
  await page.getByText('Source (MessageFormat 2)').click();
  await source.fill(before);
  // Until it has been taken up, what was saved is what stood there before.
  await expect(line).toHaveText(read, { useInnerText: true });
  await saved(page);
});

test('a broken source is kept, named with its place, and cannot be published', async ({ page }) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-thanks').click();
  await page.getByText('Source (MessageFormat 2)').click();
  const source = page.getByLabel('Source of Heading');
  const before = await source.inputValue();
  await source.fill('Thank you, {$customer.firstName');
  await expect(page.getByText(/placeholder that begins at line 1, character 12 is not complete/).first()).toBeVisible();
  await saved(page);
  await page.reload();
  await page.locator('[data-block="thanks"]').click();
  await expect(page.getByLabel('Source of Heading')).toHaveValue('Thank you, {$customer.firstName');
  await page.getByRole('button', { name: /Publish edition/ }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /Publish edition/ })).toBeDisabled();
  await page.keyboard.press('Escape');
  for (const [bad, why] of [
    ['Hi {$customer.firstname}', 'Did you mean {$customer.firstName}?'],
    ['Hi {$shipment.carrier}', 'is not known when an order is placed'],
  ] as const) {
    await page.getByLabel('Source of Heading').fill(bad);
    await expect(page.getByText(why).first()).toBeVisible();
  }
  await page.getByLabel('Source of Heading').fill(before);
  await expect(sheet(page).locator('h1')).toContainText('Thank you');
  await saved(page);
});

test('blocks are added, moved and taken out by keyboard alone', async ({ page }) => {
  await page.goto(DESK);
  const outline = page.getByRole('list', { name: 'Blocks' });
  const names = (): Promise<string[]> =>
    outline.locator('[data-block]').evaluateAll((list) => list.map((b) => (b as HTMLElement).dataset.block!));
  const before = await names();
  await outline.locator('[data-block="totals"]').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(names).toEqual(before.map((b) => (b === 'totals' ? 'items' : b === 'items' ? 'totals' : b)));
  await expect(outline.locator('[data-block="totals"]')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect.poll(names).not.toContain('totals');
  await page.getByRole('button', { name: 'Put back' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(names).toEqual(before);
  await page.getByRole('button', { name: 'Add Divider' }).press('Enter');
  await expect.poll(async () => (await names()).length).toBe(before.length + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(names).toEqual(before);
});

test('the strip stands in the address: order, language, width and part can be linked to', async ({ page }) => {
  await page.goto(DESK);
  await page.getByRole('radio', { name: 'Phone' }).click();
  await page.getByRole('button', { name: 'Language' }).click();
  await page.getByRole('option', { name: 'German' }).click();
  await choose(page, 'Order on the sheet', 'QT-2215');
  await expect(page).toHaveURL(/order=QT-2215.*language=de.*width=phone/);
  await page.reload();
  await expect(sheet(page).locator('.lb-masthead')).toContainText('Bestellung QT-2215');
  expect((await page.locator('iframe[title="The message"]').boundingBox())!.width).toBe(375);
  // The next is the version for guests, then the one for the trade desk, and then the next notification.
  await page.locator('body').press(']');
  await expect(page.getByRole('heading', { name: 'Order received, Guests', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/order-received~guests\?order=QT-2215&language=de/);
  await page.locator('body').press(']');
  await expect(page.getByRole('heading', { name: 'Order received, Trade desk', level: 1 })).toBeVisible();
  await page.locator('body').press(']');
  await expect(page.getByRole('heading', { name: 'New order', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/new-order\?order=QT-2215&language=de/);
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Order received, Trade desk', level: 1 })).toBeVisible();
});

test('a language without words can be begun from the store’s own, and reads from right to left', async ({ page }) => {
  await page.goto(`${DESK}?language=ar`);
  await expect(page.getByText('No words in Arabic yet')).toBeVisible();
  // The size is known once the worker has answered: from then on the page is alive.
  await expect(page.getByText(/kB of 102/)).toBeVisible();
  await page.getByRole('button', { name: 'Begin from the English words' }).click();
  await expect(sheet(page).locator('html')).toHaveAttribute('dir', 'rtl');
  await expect(sheet(page).locator('.lb-items')).toContainText('المنتج');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('No words in Arabic yet')).toBeVisible();
  await saved(page);
});

test('the second of two windows is told who saved before it, and loses nothing', async ({ page, browser }) => {
  const other = await (
    await browser.newContext({ baseURL: test.info().project.use.baseURL!, viewport: { width: 1280, height: 800 } })
  ).newPage();
  await signIn(other, 'jonas@quillwick.example');
  await page.goto(DESK);
  await other.goto(DESK);
  await expect(sheet(page).locator('h1')).toContainText('Thank you');
  await other.getByRole('textbox', { name: 'Subject' }).click();
  await other.keyboard.press('End');
  await other.keyboard.type(' by Jonas');
  await saved(other);
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(' by Marta');
  await expect(page.getByText('Jonas Feld changed this draft meanwhile')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('by Marta');
  await expect(page.getByRole('button', { name: /Publish edition/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Use Jonas Feld’s changes' }).click();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('by Jonas');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('by Marta');
  await saved(page);
  // Now the other one is behind, and publishing from it is refused as well.
  await other.getByRole('button', { name: /Publish edition/ }).click();
  await other
    .getByRole('dialog')
    .getByRole('button', { name: /Publish edition/ })
    .click();
  await expect(other.getByRole('dialog')).toContainText('Marta Oyelaran changed this draft meanwhile');
  await other.context().close();
});

test('an earlier edition is taken back to the bench', async ({ page }) => {
  await page.goto('/s/quillwick/desk/order-received');
  await expect(page.getByText(/kB of 102/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(', thank you');
  await saved(page);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Start from ...' }).click();
  await page.getByRole('radio', { name: 'An edition' }).click();
  await page.getByRole('button', { name: /^Edition: / }).click();
  await page.getByRole('option', { name: /Edition 1/ }).click();
  await page.getByRole('button', { name: 'Replace draft' }).click();
  await expect(page.getByText('The draft now starts from edition 1.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Subject' })).not.toContainText('thank you');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('thank you');
  await saved(page);
});

test('pasted placeholders become chips, pasted styling is left behind', async ({ page }) => {
  await page.goto(DESK);
  await sheet(page).locator('.lb-help').click();
  await page.keyboard.press('ControlOrMeta+End');
  const paste = (data: Record<string, string>): Promise<void> =>
    words(page).evaluate((element, items) => {
      const transfer = new DataTransfer();
      for (const [type, text] of Object.entries(items)) transfer.setData(type, text);
      element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
    }, data);
  await paste({ 'text/plain': ' No. {$order.number}' });
  await expect(words(page).locator('.chip').last()).toHaveText(/^QT-/);
  await paste({
    'text/plain': 'red',
    'text/html': '<span style="color:red;font-size:40px" onclick="x()">red</span><script>x()</script>',
  });
  await expect(sheet(page).locator('.lb-help')).toContainText(/No\. QT-\d+red/);
  await expect(sheet(page).locator('.lb-help [style*="red"]')).toHaveCount(0);
});

test('a viewer looks and cannot change; a supporter places orders and cannot publish', async ({ browser }) => {
  const as = async (email: string) => {
    const page = await (
      await browser.newContext({ baseURL: test.info().project.use.baseURL!, viewport: { width: 1280, height: 800 } })
    ).newPage();
    await signIn(page, email);
    return page;
  };
  const viewer = await as('tom@quillwick.example');
  await viewer.goto('/s/quillwick/desk/order-received');
  await expect(viewer.getByText('your role may look, not change')).toBeVisible();
  await expect(viewer.getByRole('button', { name: /Publish/ })).toHaveCount(0);
  await sheet(viewer).locator('.lb-help').click();
  await expect(words(viewer)).toHaveCount(0);
  await viewer.goto('/s/quillwick/orders');
  await expect(viewer.getByRole('link', { name: 'Place an order' })).toHaveCount(0);
  await viewer.goto('/s/quillwick-trade/today');
  await expect(viewer.getByText('There is nothing at this address')).toBeVisible();
  const support = await as('amira@quillwick.example');
  await support.goto('/s/quillwick/desk/order-received');
  await expect(support.getByRole('button', { name: /Publish/ })).toHaveCount(0);
  await support.goto('/s/quillwick/sending');
  await expect(support.getByRole('link', { name: 'Connect another service' })).toHaveCount(0);
  await support.getByRole('link', { name: 'smtp.harrowpost.example' }).click();
  await expect(support.getByText('Only an owner changes a service.')).toBeVisible();
  await support.goto('/s/quillwick/orders');
  await expect(support.getByRole('link', { name: 'Place an order' })).toBeVisible();
});
