/** Discount codes: given once each, held to when they are gone, watched while a message promises them, used, listed and brought in. */
import { and, eq } from 'drizzle-orm';
import type { Block, Template } from '@/core/template';
import { handleCodes } from '@/server/api/reading';
import { AppError } from '@/server/base/errors';
import { giveCode } from '@/server/codes/give';
import { database } from '@/server/db/client';
import { codeWarnings, deliveries, discountCodes, memberships } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deleteCode, deleteSeries, loadCodes, saveCode, saveSeries } from '@/server/features/codes/codes';
import { bringIn, previewFile } from '@/server/features/exchange/bring-in';
import { sendAgain } from '@/server/features/deliveries/again';
import { placeOrder } from '@/server/features/orders/placing';
import { eraseCustomer, exportCustomer } from '@/server/features/people/customer-data';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { loadToday } from '@/server/features/today/today';
import { watchCodes } from '@/server/worker/code-watch';
import type { SaveCode, SaveSeries } from '@/contract/codes';
import { accessAs, connectService, mailbox, MARTA, placedEvent, rawMail, READ_KEY, SHOP, useDatabase } from './fixture';
import { byOrder, drain, order, reader } from './orders';

useDatabase();

beforeEach(() => connectService());

let serial = 0;
const fresh = (name: string): string => `${name}${process.pid}${(serial += 1)}`.toUpperCase();
const problemsOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'nothing',
    (error: unknown) =>
      error instanceof AppError
        ? [error.message, ...error.problems.map((p) => `${p.path}: ${p.message}`)].join('\n')
        : String(error),
  );

const code = async (name: string, change: Partial<SaveCode> = {}) =>
  saveCode(await accessAs(), {
    code: name,
    fresh: true,
    takesOff: { kind: 'percent', value: 10 },
    conditions: {},
    ...change,
  });
const series = async (change: Partial<SaveSeries> = {}): Promise<string> => {
  const made = await saveSeries(await accessAs(), {
    name: fresh('Series '),
    prefix: 'LEAF',
    per: 'customer',
    supply: 'made',
    takesOff: { kind: 'percent', value: 10 },
    conditions: {},
    ...change,
  });
  return made.id;
};

const SLUG = 'order-received';
let before: Template;

/** Puts a code into what customers get when they order, and publishes it. */
async function promise(
  block: Partial<Extract<Block, { kind: 'discount' }>>,
  words = 'Take {$offer.value} off',
): Promise<void> {
  const access = await accessAs();
  const { revision } = await loadDesk(access, SLUG);
  const discount: Block = { id: 'code', kind: 'discount', code: '', ...block };
  const saved = await saveTemplate(access, SLUG, revision, {
    ...before,
    blocks: [...before.blocks, discount],
    words: Object.fromEntries(Object.entries(before.words).map(([l, w]) => [l, { ...w, code: words }])),
  });
  await publishTemplate(access, SLUG, saved.revision);
}

beforeAll(async () => {
  before = (await loadDesk(await accessAs(), SLUG)).draft;
  await database().insert(memberships).values({ storeId: SHOP, userId: MARTA.id, role: 'owner' });
});

const mailTo = async (address: string): Promise<string> => {
  const [mail] = await mailbox(address);
  return (await rawMail(mail!.id)).toString('utf8').replace(/=\r?\n/g, '');
};
const codeIn = (mail: string): string | undefined => /LEAF-[0-9A-Z]{4}-[0-9A-Z]{4}/.exec(mail)?.[0];

