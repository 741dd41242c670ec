/** Sending, from the screen to the mailbox: records entered wrongly and mended, a second service, withholding, a bounce. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { axeFindings } from './axe';
import {
  arrived,
  choosePick,
  demoFacts,
  expect,
  mailbox,
  MAILBOXES,
  PASSWORD,
  placeByEvent,
  PORT,
  REGISTRAR,
  signIn,
  test,
} from './support';

const DOMAIN = '/s/quillwick/sending/domains/quillwick.example';
const record = (page: Page, kind: string): Locator => page.locator(`[data-record="${kind}"]`);

/** Enters a record at the registrar's page. */
async function enter(page: Page, host: string, value: string, type = 'TXT'): Promise<void> {
  await page.goto(REGISTRAR);
  await page.getByLabel('Host').fill(host);
  await page.getByLabel('Type').selectOption(type);
  await page.getByLabel('Value').fill(value);
  await page.getByRole('button', { name: 'Add the record' }).click();
  await expect(page.getByRole('heading', { name: 'Stand-in registrar' })).toBeVisible();
}

async function lookAgain(page: Page): Promise<void> {
  await page.goto(DOMAIN);
  await page.getByRole('button', { name: 'Look now' }).click();
  await expect(page.getByRole('button', { name: 'Look now' })).toBeEnabled();
}

async function neededOf(page: Page, name: string): Promise<string> {
  return (await page.getByLabel(`Value of ${name}`, { exact: true }).textContent())!;
}

async function fault(page: Page, server: string, step: string, kind: string): Promise<void> {
  await page.goto(`${MAILBOXES}/servers`);
  await page.locator(`#${server}-${step}`).selectOption(kind);
  await page.getByRole('button', { name: `Set the fault of ${server} at ${step}` }).click();
}

test.beforeEach(({ page }) => signIn(page));
test.afterEach(async () => {
  const body = new URLSearchParams({ server: 'harrowpost', step: 'sender', kind: 'none' });
  await fetch(`${MAILBOXES}/servers/fault`, { method: 'POST', body });
});

test('records are entered wrongly, judged, corrected, and mail goes into the Inbox instead of Junk', async ({
  page,
  request,
}) => {
  test.setTimeout(180_000);
  await placeByEvent(request, 'E2E-JUNK', 'reader@dns-e2e.example');
  const before = await arrived('reader@dns-e2e.example', 'E2E-JUNK');
  expect(before.mail.folder).toBe('Junk');

  await page.goto('/s/quillwick/sending/domains');
  await expect(page.getByLabel('Domain')).toHaveValue('quillwick.example');
  await page.getByRole('button', { name: 'Add the domain' }).click();
  await expect(page.getByTestId('domain-state')).toContainText('0 of 2 records that must be there are right.');
  await expect(record(page, 'spf')).toContainText('It does not hold include:spf.harrowpost.example');
  await expect(record(page, 'dkim')).toContainText('Not there yet');
  await expect(record(page, 'dmarc')).toContainText('with a weaker policy');
  const [spf, dkim] = [await neededOf(page, 'SPF'), await neededOf(page, 'DKIM')];
  const host = (await page.getByLabel('Host of DKIM', { exact: true }).textContent())!;

  // The whole name as host, quotation marks, and a second SPF record beside the first.
  await enter(page, `${host}.quillwick.example`, dkim);
  await enter(page, '@', spf);
  await lookAgain(page);
  await expect(record(page, 'dkim')).toContainText(`Enter the host as ${host} only.`);
  await expect(record(page, 'spf')).toContainText('There are 2 SPF records, and with more than one none counts.');

  await page.goto(REGISTRAR);
  await page.getByRole('button', { name: `Remove TXT ${host}.quillwick.example.quillwick.example` }).click();
  await page
    .getByRole('row')
    .filter({ hasText: 'v=spf1 include:_spf.oldmill-post.example ~all' })
    .getByRole('button')
    .click();
  await enter(page, host, `"${dkim}"`);
  await lookAgain(page);
  await expect(record(page, 'spf')).toHaveAttribute('data-standing', 'exact');
  await expect(record(page, 'dkim')).toContainText('The quotation marks became part of it.');

  await page.goto(REGISTRAR);
  await page.getByRole('button', { name: `Remove TXT ${host}.quillwick.example`, exact: true }).click();
  await enter(page, host, dkim);
  // The worker looks by itself; nobody has to press anything.
  await page.goto(DOMAIN);
  await expect(page.getByTestId('domain-state')).toContainText('All that must be there is right.', { timeout: 90_000 });
  await expect(page.getByText(/Messages are signed with the key lb\d+\./)).toBeVisible();

  await placeByEvent(request, 'E2E-INBOX', 'reader@dns-e2e.example');
  const { mail, message } = await arrived('reader@dns-e2e.example', 'E2E-INBOX');
  expect(mail).toMatchObject({ folder: 'Inbox', verdict: 'spf=pass dkim=pass dmarc=pass' });
  expect(String(message.headers.get('authentication-results'))).toContain('dkim=pass');
  await page.goto(`${MAILBOXES}/read/reader%40dns-e2e.example`);
  await expect(page.getByRole('row').filter({ hasText: 'E2E-INBOX' })).toContainText('Inbox');
  await expect(page.getByRole('row').filter({ hasText: 'E2E-JUNK' })).toContainText('Junk');
  await page.goto('/s/quillwick/today');
  await expect(page.getByText(/The DNS records of quillwick\.example are right/)).toBeVisible();
});

