/** All messages of a store as one file: saved, looked at in another store, brought in as drafts, and taken back. */
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, signIn, test } from './support';

test('messages saved in one store are brought into another, published there, and taken back', async ({
  page,
}, testInfo) => {
  await signIn(page);
  const file = testInfo.outputPath('set.json');
  await test.step('the drafts are saved as one file, pictures inside', async () => {
    await page.goto('/s/quillwick/store/sets');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Save the drafts' }).click();
    await (await download).saveAs(file);
  });
  const set = JSON.parse(readFileSync(file, 'utf8')) as {
    notifications: {
      slug: string;
      versions: { variant: string; template: { words: Record<string, Record<string, string>> } }[];
    }[];
  };
  const received = set.notifications.find((n) => n.slug === 'order-received')!;
  received.versions.at(-1)!.template.words.en!.subject = 'We have it: {$order.number}';
  writeFileSync(file, JSON.stringify(set));

  await page.goto('/s/quillwick-trade/store/sets');
  const screen = page.getByRole('region', { name: 'Bring in' });
  await test.step('a file that is no set changes nothing and says why', async () => {
    const other = testInfo.outputPath('other.json');
    writeFileSync(other, '{"kind":"libellus look","version":1}');
    await page.getByLabel('A file that was saved here').setInputFiles(other);
    await expect(screen.getByText('This file holds a look.')).toBeVisible();
  });
  await test.step('one looks at what would change before it does', async () => {
    await page.getByLabel('A file that was saved here').setInputFiles(file);
    await expect(screen.getByTestId('set')).toContainText('Quillwick:');
    const drafts = screen.getByRole('region', { name: 'Comes as drafts' });
    await drafts.getByRole('checkbox', { name: 'All of these' }).click();
    if (await drafts.getByRole('checkbox', { name: 'All of these' }).isChecked())
      await drafts.getByRole('checkbox', { name: 'All of these' }).click();
    await drafts.getByRole('checkbox', { name: 'Messages: Order received' }).check();
    await drafts.locator('li', { hasText: 'Order received' }).first().locator('summary').click();
    await expect(drafts.locator('li', { hasText: 'Order received' }).first()).toContainText('Subject, English');
    await screen.getByRole('button', { name: 'Bring in 1 part' }).click();
    await expect(page.getByText(/One part is brought in/)).toBeVisible();
  });
  await test.step('it is a draft there, which Undo takes back', async () => {
    await expect(page.getByRole('button', { name: 'Publish them ...' })).toBeVisible();
    const desk = await page.context().newPage();
    await desk.goto('/s/quillwick-trade/desk/order-received');
    await expect(desk.getByRole('textbox', { name: 'Subject' })).toContainText('We have it');
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await expect(page.getByText('The messages are back as they were.')).toBeVisible();
    await desk.reload();
    await expect(desk.getByRole('textbox', { name: 'Subject' })).not.toContainText('We have it');
    await desk.close();
  });
  await test.step('the same from store to store, and published at once', async () => {
    await page.getByRole('radio', { name: 'Another store' }).click();
    await page.getByRole('button', { name: 'Store: Choose a store' }).click();
    await page.getByRole('option', { name: 'Quillwick', exact: true }).click();
    await expect(screen.getByTestId('set')).toContainText(/changed/);
    await page.getByRole('button', { name: /^Arabic: / }).click();
    await page.getByRole('option', { name: 'left out' }).click();
    await expect(screen.getByText(/There are no words in .*Arabic/).first()).toBeVisible();
  });
});

test('a new store is made that begins with the messages of another', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await page.getByRole('navigation', { name: 'Libellus' }).getByRole('button', { name: 'Quillwick' }).first().click();
  await page.getByRole('menuitem', { name: 'New store ...' }).click();
  await expect(page.getByRole('heading', { name: 'New store' })).toBeVisible();
  await page.getByRole('button', { name: 'Make the store' }).click();
  await expect(page.getByText('Enter the name of the store.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Quillwick Kids');
  await page.getByLabel('Address on the web').fill('https://kids.quillwick.example');
  await page.getByLabel('Email address for customers').fill('kids@quillwick.example');
  await page.getByRole('radio', { name: /The messages of Quillwick(?! Trade)/ }).check();
  await page.getByRole('button', { name: 'Make the store' }).click();
  await page.waitForURL('**/s/quillwick-kids/today');
  await expect(page.getByText('6 steps left')).toBeVisible();
  await page.goto('/s/quillwick-kids/desk/order-received');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('order');
  await expect(page.getByRole('button', { name: 'never published' })).toBeVisible();
});
