/** What one does by keyboard: going anywhere, walking board and outline, one stop for a row of buttons, and letters that know their place. */
import { expect, signIn, test } from './support';

test('the Journey follows an order, turns a notification off and on, and is walked by keyboard', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey?order=LBL-1001');
  await expect(page.getByText(/^2 sent · 0 failed · 0 scheduled · \d+ not sent$/)).toBeVisible();
  const on = page.getByRole('switch', { name: 'New order is on' });
  await on.click();
  await expect(on).not.toBeChecked();
  await page.locator('body').press('ArrowRight');
  await expect(page.locator('[data-card="order-received"]')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-card="new-order"]')).toBeFocused();
  // The path tells what was and was not written, in a sentence for the card one stands on.
  await expect(page.getByText(/Lene Vestergaard gets messages only about orders with workshops/)).toBeVisible();
  await page.keyboard.press('o');
  const dialog = page.getByRole('dialog', { name: 'Turn on New order' });
  await expect(dialog).toContainText(/Over the last 30 days \d+ messages would have gone out about \d+ orders/);
  await expect(dialog.getByRole('row', { name: /German/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Turn it on' }).click();
  await expect(on).toBeChecked();
  await expect(page.locator('[data-card="new-order"]')).toBeFocused();
  await page.keyboard.press('h');
  await expect(page.getByText('Versions, tried from the top')).toBeVisible();
  await page.goBack();
  await page.locator('[data-card="new-order"]').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'New order', level: 1 })).toBeVisible();
});

test('the palette and the keys go everywhere', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.locator('body').press('g');
  await page.locator('body').press('d');
  await expect(page.getByRole('heading', { name: 'Deliveries', level: 1 })).toBeVisible();
  await page.locator('body').press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('ControlOrMeta+k');
  await page.getByPlaceholder('A screen, an order').fill('rout');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Routing', level: 1 })).toBeVisible();
});

test('letters are for lists and words while those are open, and can be turned off', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  await expect(page).toHaveTitle('Order received on the Desk · Libellus');
  await page.getByRole('button', { name: 'More' }).click();
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto('/s/quillwick/today');
  await page.locator('body').press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await keys.getByRole('switch', { name: 'Single letters act' }).click();
  await keys.getByRole('button', { name: 'Close' }).click();
  await expect(keys).toHaveCount(0);
  await page.locator('body').press('n');
  await page.locator('body').press('?');
  await expect(keys).toBeVisible();
  await expect(page).toHaveURL(/\/today$/);
  await keys.getByRole('switch', { name: 'Single letters act' }).click();
  await keys.getByRole('button', { name: 'Close' }).click();
  await page.locator('body').press('n');
  await expect(page.getByRole('heading', { name: 'Place an order' })).toBeVisible();
});

test('by keyboard the outline is walked past words, and the focus is never lost', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  const blocks = page.getByRole('list', { name: 'Blocks' }).getByRole('button');
  await expect(page.frameLocator('iframe[title="The message"]').getByText('Thank you').first()).toBeVisible();
  await blocks.nth(1).focus();
  for (const at of [2, 3, 4]) {
    await page.keyboard.press('ArrowDown');
    await expect(blocks.nth(at)).toBeFocused();
    await expect(blocks.nth(at)).toHaveAttribute('aria-current', 'true');
  }
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const words = page.locator('.on-sheet [role="textbox"]');
  await expect(words).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(blocks.nth(3)).toBeFocused();
  const name = await blocks.nth(4).textContent();
  await page.keyboard.press('Delete');
  await expect(blocks.nth(3)).toBeFocused();
  expect((await blocks.nth(3).textContent())!.replace(/^\d+/, '')).toBe(name!.replace(/^\d+/, ''));
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByTestId('save-state')).toHaveText(/· saved$/);
});

test('by keyboard the spine is skipped, and the chart is read as a table', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  await page.getByText('The figures as a table').click();
  const table = page.getByRole('table').filter({ hasText: 'accepted' });
  await expect(table.getByRole('columnheader')).toHaveText(['Day', 'accepted', 'waiting', 'failed']);
  expect(await table.getByRole('row').count()).toBeGreaterThan(1);
});

/** What axe finds on the page. The message itself stands in a frame without script, where axe cannot run. */
test('one search finds screens, settings, orders, customers and notifications, and says when there is nothing', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await page.keyboard.press('ControlOrMeta+k');
  const search = page.getByPlaceholder('A screen, an order');
  const found = page.getByRole('dialog').getByRole('option');
  for (const [typed, wanted] of [
    ['contact', 'Import and export'],
    ['language', 'Notifications as a list'],
    ['settings', 'Payment methods'],
    ['dark', 'Colours: Dark'],
    ['LBL-1001', 'Order LBL-1001'],
    ['schön', /^Customer .*Schönau/],
    ['order received', 'Notification Order received'],
  ] as const) {
    await search.fill(typed);
    await expect(found.filter({ hasText: wanted }).first()).toBeVisible();
  }
  await search.fill('nothing is called like this');
  await expect(page.getByText('Nothing is called that.')).toBeVisible();
  await search.fill('LBL-1001');
  await found.filter({ hasText: 'Order LBL-1001' }).click();
  await expect(page.getByRole('heading', { name: 'LBL-1001', level: 1 })).toBeVisible();
});

