/** The edges: the signed interface over HTTP, what is closed to strangers, routing, and accessibility of every screen. */
import { Webhook } from 'standardwebhooks';
import { ALL_SCREENS } from './screens';
import { arrived, demoFacts, expect, signIn, test } from './support';

function event(number: string) {
  return {
    specversion: '1.0',
    id: `e2e-${number}`,
    source: 'https://quillwick.example/shop',
    type: 'order.placed',
    data: {
      order: {
        number,
        placedAt: '2026-11-24T09:14:00Z',
        currency: 'GBP',
        language: 'en',
        channel: 'web-shop',
        customer: {
          email: 'grace@e2e-events.example',
          firstName: '<b>Grace</b>',
          lastName: 'O"Neil\r\nBcc: x@y.example',
        },
        lines: [
          { product: { sku: 'PA-KOZO', name: 'Kozo {$x} <i>', category: 'papers' }, quantity: 2, unitPrice: 850 },
        ],
        payment: { method: 'Card', paid: true },
      },
    },
  };
}

test('a signed event over HTTP brings a message, and a reading key its record', async ({ request }) => {
  const { eventsKey, readKey } = demoFacts();
  const body = JSON.stringify(event('E2E-1'));
  const at = new Date();
  const headers = {
    'content-type': 'application/cloudevents+json',
    'webhook-id': 'm1',
    'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
    'webhook-signature': new Webhook(eventsKey).sign('m1', at, body),
  };
  const first = await request.post('/api/v1/events', { data: body, headers });
  expect(first.status()).toBe(202);
  const again = await request.post('/api/v1/events', { data: body, headers });
  expect(again.status()).toBe(202);
  expect(((await again.json()) as { deliveries: string[] }).deliveries.toSorted()).toEqual(
    ((await first.json()) as { deliveries: string[] }).deliveries.toSorted(),
  );
  expect(
    (
      await request.post('/api/v1/events', { data: body, headers: { ...headers, 'webhook-signature': 'v1,x' } })
    ).status(),
  ).toBe(401);

  const { message } = await arrived('grace@e2e-events.example', 'E2E-1');
  expect(message.html).toContain('Thank you, &lt;b&gt;Grace&lt;/b&gt;');
  expect(message.text).toContain('2 × Kozo {$x} <i>: £17.00');
  expect(message.headers.has('bcc')).toBe(false);

  const record = await request.get('/api/v1/deliveries?order=E2E-1&recipient=grace@e2e-events.example', {
    headers: { authorization: `Bearer ${readKey}` },
  });
  const { deliveries } = (await record.json()) as { deliveries: { state: string; messageId: string }[] };
  expect(deliveries).toHaveLength(1);
  expect(deliveries[0]!.messageId).toBe(message.messageId);
  expect((await request.get('/api/v1/deliveries')).status()).toBe(401);
});

test('nothing is open without signing in but sign-in, health and the signed interface', async ({ request, page }) => {
  expect((await request.get('/api/health')).status()).toBe(200);
  expect(((await (await request.get('/api/v1/openapi.json')).json()) as { openapi: string }).openapi).toBe('3.1.0');
  for (const screen of ALL_SCREENS) {
    const path = `/s/quillwick/${typeof screen === 'string' ? screen : `${screen.to}1`}`;
    const answer = await request.get(path, { maxRedirects: 0 });
    expect(answer.headers().location, path).toMatch(/\/sign-in\?to=/);
  }
  await page.goto('/s/quillwick/orders/LBL-1001');
  await expect(page).toHaveURL(/\/sign-in\?to=/);
  for (const path of [
    'orders/exchange/file?list=orders',
    'deliveries/x/message',
    'desk/order-received/export?as=json',
    'look/export',
  ]) {
    expect((await request.get(`/s/quillwick/${path}`)).status()).toBe(401);
  }
  expect((await request.get('/media/..%2f..%2fsecret')).status()).toBe(404);
  const { headers } = { headers: (await request.get('/sign-in')).headers() };
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe-inline/);
});

