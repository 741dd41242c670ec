/**
 * The demo's shop: an account page and a checkout that keep a customer's contacts, and a checkout that places an order. It speaks to
 * Libellus as any shop does, with the reading key and signed requests, and is an example to begin from. Who types an address is taken for
 * signed in: a real shop knows who is.
 */
import { readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { Webhook } from 'standardwebhooks';
import { webhookDeed, webhookPage } from './shop-webhook';
import { answer, escapeHtml, formOf, page, redirect, sameOrigin } from './pages';
import { startWeb } from './web';

const port = Number(process.env.STANDIN_SHOP_PORT);
const libellus = process.env.LIBELLUS_URL!;

/** What Libellus answers of a customer's contacts. */
interface Kept {
  contacts: { label: string; email: string; name?: string }[];
  most: number;
  labels: string[];
}
/** What it refuses, and where (RFC 9457). */
interface Refused {
  title: string;
  problems?: { path: string; message: string }[];
}
interface Typed {
  label: string;
  email: string;
}

/** The store's keys, which its owner copied from Libellus. */
const keys = (): { eventsKey: string; readKey: string } =>
  JSON.parse(readFileSync(process.env.STANDIN_SHOP_KEYS!, 'utf8')) as { eventsKey: string; readKey: string };

const contactsAt = (email: string): string => `${libellus}/api/v1/customers/${encodeURIComponent(email)}/contacts`;

async function readContacts(email: string): Promise<Kept> {
  const response = await fetch(contactsAt(email), { headers: { authorization: `Bearer ${keys().readKey}` } });
  if (!response.ok) throw new Error(((await response.json()) as Refused).title);
  return (await response.json()) as Kept;
}

/** A request signed as events are (Standard Webhooks). */
function signed(method: string, url: string, id: string, content: unknown): Promise<Response> {
  const body = JSON.stringify(content);
  const at = new Date();
  return fetch(url, {
    method,
    body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(keys().eventsKey).sign(id, at, body),
    },
  });
}

/** Keeps contacts; answers what was refused, or nothing. What these pages do not show of a contact, such as a name, stays. */
async function keepContacts(email: string, typed: readonly Typed[]): Promise<Refused | undefined> {
  const { contacts: before } = await readContacts(email);
  const contacts = typed.map((c) => ({ ...before.find((b) => b.email === c.email), ...c }));
  const response = await signed('PUT', contactsAt(email), `contacts-${Date.now()}`, { email, contacts });
  return response.ok ? undefined : ((await response.json()) as Refused);
}

async function placeOrder(email: string, form: URLSearchParams): Promise<{ number: string } | Refused> {
  const number = `S-${Date.now().toString(36).toUpperCase()}`;
  const firstName = form.get('first') ?? '';
  const lastName = form.get('last') ?? '';
  const response = await signed('POST', `${libellus}/api/v1/events`, `placed-${number}`, {
    specversion: '1.0',
    id: `placed-${number}`,
    source: 'https://quillwick.example/shop',
    type: 'order.placed',
    data: {
      order: {
        number,
        placedAt: new Date().toISOString(),
        currency: 'EUR',
        language: 'en',
        channel: 'web-shop',
        customer: { email, ...(firstName && { firstName }), ...(lastName && { lastName }) },
        lines: [{ product: { sku: 'TO-BONE', name: 'Bone folder', category: 'tools' }, quantity: 1, unitPrice: 1450 }],
        payment: { method: 'Bank transfer', paid: false },
      },
    },
  });
  return response.ok ? { number } : ((await response.json()) as Refused);
}

/** The contacts that a form typed, with the row each stood in; empty rows are left out. */
function typedContacts(form: URLSearchParams): (Typed & { row: number })[] {
  const labels = form.getAll('label');
  return form
    .getAll('email')
    .map((email, row) => ({ label: labels[row] ?? '', email: email.trim(), row }))
    .filter((c) => c.email !== '');
}

/** As many rows as the store lets there be, the first three at once; what was refused stands beside its field. */
function contactFields(rows: readonly Typed[], { most, labels }: Kept, wrong: ReadonlyMap<number, string>): string {
  const shown = Math.min(most, Math.max(3, rows.length));
  return Array.from({ length: shown }, (_, i) => {
    const { label, email } = rows[i] ?? { label: '', email: '' };
    const choices = [...new Set([...labels, ...(label ? [label] : [])])]
      .map((l) => `<option${l === label ? ' selected' : ''}>${escapeHtml(l)}</option>`)
      .join('');
    const refused = wrong.get(i);
    return `<p><select name="label" aria-label="For, person ${i + 1}">${choices}</select> <input name="email" size="34" aria-label="Address, person ${i + 1}" value="${escapeHtml(email)}"> ${refused ? `<strong role="alert">${escapeHtml(refused)}</strong>` : ''}</p>`;
  }).join('');
}