test('the formatting bar is one stop, and arrows go along it', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  await page.locator('[data-block="thanks"]').click();
  const bar = page.getByRole('toolbar', { name: 'Formatting' });
  await expect(bar).toBeVisible();
  await bar.getByRole('button', { name: 'Bold' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(bar.getByRole('button', { name: 'Italic' })).toBeFocused();
  await page.keyboard.press('End');
  await expect(bar.getByRole('button', { name: 'Placeholder' })).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(bar.getByRole('button', { name: 'Bold' })).toBeFocused();
  expect(await bar.locator('button:not([tabindex="-1"])').count()).toBe(1);
});

test('publishing is looked at by keyboard, and left with Escape from anywhere in it', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(', soon');
  await page.getByRole('button', { name: /^Publish edition/ }).click();
  const dialog = page.getByRole('dialog', { name: /^Publish edition/ });
  await expect(dialog.frameLocator('iframe[title="After publishing"]').locator('h1')).toBeVisible();
  const stops: string[] = [];
  for (let i = 0; i < 5; i += 1) {
    stops.push(
      await page.evaluate(() => {
        const at = document.activeElement!;
        return at.tagName === 'IFRAME' ? 'frame' : (at.getAttribute('aria-label') ?? at.textContent ?? '');
      }),
    );
    await page.keyboard.press('Tab');
  }
  expect(stops).not.toContain('frame');
  expect(stops).toEqual(expect.arrayContaining(['Before publishing', 'After publishing', 'Not yet']));
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Publish edition/ })).toBeFocused();
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.press('End');
  for (let i = 0; i < ', soon'.length; i += 1) await page.keyboard.press('Backspace');
  await expect(page.getByTestId('save-state')).toHaveText(/· saved$/);
});

test('placing an order: a choice says its value, an error goes when its field is corrected, and prices are seen', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/new');
  await expect(page.getByRole('button', { name: 'Pays by: Bank transfer' })).toBeVisible();
  await page.getByRole('button', { name: 'Place the order' }).click();
  const customer = page.getByRole('combobox', { name: 'Customer' });
  await expect(customer).toHaveAttribute('aria-invalid', 'true');
  await expect(customer).toHaveAccessibleDescription('Choose a customer.');
  await customer.fill('schön');
  await page.getByRole('option').first().click();
  await expect(customer).not.toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('Add at least one product.')).toBeVisible();

  const product = page.getByRole('combobox', { name: 'Add a product' });
  await product.fill('awl');
  const option = page.getByRole('option').first();
  await expect(option).toContainText('€');
  await option.click();
  await expect(page.getByText('Add at least one product.')).toHaveCount(0);
  // The list does not open again over the basket.
  await expect(page.getByRole('option')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show the choices' }).click();
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.press('Escape');
  const quantity = page.getByRole('textbox', { name: /^Quantity of/ });
  await quantity.fill('-1');
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(quantity).toHaveAccessibleDescription('Enter a number of at least 1.');
});

test('who gets a message is chosen in a form that one is in at once, and leaves with Escape', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const opener = page.getByRole('button', { name: 'Choose who gets it for New order' });
  await opener.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'A colleague' })).toBeFocused();
  await page.keyboard.press('Tab');
  const person = page.getByRole('combobox').first();
  await expect(person).toBeFocused();
  await page.keyboard.type('nobody of this name');
  await expect(page.getByRole('status').filter({ hasText: 'Nothing matches' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('form', { name: 'Choose who gets it for New order' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(opener).toBeFocused();
});

test('a list that was narrowed down leaves one in the field, which shows what the list is of', async ({ page }) => {
  await signIn(page);
  for (const [path, label, typed] of [
    ['deliveries', 'Order number', 'LBL-1001'],
    ['orders', 'Number, name or address', 'LBL-1001'],
  ] as const) {
    await page.goto(`/s/quillwick/${path}`);
    const field = page.getByRole('textbox', { name: label });
    await field.fill(typed);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(new RegExp(`=${typed}`));
    await expect(page.getByRole('row').filter({ hasText: typed }).first()).toBeVisible();
    await expect(field).toBeFocused();
    await page.goBack();
    await expect(field).toHaveValue('');
  }
});

test('a switch and a phrase are taken back by Ctrl and Z for as long as their screen is open', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey?view=list');
  const welcome = page.getByRole('switch', { name: 'Order received is on' });
  await expect(welcome).toHaveAttribute('aria-checked', 'true');
  await welcome.click();
  await expect(page.getByText('Order received is off.')).toBeVisible();
  // What is said in passing goes away; the button stays.
  await expect(page.getByText('Order received is off.')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeVisible();
  await expect(welcome).toHaveAttribute('aria-checked', 'false');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(welcome).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveCount(0);

  await page.goto('/s/quillwick/phrasebook');
  const phrase = page.getByLabel('Subtotal, English');
  const before = await phrase.inputValue();
  await phrase.fill('Goods together');
  await phrase.press('Tab');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(phrase).toHaveValue(before);
});
