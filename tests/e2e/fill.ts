/** Fills a data folder with the demo store, connects its sending service and places a first order: `fill.ts PORT FOLDER`. */
import { renameSync } from 'node:fs';
import { setUp } from '../../ops/setting';
import { ACCOUNTS, PROVIDER_HOST } from '../../standins/scenery';

const [port = '', folder = ''] = process.argv.slice(2);
const made = `${folder}.part`;

const setting = await setUp({
  basePort: Number(port),
  dataDir: made,
  demo: true,
  reset: true,
  web: false,
  worker: false,
});
const { closeDatabase, database } = await import('../../src/server/db/client');
const { senders, services } = await import('../../src/server/db/schema');
const { newId } = await import('../../src/server/base/ids');
const { seal } = await import('../../src/server/base/secrets');
const account = ACCOUNTS[0]!;
await database()
  .insert(services)
  .values({
    id: newId(),
    storeId: 'quillwick',
    host: PROVIDER_HOST,
    port: setting.ports.smtp.starttls,
    security: 'starttls',
    user: account.user,
    password: seal(account.password),
    name: 'smtp.harrowpost.example',
    kind: 'account',
    spf: 'include:spf.harrowpost.example',
  });
await database()
  .insert(senders)
  .ignore()
  .values({ storeId: 'quillwick', kind: 'orders', name: 'Quillwick', address: account.user });
// An order of a customer who reads German, whose messages go out as soon as a worker runs.
const { eq } = await import('drizzle-orm');
const { customers, user } = await import('../../src/server/db/schema');
const { accessOf } = await import('../../src/server/auth/access');
const { placeOrder } = await import('../../src/server/features/orders/placing');
const [marta] = await database().select().from(user).where(eq(user.email, 'marta@quillwick.example'));
const [ingo] = await database().select().from(customers).where(eq(customers.email, 'ingo@schoenau.example'));
await placeOrder(await accessOf(marta!, 'quillwick', 'order.place'), {
  customerId: ingo!.id,
  channel: 'web-shop',
  lines: [
    { sku: 'PA-KOZO', quantity: 3 },
    { sku: 'TO-BONE', quantity: 1 },
  ],
  paid: true,
});
await closeDatabase();
await setting.end();
// Only whole: what was broken off half-way is made anew.
renameSync(made, folder);