test('signing in says what is wrong, does not lead elsewhere, and ends with signing out', async ({ page }) => {
  await page.goto('/sign-in?to=https://elsewhere.example/');
  await page.getByLabel('Email address').fill('marta@quillwick.example');
  await page.getByLabel('Password').fill('not the password');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('This address and password do not belong together')).toBeVisible();
  await expect(page.getByLabel('Email address')).toHaveValue('marta@quillwick.example');
  await page.getByLabel('Password').fill('paper-and-thread');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL('**/s/quillwick/today');
  await page.getByRole('button', { name: /Marta Oyelaran/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await page.waitForURL('**/sign-in');
  await page.goto('/s/quillwick/today');
  await expect(page).toHaveURL(/sign-in/);
});

test('routing: a rule is added by address, tried on an order, tested, and taken away with a way back', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  await page.getByRole('button', { name: 'Choose who gets it for New order' }).click();
  await page.getByRole('radio', { name: 'Another address' }).click();
  await page.getByLabel('Address', { exact: true }).fill('print@');
  await page.getByRole('button', { name: 'Add to New order' }).click();
  await expect(page.getByText(/Enter an email address with a name/)).toBeVisible();
  await page.getByLabel('Address', { exact: true }).fill('print@bindery-print.example');
  await page.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: 'orders with papers' }).click();
  await page.getByRole('button', { name: 'Add to New order' }).click();
  const rule = page.getByRole('listitem').filter({ hasText: 'print@bindery-print.example' });
  await expect(rule.first()).toContainText('orders with papers');
  await expect(
    page.getByText(/print@bindery-print.example gets messages (only )?about orders with papers/),
  ).toBeVisible();
  await rule.first().getByRole('button', { name: 'Send a test' }).click();
  await arrived('print@bindery-print.example', '[Test] New order');
  await page.getByRole('button', { name: 'Remove print@bindery-print.example' }).click();
  await page.getByRole('button', { name: 'Put back' }).click();
  await expect(rule.first()).toBeVisible();
});

test('when Libellus does not answer, it says so, what was typed stays, and the same click works later', async ({
  page,
}) => {
  await signIn(page);
  const away = async (on: boolean): Promise<void> => {
    await page.unrouteAll();
    if (!on) return;
    await page.route('**/*', (route) =>
      route.request().method() === 'POST' ? route.abort('connectionrefused') : route.continue(),
    );
  };
  const said = 'Libellus does not answer. Check whether the change was saved.';
  await page.goto('/s/quillwick/routing');
  await page.getByRole('button', { name: 'Choose who gets it for Item late' }).click();
  const form = page.getByRole('form', { name: 'Choose who gets it for Item late' });
  await form.getByRole('radio', { name: 'Another address' }).click();
  await form.getByLabel('Address', { exact: true }).fill('away@bindery-print.example');
  await away(true);
  await form.getByRole('button', { name: 'Add to Item late' }).click();
  await expect(form.getByRole('alert')).toHaveText(said);
  await expect(form.getByLabel('Address', { exact: true })).toHaveValue('away@bindery-print.example');
  await away(false);
  await form.getByRole('button', { name: 'Add to Item late' }).click();
  await expect(form).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove away@bindery-print.example' }).click();
  await expect(page.getByText('away@bindery-print.example no longer gets Item late.')).toBeVisible();

  await page.goto('/s/quillwick/desk/on-its-way');
  const send = page.getByRole('button', { name: 'Send test to me' });
  await expect(send).toBeEnabled();
  await away(true);
  await send.click();
  await expect(page.getByText(said)).toBeVisible();
  await expect(send).toBeEnabled();
  await away(false);
  await send.click();
  await expect(page.getByText(/^Sent "/)).toBeVisible();
});

test('an order with nothing in it, and with half a product, is refused at the place', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/new');
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('Choose a customer.')).toBeVisible();
  await expect(page.getByText('Add at least one product.')).toBeVisible();
});

test('a port out of range is refused at its field, and what was typed stays', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/sending/services/new');
  await page.getByRole('textbox', { name: 'Port' }).fill('70000');
  await page.getByLabel('Daily limit resets at').fill('25:99');
  await page.getByRole('button', { name: 'Save and check' }).click();
  await expect(page.getByText('Enter a port from 1 to 65535.')).toBeVisible();
  await expect(page.getByText('Enter a time of day from 00:00 to 23:59, such as 09:30.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Port' })).toHaveValue('70000');
  await page.goto('/s/quillwick/sending/senders');
  await page.getByLabel('Address').first().fill('orders@quillwick');
  await page.getByRole('button', { name: 'Save the senders' }).click();
  await expect(page.getByText(/Enter an email address with a name/)).toBeVisible();
});

test('what is typed into a filter while the last answer is on its way stays, and is what is found next', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders');
  const field = page.getByLabel('Number, name or address');
  const find = page.getByRole('button', { name: 'Find' });
  let answer = (): void => undefined;
  const held = new Promise<void>((resolve) => (answer = resolve));
  await page.route(/orders\?.*search=LBL-1001/, async (route) => {
    await held;
    await route.continue();
  });
  await field.fill('LBL-1001');
  await find.click();
  await field.fill('LBL-9999');
  answer();
  await page.waitForURL('**/orders?search=LBL-1001');
  await expect(field).toHaveValue('LBL-9999');
  await find.click();
  await expect(page.getByText('No order matches')).toBeVisible();
});
