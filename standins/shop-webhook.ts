/**
 * The demo shop's own webhook: where it sends what happens, in JSON of its own. It knows nothing of Libellus' events, as no shop does, so
 * it is what a source is connected to and mapped from.
 */
import { createHmac } from 'node:crypto';
import { escapeHtml, page } from './pages';

interface Basket {
  ref: string;
  opened: string;
  money: 'EUR';
  buyer: { mail: string; given: string; family: string; tongue: string };
  items: { art: string; title: string; shelf: string; count: string; each: string }[];
  post: { way: string; cost: string };
  drop: { who: string; street: string; zip: string; town: string; land: string };
  pays: string;
  settled: 'y' | 'n';
  sum: string;
  parcels?: { carrier: string; code: string; left: number; holds: { art: string; count: number }[] }[];
}

interface Sent {
  what: string;
  ref: string;
  answer: string;
}

const settings = { address: '', secret: '' };
const baskets: Basket[] = [];
const sent: Sent[] = [];

/** "2026-11-29 10:12:05", as the shop writes times: without a zone. */
const stamp = (time: Date): string =>
  new Intl.DateTimeFormat('sv-SE', {
    ...{ timeZone: 'Europe/Berlin', dateStyle: 'short', timeStyle: 'medium' },
  }).format(time);

const amount = (cents: number): string => (cents / 100).toFixed(2).replace('.', ',');

function basketOf(form: URLSearchParams): Basket {
  const count = Math.max(1, Math.min(99, Number(form.get('count')) || 1));
  const [given = '', family = ''] = [form.get('given') ?? '', form.get('family') ?? ''];
  return {
    ref: `B-${Date.now().toString(36).toUpperCase()}`,
    opened: stamp(new Date()),
    money: 'EUR',
    buyer: { mail: form.get('mail') ?? '', given, family, tongue: 'en_GB' },
    items: [
      { art: 'TO-BONE', title: 'Bone folder', shelf: 'tools', count: String(count), each: amount(1450) },
      { art: 'PA-KOZO', title: 'Kozo sheet, 38 x 51 cm', shelf: 'paper', count: '1', each: amount(490) },
    ],
    post: { way: 'Parcel', cost: amount(490) },
    drop: { who: `${given} ${family}`.trim(), street: 'Mill Lane 4', zip: '10115', town: 'Berlin', land: 'de' },
    pays: 'on account',
    settled: 'n',
    sum: amount(1450 * count + 490 + 490),
  };
}

/** Sends what happened, signed with the secret over the body; what came back is shown. */
async function send(what: string, basket: Basket): Promise<void> {
  const body = JSON.stringify({ what, at: Math.floor(Date.now() / 1000), basket });
  let said: string;
  try {
    const response = await fetch(settings.address, {
      method: 'POST',
      body,
      headers: {
        'content-type': 'application/json',
        'x-signature': createHmac('sha256', settings.secret).update(body).digest('hex'),
      },
    });
    said = `${response.status} ${await response.text()}`;
  } catch (error) {
    said = `no answer: ${(error as Error).message}`;
  }
  sent.unshift({ what, ref: basket.ref, answer: said.slice(0, 300) });
  sent.splice(20);
}

/** Does what a form of the page asks for. */
export async function webhookDeed(form: URLSearchParams): Promise<void> {
  switch (form.get('deed')) {
    case 'settings':
      settings.address = (form.get('address') ?? '').trim();
      settings.secret = (form.get('secret') ?? '').trim();
      return;
    case 'close': {
      const basket = basketOf(form);
      baskets.unshift(basket);
      baskets.splice(20);
      return send('basket.closed', basket);
    }
    case 'post': {
      const basket = baskets.find((b) => b.ref === form.get('ref'));
      if (!basket) return;
      basket.parcels = [
        {
          carrier: 'Fernbote',
          code: `FB${Date.now()}`,
          left: Math.floor(Date.now() / 1000),
          holds: basket.items.map((i) => ({ art: i.art, count: Number(i.count) })),
        },
      ];
      return send('basket.posted', basket);
    }
  }
}

const button = (deed: string, label: string): string =>
  `<button name="deed" value="${deed}">${escapeHtml(label)}</button>`;

export function webhookPage(): string {
  return page(
    'The shop’s webhook',
    `<form method="post" action="/webhook"><p><label>Send to <input name="address" size="80" value="${escapeHtml(settings.address)}"></label></p>
<p><label>Secret <input name="secret" size="50" value="${escapeHtml(settings.secret)}"></label></p><p>${button('settings', 'Save')}</p></form>
<h2>A basket</h2><form method="post" action="/webhook"><p><label>Mail address <input name="mail" size="34"></label> <label>Given name <input name="given" value="Ada"></label> <label>Family name <input name="family" value="Quill"></label> <label>Bone folders <input name="count" size="3" value="2"></label></p>
<p>${button('close', 'Close the basket')}</p></form>
${baskets
  .map(
    (b) =>
      `<form method="post" action="/webhook"><p>${escapeHtml(b.ref)}, ${escapeHtml(b.sum)} € <input type="hidden" name="ref" value="${escapeHtml(b.ref)}">${b.parcels ? 'posted' : button('post', 'Post it')}</p></form>`,
  )
  .join('')}
<h2>Sent</h2><table>${sent
      .map(
        (s) => `<tr><td>${escapeHtml(s.what)}</td><td>${escapeHtml(s.ref)}</td><td>${escapeHtml(s.answer)}</td></tr>`,
      )
      .join('')}</table><p><a href="/">Back to the shop</a></p>`,
  );
}