test('mail is proven to arrive, and a path by which it does not is on Today until it does', async ({ page }) => {
  const path = page.getByTestId('proof-path');
  await page.goto('/s/quillwick/sending/proof');
  await expect(path).toContainText('Not tried');

  await test.step('the mailbox is tried before it is saved', async () => {
    await page.getByRole('radio', { name: /A mailbox of yours/ }).check();
    await page.getByLabel('Address of the mailbox').fill('proof@mail-e2e.example');
    await page.getByLabel('IMAP server').fill('imap.harrowpost.example');
    await page.getByLabel('Port', { exact: true }).fill(String(PORT + 11));
    await page.getByLabel('Password').fill('not this one');
    await page.getByRole('button', { name: 'Open the mailbox' }).click();
    await expect(page.getByText(/cannot be read: .*does not accept this user and password/)).toBeVisible();
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Open the mailbox' }).click();
    await expect(page.getByText('The mailbox opens: 2 folders. Junk is Junk.')).toBeVisible();
    await expect(page.getByText(/^1 message each time, 24 a day\./)).toBeVisible();
  });

  await test.step('the first goes out at once, and arrives in the inbox', async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(path).toContainText('Arrives', { timeout: 30_000 });
    await expect(path).toContainText('in the inbox');
    await expect(path).toContainText('SPF: pass');
    await expect(path).toContainText('DKIM: pass');
    await expect(path).toContainText('DMARC: pass');
    expect(await mailbox('proof@mail-e2e.example')).toEqual([]);
    await page.goto('/s/quillwick/today');
    await expect(page.getByText('Mail arrives: 1 path, proven since yesterday')).toBeVisible();
  });

  await test.step('a service that takes nothing is found out', async () => {
    await fault(page, 'harrowpost', 'sender', 'refuse');
    await page.goto('/s/quillwick/sending/proof');
    await page.getByRole('button', { name: 'Send proofs now' }).click();
    await expect(path).toContainText('Not taken', { timeout: 30_000 });
    await expect(path).toContainText(/may not send|does not send|refused|No/);
    expect(await axeFindings(page, 'a path that is not right')).toEqual([]);
    await page.goto('/s/quillwick/today');
    await page.getByRole('link', { name: 'See the proof' }).click();
    await expect(page).toHaveURL(/sending\/proof$/);
    await fault(page, 'harrowpost', 'sender', 'none');
    await page.goto('/s/quillwick/sending/proof');
    await page.getByRole('button', { name: 'Send proofs now' }).click();
    await expect(path).toContainText('Arrives', { timeout: 30_000 });
    await expect(page.getByRole('img', { name: '1 of the last 3 was not right' })).toBeVisible();
    await path.getByText('Earlier proofs').click();
    await expect(path.getByRole('listitem')).toHaveCount(3);
  });
});

