import { chromium } from '/work/main/node_modules/@playwright/test/index.mjs';
const [,, ...jobs] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
await p.goto('http://127.0.0.1:4710/sign-in');
await p.getByLabel(/mail/i).fill('marta@quillwick.example');
await p.getByLabel('Password').fill('paper-and-thread');
await p.getByRole('button', { name: /sign in/i }).click();
await p.waitForURL(/today/);
export { p, b };
for (const j of jobs) { const [path, name] = j.split('='); await p.goto('http://127.0.0.1:4710' + path); await p.waitForTimeout(2500); await p.screenshot({ path: `/tmp/shots/${name}.png` }); }
if (jobs.length) await b.close();