describe('a code of their own', () => {
  const whom = (email: string, orderKey = 'none') => ({ storeId: SHOP, email, orderKey });

  it('is made once for each customer, whatever they order and however often it is sent', async () => {
    await promise({ series: await series({ days: 30 }) });
    const [one, other] = [reader(), reader()];
    const first = await order(one);
    await order(other);
    await drain();
    const given = codeIn(await mailTo(one));
    expect(given).toBeDefined();
    expect(codeIn(await mailTo(other))).not.toBe(given);
    await order(one);
    await drain();
    expect(codeIn(await mailTo(one))).toBe(given);
    const [delivery] = (await byOrder(first.orderNumber)).filter((d) => d.recipient === one);
    await sendAgain(await accessAs(), delivery!.id, { to: one });
    await drain();
    expect((await mailbox(one)).length).toBe(3);
    expect(codeIn(await mailTo(one))).toBe(given);
    const [row] = await database().select().from(discountCodes).where(eq(discountCodes.code, given!));
    expect(row).toMatchObject({ usesLimit: 1, givenTo: one, conditions: { customer: one } });
    expect(row!.endsAt!.getTime() - row!.givenAt!.getTime()).toBe(30 * 86_400_000);
  });

  it('is another one for each order where the series says so', async () => {
    const id = await series({ per: 'order' });
    const to = reader();
    const codes = await Promise.all(['a', 'b', 'a'].map((key) => giveCode(`series/${id}`, whom(to, key))));
    expect(codes[0]!.code).toBe(codes[2]!.code);
    expect(codes[1]!.code).not.toBe(codes[0]!.code);
  });

  it('is one however many ask at once, and the last one goes to one of them', async () => {
    const made = await series({ most: 1 });
    const to = reader();
    const same = await Promise.all(Array.from({ length: 8 }, () => giveCode(`series/${made}`, whom(to))));
    expect(new Set(same.map((g) => g!.code)).size).toBe(1);

    const names = [fresh('SHOP-'), fresh('SHOP-')];
    const brought = await series({ supply: 'brought', prefix: '', codes: names.join('\n') });
    const got = await Promise.all(Array.from({ length: 6 }, () => giveCode(`series/${brought}`, whom(reader()))));
    expect(got.flatMap((g) => g?.code ?? []).toSorted()).toEqual(names.toSorted());
    expect((await loadCodes(await accessAs())).series.find((s) => s.id === brought)).toMatchObject({
      given: 2,
      left: 0,
      state: 'gone',
    });
  });

  it('that nobody has yet becomes what its series becomes; one that was given stays', async () => {
    const name = fresh('Series ');
    const brought = { name, supply: 'brought' as const, prefix: '' };
    const id = await series({ ...brought, codes: `${fresh('A')}\n${fresh('B')}` });
    const to = reader();
    await giveCode(`series/${id}`, whom(to));
    await series({ ...brought, id, takesOff: { kind: 'percent', value: 25 } });
    expect(await giveCode(`series/${id}`, whom(to))).toMatchObject({ value: 10 });
    expect(await giveCode(`series/${id}`, whom(reader()))).toMatchObject({ value: 25 });
  });

  it('is refused with its place where the shop’s codes are not codes, or were added before', async () => {
    const name = fresh('SHOP-');
    const brought = { supply: 'brought' as const, prefix: '' };
    expect(await problemsOf(series({ ...brought, codes: `${name}\ntwo words` }))).toMatch(
      '/codes: Line 2: two words is no code.',
    );
    expect(await problemsOf(series({ ...brought, codes: `${name}\n${name.toLowerCase()}` }))).toMatch(/is there twice/);
    await series({ ...brought, codes: name });
    expect(await problemsOf(series({ ...brought, codes: name }))).toMatch(`The store has the code ${name} already.`);
  });
});

describe('a code that is gone', () => {
  it('leaves its block out, or stops the message until somebody has seen to it', async () => {
    const name = fresh('GONE');
    await code(name, { limit: 5 });
    await promise({ code: name });
    await database().update(discountCodes).set({ used: 5 }).where(eq(discountCodes.code, name));
    const without = reader();
    await order(without);
    await drain();
    expect(await mailTo(without)).not.toContain(name);

    await database().update(discountCodes).set({ used: 0 }).where(eq(discountCodes.code, name));
    await promise({ code: name, whenGone: 'stop' });
    await database().update(discountCodes).set({ used: 5 }).where(eq(discountCodes.code, name));
    const stopped = reader();
    const { orderNumber } = await order(stopped);
    await drain();
    expect(await mailbox(stopped)).toEqual([]);
    const [held] = (await byOrder(orderNumber)).filter((d) => d.recipient === stopped);
    expect(held).toMatchObject({ state: 'held', cause: 'code' });
    expect(held!.lastWords).toBe(`${name} is used up.`);
    expect((await loadCodes(await accessAs())).held).toBeGreaterThan(0);

    const { released } = await code(name, { fresh: false, limit: 100 });
    expect(released).toBeGreaterThan(0);
    await drain();
    expect(await mailTo(stopped)).toContain(name);
  });

  it('is told of before, on Today and to the owners, and once', async () => {
    const name = fresh('ENDS');
    await code(name, { limit: 40 });
    await promise({ code: name, whenGone: 'stop' });
    const told = async (): Promise<string[]> =>
      (await mailbox('marta@quillwick.example')).map((m) => m.subject).filter((s) => s.includes(name));
    const line = async () => (await loadToday(await accessAs())).lines.filter((l) => l.fact.includes(name));
    await watchCodes();
    expect(await line()).toEqual([]);
    await database().update(discountCodes).set({ used: 30 }).where(eq(discountCodes.code, name));
    await watchCodes();
    await watchCodes();
    expect(await line()).toMatchObject([
      { state: 'waiting', fact: `${name} is nearly used up: 10 are left. Order received stops without it.` },
    ]);
    expect(await told()).toHaveLength(1);
    await deleteCode(await accessAs(), name);
    await watchCodes();
    expect(await line()).toMatchObject([{ state: 'failing' }]);
    expect(await told()).toHaveLength(2);
    await code(name);
    await watchCodes();
    const warned = await database()
      .select()
      .from(codeWarnings)
      .where(and(eq(codeWarnings.storeId, SHOP), eq(codeWarnings.ref, name)));
    expect(warned).toEqual([]);
  });

  it('keeps what was given when its series is deleted', async () => {
    const id = await series({ supply: 'brought', prefix: '', codes: `${fresh('A')}\n${fresh('B')}` });
    const given = await giveCode(`series/${id}`, { storeId: SHOP, email: reader(), orderKey: 'x' });
    await deleteSeries(await accessAs(), id);
    const rows = await database().select().from(discountCodes).where(eq(discountCodes.seriesId, id));
    expect(rows.map((r) => r.code)).toEqual([given!.code]);
  });
});

