/** Fills a data folder with the demo store and connects its sending service: `fill.ts PORT FOLDER`. */
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
const { newId } = await import('../../src/server/ids');
const { seal } = await import('../../src/server/secrets');
const [{ user, password }] = [ACCOUNTS[0]!];
await database()
  .insert(services)
  .values({
    id: newId(),
    storeId: 'quillwick',
    host: PROVIDER_HOST,
    port: setting.ports.smtp.starttls,
    security: 'starttls',
    user,
    password: seal(password),
    name: 'smtp.harrowpost.example',
    kind: 'account',
    spf: 'include:spf.harrowpost.example',
  });
await database()
  .insert(senders)
  .ignore()
  .values({ storeId: 'quillwick', kind: 'orders', name: 'Quillwick', address: user });
await closeDatabase();
await setting.end();
// Only whole: what was broken off half-way is made anew.
renameSync(made, folder);
