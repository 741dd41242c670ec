/** The main job from end to end: from signing in to both messages in their mailboxes. */
import { arrived, choose, choosePick, expect, MAILBOXES, saved, SERVICE, sheet, signIn, test, words } from './support';

test('words are changed and published, a service is connected, an order is placed, and both messages arrive', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await page.goto('/s/quillwick/journey');
  // Signing in leads back to where one wanted to go.
  await expect(page).toHaveURL(/sign-in\?to=/);
  await signIn(page);

  await test.step('Today says that nothing can go out yet', async () => {
    await expect(page.getByText('2 steps left')).toBeVisible();
    await expect(page.getByRole('link', { name: 'Connect a sending service' })).toBeVisible();
  });

  await test.step('open Order received on the Desk', async () => {
    await page.getByRole('link', { name: 'Journey', exact: true }).click();
    await page.locator('[data-card="order-received"]').click();
    await expect(page.getByRole('heading', { name: 'Order received', level: 1 })).toBeVisible();
    await expect(sheet(page).getByRole('heading', { level: 1 })).toContainText('Thank you');
  });

  const number = await test.step('choose a German order and see its message', async () => {
    await choose(page, 'Order on the sheet', 'German');
    const shown = await page.getByLabel('Order on the sheet').inputValue();
    const chosen = /QW-\d+/.exec(shown)![0];
    await expect(sheet(page).locator('.lb-masthead')).toContainText(`Order ${chosen}`);
    return chosen;
  });

  await test.step('type on the sheet, with a placeholder, and see a real order’s value while typing', async () => {
    await sheet(page).locator('.lb-help').click();
    await expect(words(page)).toBeFocused();
    await page.keyboard.press('ControlOrMeta+End');
    await page.keyboard.type(' Say the number ');
    await expect(sheet(page).locator('.lb-help')).toContainText('Say the number');
    await page.keyboard.type('{');
    const picker = page.getByRole('dialog', { name: 'Placeholders' });
    await expect(picker).toBeVisible();
    // What this moment does not know is not offered.
    await expect(picker.getByText('Tracking number')).toHaveCount(0);
    await page.keyboard.type('order num');
    await expect(picker.getByRole('option').first()).toContainText(number);
    await page.keyboard.press('Enter');
    await expect(words(page).locator('.chip').last()).toHaveText(number);
    await page.keyboard.type(' when you call.');
    await expect(sheet(page).locator('.lb-help')).toContainText(`Say the number ${number} when you call.`);
  });

  await test.step('change the subject in the inbox row', async () => {
    await page.getByRole('textbox', { name: 'Subject' }).click();
    await page.keyboard.press('End');
    await page.keyboard.type(', thank you');
    await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText(', thank you');
    await saved(page);
  });

  await test.step('publishing is refused while the German words lack the new placeholder', async () => {
    await page.getByRole('button', { name: 'Publish edition 2' }).click();
    const dialog = page.getByRole('dialog', { name: /Publish edition 2/ });
    await expect(dialog).toContainText('Order number {$order.number} is in the English words and missing here');
    await expect(dialog.getByRole('button', { name: 'Publish edition 2' })).toBeDisabled();
    await dialog.getByRole('button', { name: 'Not yet' }).click();
  });

  await test.step('the finding leads to the German words, where the placeholder is put in', async () => {
    await page.getByRole('button', { name: 'Text 4, German' }).click();
    await expect(page.getByRole('button', { name: 'Language' })).toContainText('German');
    await expect(sheet(page).locator('.lb-thanks')).toContainText('Vielen Dank');
    await words(page).focus();
    await page.keyboard.press('ControlOrMeta+End');
    await page.keyboard.type(' Nennen Sie dabei die Nummer {');
    await page.keyboard.type('order number');
    await page.keyboard.press('Enter');
    await page.keyboard.type('.');
    await expect(sheet(page).locator('.lb-help')).toContainText(`die Nummer ${number}.`);
    await expect(page.getByText('No problems found')).toBeVisible();
    await saved(page);
  });

  await test.step('publish shows before and after, and makes edition 2 live', async () => {
    await page.getByRole('button', { name: 'Publish edition 2' }).click();
    const dialog = page.getByRole('dialog', { name: /Publish edition 2/ });
    await expect(dialog.getByTestId('changes')).toContainText('Subject, English: words changed');
    await expect(dialog.getByTestId('changes')).toContainText('Text 4, German: words changed');
    await expect(dialog.frameLocator('iframe[title="Before publishing"]').locator('.lb-help')).not.toContainText(
      'die Nummer',
    );
    await expect(dialog.frameLocator('iframe[title="After publishing"]').locator('.lb-help')).toContainText(
      'die Nummer',
    );
    await dialog.getByRole('button', { name: 'Publish edition 2' }).click();
    await expect(page.getByText('edition 2 is live').first()).toBeVisible();
    await expect(page.getByRole('button', { name: 'Publish edition 3' })).toBeDisabled();
  });

  await test.step('connect a service: a wrong password is explained', async () => {
    await page.getByRole('link', { name: 'Sending' }).click();
    await expect(page.getByText('Sends as that one address only')).toBeVisible();
    await page.getByLabel('Find the settings of an address').fill(SERVICE.user);
    await page.getByRole('button', { name: 'Find', exact: true }).click();
    await expect(page.getByTestId('found')).toContainText('SRV record _submissions._tcp.quillwick.example');
    await expect(page.getByLabel('Host', { exact: true })).toHaveValue(SERVICE.host);
    await expect(page.getByLabel('User')).toHaveValue(SERVICE.user);
    // What was found can be changed.
    await choosePick(page, 'Security', 'STARTTLS usually');
    await page.getByRole('textbox', { name: 'Port' }).fill(SERVICE.port);
    await page.getByLabel('Password', { exact: true }).fill('linen-thread-19');
    await page.getByRole('button', { name: 'Save and check' }).click();
    const step = page.locator('[data-step="sign-in"]');
    await expect(step).toHaveAttribute('data-state', 'failed');
    await expect(step).toContainText('smtp.harrowpost.example does not accept this user and password.');
    await expect(step).toContainText('535 5.7.8');
    await expect(page.locator('[data-step="sender"]')).toHaveAttribute('data-state', 'not reached');
    await expect(page.locator('body')).not.toContainText('linen-thread-19');
  });

  await test.step('the right one passes every step, and a test message arrives', async () => {
    await page.getByLabel('Password', { exact: true }).fill(SERVICE.password);
    await page.getByRole('button', { name: 'Save and check' }).click();
    for (const step of ['resolve', 'connect', 'tls', 'sign-in', 'sender']) {
      await expect(page.locator(`[data-step="${step}"]`)).toHaveAttribute('data-state', 'passed');
    }
    await page.getByLabel('Send a test message to').fill('probe@quillwick.example');
    await page.getByRole('button', { name: 'Send the test' }).click();
    await expect(page.locator('[data-step="message"]')).toHaveAttribute('data-state', 'passed');
    await arrived('probe@quillwick.example', 'Test from Quillwick');
  });

  const placed = await test.step('place an order for a German customer', async () => {
    await page.getByRole('link', { name: 'Orders' }).click();
    await page.getByRole('link', { name: 'Place an order' }).click();
    await choose(page, 'Customer', 'Ingo Schönau');
    await expect(page.getByText('Reads German')).toBeVisible();
    await choose(page, 'Add a product', 'Kozo sheet');
    await page.getByLabel(/Quantity of Kozo sheet/).fill('3');
    await choose(page, 'Add a product', 'Bone folder');
    await page.getByRole('button', { name: 'Place the order' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('LBL-1001');
    return 'LBL-1001';
  });

  await test.step('both deliveries are accepted, seen on the order without doing anything', async () => {
    const rows = page.getByRole('listitem').filter({ hasText: 'accepted' });
    await expect(rows).toHaveCount(2);
    await expect(page.getByText('Lene Vestergaard gets messages only about orders with workshops')).toBeVisible();
  });

  await test.step('the customer’s message arrives in German, with the new words and the right figures', async () => {
    const { mail, message } = await arrived('ingo@schoenau.example', placed);
    expect(mail).toMatchObject({ subject: `Ihre Bestellung ${placed} ist bei uns` });
    expect(message.from!.value[0]).toMatchObject({ address: SERVICE.user, name: 'Quillwick' });
    for (const part of [message.text!, String(message.html)]) {
      expect(part).toContain('Vielen Dank, Ingo');
      expect(part).toContain(`Nennen Sie dabei die Nummer ${placed}.`);
      expect(part).toContain('die 4 Artikel');
      // 3 x 8.50 + 12.90 + 4.90 for the parcel.
      expect(part).toContain('43,30\u00a0€');
      expect(part).toContain('25,50\u00a0€');
    }
  });

  await test.step('the staff message arrives in the colleague’s language', async () => {
    const { message } = await arrived('pawel@quillwick.example', placed);
    expect(message.subject).toBe(`Neue Bestellung ${placed}: 43,30\u00a0€`);
    expect(message.text).toContain('Ingo Schönau hat über Webshop bestellt');
    expect(message.text).toContain('3 × Kozo sheet, 38 x 51 cm');
  });

  await test.step('both can be read in the mailboxes by a person', async () => {
    const reader = await page.context().newPage();
    await reader.goto(`${MAILBOXES}/read/ingo@schoenau.example`);
    await reader.getByRole('link', { name: `Ihre Bestellung ${placed} ist bei uns` }).click();
    await expect(reader.frameLocator('iframe').locator('h1')).toContainText('Vielen Dank, Ingo');
    await expect(reader.locator('pre')).toContainText(placed);
    await reader.close();
  });

  await test.step('Deliveries says who got what and why, and shows the message as sent', async () => {
    await page.getByRole('link', { name: 'Deliveries' }).click();
    await page.getByLabel('Order number').fill(placed);
    await page.getByRole('button', { name: 'Find' }).click();
    await expect(page).toHaveURL(/order=LBL-1001/);
    await expect(page.getByRole('row')).toHaveCount(3);
    await page.getByRole('link', { name: 'Ingo Schönau' }).click();
    for (const reason of [
      'Order received goes out when an order is placed.',
      `Ingo Schönau placed order ${placed}.`,
      'The order was placed in German.',
      'Made from edition 2.',
    ]) {
      await expect(page.getByText(reason)).toBeVisible();
    }
    await expect(page.frameLocator('iframe[title="The message as sent"]').locator('h1')).toContainText(
      'Vielen Dank, Ingo',
    );
    await page.getByText('SMTP log').click();
    await expect(page.getByText('RCPT TO:<ingo@schoenau.example>')).toBeVisible();
  });

  await test.step('Today is satisfied', async () => {
    await page.getByRole('link', { name: 'Today' }).click();
    await expect(page.getByText('smtp.harrowpost.example takes mail.')).toBeVisible();
    await expect(page.getByText(/steps? left/)).toHaveCount(0);
    await expect(page.getByRole('link', { name: /^[1-9]\d* sent today/ })).toBeVisible();
    await expect(page.getByText(/32 notifications are live, among them Order received/)).toBeVisible();
  });
});