test('a second service takes over when the first refuses, and the record says so', async ({ page, request }) => {
  await page.goto('/s/quillwick/sending/services/new');
  await page.getByLabel('A relay for larger senders').check();
  await page.getByLabel('Host', { exact: true }).fill('relay.fernbridge.example');
  await page.getByRole('textbox', { name: 'Port' }).fill(String(PORT + 6));
  await page.getByLabel('User').fill('quillwick');
  await page.getByLabel('Password', { exact: true }).fill('fern-and-bracken');
  await page.getByLabel('Domains verified there').fill('quillwick.example');
  await page.getByLabel('Messages a day').fill('1000');
  await page.getByRole('button', { name: 'Save and check' }).click();
  await expect(page.locator('[data-step="sender"]')).toHaveAttribute('data-state', 'passed');

  await fault(page, 'harrowpost', 'sender', 'limit');
  await placeByEvent(request, 'E2E-OVER', 'reader@over-e2e.example');
  await arrived('reader@over-e2e.example', 'E2E-OVER');
  await page.goto('/s/quillwick/deliveries?recipient=reader@over-e2e.example');
  await page.getByRole('row').filter({ hasText: 'E2E-OVER' }).getByRole('link').first().click();
  await expect(
    page.getByText(/relay\.fernbridge\.example:\d+ as quillwick \(.*rests: .*reached its limit/),
  ).toBeVisible();
  await page.goto('/s/quillwick/sending/services');
  await expect(page.getByTestId('services')).toContainText('rests: smtp.harrowpost.example has reached its limit');

  // Mended: checked again, it rests no longer.
  await fault(page, 'harrowpost', 'sender', 'none');
  await page.goto('/s/quillwick/sending/services');
  await page.getByRole('link', { name: 'smtp.harrowpost.example' }).click();
  await page.getByRole('button', { name: 'Check again' }).click();
  await expect(async () => {
    await page.goto('/s/quillwick/sending/services');
    await expect(page.getByTestId('services').getByText('takes mail')).toHaveCount(2, { timeout: 1_000 });
  }).toPass();
});

test('a paused service holds what is for it, and lets it go', async ({ page, request }) => {
  await page.goto('/s/quillwick/sending/services');
  for (const at of [0, 1]) {
    await page.getByTestId('services').getByRole('listitem').nth(at).getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByText('paused: what is for it waits')).toHaveCount(at + 1);
  }
  await placeByEvent(request, 'E2E-PAUSE', 'reader@pause-e2e.example');
  await page.goto('/s/quillwick/deliveries?recipient=reader@pause-e2e.example');
  await expect(page.getByRole('row').filter({ hasText: 'E2E-PAUSE' })).toContainText('on hold');
  expect(await mailbox('reader@pause-e2e.example')).toEqual([]);
  await page.goto('/s/quillwick/sending/services');
  await page.getByRole('button', { name: 'Resume' }).first().click();
  await expect(page.getByText(/messages? on hold goe?s? out now/)).toBeVisible();
  await arrived('reader@pause-e2e.example', 'E2E-PAUSE');
  await expect(page.getByRole('button', { name: 'Resume' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Resume' }).click();
  await expect(page.getByRole('button', { name: 'Resume' })).toHaveCount(0);
});

test('an address that is not to be written to is left alone; one message is released', async ({ page, request }) => {
  await page.goto('/s/quillwick/sending/withheld');
  await page.getByLabel('Address or domain').fill('nonsense');
  await page.getByLabel('Why').fill('asked by telephone');
  await page.getByRole('button', { name: 'Add to list' }).click();
  await expect(page.getByText(/"nonsense" is neither an address, nor @domain/)).toBeVisible();
  await page.getByLabel('Address or domain').fill('@withheld-e2e.example');
  await page.getByRole('button', { name: 'Add to list' }).click();
  await expect(page.getByRole('cell', { name: '@withheld-e2e.example', exact: true })).toBeVisible();

  await placeByEvent(request, 'E2E-HOLD', 'reader@withheld-e2e.example');
  await page.goto('/s/quillwick/deliveries?recipient=reader@withheld-e2e.example');
  const row = page.getByRole('row').filter({ hasText: 'E2E-HOLD' });
  await expect(row).toContainText('blocked');
  await row.getByRole('link').first().click();
  await expect(page.getByText('@withheld-e2e.example is on the do-not-send list: asked by telephone')).toBeVisible();
  await page.getByRole('button', { name: 'Send once anyway' }).click();
  await arrived('reader@withheld-e2e.example', 'E2E-HOLD');
  await expect(page.getByRole('button', { name: 'Send once anyway' })).toHaveCount(0);
});

test('a message that comes back an hour later is on record, and its address is not written to again', async ({
  page,
  request,
}) => {
  // Bounces lead to us, and the relay lets return-paths be ours: it is to be the first.
  await enter(page, 'bounce', '10 bounces.quillwick.example', 'MX');
  await lookAgain(page);
  await expect(record(page, 'bounce-mx')).toContainText('Bounces come back to Libellus.');
  await page.goto('/s/quillwick/sending/services');
  await page.getByRole('button', { name: 'Move down' }).first().click();
  await expect(page.getByTestId('services').getByRole('listitem').first()).toContainText('relay.fernbridge.example');

  await placeByEvent(request, 'E2E-BACK', 'later@back-e2e.example');
  await arrived('later@back-e2e.example', 'E2E-BACK');
  await page.goto(`${MAILBOXES}/servers`);
  await page.getByRole('button', { name: 'Wind it one hour on' }).click();
  await page.goto('/s/quillwick/deliveries?recipient=later@back-e2e.example');
  await expect(async () => {
    await page.reload();
    await expect(page.getByRole('row').filter({ hasText: 'E2E-BACK' })).toContainText('bounced', { timeout: 1_000 });
  }).toPass();
  await page.getByRole('row').filter({ hasText: 'E2E-BACK' }).getByRole('link').first().click();
  await expect(page.getByTestId('bounces')).toContainText('there is no such mailbox');
  await page.goto('/s/quillwick/sending/withheld');
  const entry = page.getByRole('row').filter({ hasText: 'later@back-e2e.example' });
  await expect(entry).toContainText('mail came back: there is no such mailbox');
  await entry.getByRole('link', { name: 'The message' }).click();
  await expect(page.getByTestId('bounces')).toBeVisible();
});

test('senders: what no service sends as is found when it is saved', async ({ page }) => {
  await page.goto('/s/quillwick/sending/senders');
  await page.getByLabel('A sender of its own').last().check();
  const staff = page.getByRole('group', { name: 'Staff' });
  await staff.getByLabel('Name').fill('Quillwick | Handmade paper');
  await expect(staff.getByText('It reads like the title of a page.')).toBeVisible();
  await staff.getByLabel('Name').fill('Quillwick staff');
  await staff.getByLabel('Address', { exact: true }).fill('mill@elsewhere.example');
  await page.getByRole('button', { name: 'Save the senders' }).click();
  await expect(staff.getByRole('alert')).toContainText('not for elsewhere.example');
  await expect(staff.getByRole('alert').getByRole('listitem')).toHaveCount(2);
  await staff.getByLabel('A sender of its own').uncheck();
  await page.getByRole('button', { name: 'Save the senders' }).click();
  await expect(page.getByText('Saved.').last()).toBeVisible();
});

test('the security of a service follows the port it usually has, and a readable line is warned of', async ({
  page,
}) => {
  await page.goto('/s/quillwick/sending/services/new');
  await choosePick(page, 'Security', 'TLS from the start');
  await expect(page.getByRole('textbox', { name: 'Port' })).toHaveValue('465');
  await choosePick(page, 'Security', 'STARTTLS if offered');
  await expect(page.getByText('What is sent can be read and changed on the way.')).toBeVisible();
  await page.getByLabel('Host', { exact: true }).fill('smtp.harrowpost.example');
  await page.getByLabel('User').fill('orders@quillwick.example');
  await page.getByLabel('Password', { exact: true }).fill('linen-thread-18');
  await page.getByRole('button', { name: 'Save and check' }).click();
  await expect(page.getByText(/Choose TLS or STARTTLS: without it/)).toBeVisible();
  await expect(page.locator('body')).not.toContainText('linen-thread-18');
});

test('what a channel allows is set, and an order from there shows it', async ({ page, request }) => {
  await signIn(page);
  await page.goto('/s/quillwick/sending/channels');
  const shop = page.getByRole('region', { name: 'Web shop' });
  await shop.getByLabel('Domain of masked addresses').fill('no domain');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(shop.getByText('"no domain" is not a domain')).toBeVisible();
  await shop.getByLabel('Domain of masked addresses').fill('masked.bazaarlane.example');
  await shop.getByLabel('Service').check();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('It counts for what happens from now on')).toBeVisible();
  await placeByEvent(request, 'MASKED-1', 'x1@masked.bazaarlane.example');
  await page.goto('/s/quillwick/orders/MASKED-1');
  await expect(page.getByText(/hides its customers/).first()).toBeVisible();
  await page.goto('/s/quillwick/sending/channels');
  await page.getByRole('region', { name: 'Web shop' }).getByLabel('Domain of masked addresses').fill('');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('It counts for what happens from now on')).toBeVisible();
});

test('what should have gone out and has not is on Today, in the record, and by notification', async ({ page }) => {
  const pauseAll = async (button: 'Pause' | 'Resume'): Promise<void> => {
    await page.goto('/s/quillwick/sending/services');
    const buttons = page.getByTestId('services').getByRole('button', { name: button });
    await expect(buttons.first()).toBeVisible();
    for (let left = await buttons.count(); left > 0; left -= 1) {
      await buttons.first().click();
      await expect(buttons).toHaveCount(left - 1);
    }
  };
  await page.goto('/s/quillwick/orders');
  await page.getByRole('button', { name: 'Start a test order' }).click();
  await page.getByLabel('Name of the customer').fill('Bea Late');
  await page.getByLabel('Email address').fill('reader@late-e2e.example');
  await page.getByRole('button', { name: 'Place the test order' }).click();
  const steps = page.getByRole('heading', { name: /^Steps of order / });
  await expect(steps).toBeVisible();
  const number = (await steps.innerText()).split(' ').at(-1)!;
  const walk = page.url();
  await page.goto('/s/quillwick/deliveries?state=overdue');
  await expect(page.getByText('Nothing is overdue')).toBeVisible();

  // The reminder is due after a day, and no service takes it.
  await pauseAll('Pause');
  await page.goto(walk);
  await page.getByRole('button', { name: 'three days' }).click();
  const overdue = page.getByRole('listitem').filter({ hasText: `1 message is overdue and has not gone out` });
  await expect(async () => {
    await page.goto('/s/quillwick/today');
    await expect(overdue).toContainText(`“Payment still due” about ${number}`, { timeout: 1_000 });
  }).toPass();
  await overdue.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByRole('radio', { name: 'Overdue' })).toBeChecked();
  await expect(page.getByRole('row').filter({ hasText: number })).toContainText('on hold');
  await page.getByRole('link', { name: 'By notification' }).click();
  const reminder = page.getByRole('row').filter({ hasText: 'Payment still due' });
  await reminder.getByRole('cell').last().getByRole('link', { name: '1' }).click();
  await expect(page).toHaveURL(/notification=\w+&state=overdue/);
  await expect(page.getByRole('row').filter({ hasText: number })).toContainText('on hold');
  await pauseAll('Resume');
  await arrived('reader@late-e2e.example', 'Still open');
  await page.goto('/s/quillwick/deliveries?state=overdue');
  await expect(page.getByText('Nothing is overdue')).toBeVisible();
});

test('no password, key or secret stands in any log, page or answer', async ({ page, request, stack }) => {
  const secrets = ['linen-thread-18', 'fern-and-bracken', 'PRIVATE KEY', demoFacts().eventsKey, PASSWORD];
  const logs = `${stack.data}/logs`;
  for (const file of readdirSync(logs)) {
    const text = readFileSync(join(logs, file), 'utf8');
    for (const secret of secrets) expect(text.includes(secret), `${secret} in ${file}`).toBe(false);
  }
  for (const path of [
    'sending/services',
    'sending/domains/quillwick.example',
    'sending/withheld',
    'sending/proof',
    'deliveries',
    'today',
  ]) {
    const html = await (await page.request.get(`/s/quillwick/${path}`)).text();
    for (const secret of secrets) expect(html.includes(secret), `${secret} in ${path}`).toBe(false);
  }
  const health = await (await request.get('/api/health')).text();
  for (const secret of secrets) expect(health).not.toContain(secret);
});
