/** Webhooks of shops: what proves them, what is kept, how they are read by a mapping, and taken again when it is mended. */
import { createHmac } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import type { ProofForm } from '@/contract/sources';
import { handleSource } from '@/server/api/sources';
import { handleEvent } from '@/server/api/events';
import { Webhook } from 'standardwebhooks';
import { database } from '@/server/db/client';
import { deliveries, orders, sourceRequests, sources } from '@/server/db/schema';
import {
  changeSource,
  loadSource,
  loadSources,
  makeSource,
  publishMapping,
  removeSource,
  saveMapping,
  startFromEdition,
  switchSource,
  takeRequestsAgain,
  tryMapping,
} from '@/server/features/sources/sources';
import { loadToday } from '@/server/features/today/today';
import { eraseCustomer } from '@/server/features/people/customer-data';
import { letGo } from '@/server/sources/requests';
import { BASKET_MAPPING as MAPPING } from '../../demo/basket-mapping';
import { accessAs, EVENTS_KEY, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const HMAC: ProofForm = { by: 'hmac', header: 'x-signature', algorithm: 'sha256', encoding: 'hex', prefix: '' };
let basket = 0;
const request = (ref: string, change: object = {}): string =>
  JSON.stringify({
    what: 'basket.closed',
    basket: {
      ...{ ref, opened: '2026-11-29 10:12:05', money: 'EUR', buyer: { mail: `${ref.toLowerCase()}@sobczyk.example` } },
      items: [{ art: 'TO-BONE', title: 'Bone folder', count: '2', each: '14,50' }],
      ...change,
    },
  });
interface Made {
  id: string;
  token: string;
  secret: string;
}
async function made(proof: ProofForm = HMAC, name = `Shop ${(basket += 1)}`): Promise<Made> {
  const { id, address, secret } = await makeSource(await accessAs(), { name, proof });
  return { id, secret, token: address.split('/').at(-1)! };
}
async function live(source: Made, mapping = MAPPING): Promise<void> {
  const access = await accessAs();
  const { revision } = await loadSource(access, source.id);
  const saved = await saveMapping(access, { id: source.id, revision, mapping });
  await publishMapping(access, { id: source.id, revision: saved.revision });
  await switchSource(access, { id: source.id, on: true });
}
async function send(
  { token, secret }: Made,
  body: string | Uint8Array<ArrayBuffer>,
  headers: Record<string, string> = {},
): Promise<{ status: number; said: Record<string, unknown> }> {
  const signature = createHmac('sha256', secret).update(body).digest('hex');
  const response = await handleSource(
    new Request('http://libellus.example/api/v1/sources/x', {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/json', 'x-signature': signature, ...headers },
    }),
    token,
  );
  return { status: response.status, said: (await response.json()) as Record<string, unknown> };
}
const requestsOf = async ({ id }: Made) => (await loadSource(await accessAs(), id)).requests;

describe('a webhook of a shop', () => {
  it('is kept while its source is off, and makes its order when it is taken again', async () => {
    const source = await made();
    expect(await send(source, request('KEEP-1'))).toMatchObject({ status: 202, said: { state: 'kept' } });
    expect(await requestsOf(source)).toMatchObject([{ state: 'kept' }]);
    const access = await accessAs();
    await expect(switchSource(access, { id: source.id, on: true })).rejects.toMatchObject({ code: 'conflict' });
    await expect(takeRequestsAgain(access, { source: source.id })).rejects.toMatchObject({ code: 'conflict' });
    const [tried] = await tryMapping(access, { id: source.id, mapping: MAPPING });
    expect(tried).toMatchObject({ type: 'order.placed', order: 'KEEP-1', problems: [] });
    await live(source);
    expect(await takeRequestsAgain(access, { source: source.id })).toEqual({ taken: 1, wrong: 0, unheard: 0 });
    const [order] = await database().select().from(orders).where(eq(orders.number, 'KEEP-1'));
    expect(order!.snapshot.lines[0]).toMatchObject({ quantity: 2, unitPrice: 1450 });
    const planned = await database().select().from(deliveries).where(eq(deliveries.orderId, order!.id));
    expect(planned.map((d) => d.recipient)).toContain('keep-1@sobczyk.example');
    const [row] = await requestsOf(source);
    expect(row).toMatchObject({ state: 'taken', order: 'KEEP-1', deliveries: planned.length });
    expect(row!.againAt).toBeDefined();
  });

  it('makes its order at once when the source is on, and only once however often it is sent', async () => {
    const source = await made();
    await live(source);
    expect(await send(source, request('ONCE-1'))).toMatchObject({ status: 202, said: { state: 'taken' } });
    const before = await database().$count(deliveries);
    expect(await send(source, request('ONCE-1'))).toMatchObject({ status: 202, said: { state: 'taken' } });
    expect(await database().$count(deliveries)).toBe(before);
    expect(await send(source, JSON.stringify({ what: 'basket.seen' }))).toMatchObject({ said: { state: 'unheard' } });
  });

  it('with gaps is answered, kept with each gap at its place, and taken by the mended mapping', async () => {
    const source = await made();
    const { fields, ...rest } = MAPPING;
    await live(source, { ...rest, fields: fields.filter((f) => !f.to.endsWith('/email')) });
    const { status, said } = await send(source, request('GAP-1', { items: [{ art: 'A', title: 'A', count: 'two' }] }));
    expect(status).toBe(202);
    expect(said).toMatchObject({ state: 'wrong' });
    const places = (said.problems as { path: string }[]).map((p) => p.path);
    expect(places).toContain('/data/order/lines/0/quantity');
    expect(places).toContain('/data/order/customer');
    expect(said.problems).toContainEqual({
      ...{ path: '/data/order/customer', message: 'Nothing was found for it, and it is needed.' },
    });
    const today = await loadToday(await accessAs());
    expect(today.lines.map((l) => l.fact).join('\n')).toMatch(/1 request of Shop \d+ could not be read/);
    await send(source, request('GAP-2'));
    await live(source);
    expect(await takeRequestsAgain(await accessAs(), { source: source.id })).toEqual({
      taken: 1,
      wrong: 1,
      unheard: 0,
    });
    expect((await requestsOf(source)).map((r) => [r.order, r.state])).toEqual([
      ['GAP-2', 'taken'],
      ['GAP-1', 'wrong'],
    ]);
  });

  it('whose sums do not add up, or that says another thing of a known order, is refused with why', async () => {
    const source = await made();
    const total = { to: '/order/total', from: ['$.basket.sum'] };
    await live(source, { ...MAPPING, id: '$.id', fields: [...MAPPING.fields, total] });
    await send(source, request('SUM-1', { sum: '30,00' }));
    expect((await requestsOf(source))[0]).toMatchObject({ state: 'wrong', order: 'SUM-1' });
    expect((await requestsOf(source))[0]!.problems[0]!.path).toContain('total');
  });

  it.each<[string, ProofForm, (secret: string, body: string) => Record<string, string>]>([
    [
      'a signature in base64 with its prefix',
      { by: 'hmac', header: 'X-Sig', algorithm: 'sha512', encoding: 'base64', prefix: 'v=' },
      (secret, body) => ({ 'x-sig': `v=${createHmac('sha512', secret).update(body).digest('base64')}` }),
    ],
    ['a token', { by: 'token', header: 'authorization' }, (secret) => ({ authorization: `Bearer ${secret}` })],
    [
      'a name and password',
      { by: 'basic', user: 'shop' },
      (secret) => ({ authorization: `Basic ${Buffer.from(`shop:${secret}`).toString('base64')}` }),
    ],
  ])('is proven by %s', async (_, proof, headersOf) => {
    const source = await made(proof);
    const body = request('PROOF-1');
    expect((await send(source, body, headersOf(source.secret, body))).status).toBe(202);
    const wrong = await send(source, body, headersOf('another secret', body));
    expect(wrong).toMatchObject({ status: 401, said: { type: 'urn:libellus:problem:not-signed' } });
    const [refused] = await database()
      .select()
      .from(sourceRequests)
      .where(and(eq(sourceRequests.sourceId, source.id), eq(sourceRequests.state, 'refused')));
    expect(refused).toMatchObject({ body: '', status: 401 });
    expect(JSON.stringify(await database().select().from(sources))).not.toContain(source.secret);
  });

  it('that is too large, too deep, no JSON, a form or in a broken encoding is refused with words, and nothing breaks', async () => {
    const source = await made();
    const ask = async (body: string | Uint8Array<ArrayBuffer>, type = 'application/json') => {
      const { status, said } = await send(source, body, { 'content-type': type });
      return `${status} ${String(said.title ?? said.state)}`;
    };
    expect(await ask(`"${'x'.repeat(5_000_000)}"`)).toBe('413 The request is larger than 1 MB.');
    expect(await ask('['.repeat(10_000) + ']'.repeat(10_000))).toMatch(/^400 /);
    expect(await ask('{"a":')).toBe('400 The request is not JSON.');
    expect(await ask('7')).toBe('400 The request is JSON, but no object or list.');
    expect(await ask('a=1&b=2', 'application/x-www-form-urlencoded')).toContain('Have the shop send JSON');
    expect(await ask(Uint8Array.from(Buffer.from('{"a":"\xe9"}', 'latin1')))).toContain('no text in UTF-8');
    const latin = Uint8Array.from(Buffer.from('{"a":"é"}', 'latin1'));
    expect(await ask(latin, 'application/json; charset=iso-8859-1')).toBe('202 kept');
    expect((await requestsOf(source)).filter((r) => r.state === 'refused')).toHaveLength(6);
    expect((await send({ ...source, token: 'nowhere' }, '{}')).status).toBe(404);
  });
});

describe('a source', () => {
  it('keeps the newest fifty that are done, and all that are still to be taken', async () => {
    const source = await made();
    await live(source, { ...MAPPING, event: { table: [], from: '$.what', otherwise: 'order.placed' } });
    const access = await accessAs();
    const store = access.store.id;
    const row = (i: number, state: 'taken' | 'wrong') => ({
      ...{ id: `01KEEP${state[0]!.toUpperCase()}${String(i).padStart(19, '0')}`, storeId: store, sourceId: source.id },
      ...{ at: new Date(), state, status: 202, body: '{}', bytes: 2, problems: [] },
    });
    await database()
      .insert(sourceRequests)
      .values(Array.from({ length: 70 }, (_, i) => [row(i, 'taken'), row(i, 'wrong')]).flat());
    await letGo(store, source.id);
    const mine = eq(sourceRequests.sourceId, source.id);
    expect(await database().$count(sourceRequests, and(mine, eq(sourceRequests.state, 'taken')))).toBe(50);
    expect(await database().$count(sourceRequests, and(mine, eq(sourceRequests.state, 'wrong')))).toBe(70);
    // Ten of 60 MB each are more than are kept: the newest three stay.
    await database().update(sourceRequests).set({ bytes: 60_000_000 }).where(mine);
    await letGo(store, source.id);
    expect(await database().$count(sourceRequests, mine)).toBe(3);
  });

  it('has a draft with conflicts and editions that never change, and begins anew from one', async () => {
    const source = await made();
    const access = await accessAs();
    await live(source);
    const page = await loadSource(access, source.id);
    expect(page).toMatchObject({ on: true, edition: 1, changed: false });
    const { revision } = page;
    await saveMapping(access, { id: source.id, revision, mapping: { ...MAPPING, fields: [] } });
    await expect(saveMapping(access, { id: source.id, revision, mapping: MAPPING })).rejects.toMatchObject({
      code: 'conflict',
    });
    expect(await loadSource(access, source.id)).toMatchObject({ edition: 1, changed: true });
    expect(await send(source, request('EDITION-1'))).toMatchObject({ said: { state: 'taken' } });
    await startFromEdition(access, { id: source.id, number: 1 });
    expect(await loadSource(access, source.id)).toMatchObject({ changed: false, mapping: MAPPING });
    const bad = { ...MAPPING, id: '$.a[' };
    const now = await loadSource(access, source.id);
    const saved = await saveMapping(access, { id: source.id, revision: now.revision, mapping: bad });
    await expect(publishMapping(access, { id: source.id, revision: saved.revision })).rejects.toMatchObject({
      problems: [{ path: '/id' }],
    });
  });

  it('keeps its secret through changes, shows it to nobody, and is gone with its requests when it is removed', async () => {
    const source = await made();
    const access = await accessAs();
    await changeSource(access, { id: source.id, name: 'Renamed', proof: HMAC });
    expect((await send(source, request('SECRET-1'))).status).toBe(202);
    expect(JSON.stringify(await loadSource(access, source.id))).not.toContain(source.secret);
    await changeSource(access, { id: source.id, name: 'Renamed', proof: { ...HMAC, secret: 'another secret' } });
    expect((await send(source, request('SECRET-2'))).status).toBe(401);
    await removeSource(access, { id: source.id });
    expect((await send(source, request('SECRET-3'))).status).toBe(404);
    expect(await database().$count(sourceRequests, eq(sourceRequests.sourceId, source.id))).toBe(0);
  });

  it('lets go of what was sent about a customer who is erased', async () => {
    const source = await made();
    await live(source);
    await send(source, request('ERASE-1'));
    await eraseCustomer(await accessAs(), 'erase-1@sobczyk.example');
    expect(JSON.stringify(await database().select().from(sourceRequests))).not.toContain('erase-1@sobczyk.example');
  });
});

it('signed events that are refused are kept with why, and are taken again when they can be', async () => {
  const body = JSON.stringify(placedEvent({ channel: '' }, 'refused'));
  const at = new Date();
  const response = await handleEvent(
    new Request('http://libellus.example/api/v1/events', {
      method: 'POST',
      body,
      headers: {
        'webhook-id': 'msg_1',
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': new Webhook(EVENTS_KEY).sign('msg_1', at, body),
      },
    }),
  );
  expect(response.status).toBe(400);
  const access = await accessAs();
  const [refused] = (await loadSources(access)).refused;
  expect(refused).toMatchObject({ state: 'wrong', status: 400, type: 'order.placed' });
  expect(refused!.problems[0]!.path).toBe('/data/order/channel');
  expect(await takeRequestsAgain(access, { source: '', requests: [refused!.id] })).toMatchObject({ wrong: 1 });
  expect(SHOP).toBe(access.store.id);
});
