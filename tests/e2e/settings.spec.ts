/** The store itself: its settings seen in the next message, programs told, what everybody did, and closing one. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import { Webhook } from 'standardwebhooks';
import { axeFindings } from './axe';
import { arrived, demoFacts, expect, placeByEvent, signIn, test } from './support';

/** Tells of something as the shop does. */
async function tell(page: Page, type: string, data: object): Promise<void> {
  const id = `settings-${Date.now()}`;
  const body = JSON.stringify({ specversion: '1.0', id, source: 'https://quillwick.example/shop', type, data });
  const at = new Date();
  const response = await page.request.post('/api/v1/events', {
    data: body,
    headers: {
      ...{ 'content-type': 'application/json', 'webhook-id': id },
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(demoFacts().eventsKey).sign(id, at, body),
    },
  });
  expect(response.status()).toBe(202);
}

test('settings are said before they are saved, and the next message says them', async ({ page }) => {
  await signIn(page);
  // Off in the demo: it says what the store is called.
  await page.goto('/s/quillwick/journey/new-password');
  await page.getByRole('switch', { name: 'Reset your password is on' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Turn it on' }).click();
  await expect(page.getByRole('switch', { name: 'Reset your password is on' })).toBeChecked();
  await page.goto('/s/quillwick/store/settings');
  const form = page.getByRole('region', { name: 'The store' });
  await form.getByLabel('Link to the shop').fill('nowhere');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toBeVisible();
  await form.getByLabel('Link to the shop').fill('https://quillwick.example');
  await form.getByLabel('Name', { exact: true }).fill('Quillwick Bindery');
  await form.getByLabel('Telephone number').fill('+49 3346 555 0199');
  await page.getByRole('region', { name: 'How long things are kept' }).getByLabel('SMTP logs').fill('30');
  await page
    .getByLabel('From a calendar file ...')
    .setInputFiles({ name: 'days.ics', mimeType: 'text/calendar', buffer: Buffer.from('name,day\nA,B') });
  await expect(page.getByText('This is no calendar file.')).toBeVisible();
  const year = new Date().getUTCFullYear() + 1;
  const ics = ['BEGIN:VCALENDAR', 'BEGIN:VEVENT', `DTSTART;VALUE=DATE:${year}0501`, 'SUMMARY:Labour day', 'END:VEVENT'];
  await page.getByLabel('From a calendar file ...').setInputFiles({
    ...{ name: 'days.ics', mimeType: 'text/calendar' },
    buffer: Buffer.from([...ics, 'END:VCALENDAR', ''].join('\r\n')),
  });
  await expect(page.getByText('1 day of the file is new.')).toBeVisible();
  await expect(page.getByLabel('Reason for day 1')).toHaveValue('Labour day');
  await page.getByRole('button', { name: 'Save settings' }).click();
  const dialog = page.getByRole('dialog', { name: 'Save these settings?' });
  await expect(dialog).toContainText('Messages say it from now on');
  await expect(dialog).toContainText('SMTP logs older than 30 days are removed tonight.');
  await expect(dialog).toContainText('What is planned from now on leaves out these days.');
  expect(await axeFindings(page, 'settings')).toEqual([]);
  await dialog.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByText('The settings are saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Day 1', { exact: true })).toHaveValue(`${year}-05-01`);

  const email = `reset-${Date.now()}@settings-e2e.example`;
  await tell(page, 'account.reset-requested', {
    ...{ customer: { email }, channel: 'web-shop', language: 'en' },
    details: { reset: { url: 'https://quillwick.example/reset/1' } },
  });
  await arrived(email, 'Choose a new password for Quillwick Bindery');

  // What was changed stands in the history, before and after, and is found there.
  await page.goto('/s/quillwick/store/history');
  await page.getByLabel('What: Everything').click();
  await page.getByRole('option', { name: 'Store', exact: true }).click();
  await expect(page.getByRole('row').nth(1)).toContainText(
    /Name: Quillwick → Quillwick Bindery · Telephone number: .+ → \+49 3346 555 0199/,
  );
  await expect(async () => {
    await page.getByLabel('Find words').fill('0199');
    await page.getByRole('button', { name: 'Search', exact: true }).click();
    await expect(page.getByRole('row')).toHaveCount(2, { timeout: 2_000 });
  }).toPass();
  expect(await axeFindings(page, 'history')).toEqual([]);
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page).toHaveURL(/\/store\/history$/);
  await expect(page.getByRole('row').filter({ hasText: 'signed in' }).first()).toBeVisible();
});

