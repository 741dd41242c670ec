/** From nothing to a branded, tested, live order confirmation, dispatch and refund: no more than twelve actions, counted. */
import type { Locator, Page } from '@playwright/test';
import { arrived, expect, saved, SERVICE, signIn, test } from './support';

const MOST = 12;

/** Clicks, files chosen and keys that do something; filling in a form is part of sending it. */
class Actions {
  count = 0;
  async click(what: Locator): Promise<void> {
    this.count += 1;
    await what.click();
  }
  async file(field: Locator, file: { name: string; mimeType: string; buffer: Buffer }): Promise<void> {
    this.count += 1;
    await field.setInputFiles(file);
  }
}

async function logo(page: Page): Promise<Buffer> {
  const url = await page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 240, height: 80 });
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#5b2a86';
    pen.fillRect(0, 0, 240, 80);
    return canvas.toDataURL('image/png');
  });
  return Buffer.from(url.split(',')[1]!, 'base64');
}

test('a new store is branded, live and tested in twelve actions', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/new');
  const act = new Actions();
  await page.getByLabel('Name', { exact: true }).fill('Reed & Rule');
  await page.getByLabel('Address on the web').fill('https://reed.example');
  await page.getByLabel('Email address for customers').fill('orders@quillwick.example');
  await act.click(page.getByRole('button', { name: 'Make the store' }));
  await page.waitForURL('**/s/reed-rule/today');

  await act.click(page.getByRole('link', { name: 'Give your messages your logo and colours' }));
  await act.file(page.getByLabel('Choose a picture').first(), {
    name: 'logo.png',
    mimeType: 'image/png',
    buffer: await logo(page),
  });
  await act.click(page.getByRole('button', { name: 'Make the colours from these' }));
  await saved(page);
  await act.click(page.getByRole('button', { name: 'Publish look 2' }));
  await act.click(page.getByRole('dialog').getByRole('button', { name: 'Publish look 2' }));
  await expect(page.getByText(/^Edition 2 of the look is live/)).toBeVisible();

  const today = page.getByRole('navigation', { name: 'Libellus' }).getByRole('link', { name: 'Today' });
  await act.click(today);
  await act.click(page.getByRole('link', { name: 'Connect a sending service' }));
  await page.getByLabel('Host', { exact: true }).fill(SERVICE.host);
  await page.getByRole('textbox', { name: 'Port' }).fill(SERVICE.port);
  await page.getByLabel('User').fill(SERVICE.user);
  await page.getByLabel('Password', { exact: true }).fill(SERVICE.password);
  await act.click(page.getByRole('button', { name: 'Save and check' }));
  await expect(page.locator('[data-step="sender"]')).toHaveAttribute('data-state', 'passed');

  await act.click(today);
  await act.click(page.getByRole('button', { name: 'Publish order confirmation, dispatch and refund ...' }));
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Send me a test of each then')).toBeChecked();
  await act.click(dialog.getByRole('button', { name: /^Publish \d drafts$/ }));
  await expect(page.getByText(/3 tests were sent to marta@quillwick\.example\./)).toBeVisible();
  for (const words of ['We have your order', 'is on its way', 'on its way back']) {
    const { message } = await arrived('marta@quillwick.example', words);
    expect(message.subject).toMatch(/^\[Test\]/);
    expect(message.html).toContain('/media/pictures/reed-rule/');
  }
  await page.goto('/s/reed-rule/desk/order-received');
  await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();
  expect(act.count).toBeLessThanOrEqual(MOST);
});
