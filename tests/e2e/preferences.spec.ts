/** Contacts that customers keep: on a page that a link proves to be theirs, and in the shop's checkout and account page. */
import type { Page } from '@playwright/test';
import { axeFindings } from './axe';
import { arrived, expect, happens, mailbox, placeByEvent, PORT, signIn, test } from './support';

const STORE = '/s/quillwick';
const SHOP = `http://127.0.0.1:${PORT + 10}`;

/** The link to a customer's preferences in a message to them. */
async function linkIn(email: string, subject: string): Promise<string> {
  const { message } = await arrived(email, subject);
  return /http:\/\/\S+\/preferences\/[0-9a-z.-]+/.exec(message.text ?? '')![0];
}

async function issueInvoice(page: Page, order: string, number: string): Promise<void> {
  await page.goto(`${STORE}/orders/${order}`);
  await happens(page, 'Issue an invoice', async (dialog) => {
    await dialog.getByLabel('Invoice number').fill(number);
  });
}

test('a customer keeps a contact and a language on their page, and the next invoice reaches Accounts once', async ({
  page,
  request,
}) => {
  const email = 'grace@paper-loft.example';
  const accounts = 'books@paper-loft.example';
  await placeByEvent(request, 'PR-1', email);
  await test.step('the link in the message shows nothing, and sends one that opens the page', async () => {
    await page.goto(await linkIn(email, 'PR-1'));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('What we write to you');
    await expect(page.getByText(email)).toHaveCount(0);
    await page.getByRole('button', { name: 'Send me the link' }).click();
    await expect(page.getByRole('status')).toContainText('The link is on its way to you.');
    const { message } = await arrived(email, 'What Quillwick writes to you');
    await page.goto(/http:\/\/\S+\/preferences\/[0-9a-z.]+/.exec(message.text ?? '')![0]);
    await expect(page.getByText(email)).toBeVisible();
  });
  const first = page.getByRole('group', { name: '1', exact: true });
  await test.step('an address that is none is said at its place, and nothing typed is lost', async () => {
    await first.getByLabel('Mail address').fill('books');
    await first.getByLabel('Name').fill('Bookkeeping');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert')).toHaveText('Nothing was saved. Look at what is marked.');
    await expect(first.getByLabel('Mail address')).toHaveAccessibleDescription('This is not a mail address.');
    await expect(first.getByLabel('Name')).toHaveValue('Bookkeeping');
    expect(await axeFindings(page, 'preferences')).toEqual([]);
  });
  await test.step('saved, and told in the language they chose', async () => {
    await first.getByLabel('For').selectOption('Accounts');
    await first.getByLabel('Mail address').fill(accounts);
    await page.getByLabel('Language', { exact: true }).first().selectOption('Deutsch');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('status')).toHaveText('Gespeichert. Sie können diese Seite schließen.');
  });
  await test.step('the next order is in it, and its invoice reaches Accounts once', async () => {
    await placeByEvent(request, 'PR-2', email);
    await arrived(email, 'Bestellung PR-2');
    await signIn(page);
    await issueInvoice(page, 'PR-2', 'R-2026-91');
    await arrived(accounts, 'R-2026-91');
    expect((await mailbox(accounts)).filter((m) => m.subject.includes('R-2026-91'))).toHaveLength(1);
    await page.goto(`${STORE}/customers?address=${email}`);
    await expect(page.getByRole('region', { name: 'Who they are' })).toContainText('German');
    await expect(page.getByRole('region', { name: 'Contacts' })).toContainText(accounts);
  });
});

test('the shop’s checkout keeps a contact by the interface for programs, and refuses the customer among them', async ({
  page,
}) => {
  const email = 'iwona@glue-pot.example';
  const accounts = 'invoices@glue-pot.example';
  await page.goto(SHOP);
  await page.getByLabel('Your mail address').fill(email);
  await page.getByRole('button', { name: 'To the checkout' }).click();
  await page.getByLabel('First name').fill('Iwona');
  await page.getByLabel('For, person 1').selectOption('Accounts');
  await page.getByLabel('Address, person 1').fill(email);
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByRole('alert')).toContainText('This is the address of the customer.');
  await page.getByLabel('Address, person 1').fill(accounts);
  await page.getByRole('button', { name: 'Place the order' }).click();
  const thanks = await page.getByRole('status').innerText();
  const number = /S-[0-9A-Z]+/.exec(thanks)![0];
  await arrived(email, number);
  await signIn(page);
  await issueInvoice(page, number, 'R-2026-92');
  await arrived(accounts, 'R-2026-92');
  expect((await mailbox(accounts)).filter((m) => m.subject.includes('R-2026-92'))).toHaveLength(1);
  await page.goto(`${SHOP}/account?customer=${email}`);
  await expect(page.getByLabel('Address, person 1')).toHaveValue(accounts);
});

test('two addresses of one person are joined and taken apart, and a selection of customers is kept', async ({
  page,
  request,
}) => {
  const [one, two] = ['ann@two-names.example', 'ann.home@two-names.example'];
  await placeByEvent(request, 'JO-1', one);
  await placeByEvent(request, 'JO-2', two);
  await signIn(page, 'amira@quillwick.example');
  await page.goto(`${STORE}/customers?address=${one}`);
  const who = page.getByRole('region', { name: 'Who they are' });
  await test.step('an address that nobody has is refused at its field', async () => {
    await who.getByRole('button', { name: 'Join with another ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'Join two customers' });
    await dialog.getByLabel('Their other address').fill('nobody@two-names.example');
    await dialog.getByRole('button', { name: 'Look' }).click();
    await expect(dialog.getByLabel('Their other address')).toHaveAccessibleDescription(/No customer has the address/);
    await dialog.getByLabel('Their other address').fill(two);
    await dialog.getByRole('button', { name: 'Look' }).click();
    await expect(dialog.getByRole('status')).toContainText('1 order and its messages are shown here from now on.');
    await dialog.getByRole('button', { name: 'Join', exact: true }).click();
    await expect(dialog).toHaveCount(0);
  });
  await expect(page.getByRole('region', { name: 'Orders' })).toContainText('JO-2');
  await expect(page.getByRole('region', { name: 'Messages' })).toContainText(two);
  await test.step('and apart', async () => {
    await who.getByRole('button', { name: 'Take apart' }).click();
    await expect(who.getByText(two)).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'Orders' })).not.toContainText('JO-2');
  });
  await test.step('what the list is narrowed to is kept under a name', async () => {
    await page.goto(`${STORE}/customers?language=pl&spent=50`);
    await page.getByRole('button', { name: 'Save selection ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'Save this selection' });
    await dialog.getByLabel('Its name').fill('Poland, 50 and more');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toHaveCount(0);
    await page.goto(`${STORE}/customers`);
    await page.getByRole('button', { name: 'Saved selections' }).click();
    await page.getByRole('option', { name: 'Poland, 50 and more' }).click();
    await expect(page).toHaveURL(/language=pl&spent=50|spent=50.*language=pl/);
    await page.getByRole('button', { name: 'Remove selection' }).click();
    await expect(page.getByRole('button', { name: 'Saved selections' })).toHaveCount(0);
  });
});
