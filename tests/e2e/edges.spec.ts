/** The edges: the signed interface over HTTP, what is closed to strangers, routing, and accessibility of every screen. */
import axe from 'axe-core';
import type { Page } from '@playwright/test';
import { Webhook } from 'standardwebhooks';
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
  for (const path of [
    'today',
    'journey',
    'journey/order-received',
    'desk/order-received',
    'look',
    'passages/how-we-pack',
    'routing',
    'sending',
    'sending/services',
    'sending/services/new',
    'sending/senders',
    'sending/domains',
    'sending/withheld',
    'orders',
    'orders/new',
    'orders/LBL-1001/walk',
    'orders/connect',
    'orders/exchange',
    'orders/write?orders=LBL-1001',
    'orders/write?orders=QW-10468',
    'phrasebook',
    'journey/a-word',
    'deliveries',
  ]) {
    await page.goto(`/s/quillwick/${path}`);
    await expect(page).toHaveURL(/\/sign-in\?to=/);
  }
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
  await page.getByLabel('Mail address').fill('marta@quillwick.example');
  await page.getByLabel('Password').fill('not the password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('This address and password do not belong together')).toBeVisible();
  await expect(page.getByLabel('Mail address')).toHaveValue('marta@quillwick.example');
  await page.getByLabel('Password').fill('paper-and-thread');
  await page.getByRole('button', { name: 'Sign in' }).click();
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
  await expect(page.getByText(/Address "print@" is not a mail address/)).toBeVisible();
  await page.getByLabel('Address', { exact: true }).fill('print@bindery-print.example');
  await page.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: 'orders with papers' }).click();
  await page.getByRole('button', { name: 'Add to New order' }).click();
  const rule = page.getByRole('listitem').filter({ hasText: 'print@bindery-print.example' });
  await expect(rule.first()).toContainText('orders with papers');
  await expect(page.getByText(/print@bindery-print.example hears (only )?of orders with papers/)).toBeVisible();
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

test('the Journey follows an order, turns a notification off and on, and is walked by keyboard', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey?order=LBL-1001');
  await expect(page.getByText('2 sent · 0 failed · 0 waiting · 1 not written')).toBeVisible();
  const on = page.getByRole('switch', { name: 'New order is on' });
  await on.click();
  await expect(on).not.toBeChecked();
  await page.locator('body').press('ArrowRight');
  await expect(page.locator('[data-card="order-received"]')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-card="new-order"]')).toBeFocused();
  // The path tells what was and was not written, in a sentence for the card one stands on.
  await expect(page.getByText(/Lene Vestergaard hears only of orders with workshops/)).toBeVisible();
  await page.keyboard.press('o');
  const dialog = page.getByRole('dialog', { name: 'Turn on New order' });
  await expect(dialog).toContainText(/Over the last 30 days \d+ messages would have gone out about \d+ orders/);
  await expect(dialog.getByRole('row', { name: /German/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Turn it on' }).click();
  await expect(on).toBeChecked();
  await expect(page.locator('[data-card="new-order"]')).toBeFocused();
  await page.keyboard.press('h');
  await expect(page.getByText('Versions, tried from the top')).toBeVisible();
  await page.goBack();
  await page.locator('[data-card="new-order"]').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'New order', level: 1 })).toBeVisible();
});

test('an order with nothing in it, and with half a product, is refused at the place', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/orders/new');
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('Customer is empty')).toBeVisible();
  await expect(page.getByText(/Add a product has too few entries/)).toBeVisible();
});

test('a port out of range is refused at its field, and what was typed stays', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/sending/services/new');
  await page.getByLabel('Port').fill('70000');
  await page.getByLabel('Daily limit resets at').fill('25:99');
  await page.getByRole('button', { name: 'Save and check' }).click();
  await expect(page.getByText('Port 70000 is too large: at most 65535')).toBeVisible();
  await expect(page.getByText(/^Daily limit resets at \S/)).toBeVisible();
  await expect(page.getByLabel('Port')).toHaveValue('70000');
  await page.goto('/s/quillwick/sending/senders');
  await page.getByLabel('Address').first().fill('orders@quillwick');
  await page.getByRole('button', { name: 'Save the senders' }).click();
  await expect(page.getByText(/Address "orders@quillwick" is not a mail address/)).toBeVisible();
});

test('the palette and the keys go everywhere', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.locator('body').press('g');
  await page.locator('body').press('d');
  await expect(page.getByRole('heading', { name: 'Deliveries', level: 1 })).toBeVisible();
  await page.locator('body').press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('ControlOrMeta+k');
  await page.getByPlaceholder('A screen, an order').fill('rout');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Routing', level: 1 })).toBeVisible();
});

test('letters are for lists and words while those are open, and can be turned off', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  await expect(page).toHaveTitle('Order received on the Desk · Libellus');
  await page.getByRole('button', { name: 'More' }).click();
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto('/s/quillwick/today');
  await page.locator('body').press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await keys.getByRole('switch', { name: 'Single letters act' }).click();
  await keys.getByRole('button', { name: 'Close' }).click();
  await expect(keys).toHaveCount(0);
  await page.locator('body').press('n');
  await page.locator('body').press('?');
  await expect(keys).toBeVisible();
  await expect(page).toHaveURL(/\/today$/);
  await keys.getByRole('switch', { name: 'Single letters act' }).click();
  await keys.getByRole('button', { name: 'Close' }).click();
  await page.locator('body').press('n');
  await expect(page.getByRole('heading', { name: 'Place an order' })).toBeVisible();
});