test('what is set in each part of the store stands in the next message, and says where it is used', async ({
  page,
}) => {
  await signIn(page);
  const save = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Save changes' }).click();
    await expect(page.getByRole('button', { name: 'Save changes' })).toBeDisabled();
  };
  await page.goto('/s/quillwick/store/shipping');
  await expect(page.getByRole('region', { name: 'Parcel, insured' }).getByTestId('use')).toHaveText(
    /^Named by \d+ of the 1\d\d newest orders\.$/,
  );
  await page.getByLabel('Letter in German').fill('Brief mit Marke');
  await save();
  await page.goto('/s/quillwick/store/carriers');
  await page
    .getByRole('region', { name: 'Fieldpost' })
    .getByLabel('Where a parcel is followed')
    .fill('https://track.fieldpost.example/{number}');
  await save();
  await page.goto('/s/quillwick/store/notes');
  await page
    .getByRole('region', { name: /Bone folder/ })
    .getByLabel('Note, German')
    .fill('Nach jedem Falz abwischen.');
  await save();
  await page.goto('/s/quillwick/store/names');
  await page.getByLabel('Autumn leaf in German').fill('Herbstlaub');
  await page.getByRole('button', { name: 'Add a name' }).click();
  const last = page.getByRole('row').last();
  await last.getByLabel(/^Kind/).click();
  await page.getByRole('option', { name: 'tax' }).click();
  await last.getByRole('textbox').first().fill('Sales tax');
  await page.getByLabel('Sales tax in German').fill('Umsatzsteuer');
  await expect(last.getByTestId('use')).toHaveText(/^None of the 1\d\d newest orders names it\.$/);
  await save();
  // What asks for a name is a way to where it does.
  const bindery = page.getByRole('row').nth(2);
  await expect(bindery.getByTestId('use')).toContainText('Conditions ask for it by name in');
  expect(await axeFindings(page, 'names')).toEqual([]);

  const email = `set-${Date.now()}@settings-e2e.example`;
  const number = `QW-N${Date.now()}`;
  const order = {
    number,
    placedAt: new Date().toISOString(),
    channel: 'web-shop',
    language: 'de',
    currency: 'EUR',
    customer: { email, firstName: 'Mirela' },
    location: 'the Mill',
    lines: [
      {
        product: { sku: 'TO-BONE', name: 'Bone folder, hand-finished', category: 'tools' },
        ...{ quantity: 1, unitPrice: 1290 },
      },
    ],
    discounts: [{ label: 'Autumn leaf', amount: 100 }],
    shipping: { method: 'Letter', price: 190 },
    taxIncluded: true,
    taxes: [{ label: 'Sales tax', rate: 19, amount: 220 }],
    payment: { method: 'Card', paid: true },
  };
  await tell(page, 'order.placed', { order });
  const { message } = await arrived(email, number);
  for (const words of ['Brief mit Marke', 'Herbstlaub', 'Umsatzsteuer']) {
    expect(message.text).toContain(words);
  }
  const shipment = { id: 'P-1', carrier: 'Fieldpost', trackingNumber: 'FP 9', location: 'the Mill' };
  await tell(page, 'shipment.dispatched', { order: { ...order, shipments: [shipment] } });
  const parcel = await arrived(email, 'unterwegs');
  expect(parcel.message.text).toContain('https://track.fieldpost.example/FP9');
  expect(parcel.message.text).toContain('Nach jedem Falz abwischen.');
});

