/** Whether what rehearsed messages lead to answers: asked of a shop's pages with few requests that change nothing there. */
import { createServer, type Server } from 'node:http';
import { connect, type AddressInfo, type Socket } from 'node:net';
import { eq } from 'drizzle-orm';
import type { RehearsalView } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import { stores } from '@/server/db/schema';
import { loadRehearsed } from '@/server/features/rehearsal/message';
import { loadRehearsal, chooseRehearsals } from '@/server/features/rehearsal/rehearsal';
import { askOutside } from '@/server/sending/outside';
import { accessAs, SHOP, useDatabase } from './fixture';
import { publishAll, rehearsed, toFix, turn } from './rehearsals';

useDatabase();

const asked: string[] = [];
let shop: Server;
let address: string;

beforeAll(async () => {
  shop = createServer((request, response) => {
    asked.push(`${request.method} ${request.url}`);
    const status = { '/': 200, '/moved': 301, '/round': 302 }[request.url ?? ''] ?? 404;
    const location = { '/moved': '/', '/round': '/round' }[request.url ?? ''];
    response.writeHead(status, location === undefined ? {} : { location }).end();
  });
  await new Promise<void>((done) => shop.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${(shop.address() as AddressInfo).port}`;
  await publishAll();
  await turn(false);
  await turn(true, 'order-received');
}, 120_000);
afterAll(() => new Promise((done) => shop.close(done)));

const choose = async (links: boolean): Promise<void> =>
  chooseRehearsals(await accessAs(), { changes: false, nights: false, pictures: false, links, required: false });

/** Has every message end with links to these pages. */
async function footerLeadsTo(paths: readonly string[]): Promise<void> {
  const { store } = await accessAs();
  const links = paths.map((path) => ({ sign: 'shop' as const, label: `To ${path}`, url: `${address}${path}` }));
  await database()
    .update(stores)
    .set({ look: { ...store.look, footer: { ...store.look.footer, links } } })
    .where(eq(stores.id, SHOP));
}

async function words(view: RehearsalView): Promise<string[]> {
  const access = await accessAs();
  const of = view.messages.find((m) => m.notification === 'Order received')!;
  return (await loadRehearsed(access, of.id)).checks.map((c) => `${c.outcome}: ${c.words}`);
}

describe('links of rehearsed messages', () => {
  beforeEach(() => asked.splice(0));

  it('are not asked unless the store wants it', async () => {
    await footerLeadsTo(['/', '/gone']);
    await choose(false);
    const view = await rehearsed();
    expect(asked).toEqual([]);
    expect(await toFix(view)).toEqual([]);
  });

  it('answer, each asked once, and those that lead on are followed', async () => {
    await footerLeadsTo(['/', '/moved', '/account/sign-out']);
    await choose(true);
    const view = await rehearsed();
    expect(await toFix(view)).toEqual([]);
    expect(view.messages.length).toBeGreaterThan(1);
    expect(asked.filter((a) => !a.endsWith('/'))).toEqual(['HEAD /moved']);
    expect(asked.every((a) => a.startsWith('HEAD '))).toBe(true);
    expect(await words(view)).toContain('right: 2 links were asked, and all answer.');
  });

  it('that lead nowhere make each of their messages one to fix, counted as such', async () => {
    await footerLeadsTo(['/', '/gone', '/round']);
    const view = await rehearsed();
    const said = await words(view);
    expect(said).toContain(`wrong: It answers 404, so there is nothing at this address: ${address}/gone`);
    expect(said).toContain(`wrong: It leads on again and again, and never arrives: ${address}/round`);
    expect(view.run.counts).toMatchObject({ right: 0, wrong: view.messages.length });
    // Mended, they are right again, and the run says what became better.
    await footerLeadsTo(['/']);
    const mended = await rehearsed();
    expect(await toFix(mended)).toEqual([]);
    const again = await loadRehearsal(await accessAs(), view.run.number);
    expect(again!.run.counts.wrong).toBe(view.messages.length);
  });
});

describe('the web', () => {
  it('is asked through the proxy where there is one, and private networks are not', async () => {
    const through: string[] = [];
    const proxy = createServer();
    proxy.on('connect', (request: { url?: string }, socket: Socket) => {
      through.push(request.url ?? '');
      const onward = connect((shop.address() as AddressInfo).port, '127.0.0.1', () => {
        socket.write('HTTP/1.1 200 OK\r\n\r\n');
        socket.pipe(onward).pipe(socket);
      });
    });
    await new Promise<void>((done) => proxy.listen(0, '127.0.0.1', done));
    const settings = (await import('@/server/base/config')).config();
    const before = settings.webProxy;
    settings.webProxy = `http://127.0.0.1:${(proxy.address() as AddressInfo).port}`;
    try {
      const head = { method: 'HEAD', patienceMs: 5_000 } as const;
      await expect(askOutside('http://shop.example/', head)).resolves.toMatchObject({ status: 200 });
      await expect(askOutside('http://shop.example/gone', head)).resolves.toMatchObject({ status: 404 });
      expect(through).toEqual(['shop.example:80', 'shop.example:80']);
      await expect(askOutside('http://10.0.0.7/', head)).rejects.toMatchObject({ code: 'EPRIVATE' });
      expect(through).toHaveLength(2);
    } finally {
      settings.webProxy = before;
      await new Promise((done) => proxy.close(done));
    }
  });
});
