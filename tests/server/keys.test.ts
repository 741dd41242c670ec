/** Keys of other programs: made and told once, narrowed, replaced with time for both, revoked; and when each was used. */
import { eq } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { handleEvent } from '@/server/api/events';
import { handleCodes, handleRecord } from '@/server/api/reading';
import { database } from '@/server/db/client';
import { keys } from '@/server/db/schema';
import { loadKeys, makeKey, replaceKey, revokeKey } from '@/server/features/keys/keys';
import { eventsKey } from '@/server/features/orders/connect';
import { accessAs, placedEvent, useDatabase } from './fixture';

useDatabase();

async function tell(key: string): Promise<number> {
  const body = JSON.stringify(placedEvent());
  const at = new Date();
  const headers = {
    'content-type': 'application/cloudevents+json',
    'webhook-id': 'msg_1',
    'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
    'webhook-signature': new Webhook(key).sign('msg_1', at, body),
  };
  const request = new Request('http://libellus.example/api/v1/events', { method: 'POST', body, headers });
  return (await handleEvent(request)).status;
}
const reads = async (key: string): Promise<number[]> => {
  const ask = (path: string) =>
    new Request(`http://libellus.example/api/v1/${path}`, { headers: { authorization: `Bearer ${key}` } });
  return [(await handleRecord(ask('deliveries'))).status, (await handleCodes(ask('codes'))).status];
};
const idOf = async (name: string) => (await loadKeys(await accessAs())).find((k) => k.name === name)!.id;

describe('a key', () => {
  it('for telling of orders holds beside others, says when it was used, and is what connecting a shop shows', async () => {
    const access = await accessAs();
    const { key } = await makeKey(access, { kind: 'events', name: ' Till  in the shop ' });
    const [row] = await database().select().from(keys).where(eq(keys.name, 'Till in the shop'));
    expect(row!.secret).not.toContain(key.slice(6));
    expect((await loadKeys(access)).find((k) => k.id === row!.id)).toMatchObject({
      ...{ ends: key.slice(-4), madeBy: 'Marta Oyelaran' },
    });
    expect(await tell(key)).toBe(202);
    expect((await loadKeys(access)).find((k) => k.id === row!.id)!.usedAt).toBeDefined();
    expect(await eventsKey(access)).toBe(key);
    // What signs does not read.
    expect(await reads(key)).toEqual([401, 401]);
  });

  it('for reading opens what it is narrowed to and nothing else', async () => {
    const access = await accessAs();
    const all = await makeKey(access, { kind: 'read', name: 'Stock sheet' });
    const some = await makeKey(access, { kind: 'read', name: 'Checkout', scopes: ['codes'] });
    expect(await reads(all.key)).toEqual([200, 200]);
    expect(await reads(some.key)).toEqual([401, 200]);
    const rows = await database().select().from(keys).where(eq(keys.kind, 'read'));
    expect(JSON.stringify(rows)).not.toContain(some.key);
  });

  it('that is replaced holds beside the new one until its time, and one that is revoked no longer', async () => {
    const access = await accessAs();
    const old = await makeKey(access, { kind: 'events', name: 'Replaced' });
    const id = await idOf('Replaced');
    const next = await replaceKey(access, { id, hours: 24 });
    expect([await tell(old.key), await tell(next.key)]).toEqual([202, 202]);
    expect(await eventsKey(access)).toBe(next.key);
    await expect(replaceKey(access, { id, hours: 0 })).rejects.toMatchObject({ code: 'conflict' });
    await database()
      .update(keys)
      .set({ until: new Date(Date.now() - 1000) })
      .where(eq(keys.id, id));
    expect([await tell(old.key), await tell(next.key)]).toEqual([401, 202]);
    const last = await replaceKey(access, { id: await idOf('Replaced'), hours: 0 });
    expect([await tell(next.key), await tell(last.key)]).toEqual([401, 202]);
    await revokeKey(access, { id: await idOf('Replaced') });
    expect(await tell(last.key)).toBe(401);
    await expect(revokeKey(access, { id })).rejects.toMatchObject({ code: 'not-found' });
    const reading = await makeKey(access, { kind: 'read', name: 'Gone' });
    await revokeKey(access, { id: await idOf('Gone') });
    expect(await reads(reading.key)).toEqual([401, 401]);
  });

  it('has a name, and there are not too many', async () => {
    const access = await accessAs();
    await expect(makeKey(access, { kind: 'read', name: ' ' })).rejects.toMatchObject({ problems: [{ path: '/name' }] });
    const there = (await loadKeys(access)).length;
    for (let i = there; i < 50; i += 1) await makeKey(access, { kind: 'read', name: `Many ${i}` });
    await expect(makeKey(access, { kind: 'read', name: 'One more' })).rejects.toThrow('50 keys hold already');
  });
});
