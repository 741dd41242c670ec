import { chromium } from '@playwright/test';
const base='http://127.0.0.1:4710';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
for (const who of ['tom','claire','amira','jonas']) {
 const c = await b.newContext({ viewport: { width: 1280, height: 800 } }); const p = await c.newPage();
 await p.goto(base + '/sign-in');
 await p.getByLabel(/mail/i).first().fill(who+'@quillwick.example'); await p.getByLabel('Password').fill('paper-and-thread');
 await p.getByRole('button', { name: /sign in/i }).click(); await p.waitForURL(/\/s\//);
 for (const path of ['/today','/journey','/journey?view=list','/journey/order-received','/desk/order-received','/look','/phrasebook','/routing','/sending/services','/sending/services/new','/sending/senders','/sending/domains','/sending/channels','/sending/withheld','/orders','/orders/QW-10482','/orders/QW-10482/walk','/orders/new','/orders/write?orders=QW-10482','/orders/exchange','/orders/connect','/deliveries','/store/payment','/store/names']) {
  await p.goto(base + '/s/quillwick' + path); await p.waitForTimeout(500);
  const names = await p.evaluate(() => [...document.querySelectorAll('main button:not(:disabled), main a.btn')].filter((e)=>e.checkVisibility()).map((e) => (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0,30)));
  const h = await p.locator('main h1').first().textContent().catch(()=>'-');
  console.log(who, path, '['+h+']', [...new Set(names)].slice(0,18).join(' | '));
 }
 await c.close();
}
await b.close();