test.describe('a program', () => {
  let server: Server;
  const told: { body: string; headers: Record<string, string> }[] = [];
  let failing = 2;
  test.beforeAll(async () => {
    server = createServer((request, response) => {
      let body = '';
      request.on('data', (part: Buffer) => (body += part.toString()));
      request.on('end', () => {
        if (failing > 0) {
          failing -= 1;
          response.writeHead(503).end('not now');
          return;
        }
        told.push({ body, headers: request.headers as Record<string, string> });
        response.writeHead(204).end();
      });
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  });
  test.afterAll(() => new Promise((done) => server.close(done)));

  test('that fails twice is told what was delivered all the same', async ({ page }) => {
    await signIn(page);
    await page.goto('/s/quillwick/store/webhooks');
    await page.getByRole('button', { name: 'New webhook ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'A new webhook' });
    await dialog.getByLabel('What is told').fill('Help desk');
    await dialog.getByRole('button', { name: 'Make the webhook' }).click();
    await expect(dialog.getByText('Enter a full link')).toBeVisible();
    const { port } = server.address() as AddressInfo;
    await dialog.getByLabel('Address of the program').fill(`http://127.0.0.1:${port}/libellus`);
    await dialog.getByRole('button', { name: 'Make the webhook' }).click();
    const secret = await dialog.getByLabel('The secret').inputValue();
    await dialog.getByRole('button', { name: 'Close' }).click();
    const email = `hook-${Date.now()}@settings-e2e.example`;
    await placeByEvent(page.request, `QW-S${Date.now()}`, email);
    await arrived(email, 'order');
    const region = page.getByRole('region', { name: 'Help desk' });
    await page.reload();
    await expect(region.getByRole('row').filter({ hasText: '503 not now' }).first()).toContainText('not told yet');
    // Tried again after some seconds, and a minute; repeated by hand it need not wait.
    await expect(async () => {
      const waiting = region.getByRole('row').filter({ hasText: 'not told yet' }).first();
      if (await waiting.isVisible()) await waiting.getByRole('button', { name: 'Repeat' }).click({ timeout: 2_000 });
      expect(told.some((t) => t.body.includes(email))).toBe(true);
    }).toPass({ timeout: 60_000 });
    const call = told.find((t) => t.body.includes(email))!;
    expect(new Webhook(secret).verify(call.body, call.headers)).toMatchObject({ type: 'delivery.accepted' });
    await expect(region.getByRole('row').filter({ hasText: 'told' }).filter({ hasText: '204' }).first()).toBeVisible();
    expect(await axeFindings(page, 'webhooks')).toEqual([]);
    await page.getByRole('button', { name: 'Remove ... Help desk' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(page.getByText('Help desk is removed.')).toBeVisible();
  });
});

test('a second store is made like the first, closed with what waits decided, and reopened', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/new');
  await page.getByLabel('Name', { exact: true }).fill('Quillwick Outlet');
  await page.getByLabel('Address on the web').fill('https://outlet.quillwick.example');
  await page.getByLabel('Email address for customers').fill('outlet@quillwick.example');
  await page.getByRole('button', { name: /^Make the store|^Create/ }).click();
  await page.waitForURL('**/s/quillwick-outlet/**');
  await page.goto('/s/quillwick-outlet/store/stores');
  const row = page.getByRole('row').filter({ hasText: 'Quillwick Outlet' });
  await expect(row).toContainText('none yet');
  await row.getByRole('button', { name: 'Close ... Quillwick Outlet' }).click();
  const dialog = page.getByRole('dialog', { name: 'Close Quillwick Outlet?' });
  await expect(dialog).toContainText('No message waits.');
  await dialog.getByRole('button', { name: 'Close the store' }).click();
  await expect(row).toContainText('closed by Marta Oyelaran');
  await expect(page.getByText('Quillwick Outlet is closed: nothing is taken from the shop')).toBeVisible();
  expect(await axeFindings(page, 'stores')).toEqual([]);
  // Refused with words, and everything can still be read.
  await page.goto('/s/quillwick-outlet/store/settings');
  await page.getByLabel('Telephone number').fill('1');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('An owner can reopen it under Store, Stores.');
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await page.getByRole('link', { name: 'Reopen it under Stores' }).click();
  await page.getByRole('button', { name: 'Reopen Quillwick Outlet' }).click();
  await expect(page.getByText('Quillwick Outlet is open.')).toBeVisible();
});
