/** Migrations can be interrupted anywhere, run side by side, and meet what older versions left. */
import { randomBytes } from 'node:crypto';
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import { migrateDatabase, readMigrations, runStatement } from '@/server/db/migrate';
import { schemaDifferences } from '@/server/db/schema-check';

jest.setTimeout(240_000);

const server = process.env.LIBELLUS_TEST_DATABASE!;
const made: string[] = [];

async function freshDatabase(): Promise<{ name: string; url: string; connection: Connection }> {
  const name = `libellus_test_${randomBytes(5).toString('hex')}`;
  const admin = await createConnection(server);
  await admin.query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
  await admin.end();
  made.push(name);
  return {
    name,
    url: `${server}${name}`,
    connection: await createConnection({ uri: `${server}${name}`, timezone: 'Z' }),
  };
}

afterAll(async () => {
  const admin = await createConnection(server);
  for (const name of made) await admin.query(`drop database if exists ${name}`);
  await admin.end();
});

/** One row of every table that the first version had and that later steps move or change. */
async function oldData(connection: Connection): Promise<void> {
  const look = JSON.stringify({ name: 'old' });
  await connection.query(
    `insert into store (id, name, language, languages, locales, currency, time_zone, facts, look)
     values ('old', 'Old', 'en', '["en"]', '{}', 'EUR', 'UTC', '{}', ?)`,
    [look],
  );
  await connection.query(
    `insert into service (id, store_id, host, port, security, user, password, sender_name, sender_address)
     values ('01S', 'old', 'smtp.old.example', 587, 'starttls', 'u', '', 'Old Shop', 'orders@old.example')`,
  );
  await connection.query("insert into channel (store_id, id, name) values ('old', 'web-shop', 'Web')");
  await connection.query(
    `insert into \`order\` (id, store_id, number, placed_at, status, channel, customer_name, customer_email, language, currency, total, snapshot)
     values ('01O', 'old', 'OW-1', now(3), 'OrderProcessing', 'Web-Shop', 'A', 'a@b.example', 'en', 'EUR', 1, '{}')`,
  );
  await connection.query(
    `insert into event (id, store_id, source, event_id, type, time, received_at, order_id, data)
     values ('01E', 'old', 'shop', 'e1', 'order.placed', now(3), now(3), '01O', '{"order":{"number":"ow-1"}}')`,
  );
  await connection.query(
    `insert into delivery (id, store_id, event_id, order_id, order_number, notification_id, notification_name, edition_id, recipient, recipient_name, role, language, reasons, state, due_at, created_at)
     values ('01D', 'old', '01E', '01O', 'ow-1', 'n', 'N', 'e', 'a@b.example', 'A', 'staff', 'en', '[]', 'held', now(3), now(3))`,
  );
}

it('goes on after an interruption behind each statement of each migration, with what stood there before', async () => {
  const { url, connection } = await freshDatabase();
  const migrations = readMigrations();
  for (const [m, { statements }] of migrations.entries()) {
    for (let broken = 1; broken <= statements.length; broken += 1) {
      // The process ends right after this statement, and the next start begins this migration anew.
      for (const statement of statements.slice(0, broken)) await runStatement(connection, statement);
    }
    if (m === 0) await oldData(connection);
  }
  await connection.query(
    'create table `__drizzle_migrations` (id serial primary key, hash text not null, created_at bigint)',
  );
  await connection.query('insert into `__drizzle_migrations` (hash, created_at) values (?, ?)', [
    '',
    migrations.at(-2)!.when,
  ]);
  await migrateDatabase(url);
  expect(await schemaDifferences(connection)).toEqual([]);

  const one = async (sql: string): Promise<RowDataPacket> => (await connection.query<RowDataPacket[]>(sql))[0][0]!;
  expect(await one('select name, address from sender')).toEqual({ name: 'Old Shop', address: 'orders@old.example' });
  expect(await one('select sender, year(due_at) as year, order_number from delivery')).toEqual({
    sender: 'staff',
    year: 9999,
    order_number: 'OW-1',
  });
  expect(await one('select moment from delivery')).toEqual({ moment: 'order.placed' });
  expect(await one('select channel from `order`')).toEqual({ channel: 'web-shop' });
  // What the old equality took for one order is shown, not hidden.
  expect(await one('select order_number, event_id from contradiction')).toEqual({
    order_number: 'OW-1',
    event_id: 'e1',
  });
  expect(await one('select count(*) as n from look_edition')).toEqual({ n: 1 });
  await connection.end();
});

it('waits for one that runs at the same time, and does everything once', async () => {
  const { url, connection } = await freshDatabase();
  await Promise.all([migrateDatabase(url), migrateDatabase(url), migrateDatabase(url)]);
  const [rows] = await connection.query<RowDataPacket[]>('select count(*) as n from `__drizzle_migrations`');
  expect(rows[0]!.n).toBe(readMigrations().length);
  await connection.end();
});

it('takes over the lock of one that was killed', async () => {
  const { url, connection } = await freshDatabase();
  await connection.query(
    'create table `migration_lock` (name varchar(40) primary key, owner varchar(40) not null, until_time datetime(3) not null)',
  );
  await connection.query("insert into `migration_lock` values ('migration', 'killed', now(3) + interval 2 second)");
  await migrateDatabase(url);
  expect(await schemaDifferences(connection)).toEqual([]);
  await connection.end();
});

it('refuses to start on a database that somebody changed, and says what is missing', async () => {
  const { url, connection } = await freshDatabase();
  await migrateDatabase(url);
  await connection.query('alter table `delivery` drop column `cause`');
  await expect(migrateDatabase(url)).rejects.toThrow('column delivery.cause is missing');
  await connection.end();
});

it('deletes what belongs to a store with the store, and nothing of another', async () => {
  const { url, connection } = await freshDatabase();
  await connection.end();
  await migrateDatabase(url);
  const db = await createConnection({ uri: url, timezone: 'Z' });
  const store = (id: string) =>
    db.query(
      `insert into store (id, name, language, languages, locales, currency, time_zone, facts, look, terms) values (?, 'S', 'en', '["en"]', '{}', 'EUR', 'UTC', '{}', '{}', '{}')`,
      [id],
    );
  await store('one');
  await store('two');
  for (const s of ['one', 'two']) {
    await db.query(
      `insert into event (id, store_id, source, event_id, type, time, received_at, data) values (?, ?, 's', 'e', 't', now(3), now(3), '{}')`,
      [`E${s}`, s],
    );
    await db.query(
      `insert into delivery (id, store_id, event_id, notification_id, notification_name, edition_id, recipient, recipient_name, role, language, reasons, state, due_at, created_at, moment)
       values (?, ?, ?, 'n', 'N', 'e', 'a@b.example', 'A', 'staff', 'en', '[]', 'planned', now(3), now(3), 'order.placed')`,
      [`D${s}`, s, `E${s}`],
    );
  }
  await db.query("delete from store where id = 'one'");
  const [rows] = await db.query<RowDataPacket[]>('select id from delivery');
  expect(rows.map((r) => r.id)).toEqual(['Dtwo']);
  await db.end();
});
