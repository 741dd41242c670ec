/** Messages by hand: from an order and from a list of orders, adapted on the sheet, read out of the mailboxes. */
import { arrived, expect, mailbox, placeByEvent, sheet, signIn, test, words } from './support';

const FREE = 'A word about the order';

test('a colleague adapts a message on an order, looks once more, and it arrives as it was written', async ({
  page,
  request,
}) => {
  const address = `asked-${Date.now()}@e2e-writing.example`;
  const number = `W-${Date.now()}`;
  await placeByEvent(request, number, address);
  await signIn(page, 'amira@quillwick.example');
  await page.goto(`/s/quillwick/orders/${number}`);
  await page.getByRole('link', { name: 'Write a message' }).click();
  await expect(page.getByRole('link', { name: FREE })).toHaveAttribute('aria-current', 'page');
  // Nothing has left yet, so nothing can be looked for, and it says so.
  await expect(page.getByRole('navigation', { name: 'Messages' })).toContainText(
    'Looking for a parcel goes out only when the parcel can be tracked.',
  );
  await page.getByRole('link', { name: /^One question/ }).click();
  await expect(sheet(page).locator('h1')).toContainText('One question');

  await sheet(page).getByText('which of the two colours').click();
  await words(page).press('Control+a');
  await words(page).pressSequentially('Which cover do you want, ');
  await words(page).press('{');
  await page.keyboard.type('first name');
  await page.keyboard.press('Enter');
  await page.keyboard.type('?');
  await expect(sheet(page).locator('body')).toContainText('Which cover do you want, Grace?');
  await expect(page.getByText('adapted', { exact: true })).toBeVisible();
  await words(page).getByText('Grace').click();
  const placeholder = page.getByRole('region', { name: 'Placeholder' });
  await placeholder.getByLabel('When it is missing').fill('friend');
  await placeholder.getByLabel('Letters').click();
  await page.getByRole('option', { name: 'capitals' }).click();
  await expect(sheet(page).locator('body')).toContainText('Which cover do you want, GRACE?');
  await placeholder.getByLabel('Letters').click();
  await page.getByRole('option', { name: 'as they are' }).click();
  await expect(sheet(page).locator('body')).toContainText('Which cover do you want, Grace?');

  await test.step('undone and done again; a closed window loses nothing', async () => {
    await page.getByRole('button', { name: 'As published' }).click();
    await expect(sheet(page).locator('body')).toContainText('which of the two colours');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(sheet(page).locator('body')).toContainText('Which cover do you want, Grace?');
    await page.reload();
    await expect(page.getByText('Words that were not sent when this window was closed')).toBeVisible();
    await expect(sheet(page).locator('body')).toContainText('Which cover do you want, Grace?');
  });
  await test.step('an empty subject is refused with its place, and what was typed stays', async () => {
    const refused = page.getByRole('region', { name: 'The message' }).getByRole('alert');
    const subject = page.getByRole('textbox', { name: 'Subject' });
    await subject.click();
    await subject.press('Control+a');
    await subject.press('Delete');
    await page.getByRole('button', { name: /^Send to/ }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Send it' }).click();
    await expect(refused).toContainText('Subject, English: The subject is empty');
    await subject.click();
    await subject.pressSequentially('Just asking');
    await expect(refused).toHaveCount(0);
  });
  await page.getByRole('button', { name: /^Send to/ }).click();
  await expect(page.getByRole('dialog')).toContainText('“Just asking”');
  await page.getByRole('dialog').getByRole('button', { name: 'Send it' }).click();
  await page.waitForURL(`**/orders/${number}`);
  const { message } = await arrived(address, 'Just asking');
  expect(message.text).toContain('Which cover do you want, Grace?');
  await expect(page.getByRole('listitem').filter({ hasText: 'One question' })).toContainText('accepted');
});

test('several orders are chosen on two pages of the list and written to at once', async ({ page, request }) => {
  const [one, two] = ['many-a', 'many-b'].map((n) => `${n}-${Date.now()}@e2e-writing.example`);
  const numbers = [`V-${Date.now()}-1`, `V-${Date.now()}-2`];
  await placeByEvent(request, numbers[0]!, one!);
  await placeByEvent(request, numbers[1]!, two!);
  await signIn(page);
  await page.goto('/s/quillwick/orders');
  const find = async (number: string): Promise<void> => {
    await page.getByLabel('Number, name or address').fill(number);
    await page.getByRole('button', { name: 'Find' }).click();
    await page.getByLabel(`Choose ${number}`).check();
  };
  await find(numbers[0]!);
  await find(numbers[1]!);
  // A marketplace that forbids mail to its customers.
  await page.getByLabel('Number, name or address').fill('bazaarlane');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByLabel(`Choose ${numbers[1]!}`)).toHaveCount(0);
  const fromThere = page.getByRole('row').filter({ has: page.getByRole('cell', { name: 'Bazaarlane', exact: true }) });
  await fromThere.first().getByRole('checkbox').check();
  await expect(page.getByText('3 orders chosen')).toBeVisible();
  await page.getByRole('link', { name: 'Write to them' }).click();

  await expect(page.getByRole('region', { name: 'Not to' })).toContainText(
    'Customer messages are blocked for Bazaarlane orders.',
  );
  await page.getByRole('button', { name: new RegExp(numbers[1]!) }).click();
  await expect(sheet(page).locator('body')).toContainText(numbers[1]!);
  await page.getByRole('button', { name: 'Send to 2 people' }).click();
  await expect(page.getByRole('dialog')).toContainText('1 person does not get it');
  await page.getByRole('dialog').getByRole('button', { name: 'Send 2 messages' }).click();
  await page.waitForURL('**/deliveries');
  await expect(page.getByText('2 messages are planned, about 2 orders.')).toBeVisible();
  for (const [i, address] of [one!, two!].entries()) {
    const { message } = await arrived(address, 'About your order');
    expect(message.text).toContain(numbers[i]!);
    expect(message.text).not.toContain(numbers[1 - i]!);
    expect((await mailbox(address)).filter((m) => m.subject.includes('About your order'))).toHaveLength(1);
  }
});

