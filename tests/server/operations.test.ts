/** What whoever runs Libellus relies on: processes that come back, logs that end, backups that can be restored, another secret. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import { eq } from 'drizzle-orm';
import { backUp, restore } from '../../ops/backup';
import { settleSecret, type Installation } from '../../ops/installation';
import { LogFile } from '../../ops/log-file';
import { Household, waitBefore } from '../../ops/processes';
import { changeSecret, loseSecret } from '../../ops/secret';
import { config } from '@/server/base/config';
import { closeDatabase, database } from '@/server/db/client';
import { heartbeats, keys, services, session, user } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { seal, unseal } from '@/server/base/secrets';
import { secretTrouble } from '@/server/operations/secret-check';
import { beat } from '@/server/operations/heartbeat';
import { connectService, placedEvent, SHOP, until, useDatabase } from './fixture';

useDatabase();
jest.setTimeout(120_000);

const folder = (): string => mkdtempSync(join(tmpdir(), 'libellus-operations-'));

describe('a process that ends by itself', () => {
  let said: jest.SpyInstance;
  beforeEach(() => {
    said = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => said.mockRestore());

  it('is started again after waits that grow, and says so', async () => {
    const dir = folder();
    const script = join(dir, 'short.mjs');
    // It ends twice, and stays the third time.
    writeFileSync(
      script,
      `import { appendFileSync, readFileSync } from 'node:fs';
       appendFileSync('${dir}/starts', 'x');
       console.log('started');
       if (readFileSync('${dir}/starts', 'utf8').length < 3) process.exit(3);
       setInterval(() => {}, 1000);`,
    );
    const household = new Household({ logs: join(dir, 'logs'), onGivenUp: () => undefined });
    await household.script('short', script, {});
    await until(
      () => Promise.resolve(existsSync(join(dir, 'starts')) ? readFileSync(join(dir, 'starts'), 'utf8').length : 0),
      (n) => n === 3,
    );
    await household.end();
    const words = said.mock.calls.map((c) => String(c[0]));
    expect(words[0]).toContain('short ended with 3; starting it again in 0.5 s');
    expect(words[1]).toContain('starting it again in 1 s');
    expect(statSync(join(dir, 'logs/short.log')).mode & 0o777).toBe(0o600);
    expect(statSync(join(dir, 'logs')).mode & 0o777).toBe(0o700);
    expect([1, 2, 3, 20].map(waitBefore)).toEqual([500, 1000, 2000, 30_000]);
  });

  it('is given up, and everything with it, when it has failed for long', async () => {
    const dir = folder();
    const script = join(dir, 'broken.mjs');
    writeFileSync(script, 'process.exit(1);');
    const givenUp = await new Promise<string>((done) => {
      const household = new Household({ logs: join(dir, 'logs'), onGivenUp: done, giveUpAfter: 300 });
      void household.script('broken', script, {});
    });
    expect(givenUp).toBe('broken');
  });
});

describe('a log', () => {
  it('does not grow without end', () => {
    const dir = folder();
    const log = new LogFile(join(dir, 'web.log'), 1_000);
    for (let i = 0; i < 100; i += 1) log.write(Buffer.from(`${'x'.repeat(99)}\n`));
    const files = readdirSync(dir).toSorted();
    expect(files).toEqual(['web.log', 'web.log.1', 'web.log.2', 'web.log.3']);
    for (const file of files) expect(statSync(join(dir, file)).size).toBeLessThanOrEqual(1_000);
  });
});

/** Another database on the same server, with a data folder of its own. */
async function elsewhere(): Promise<Installation & { drop: () => Promise<void> }> {
  const name = `${new URL(process.env.DATABASE_URL!).pathname.slice(1)}_restored`;
  const server = process.env.LIBELLUS_TEST_DATABASE!;
  const run = async (sql: string): Promise<void> => {
    const connection = await createConnection(server);
    await connection.query(sql);
    await connection.end();
  };
  await run(`drop database if exists ${name}`);
  await run(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
  return {
    dataDir: folder(),
    databaseUrl: `${server}${name}`,
    secret: config().secret,
    secretGiven: true,
    close: () => Promise.resolve(),
    drop: () => run(`drop database if exists ${name}`),
  };
}

async function rowsOf<T>(url: string, sql: string): Promise<T[]> {
  const connection = await createConnection({ uri: url, timezone: 'Z' });
  try {
    const [rows] = await connection.query<RowDataPacket[]>(sql);
    return rows as T[];
  } finally {
    await connection.end();
  }
}

describe('a backup', () => {
  const here = (): Installation => ({
    dataDir: folder(),
    databaseUrl: process.env.DATABASE_URL!,
    secret: config().secret,
    secretGiven: true,
    close: () => Promise.resolve(),
  });

  it('made under load is whole, and is the same elsewhere', async () => {
    const from = here();
    mkdirSync(join(from.dataDir, 'media/pictures/quillwick'), { recursive: true });
    writeFileSync(join(from.dataDir, 'media/pictures/quillwick/0123456789abcdef01234567.png'), 'a picture');
    mkdirSync(join(from.dataDir, 'files/quillwick/ab'), { recursive: true });
    writeFileSync(join(from.dataDir, 'files/quillwick/ab/abcd'), 'a guide');
    await connectService();
    let stop = false;
    let sent = 0;
    const load = Promise.all(
      [1, 2, 3].map(async () => {
        while (!stop) {
          await receiveEvent(SHOP, placedEvent());
          sent += 1;
        }
      }),
    );
    await until(
      () => Promise.resolve(sent),
      (n) => n > 20,
    );
    const file = join(from.dataDir, 'backup.tar.gz');
    await backUp(from, file);
    const during = sent;
    stop = true;
    await load;
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(existsSync(`${file}.part`)).toBe(false);
    await expect(backUp(from, file)).rejects.toThrow('is there already');

    const to = await elsewhere();
    const { held, secret } = await restore(to, file);
    expect(secret).toBe('');
    const [counts] = await rowsOf<Record<string, number>>(
      to.databaseUrl,
      'select (select count(*) from event) as events, (select count(*) from delivery) as deliveries, (select count(*) from `order`) as orders',
    );
    expect(counts!.events).toBeGreaterThan(20);
    expect(counts!.events).toBeLessThanOrEqual(during + 3);
    // Every event came with its order and its two messages, or not at all.
    expect(counts!.orders).toBe(counts!.events);
    expect(counts!.deliveries).toBe(2 * counts!.events!);
    // What is in both is the same, byte for byte.
    for (const table of ['event', '`order`', 'store', 'notification', 'template', 'edition']) {
      const ids = await rowsOf<{ id: string }>(to.databaseUrl, `select id from ${table}`);
      const checked = `select count(*) as n, bit_xor(crc32(concat_ws('#', ${await columnsOf(table)}))) as sum from ${table} where id in (${ids.map((r) => `'${r.id}'`).join()})`;
      expect({ table, rows: await rowsOf(to.databaseUrl, checked) }).toEqual({
        table,
        rows: await rowsOf(from.databaseUrl, checked),
      });
    }
    // What was due then may have gone out since.
    expect(held).toBe(counts!.deliveries);
    const states = await rowsOf<{ state: string; cause: string }>(
      to.databaseUrl,
      'select distinct state, cause from delivery',
    );
    expect(states).toEqual([{ state: 'held', cause: 'restored' }]);
    expect(readFileSync(join(to.dataDir, 'files/quillwick/ab/abcd'), 'utf8')).toBe('a guide');
    expect(readFileSync(join(to.dataDir, 'media/pictures/quillwick/0123456789abcdef01234567.png'), 'utf8')).toBe(
      'a picture',
    );

    await expect(restore(to, file)).rejects.toThrow('add --replace');
    await restore(to, file, { replace: true });
    await to.drop();
  });

  async function columnsOf(table: string): Promise<string> {
    const rows = await rowsOf<{ name: string }>(
      process.env.DATABASE_URL!,
      `select column_name as name from information_schema.columns where table_schema = database() and table_name = '${table.replaceAll('`', '')}' order by ordinal_position`,
    );
    return rows.map((r) => `cast(\`${r.name}\` as binary)`).join(', ');
  }

  it('that is none, is cut off, or is meant for a database in use changes nothing', async () => {
    const from = here();
    const file = join(from.dataDir, 'backup.tar.gz');
    await backUp(from, file);
    const to = await elsewhere();
    const cut = join(from.dataDir, 'cut.tar.gz');
    writeFileSync(cut, readFileSync(file).subarray(0, 2_000));
    await expect(restore(to, cut)).rejects.toThrow('Nothing was changed');
    const other = join(from.dataDir, 'other.tar.gz');
    writeFileSync(join(from.dataDir, 'manifest.json'), '{"kind":"something else"}');
    execFileSync('tar', ['-czf', other, '-C', from.dataDir, 'manifest.json']);
    await expect(restore(to, other)).rejects.toThrow('is not a backup of Libellus');
    await beat('running', 'worker', '');
    await expect(restore(from, file, { replace: true })).rejects.toThrow('Libellus runs on this database');
    await database().delete(heartbeats);
    await to.drop();
  });
});

describe('another secret', () => {
  afterEach(async () => {
    delete process.env.LIBELLUS_NEW_SECRET;
    await closeDatabase();
  });

  it('opens all that the old one opened, which then opens nothing, and ends every session', async () => {
    const old = config().secret;
    await connectService();
    await secretTrouble();
    const now = new Date();
    await database()
      .insert(user)
      .ignore()
      .values({ id: 'somebody', name: 'S', email: 's@quillwick.example', createdAt: now, updatedAt: now });
    await database()
      .insert(session)
      .values({
        id: 'open',
        userId: 'somebody',
        token: 'open-token',
        expiresAt: new Date(Date.now() + 60_000),
        createdAt: now,
        updatedAt: now,
      });
    const dataDir = folder();
    writeFileSync(join(dataDir, 'secret'), old);
    const installation = {
      dataDir,
      databaseUrl: process.env.DATABASE_URL!,
      secret: old,
      secretGiven: false,
      close: () => Promise.resolve(),
    };
    const next = await changeSecret(installation);
    expect(readFileSync(join(dataDir, 'secret'), 'utf8')).toBe(next);
    expect(statSync(join(dataDir, 'secret')).mode & 0o777).toBe(0o600);

    const [service] = await database().select().from(services).where(eq(services.storeId, SHOP));
    expect(unseal(service!.password, next)).toBe('linen-thread-18');
    expect(() => unseal(service!.password, old)).toThrow('not the one');
    const [key] = await database().select().from(keys).where(eq(keys.kind, 'events'));
    expect(unseal(key!.secret, next)).toMatch(/^whsec_/);
    expect(await database().select().from(session)).toHaveLength(0);
    expect(await secretTrouble()).toContain('LIBELLUS_SECRET is not the one');
    config().secret = next;
    expect(await secretTrouble()).toBe('');
  });

  it('is not begun while processes run, and changes nothing when the old one is wrong', async () => {
    const dataDir = folder();
    const installation = {
      dataDir,
      databaseUrl: process.env.DATABASE_URL!,
      secret: config().secret,
      secretGiven: false,
      close: () => Promise.resolve(),
    };
    await beat('running', 'worker', '');
    await expect(changeSecret(installation)).rejects.toThrow('Libellus runs');
    await database().delete(heartbeats);
    await expect(changeSecret({ ...installation, secret: 'wrong' })).rejects.toThrow('not the one');
    expect(await secretTrouble()).toBe('');
    await expect(changeSecret({ ...installation, secretGiven: true })).rejects.toThrow('LIBELLUS_NEW_SECRET');
  });

  it('that takes the place of one that is lost gives up what that had sealed, and says what to enter again', async () => {
    await connectService();
    const old = config().secret;
    config().secret = 'the old one is lost';
    expect(await secretTrouble()).toContain('not the one');
    const installation = {
      dataDir: folder(),
      databaseUrl: process.env.DATABASE_URL!,
      secret: config().secret,
      secretGiven: true,
      close: () => Promise.resolve(),
    };
    expect(await loseSecret(installation)).toMatch(
      /^Given up: 1 passwords of services, 1 keys of shops, 0 keys of domains\./,
    );
    expect(await secretTrouble()).toBe('');
    const [key] = await database().select().from(keys).where(eq(keys.kind, 'events'));
    expect(unseal(key!.secret)).toMatch(/^whsec_/);
    config().secret = old;
    const { giveUpSealed } = await import('@/server/operations/secret-change');
    await giveUpSealed(old);
  });

  it('that was interrupted between database and file is settled at the next start', async () => {
    const dataDir = folder();
    writeFileSync(join(dataDir, 'secret'), 'the old one');
    writeFileSync(join(dataDir, 'secret.next'), config().secret);
    expect(await settleSecret(dataDir, process.env.DATABASE_URL!)).toBe(config().secret);
    expect(readFileSync(join(dataDir, 'secret'), 'utf8')).toBe(config().secret);
    // One that never reached the database is not taken.
    writeFileSync(join(dataDir, 'secret.next'), 'never used');
    expect(await settleSecret(dataDir, process.env.DATABASE_URL!)).toBeUndefined();
    expect(seal('x')).toMatch(/^v1\./);
  });
});

it('says how its commands are used', () => {
  for (const args of [['backup'], ['restore'], ['nothing', 'x']]) {
    const { status, stderr } = spawnSync(process.execPath, ['--import', 'tsx', 'ops/command.ts', ...args], {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: process.env.DATABASE_URL! },
    });
    expect([args[0], status]).toEqual([args[0], 1]);
    expect(stderr).toContain('./libellus backup FILE');
  }
});