test('by keyboard the outline is walked past words, and the focus is never lost', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  const blocks = page.getByRole('list', { name: 'Blocks' }).getByRole('button');
  await expect(page.frameLocator('iframe[title="The message"]').getByText('Thank you').first()).toBeVisible();
  await blocks.nth(1).focus();
  for (const at of [2, 3, 4]) {
    await page.keyboard.press('ArrowDown');
    await expect(blocks.nth(at)).toBeFocused();
    await expect(blocks.nth(at)).toHaveAttribute('aria-current', 'true');
  }
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const words = page.locator('.on-sheet [role="textbox"]');
  await expect(words).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(blocks.nth(3)).toBeFocused();
  const name = await blocks.nth(4).textContent();
  await page.keyboard.press('Delete');
  await expect(blocks.nth(3)).toBeFocused();
  expect((await blocks.nth(3).textContent())!.replace(/^\d+/, '')).toBe(name!.replace(/^\d+/, ''));
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByTestId('save-state')).toHaveText(/· saved$/);
});

test('by keyboard the spine is skipped, and the chart is read as a table', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/today');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  await page.getByText('The figures as a table').click();
  const table = page.getByRole('table').filter({ hasText: 'accepted' });
  await expect(table.getByRole('columnheader')).toHaveText(['Day', 'accepted', 'waiting', 'failed']);
  expect(await table.getByRole('row').count()).toBeGreaterThan(1);
});

/** What axe finds on the page. The message itself stands in a frame without script, where axe cannot run. */
async function axeFindings(page: Page, name: string): Promise<string[]> {
  await page.evaluate(axe.source);
  const violations = await page.evaluate(async () => {
    const { axe: there } = window as unknown as { axe: typeof axe };
    const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
    return (await there.run(document, { runOnly: tags, iframes: false, resultTypes: ['violations'] })).violations;
  });
  return violations.map(
    (v) =>
      `${name}: ${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => n.target.join(' '))
        .join(' | ')}`,
  );
}

test('every screen passes axe at WCAG 2.2 AA', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  const found = await axeFindings(page, 'sign-in');
  await signIn(page);
  for (const path of [
    'today',
    'journey?order=LBL-1001',
    'journey?view=list',
    'journey/payment-due',
    'journey/order-received',
    'desk/order-received',
    'desk/new-order?part=text',
    'desk/on-its-way?order=SAMPLE-PART&light=dark',
    'desk/on-its-way?part=source',
    'passages/how-we-pack',
    'look',
    ...['logo', 'colours', 'type', 'shape', 'masthead', 'tables', 'footer', 'css'].map((part) => `look?part=${part}`),
    'routing',
    'sending/services',
    'sending/services/new',
    'sending/senders',
    'sending/domains',
    'sending/withheld',
    'orders',
    'orders/LBL-1001',
    'orders/LBL-1001/walk',
    'orders/new',
    'orders/connect',
    'orders/exchange',
    'phrasebook',
    'deliveries',
    'deliveries?state=failed,bounced',
  ]) {
    await page.goto(`/s/quillwick/${path}`);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    if (path === 'desk/order-received') {
      await page.locator('[data-block="next"]').click();
      await expect(page.locator('.on-sheet [role="textbox"]')).toBeVisible();
    }
    found.push(...(await axeFindings(page, path)));
  }
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of ['today', 'journey', 'orders', 'deliveries', 'desk/order-received', 'look', 'store/names']) {
    await page.goto(`/s/quillwick/${path}`);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await page.getByRole('button', { name: 'Menu' }).click();
    found.push(...(await axeFindings(page, `${path} on a phone`)));
  }
  expect(found).toEqual([]);
});

test('the messages themselves pass axe', async ({ page }) => {
  await signIn(page);
  const found: string[] = [];
  for (const [slug, language] of [
    ['order-received', 'en'],
    ['on-its-way', 'de'],
    ['refund-issued', 'en'],
  ] as const) {
    const response = await page.request.get(
      `/s/quillwick/desk/${slug}/export?as=html&language=${language}&order=SAMPLE-PART`,
    );
    await page.setContent(await response.text());
    found.push(...(await axeFindings(page, slug)));
  }
  expect(found).toEqual([]);
});

test('the messages fit a screen of 320 pixels, and hold the same words with pictures off', async ({ page }) => {
  await signIn(page);
  for (const [slug, language, order] of [
    ['order-received', 'en', 'SAMPLE-MANY'],
    ['order-received', 'de', 'SAMPLE-LONG'],
    ['on-its-way', 'de', 'SAMPLE-PART'],
    ['refund-issued', 'en', 'SAMPLE-ACCOUNT'],
  ] as const) {
    const response = await page.request.get(
      `/s/quillwick/desk/${slug}/export?as=html&language=${language}&order=${order}`,
    );
    const html = await response.text();
    await page.setViewportSize({ width: 320, height: 640 });
    await page.setContent(html);
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(width, `${slug} ${order} at 320 px`).toBeLessThanOrEqual(320);
    const words = await page.locator('body').innerText();
    await page.setContent(html.replace(/(<img\b[^>]*?)\ssrc="[^"]*"/g, '$1'));
    expect(await page.locator('body').innerText()).toBe(words);
  }
});