test('who may only look finds no way to write', async ({ page }) => {
  await signIn(page, 'tom@quillwick.example');
  await page.goto('/s/quillwick/orders');
  await expect(page.getByRole('row').nth(1)).toBeVisible();
  await expect(page.getByRole('checkbox')).toHaveCount(0);
  await page.getByRole('row').nth(1).getByRole('link').click();
  await expect(page.getByRole('link', { name: 'On the Journey' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Write a message' })).toHaveCount(0);
});

test('a message goes to a typed address with a copy to a colleague, and is kept as a message for the next time', async ({
  page,
  request,
}) => {
  const run = Date.now();
  const number = `WW-${run}`;
  await placeByEvent(request, number, `whom-${run}@e2e-writing.example`);
  await signIn(page);
  await page.goto(`/s/quillwick/orders/write?orders=${number}&message=a-word`);
  const whom = page.getByRole('region', { name: 'Who gets the message' });
  await whom.getByLabel('Another email address').fill('no address');
  await whom.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(whom).toContainText('Enter an email address with a name, an @ and a domain.');
  const typed = `typed-${run}@e2e-writing.example`;
  await whom.getByLabel('Another email address').fill(typed);
  await whom.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Send to 2 people ...' })).toBeVisible();
  await whom.getByLabel(/, the customer$/).uncheck();
  await expect(page.getByRole('button', { name: `Send to ${typed} ...` })).toBeVisible();
  await whom.getByRole('combobox', { name: 'A copy for colleagues' }).click();
  await page.getByRole('option', { name: /Pawel/ }).click();
  await expect(page.getByRole('region', { name: 'To, in English' })).toContainText('Pawel');

  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.getByRole('textbox', { name: 'Subject' }).press('Control+a');
  await page.getByRole('textbox', { name: 'Subject' }).pressSequentially('Lid found');
  await test.step('what was written is kept as a message of its own', async () => {
    await page.getByRole('button', { name: 'Keep as a message ...' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Keep message' }).click();
    await expect(dialog).toContainText('Enter a name');
    await dialog.getByLabel('Name of the message').fill('Lid found');
    await dialog.getByRole('button', { name: 'Keep message' }).click();
    await expect(page.getByText('“Lid found” was kept as a draft.')).toBeVisible();
  });
  await page.getByRole('button', { name: 'Send to 2 people ...' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Send 2 messages' }).click();
  await page.waitForURL(`**/orders/${number}`);
  await arrived(typed, 'Lid found');
  await arrived('pawel@quillwick.example', 'Lid found');
  await page.goto('/s/quillwick/desk/lid-found');
  await expect(page.getByRole('heading', { level: 1, name: 'Lid found' })).toBeVisible();
});
