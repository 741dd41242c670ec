/** An order's life: what can happen to it, what waits and is stopped, versions, doubles, and the list of everything. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { arrived, choose, choosePick, demoFacts, expect, happens, mailbox, signIn, test } from './support';

test('an order goes through payment, two parcels, a part refund and a cancellation, each told with its own figures', async ({
  page,
}) => {
  const address = `mirela-${Date.now()}@e2e-life.example`;
  await signIn(page);
  const number = await test.step('placed by a guest, to be paid', async () => {
    await page.goto('/s/quillwick/orders/new');
    await page.getByRole('radio', { name: 'Somebody new, as a guest' }).click();
    await page.getByLabel('Email address').fill(address);
    await page.getByLabel('First name').fill('Mirela');
    await choosePick(page, 'Language of the order', 'English');
    await choose(page, 'Add a product', 'Kozo sheet');
    await page.getByLabel(/Quantity of Kozo sheet/).fill('2');
    await choose(page, 'Add a product', 'Bone folder');
    await page.getByLabel('Discount code').fill('NO-SUCH');
    await expect(page.getByText('Not a code for everybody')).toBeVisible();
    await page.getByRole('radio', { name: 'Not paid yet' }).click();
    await page.getByRole('button', { name: 'Place the order' }).click();
    await expect(page.getByText(/The store has no code NO-SUCH/).first()).toBeVisible();
    await page.getByLabel('Discount code').fill('');
    // 2 x 8.50 + 12.90 + 4.90 for the parcel.
    await expect(page.getByRole('row', { name: /^Total/ })).toContainText('€34.80');
    const foretold = page.getByRole('region', { name: 'Messages this sends' });
    await expect(foretold).toContainText('Order received to Mirela');
    await expect(foretold).toContainText(/Payment still due to Mirela, English, on \d/);
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.waitForURL(/\/orders\/(?!new)/);
    return (await page.getByRole('heading', { level: 1 }).textContent())!.trim();
  });
  await test.step('a guest gets the version for guests', async () => {
    const { message } = await arrived(address, `We have your order ${number}`);
    expect(message.text).toContain('Follow your order, without an account');
    expect(message.text).toContain('Total: €34.80');
  });
  await test.step('three reminders wait, and can be stopped or sent one by one', async () => {
    const waiting = page.getByRole('listitem').filter({ hasText: 'Payment still due' });
    await expect(waiting).toHaveCount(3);
    await waiting.nth(2).getByRole('button', { name: 'Stop Payment still due' }).click();
    await expect(waiting.nth(2)).toContainText('Marta Oyelaran stopped it.');
    await waiting.nth(0).getByRole('button', { name: 'Send now: Payment still due' }).click();
    const { message } = await arrived(address, `Still open: €34.80 for ${number}`);
    expect(message.text).toContain('€34.80 is still to be paid');
    expect(message.text).not.toContain('our last reminder');
  });
  await test.step('the payment comes in: the customer hears of it, and what waited is stopped', async () => {
    await happens(page, 'Payment comes in');
    await arrived(address, `Your payment for ${number} has arrived`);
    await expect(page.getByText('The order is paid.')).toBeVisible();
  });
  await test.step('a first parcel is told of with its number and with what is in it', async () => {
    await happens(page, 'Dispatch', async (dialog) => {
      await dialog.getByLabel(/Pieces of Kozo sheet/).fill('0');
      await dialog.getByLabel(/Pieces of Bone folder/).fill('0');
      await dialog.getByRole('button', { name: 'Dispatch', exact: true }).click();
      await expect(dialog.getByText('Enter a quantity for at least one item.')).toBeVisible();
      await dialog.getByLabel(/Pieces of Kozo sheet/).fill('3');
      await dialog.getByRole('button', { name: 'Dispatch', exact: true }).click();
      await expect(dialog.getByText('Enter at most 2: no more are left to send.')).toBeVisible();
      await dialog.getByLabel(/Pieces of Kozo sheet/).fill('1');
      await dialog.getByLabel('Tracking number').fill('FP 77');
    });
    const { message } = await arrived(address, `A part of ${number} is on its way`);
    expect(message.text).toContain('1 × Kozo sheet');
    expect(message.text).not.toContain('Bone folder');
    expect(message.text).toContain('Tracking number: FP 77');
  });
  await test.step('what was typed for an event is there again when the dialog was closed by a slip', async () => {
    await page.getByRole('button', { name: 'What happens next' }).click();
    await page.getByRole('menuitem', { name: 'Dispatch', exact: true }).click();
    await page.getByRole('dialog').getByLabel('Tracking number').fill('FP 78');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  });
  await test.step('the rest is a second message', async () => {
    await happens(page, 'Dispatch', async (dialog) => {
      await expect(dialog.getByLabel('Tracking number')).toHaveValue('FP 78');
    });
    const { message } = await arrived(address, `The rest of ${number} is on its way`);
    expect(message.text).toContain('With this parcel your order is complete.');
    expect(message.text).toContain('1 × Bone folder');
  });
  await test.step('news is about one parcel: its own number stands there, and the order waits for the other', async () => {
    const left = page.getByRole('region', { name: 'Shipments' });
    await expect(left.getByRole('listitem')).toHaveCount(2);
    await happens(page, 'Tracking changes', async (dialog) => {
      await expect(dialog.getByLabel('Tracking number')).toHaveValue('FP 78');
      await choosePick(page, 'Parcel', `${number}-1`);
      await expect(dialog.getByLabel('Tracking number')).toHaveValue('FP 77');
      await dialog.getByLabel('Tracking number').fill('FP 77 B');
      await dialog.getByLabel('Link to follow it').fill('javascript:alert(1)');
      await dialog.getByRole('button', { name: 'Tracking changes' }).click();
      await expect(dialog.getByText(/Enter a full link, such as/)).toBeVisible();
      await dialog.getByLabel('Link to follow it').fill('https://fieldpost.example/t/77');
    });
    await expect(left).toContainText('FP 77 B');
    await happens(page, 'Delivered', async (dialog) => {
      await expect(dialog.getByLabel('Parcel')).toContainText(`${number}-1`);
    });
    await expect(left.getByRole('listitem').filter({ hasText: 'FP 77 B' })).toContainText('arrived');
    await expect(left.getByRole('listitem').filter({ hasText: 'FP 78' })).toContainText('left');
    await expect(page.getByText('Mirela, on its way')).toBeVisible();
  });
  await test.step('a part refund gives back what was paid for it', async () => {
    await happens(page, 'Refund', async (dialog) => {
      // Half a piece breaks nothing: it is said what is wrong with it.
      await dialog.getByLabel(/Pieces of Bone folder/).fill('0.5');
      await dialog.getByRole('button', { name: 'Refund', exact: true }).click();
      await expect(dialog.getByText('Enter a whole number.')).toBeVisible();
      await dialog.getByLabel(/Pieces of Bone folder/).fill('1');
      await expect(dialog.getByTestId('goes-back')).toHaveText('€12.90');
      await dialog.getByLabel('Why').fill('its edge is chipped');
    });
    const { message } = await arrived(address, 'on its way back to you');
    expect(message.subject).toContain('€12.90');
    expect(message.text).toContain('1 × Bone folder');
    expect(message.text).toContain('The rest of the order stays as it is.');
    expect(message.text).toContain('Reason: its edge is chipped');
    const back = page.getByRole('region', { name: 'Refunds' });
    await expect(back.getByRole('listitem')).toContainText('1 × Bone folder');
    await expect(page.getByRole('row', { name: /^Refunded/ })).toContainText('-€12.90');
  });
  await test.step('with all of it sent, nothing is left to cancel', async () => {
    await page.getByRole('button', { name: 'What happens next' }).click();
    await expect(page.getByRole('menuitem', { name: /^Cancel order Nothing is left to cancel/ })).toBeDisabled();
    await expect(page.getByRole('menuitem', { name: /^Dispatch Nothing is left to send/ })).toBeDisabled();
  });
});

test('a walk takes an order through its life on the wound clock; a payment stops the third reminder', async ({
  page,
}) => {
  const address = `walker-${Date.now()}@e2e-walk.example`;
  const reminders = async (): Promise<number> =>
    (await mailbox(address)).filter((m) => m.subject.startsWith('Still open')).length;
  const step = async (label: string): Promise<void> => {
    const item = page.getByRole('region', { name: 'Steps' }).getByRole('listitem').filter({ hasText: label });
    await item.getByRole('button', { name: 'Run this step' }).click();
  };
  await signIn(page);
  await page.goto('/s/quillwick/orders');
  await page.getByRole('button', { name: 'Start a test order' }).click();
  await page.getByLabel('Name of the customer').fill('Bea Walker');
  await page.getByLabel('Email address').fill('walker@');
  await page.getByRole('button', { name: 'Place the test order' }).click();
  await expect(page.getByText(/Enter an email address with a name/)).toBeVisible();
  await page.getByLabel('Email address').fill(address);
  await page.getByRole('button', { name: 'Place the test order' }).click();
  await expect(page.getByRole('heading', { name: /^Steps of order / })).toBeVisible();
  const box = page.getByRole('region', { name: 'Mailboxes' });
  await expect(box.getByText(/We have your order/)).toBeVisible();

  await step('A day passes without payment');
  await expect(box.getByText(/Still open/)).toHaveCount(1);
  await page.getByRole('button', { name: 'three days' }).click();
  // Every screen says that time is not the true one.
  await expect(page.getByText(/^Demo time is 4 days/)).toBeVisible();
  await expect(box.getByText(/Still open/)).toHaveCount(2);
  await step('The payment comes in');
  await expect(page.getByText('The order is paid.')).toBeVisible();
  // Over the time of the third: it is stopped for good.
  await page.getByRole('button', { name: 'a week' }).click();
  await step('The invoice is issued');
  const { message } = await arrived(address, 'Invoice R-');
  expect(message.attachments.map((a) => [a.contentType, a.filename?.startsWith('R-')])).toEqual([
    ['application/pdf', true],
  ]);
  expect(message.attachments[0]!.content.subarray(0, 5).toString()).toBe('%PDF-');
  expect(await reminders()).toBe(2);

  for (const label of [
    'A first parcel leaves',
    'The rest leaves',
    'The first parcel arrives',
    'The last parcel arrives',
    'One piece comes back',
    'It is refunded',
  ]) {
    await step(label);
  }
  await expect(page.getByText('It has had its whole life.')).toBeVisible();
  await arrived(address, 'on its way back to you');
});

test('a notification that would reach the same people is found before it is turned on, and resolved', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey');
  await page.getByRole('button', { name: 'New notification', exact: true }).click();
  await page.getByLabel('Name for the team').fill('A second thank you');
  await choose(page, 'Begin from', 'Order received');
  await page.getByRole('button', { name: 'Create notification' }).click();
  await expect(page.getByRole('heading', { name: 'A second thank you' })).toBeVisible();

  await test.step('turning it on says who would have had it, and who would get both', async () => {
    await page.getByRole('switch', { name: 'A second thank you is on' }).click();
    const dialog = page.getByRole('dialog', { name: 'Turn on A second thank you' });
    await expect(dialog.getByRole('alert').first()).toContainText(
      'would get “Order received” for the same moment as well',
    );
    await expect(dialog).toContainText('Publish first, or whoever it is for gets nothing: A second thank you, Guests');
    await expect(dialog.getByRole('button', { name: 'Turn it on' })).toBeDisabled();
    await expect(dialog.getByText(/would have gone out about \d+ orders/)).toBeVisible();
    await dialog.getByRole('button', { name: 'Leave it off' }).click();
  });
  await test.step('a condition nobody can meet is refused at its place', async () => {
    const only = page.getByRole('region', { name: 'Only when' });
    await only.getByRole('button', { name: 'Add a condition' }).click();
    await only.getByRole('button', { name: 'Add a condition' }).click();
    await only
      .getByRole('button', { name: /^Condition on/ })
      .nth(1)
      .click();
    await page.getByRole('option', { name: 'Guest or account' }).click();
    await only.getByRole('radio', { name: 'an account' }).last().click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(
      page
        .getByText('No order can match both “the customer ordered as a guest” and “the customer has an account”.')
        .first(),
    ).toBeVisible();
    await only.getByRole('button', { name: 'Remove: Guest or account' }).last().click();
  });
  await test.step('it waits, is tried with an order, and keeps its name for the team', async () => {
    await page.getByRole('button', { name: 'Add a delay' }).click();
    await page.getByLabel('Wait 1', { exact: true }).fill('-1');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Message 1: Enter a number of at least 1.')).toBeVisible();
    await page.getByLabel('Wait 1', { exact: true }).fill('');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Message 1: Enter how long to wait.')).toBeVisible();
    await page.getByLabel('Wait 1', { exact: true }).fill('2');
    await choose(page, 'Try it with an order', 'LBL-1001');
    await expect(page.getByText('the condition does not hold: nothing goes out')).toBeVisible();
    await page.getByLabel('Note for colleagues').fill('Only while the mill is closed.');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Saved. It counts for what happens from now on.')).toBeVisible();
    await expect(page.getByRole('region', { name: 'History' })).toContainText(
      'A second thank you: goes out after 2 hours',
    );
  });
  await test.step('it is taken away again', async () => {
    const remove = async (): Promise<void> => {
      await page.getByRole('button', { name: 'Delete notification' }).click();
      const dialog = page.getByRole('dialog', { name: 'Remove A second thank you?' });
      await expect(dialog.getByText('For 30 days it comes back with all it had')).toBeVisible();
      await dialog.getByRole('button', { name: 'Remove', exact: true }).click();
      await expect(page.getByRole('heading', { name: 'Journey' })).toBeVisible();
      await expect(page.locator('[data-card="a-second-thank-you"]')).toHaveCount(0);
    };
    await remove();
    await page.goto('/s/quillwick/store/removed');
    await page.getByRole('button', { name: 'Bring A second thank you back' }).click();
    await expect(page.getByText('A second thank you is back as it was.')).toBeVisible();
    await expect(page.getByText('Nothing was removed')).toBeVisible();
    await page.goto('/s/quillwick/journey/a-second-thank-you');
    await expect(page.getByLabel('Note for colleagues')).toHaveValue('Only while the mill is closed.');
    await remove();
  });
});

test('what the shop system sends by itself is held against the board until it is struck out', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey');
  await page.getByRole('button', { name: 'Sent by the shop' }).click();
  await page.getByLabel('Its name there').fill('Built-in confirmation');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('list', { name: 'Sent by the shop system' })).toContainText('Built-in confirmation');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('article', { name: 'Order received' })).toContainText('duplicate');
  await page.goto('/s/quillwick/today');
  await expect(
    page.getByText(/would get Order received and the shop system's own “Built-in confirmation”/),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Resolve it' }).click();
  await expect(page.getByText('“Built-in confirmation” from the shop system as well')).toBeVisible();
  await page.goto('/s/quillwick/journey');
  await page.getByRole('button', { name: 'Sent by the shop' }).click();
  await page.getByRole('button', { name: 'Strike out Built-in confirmation' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('article', { name: 'Order received' })).not.toContainText('duplicate');
});

test('the list finds, filters and turns several off and on at once', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey?view=list');
  await expect(page.getByRole('row', { name: /Order received/ })).toBeVisible();
  await page.getByLabel('Search notifications').fill('invoice');
  await expect(page.getByRole('status')).toHaveText('2 notifications');
  await page.getByLabel('All that are shown').check();
  await page.getByRole('button', { name: 'Turn off' }).click();
  const dialog = page.getByRole('dialog', { name: 'Turn off' });
  await expect(dialog.getByText('on → off')).toHaveCount(2);
  await dialog.getByRole('button', { name: 'Turn off 2' }).click();
  await expect(page.getByRole('switch', { name: 'Invoice is on' })).not.toBeChecked();
  await expect(page.getByRole('switch', { name: 'Invoice, for their accounts is on' })).not.toBeChecked();
  await page.getByRole('button', { name: 'Turn on' }).click();
  await page.getByRole('dialog').getByLabel('Invoice, for their accounts').uncheck();
  await page.getByRole('dialog').getByRole('button', { name: 'Turn on', exact: true }).click();
  await expect(page.getByRole('switch', { name: 'Invoice is on' })).toBeChecked();
  await expect(page.getByRole('switch', { name: 'Invoice, for their accounts is on' })).not.toBeChecked();
  await page.getByLabel('Search notifications').fill('nothing of the kind');
  await expect(page.getByText('Nothing matches')).toBeVisible();
});

test('a version is added for some orders, and its words are its own', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey/payment-received');
  await page.getByRole('button', { name: 'Add a version' }).click();
  await page.getByLabel('Name of the version').fill('Workshop seats');
  await page.getByRole('button', { name: 'Condition on: Guest or account' }).click();
  await page.getByRole('option', { name: 'Category' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  const version = page.getByRole('listitem', { name: 'Workshop seats' });
  await expect(version).toContainText('never published: whoever it is for gets nothing');
  await version.getByRole('link', { name: 'Words' }).click();
  await expect(page).toHaveURL(/desk\/payment-received~workshop-seats/);
  await expect(page.getByRole('heading', { name: 'Payment received, Workshop seats' })).toBeVisible();
  await page.goto('/s/quillwick/journey/payment-received');
  await version.getByRole('button', { name: 'Change' }).click();
  await version.getByRole('button', { name: 'Delete this version' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(version).toHaveCount(0);
});

test('the phrasebook changes a word for all messages at once, refuses what cannot be, and goes back', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/phrasebook');
  const field = page.getByLabel('Subtotal, English');
  await field.fill('Goods {$nothing}');
  await field.press('Enter');
  await expect(page.getByText(/There is no placeholder \{\$nothing\}/)).toBeVisible();
  await field.fill('All the goods');
  await field.press('Enter');
  await expect(page.getByText('1 are the store’s own')).toBeVisible();
  await page.goto('/s/quillwick/desk/order-received');
  await expect(page.frameLocator('iframe[title="The message"]').locator('.lb-totals')).toContainText('All the goods');
  await page.goto('/s/quillwick/phrasebook');
  await field.fill('');
  await field.press('Enter');
  await expect(field).toHaveValue('Subtotal');
});

test('the line that connects a shop works when it is pasted into a shell', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/connect');
  await expect(page.getByTestId('curl')).toContainText("KEY='whsec_...'");
  await page.getByRole('button', { name: 'Put the key in' }).click();
  await expect(page.getByTestId('curl')).toContainText(demoFacts().eventsKey);
  const line = (await page.getByTestId('curl').textContent())!;
  const answer = execFileSync('bash', ['-c', line], { encoding: 'utf8' });
  expect(JSON.parse(answer)).toMatchObject({ known: expect.any(Boolean) });
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'order.placed' }).first()).toBeVisible();
  const wrong = execFileSync('bash', ['-c', line.replace('whsec_', 'whsec_AAAA')], { encoding: 'utf8' });
  expect(JSON.parse(wrong)).toMatchObject({ status: 401 });
});

test('a list is brought in with every problem at its row, and taken out again', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/exchange');
  // As a spreadsheet of the West writes it: semicolons, and bytes that are no UTF-8.
  const file = Buffer.from(
    'sku;name;category;price\nE2E-1;L\u00f6schpapier;papers;2,40\nE2E-2;=1+1;papers;3\nE2E-3;Schn\u00fcre;tools;viel\n',
    'latin1',
  );
  await page.getByLabel('A file, CSV or JSON').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: file });
  await expect(page.getByTestId('preview')).toHaveText(
    '3 rows of CSV, Windows-1252, with semicolons: 1 new, 0 that are there, 2 problems.',
  );
  const problems = page.getByRole('list', { name: 'Problems' });
  await expect(problems).toContainText('row 3name: This is a formula. Save the file with values.');
  await expect(problems).toContainText('row 4price: "viel" is not an amount in EUR.');
  await expect(page.getByRole('button', { name: 'Import 1 row' })).toBeDisabled();
  await page.getByRole('button', { name: 'Import 1 valid row' }).click();
  await expect(page.getByText('1 row imported: 1 new, 0 changed.')).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'As CSV' }).click();
  const text = readFileSync(await (await saved).path(), 'utf8');
  expect(text).toContain('E2E-1,Löschpapier,papers,,2.40,0,,,\r\n');
  // For many rows it stays quick.
  const many = Array.from({ length: 100_000 }, (_, i) => `BULK-${i},Sheet ${i},papers,1.00`);
  await page.getByLabel('A file, CSV or JSON').setInputFiles({
    name: 'many.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`sku,name,category,price\n${many.join('\n')}\n`),
  });
  await expect(page.getByTestId('preview')).toContainText('100,000 rows of CSV, UTF-8', { timeout: 60_000 });
});