const START = page(
  'Quillwick, the demo’s shop',
  `<form action="/checkout"><p><label>Your mail address <input name="customer" size="34"></label></p><p><button>To the checkout</button> <button formaction="/account">To my account</button></p></form><p><a href="/webhook">The shop’s webhook</a></p>`,
);

interface Shown {
  rows?: readonly Typed[];
  wrong?: ReadonlyMap<number, string>;
  notice?: string;
}

async function form(where: 'account' | 'checkout', email: string, shown: Shown = {}): Promise<string> {
  const kept = await readContacts(email);
  const own = where === 'checkout';
  return page(
    own ? 'Checkout' : 'My account',
    `<p>${escapeHtml(email)}</p>${shown.notice ? `<p role="status"><strong>${escapeHtml(shown.notice)}</strong></p>` : ''}
<form method="post" action="/${where}"><input type="hidden" name="customer" value="${escapeHtml(email)}">
${own ? '<p>1 bone folder, 14.50 €</p><p><label>First name <input name="first"></label> <label>Last name <input name="last"></label></p>' : ''}
<fieldset><legend>Who else gets messages about my orders</legend>${kept.most === 0 ? '<p>Nobody can be named.</p>' : contactFields(shown.rows ?? kept.contacts, kept, shown.wrong ?? new Map())}</fieldset>
<p><button>${own ? 'Place the order' : 'Save'}</button></p></form><p><a href="/">Back to the shop</a></p>`,
  );
}

/** What was refused, at the rows of the form that it is about. */
function placed({ title, problems = [] }: Refused, rows: readonly { row: number }[]): Required<Omit<Shown, 'rows'>> {
  const wrong = new Map<number, string>();
  for (const { path, message } of problems) {
    const at = rows[Number(path.split('/')[2])];
    if (at) wrong.set(at.row, message);
  }
  return { wrong, notice: wrong.size > 0 ? 'Look at what is marked.' : title };
}

async function take(where: 'account' | 'checkout', typed: URLSearchParams): Promise<{ status: number; html: string }> {
  const email = typed.get('customer') ?? '';
  const contacts = typedContacts(typed);
  const labels = typed.getAll('label');
  const rows = typed.getAll('email').map((address, i) => ({ label: labels[i] ?? '', email: address }));
  const refused = await keepContacts(
    email,
    contacts.map(({ label, email: address }) => ({ label, email: address })),
  );
  if (refused) return { status: 422, html: await form(where, email, { rows, ...placed(refused, contacts) }) };
  if (where === 'account') return { status: 200, html: await form(where, email, { notice: 'Saved.' }) };
  const order = await placeOrder(email, typed);
  return 'number' in order
    ? {
        status: 200,
        html: page(
          'Thank you',
          `<p role="status">Your order is ${order.number}.</p><p><a href="/">Back to the shop</a></p>`,
        ),
      }
    : { status: 422, html: await form(where, email, { rows, notice: order.title }) };
}

async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const html = (body: string, status = 200): void => answer(response, status, 'text/html; charset=utf-8', body);
  const url = new URL(request.url ?? '/', 'http://shop.example');
  if (url.pathname === '/webhook') {
    if (request.method !== 'POST') return html(webhookPage());
    if (!sameOrigin(request)) return answer(response, 403, 'text/plain', 'Only from this page.');
    await webhookDeed(await formOf(request));
    return redirect(response, '/webhook');
  }
  const where = url.pathname === '/account' ? 'account' : url.pathname === '/checkout' ? 'checkout' : undefined;
  if (!where)
    return url.pathname === '/' ? html(START) : html(page('Nothing here', '<p><a href="/">The shop</a></p>'), 404);
  if (request.method === 'GET') {
    const email = (url.searchParams.get('customer') ?? '').trim();
    return email === '' ? redirect(response, '/') : html(await form(where, email));
  }
  if (request.method !== 'POST') return answer(response, 405, 'text/plain', 'Only GET and POST.');
  if (!sameOrigin(request)) return answer(response, 403, 'text/plain', 'Only from this page.');
  const taken = await take(where, await formOf(request));
  html(taken.html, taken.status);
}

const server = createServer((request, response) => {
  handle(request, response).catch((error: Error) =>
    answer(
      response,
      502,
      'text/html; charset=utf-8',
      page('The shop', `<p role="alert">${escapeHtml(error.message)}</p><p><a href="/">Back</a></p>`),
    ),
  );
});
startWeb(Number(process.env.STANDIN_WEB_PORT), {
  key: process.env.STANDIN_TLS_KEY!,
  cert: process.env.STANDIN_TLS_CERT!,
});
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
