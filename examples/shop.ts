/**
 * A small shop: it tells Libellus of an order, then reads what was sent about it until it arrived. Beside a running demo:
 *
 *     node --import tsx examples/shop.ts you@customer.example
 *
 * Elsewhere, LIBELLUS_URL, LIBELLUS_EVENTS_KEY and LIBELLUS_READ_KEY say where it is and with which keys of the store.
 */
import { readFileSync } from 'node:fs';
import { libellusClient, SIGNED } from './client';

const { LIBELLUS_URL = 'http://127.0.0.1:4310', LIBELLUS_EVENTS_KEY, LIBELLUS_READ_KEY } = process.env;
const [email = 'you@customer.example'] = process.argv.slice(2);

/** The demo writes its keys down. */
const demo = (): { eventsKey: string; readKey: string } =>
  JSON.parse(readFileSync(`.libellus/demo-${new URL(LIBELLUS_URL).port}/demo.json`, 'utf8')) as {
    eventsKey: string;
    readKey: string;
  };

const client = libellusClient({
  url: LIBELLUS_URL,
  eventsKey: LIBELLUS_EVENTS_KEY ?? demo().eventsKey,
  readKey: LIBELLUS_READ_KEY ?? demo().readKey,
});

const number = `EX-${Date.now().toString(36).toUpperCase()}`;
const told = await client.POST('/events', {
  params: SIGNED,
  body: {
    specversion: '1.0',
    id: `placed-${number}`,
    source: 'https://example-shop.example',
    type: 'order.placed',
    data: {
      order: {
        number,
        placedAt: new Date().toISOString(),
        currency: 'EUR',
        channel: 'web-shop',
        customer: { email },
        lines: [{ product: { sku: 'TO-BONE', name: 'Bone folder' }, quantity: 1, unitPrice: 1450 }],
      },
    },
  },
});
if (told.error) {
  console.error(told.error.title, told.error.problems ?? '');
  process.exit(1);
}
console.log(`Order ${number} was told.`);

for (let i = 0; i < 60; i += 1) {
  const { data, error } = await client.GET('/deliveries', { params: { query: { order: number } } });
  if (error) {
    console.error(error.title);
    process.exit(1);
  }
  const states = data.deliveries.map((d) => `${d.notification} to ${d.recipient}: ${d.state}`);
  const waiting = data.deliveries.filter((d) => ['planned', 'sending', 'deferred'].includes(d.state));
  if (states.length > 0 && waiting.length === 0) {
    console.log(states.join('\n'));
    process.exit(0);
  }
  await new Promise((again) => setTimeout(again, 500));
}
console.log('Some messages still wait: see Deliveries.');
