/** What somebody meets who guesses, sends too much, or tells a second time what is something else. */
import { signedOrder } from '../../demo/shop';
import { rmSync } from 'node:fs';
import { run, stackUrl } from './stack';
import { axeFindings } from './axe';
import { arrived, demoFacts, expect, mailbox, PASSWORD, placeByEvent, signIn, test } from './support';

const EMAIL = 'claire@quillwick.example';

test('guessing a password gets slower, and whoever signed in here before is not locked out', async ({
  page,
  browser,
}) => {
  const tryWith = async (on: typeof page, password: string): Promise<void> => {
    await on.getByLabel('Email address').fill(EMAIL);
    await on.getByLabel('Password').fill(password);
    await on.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(on.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  };
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(EMAIL);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL('**/languages');
  await page.getByRole('button', { name: /Claire/ }).click();
  await page.getByText('Sign out').click();
  await page.waitForURL('**/sign-in**');

  const stranger = await (await browser.newContext()).newPage();
  await stranger.goto('/sign-in');
  // Until the wait is long enough to be met, however slow the machine is.
  await expect(async () => {
    await tryWith(stranger, 'a guess');
    await expect(stranger.getByText(/Wait (8|9|\d\d) seconds/)).toBeVisible({ timeout: 100 });
  }).toPass({ intervals: [100], timeout: 60_000 });
  await tryWith(stranger, PASSWORD);
  await expect(stranger.getByText(/^Too many tries failed\. Wait .+ and try again\.$/)).toBeVisible();

  await page.getByLabel('Email address').fill(EMAIL);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL('**/languages');
  await stranger.context().close();
});

test('a second order under a number is refused with what differs, and Today shows it', async ({ page, request }) => {
  const number = `QW-${Date.now()}`;
  const first = `first.${Date.now()}@trust-e2e.example`;
  const second = `second.${Date.now()}@trust-e2e.example`;
  await placeByEvent(request, number, first);
  const { body, headers } = signedOrder(demoFacts().eventsKey, number, second, `again-${number}`);
  const answer = await request.post('/api/v1/events', { data: body, headers });
  expect(answer.status()).toBe(409);
  expect(((await answer.json()) as { title: string }).title).toContain(`The customer is ${second}, and was ${first}.`);
  await arrived(first, 'We have your order');
  expect(await mailbox(second)).toEqual([]);

  await signIn(page);
  await page.goto('/s/quillwick/today');
  const line = page.getByRole('listitem').filter({ hasText: `second order ${number}` });
  await expect(line).toContainText(second);
  await line.getByRole('link', { name: 'See the first order' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(number);
});

test('all messages that wait for one cause are tried again by one click', async ({ page, request }) => {
  const addresses = [1, 2].map((i) => `grey.cause${i}.${Date.now()}@trust-e2e.example`);
  for (const [i, address] of addresses.entries()) await placeByEvent(request, `C-${Date.now()}-${i}`, address);
  await signIn(page);
  await page.goto(`/s/quillwick/deliveries?recipient=${encodeURIComponent(addresses[1]!)}`);
  const row = page.getByRole('row').filter({ hasText: 'Order received' });
  await expect(row).toContainText('retrying');
  await row.getByRole('link').first().click();
  await page.waitForURL(/\/deliveries\/[0-9A-Z]{26}$/);
  const button = page.getByRole('button', { name: /^Try all \d+ with this cause again$/ });
  await expect(async () => {
    await page.reload();
    await expect(button).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await button.click();
  await expect(page.getByText(/^\d+ messages are tried again\.$/)).toBeVisible();
  for (const address of addresses) await arrived(address, 'We have your order');
});

test('a file that is too large is refused in words, and the screen stays usable', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/look');
  await page.getByLabel('From a file').setInputFiles({
    name: 'large.json',
    mimeType: 'application/json',
    buffer: Buffer.from(`{"kind":"libellus look","version":1,"look":"${'x'.repeat(4_000_000)}"}`),
  });
  await expect(page.getByText(/This is too large: it has \d.* MB, and at most 3 MB are taken here\./)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Publish look/ })).toBeVisible();
});

test('who runs the installation sees what will be used up, what runs, and that a backup is made', async ({
  page,
  stack,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/installation');
  await expect(page.getByText('One thing to see to.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Backup' })).toContainText('None was made yet.');
  const processes = page.getByRole('region', { name: 'Processes' });
  for (const kind of ['Web', 'Worker', 'Rehearser']) {
    await expect(processes.getByRole('row').filter({ hasText: kind })).toContainText('runs');
  }
  await expect(page.getByRole('region', { name: 'Database' })).toContainText('answers');

  // What a service takes grows, and the limit it comes to is said with its days.
  const limit = page.getByRole('row').filter({ hasText: 'Messages a day by Harrowpost (Quillwick Trade)' });
  await expect(limit).toContainText(/500.*\d{1,2} \w+ 20\d\d.*\d{1,2} \w+ 20\d\d to \d{1,2} \w+ 20\d\d/s);
  await expect(page.getByRole('img', { name: /^Messages a day by Harrowpost.*of 500$/ })).toBeVisible();
  await page.getByRole('link', { name: 'Disk of the database' }).click();
  await expect(page).toHaveURL(/\?show=disk$/);
  await expect(page.getByRole('img', { name: /^Disk of the database: .* GB of .* GB$/ })).toBeVisible();
  expect(await axeFindings(page, 'installation')).toEqual([]);

  const file = `${stack.data}-backup.tar.gz`;
  rmSync(file, { force: true });
  await run('ops/command.ts', ['backup', file, '--data', stack.data, '--port', new URL(stackUrl).port]).done;
  await expect(page.getByText('Everything runs.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Backup' })).toContainText(/MB, in \d+ seconds/);
  await limit.getByRole('link', { name: 'Open Harrowpost' }).click();
  await expect(page).toHaveURL(/\/s\/quillwick-trade\/sending\/services\//);
});
