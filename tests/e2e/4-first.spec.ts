/** For real, from nothing: `start` with an empty database, the first owner, and the first publication. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, PORT, publish, sheet, test } from './support';

const BASE = `http://127.0.0.1:${PORT + 20}`;
let dataDir: string;
let libellus: ChildProcess;
let said = '';

test.beforeAll(async () => {
  dataDir = mkdtempSync(join(tmpdir(), 'libellus-first-'));
  libellus = spawn(
    process.execPath,
    ['--import', 'tsx', 'ops/serve.ts', 'start', '--port', String(PORT + 20), '--data', dataDir],
    { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, LIBELLUS_URL: BASE } },
  );
  libellus.stdout!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said, { timeout: 60_000 }).toContain('Nobody can sign in yet');
});

test.afterAll(async () => {
  const gone = new Promise((resolve) => libellus.once('exit', resolve));
  libellus.kill('SIGTERM');
  await gone;
  rmSync(dataDir, { recursive: true, force: true });
});

test('the first owner is made with the printed code, and publishes the first edition', async ({ page }) => {
  const code = /with the code (\w+)/.exec(said)![1]!;
  await page.goto(`${BASE}/`);
  await expect(page.getByRole('heading', { name: 'Set up Libellus' })).toBeVisible();
  const fill = async (values: Record<string, string>): Promise<void> => {
    for (const [label, value] of Object.entries(values)) await page.getByLabel(label, { exact: true }).fill(value);
  };
  await fill({
    Name: 'Inkwell Books',
    'Address on the web': 'https://inkwell-books.example',
    'Mail address for customers': 'hello@inkwell-books.example',
    'Your name': 'Edda Lindqvist',
    'Your mail address': 'edda@inkwell-books.example',
    Password: 'too short',
    'Set-up code': 'guess',
  });
  await page.getByRole('button', { name: 'Make the store' }).click();
  await expect(page.getByText('Password is too short: at least 10 characters')).toBeVisible();
  await fill({ Password: 'a longer password' });
  await page.getByRole('button', { name: 'Make the store' }).click();
  await expect(page.getByText('Set-up code is not the one that ./libellus start printed')).toBeVisible();
  await expect(page.getByLabel('Your name')).toHaveValue('Edda Lindqvist');
  await fill({ 'Set-up code': code });
  await page.getByRole('button', { name: 'Make the store' }).click();

  await page.waitForURL('**/s/inkwell-books/today');
  await expect(page.getByText('no notification has been published')).toBeVisible();
  await expect(page.getByText('Nobody on the staff hears of New order, Hold: payment failed')).toBeVisible();

  await page.goto(`${BASE}/s/inkwell-books/desk/order-received`);
  // There is no order yet: a sample stands in.
  await expect(sheet(page).locator('.lb-items')).toContainText('Kozo sheet');
  await publish(page, 'Publish edition 1');
  await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();

  // All the rest at once, and then everything on.
  await page.goto(`${BASE}/s/inkwell-books/journey`);
  await page.getByRole('button', { name: /^Publish all \d+ drafts$/ }).click();
  await expect(page.getByText(/^\d+ are published\.$/)).toBeVisible();
  await expect(page.getByText('not published')).toHaveCount(0);
  await page.getByRole('radio', { name: 'List' }).click();
  await page.getByRole('button', { name: 'State: all states' }).click();
  await page.getByRole('option', { name: 'off', exact: true }).click();
  await page.getByLabel('All that are shown').check();
  await page.getByRole('button', { name: 'Turn on' }).click();
  await expect(page.getByText('Nothing matches')).toBeVisible();
  await expect(page.getByText(/^31 notifications, 31 live$/)).toBeVisible();

  await page.goto(`${BASE}/s/inkwell-books/orders`);
  await expect(page.getByText('No orders yet')).toBeVisible();
  await page.goto(`${BASE}/s/inkwell-books/deliveries`);
  await expect(page.getByText('Nothing was sent yet')).toBeVisible();

  // Once there is somebody, nobody else can be first.
  await page.context().clearCookies();
  await page.goto(`${BASE}/set-up`);
  await expect(page).toHaveURL(/sign-in/);
});
