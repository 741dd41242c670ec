import { chromium } from '@playwright/test';
import { withoutRoom } from './tests/e2e/room';
const [base, widths, only, shot] = [process.argv[2]!, process.argv[3]!.split(',').map(Number), process.argv[4], process.argv[5]];
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const c = await b.newContext();
c.setDefaultTimeout(120000);
await c.addInitScript('globalThis.__name = (f) => f');
const p = await c.newPage();
await p.goto(base + '/sign-in');
await p.getByLabel(/mail/i).first().fill('marta@quillwick.example'); await p.getByLabel('Password').fill('paper-and-thread');
await p.getByRole('button', { name: /sign in/i }).click(); await p.waitForURL(/\/s\//);
const s = base + '/s/quillwick';
const first = async (path: string, pattern: RegExp): Promise<string> => {
  await p.goto(s + path); await p.waitForTimeout(1500);
  return p.evaluate((src) => [...document.querySelectorAll('a')].map((a) => a.getAttribute('href')!).find((h) => h && new RegExp(src).test(h)) ?? '', pattern.source);
};
const order = (await first('/orders', /\/orders\/QW-\d+$/)).replace('/s/quillwick', '') || '/orders/QW-10482';
const delivery = (await first('/deliveries?state=accepted', /\/deliveries\/[0-9A-Z]{20,}/)).replace('/s/quillwick', '');
const domain = (await first('/sending/domains', /\/sending\/domains\/.+/)).replace('/s/quillwick', '');
const service = '/sending/services/new';
let all: Record<string, string> = { today: '/today', journey: '/journey', list: '/journey?view=list', notification: '/journey/order-received', desk: '/desk/order-received', look: '/look', phrasebook: '/phrasebook', routing: '/routing', sending: '/sending', services: '/sending/services', service, senders: '/sending/senders', channels: '/sending/channels', withheld: '/sending/withheld', domains: '/sending/domains', ...(domain && { domain }), orders: '/orders', order, walk: order + '/walk', connect: '/orders/connect', exchange: '/orders/exchange', new: '/orders/new', write: '/orders/write?order=' + order.split('/').pop(), deliveries: '/deliveries', ...(delivery && { delivery }), store: '/store/payment', shipping: '/store/shipping', carriers: '/store/carriers', names: '/store/names', invoices: '/store/invoices' };
if (only) all = Object.fromEntries(Object.entries(all).filter(([k]) => only.split(',').includes(k)));
for (const width of widths) for (const [name, path] of Object.entries(all)) {
  await p.setViewportSize({ width, height: width < 700 ? 844 : 800 });
  await p.goto(s + path); await p.locator('main h1').first().waitFor({timeout:15000}).catch(()=>{}); await p.waitForTimeout(500);
  const found = await withoutRoom(p);
  console.log(`${width} ${name}: ${found.length}`); for (const f of found.slice(0, 8)) console.log('   ' + f);
  if (shot) await p.screenshot({ path: `/tmp/shots/${name}-${width}.png`, fullPage: shot === 'full' });
}
await b.close();
