/** What is in the hands of a worker that ends: others take it up, and a message that ends each of them is put aside. */
import { spawn } from 'node:child_process';
import { eq } from 'drizzle-orm';
import { createConnection } from 'mysql2/promise';
import { database } from '@/server/db/client';
import { attempts, deliveries } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deliveryDetail, tryAgain } from '@/server/features/deliveries/deliveries';
import { claim, claimInterrupted, releaseHeld } from '@/server/worker/claims';
import { Worker } from '@/server/worker/worker';
import { readKeptIn } from '@/words/kept';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const LEASE_MS = 4_000;

/** Places an order of somebody and gives the message to them. */
async function orderOf(email: string): Promise<string> {
  await receiveEvent(SHOP, placedEvent({ customer: { email, firstName: 'Iwona', lastName: 'S' } }));
  const [row] = await database().select().from(deliveries).where(eq(deliveries.recipient, email));
  return row!.id;
}
const row = async (id: string) =>
  readKeptIn((await database().select().from(deliveries).where(eq(deliveries.id, id)))[0]!);
const leaseIsOver = () =>
  database()
    .update(deliveries)
    .set({ leaseUntil: new Date(0) })
    .where(eq(deliveries.state, 'sending'));

/** A worker process that does not survive the message to an address. Resolves with the signal that ended it. */
function mortalWorker(address: string, manner: 'gone' | 'stuck'): Promise<string | null> {
  const child = spawn(
    process.execPath,
    ['--import', './tests/server/deadly.mjs', '--import', 'tsx', 'src/server/processes/worker.ts'],
    {
      env: {
        ...process.env,
        ...{ LIBELLUS_LEASE_MS: String(LEASE_MS), LIBELLUS_BOUNCE_LISTEN: '' },
        ...{ DEADLY_ADDRESS: address, DEADLY_MANNER: manner },
      },
      stdio: 'ignore',
    },
  );
  return new Promise((resolve) => child.once('close', (_, signal) => resolve(signal)));
}

beforeEach(async () => {
  await database().delete(deliveries);
  await connectService();
});

describe('a delivery whose worker ended', () => {
  it('is taken up after its lease, one at a time, when nothing else is in hand', async () => {
    const first = await orderOf('first@interrupted-test.example');
    const second = await orderOf('second@interrupted-test.example');
    await claim('gone', 50, 60_000);
    expect(await claimInterrupted('other', 60_000)).toBeUndefined();
    await leaseIsOver();
    const taken = await claimInterrupted('other', 60_000);
    expect(taken).toMatchObject({ lapses: 1, attempts: 2, leaseBy: 'other' });
    await leaseIsOver();
    const worker = new Worker();
    while ((await worker.round()) > 0);
    for (const id of [first, second]) expect(await row(id)).toMatchObject({ state: 'accepted', lapses: 0 });
  });

  it('waits for its turn while much else is due, and comes to it', async () => {
    const before = await orderOf('before@interrupted-test.example');
    await claim('gone', 50, 60_000);
    await leaseIsOver();
    const after = await orderOf('after@interrupted-test.example');
    const worker = new Worker();
    expect(await worker.round()).toBeGreaterThan(0);
    expect((await row(before)).state).toBe('accepted');
    await worker.round();
    expect((await row(after)).state).toBe('accepted');
  });
});

it('keeps nobody waiting while it is in other hands', async () => {
  const locked = await orderOf('locked@interrupted-test.example');
  await claim('gone', 50, 60_000);
  await leaseIsOver();
  const after = await orderOf('due@interrupted-test.example');
  const connection = await createConnection(process.env.DATABASE_URL!);
  try {
    // As all connections of the product read, so that the row is held and not the room beside it.
    await connection.query('set session transaction isolation level read committed');
    await connection.query('begin');
    await connection.query("select id from delivery where state = 'sending' for update");
    const worker = new Worker();
    await worker.round();
    await worker.round();
    expect((await row(after)).state).toBe('accepted');
    expect((await row(locked)).state).toBe('sending');
  } finally {
    await connection.end();
  }
});

describe('a message that ends each worker', () => {
  it('is put aside, while what was in hand with it goes out', async () => {
    const deadly = await orderOf('deadly@interrupted-test.example');
    const others = await Promise.all(
      ['one', 'two', 'three'].map((name) => orderOf(`${name}@interrupted-test.example`)),
    );
    const ends: (string | null)[] = [];
    for (let i = 0; i < 4; i += 1) {
      ends.push(await mortalWorker('deadly@interrupted-test.example', i === 1 ? 'stuck' : 'gone'));
    }
    // The one that stood still ended itself.
    expect(ends).toEqual(Array(4).fill('SIGKILL'));
    // The others did not wait for it to be found out.
    for (const id of others) expect((await row(id)).state).toBe('accepted');
    await leaseIsOver();
    const worker = new Worker();
    while ((await worker.round()) > 0);
    expect(await row(deadly)).toMatchObject({
      ...{ state: 'held', cause: 'workers ended', lapses: 0 },
      lastWords: expect.stringContaining('4 workers ended one after the other'),
    });
    const access = await accessAs();
    const seen = await deliveryDetail(access, deadly);
    expect(seen.attempts.map((a) => a.lost)).toEqual([true, true, true, true, false]);
    expect(seen.attempts.at(-1)!.remedy).toContain('may have reached its recipient');

    // Nobody lets it go by the way, and whoever asks for it gets it.
    await releaseHeld(SHOP);
    expect((await row(deadly)).state).toBe('held');
    await tryAgain(access, deadly);
    while ((await worker.round()) > 0);
    expect((await row(deadly)).state).toBe('accepted');
    const tries = await database().select().from(attempts).where(eq(attempts.deliveryId, deadly));
    expect(tries).toHaveLength(6);
  });
});