describe('a code that is used', () => {
  const basket = (email: string, name: string, lines = [{ sku: 'TO-AWL', quantity: 1 }]) => ({
    guest: { email, firstName: 'Iwona', lastName: 'Sobczyk' },
    channel: 'web-shop',
    lines,
    code: name,
    paid: true,
  });

  it('is counted for each order once, by whom it was used', async () => {
    const name = fresh('USED');
    await code(name, { conditions: { perCustomer: 1 } });
    const to = reader();
    await placeOrder(await accessAs(), basket(to, name));
    await placeOrder(await accessAs(), basket(reader(), name));
    expect(await problemsOf(placeOrder(await accessAs(), basket(to, name)))).toMatch(
      `/code: ${name} can be used once by each customer, and this one has used it.`,
    );
    const event = placedEvent({ discounts: [{ code: name, amount: 100 }], total: undefined });
    await receiveEvent(SHOP, event);
    await receiveEvent(SHOP, event);
    const [row] = await database().select().from(discountCodes).where(eq(discountCodes.code, name));
    expect(row!.used).toBe(3);
  });

  it('takes off only what it is for, and is refused for what it is not', async () => {
    const name = fresh('ONLY');
    await code(name, { conditions: { products: ['TO-AWL'], minimum: 100_000 } });
    expect(await problemsOf(placeOrder(await accessAs(), basket(reader(), name)))).toMatch(
      /\/code: .* is for orders from €1,000\.00/,
    );
    expect(await problemsOf(code(fresh('X'), { conditions: { products: ['NO-SUCH'] } }))).toMatch(
      'The store has no product NO-SUCH.',
    );
    expect(await problemsOf(code(fresh('X'), { startsOn: '2026-12-02', endsOn: '2026-12-01' }))).toMatch(/\/endsOn/);
  });
});

describe('codes of the shop', () => {
  it('come in with a list, each problem at its row, and go on being counted', async () => {
    const name = fresh('LIST');
    const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
    const access = await accessAs();
    const wrong = await previewFile(access, 'codes', bytes(`code,takes_off\n${name},120%\nA B,5.00\n`));
    expect(wrong.problems.map((p) => `${p.row} ${p.column}: ${p.message}`)).toEqual([
      '2 takes_off: Enter a whole percentage from 1 to 100, such as 10%.',
      '3 code: Enter a code of at most 64 characters, without spaces.',
    ]);
    const list = `code;takes_off;last_day;uses;used\n${name};5,00;2099-12-31;50;7\n`;
    expect(await bringIn(access, 'codes', bytes(list), false)).toEqual({ fresh: 1, known: 0 });
    const again = `code,takes_off\n${name.toLowerCase()},15%\n`;
    expect(await bringIn(access, 'codes', bytes(again), false)).toEqual({ fresh: 0, known: 1 });
    expect((await loadCodes(access)).codes.find((c) => c.code.toUpperCase() === name)).toMatchObject({
      takesOff: { kind: 'percent', value: 15 },
      used: 7,
    });
  });

  it('are read by the shop, those that were given among them', async () => {
    const since = new Date(Date.now() - 1000).toISOString();
    const name = fresh('SHARED');
    await code(name);
    const id = await series();
    const given = await giveCode(`series/${id}`, { storeId: SHOP, email: reader(), orderKey: 'x' });
    const read = async (query: string, key = READ_KEY) => {
      const answer = await handleCodes(
        new Request(`http://libellus.example/api/v1/codes${query}`, { headers: { authorization: `Bearer ${key}` } }),
      );
      return { status: answer.status, body: (await answer.json()) as { codes?: { code: string }[] } };
    };
    expect((await read('', 'wrong')).status).toBe(401);
    expect((await read(`?givenSince=${since}`)).body.codes!.map((c) => c.code)).toContain(given!.code);
    expect((await read('?after=zzzzzzzz')).body.codes).toEqual([]);
    expect((await read('')).body.codes!.map((c) => c.code)).toContain(name);
  });
});

it('what somebody was given is handed out with their data, and forgotten with them', async () => {
  const to = reader();
  await order(to);
  const id = await series();
  const { code: name } = (await giveCode(`series/${id}`, { storeId: SHOP, email: to, orderKey: 'x' }))!;
  const { body } = await exportCustomer(await accessAs(), to);
  expect(JSON.parse(String(body))).toMatchObject({ discountCodes: [{ code: name }] });
  await drain();
  await eraseCustomer(await accessAs(), to);
  const [row] = await database().select().from(discountCodes).where(eq(discountCodes.code, name));
  expect(JSON.stringify(row)).not.toContain(to);
  expect(await database().select().from(deliveries).where(eq(deliveries.recipient, to))).toEqual([]);
});
