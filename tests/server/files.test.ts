/** Files that go with messages: what is taken and what is not, what arrives, what is kept, and what is made for an order. */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import { simpleParser } from 'mailparser';
import type { Attachment, KeptFile } from '@/core/attach';
import type { Order } from '@/core/order';
import { AppError } from '@/server/base/errors';
import { database } from '@/server/db/client';
import { sentFiles, sentMessages, storeFiles } from '@/server/db/schema';
import { bringFile, fileBytes, forgetFiles } from '@/server/documents/files';
import { receiveEvent } from '@/server/events/receive';
import { checkEvent } from '@/server/events/schema';
import { deliveryDetail, sentFile, sentMessage } from '@/server/features/deliveries/deliveries';
import { sendAgain } from '@/server/features/deliveries/again';
import { loadFiles, takeIn, takeOff } from '@/server/features/files/files';
import { writeLetter } from '@/server/features/orders/letters';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { databaseTime } from '@/server/db/time';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { byOrder, drain, order, reader } from './orders';

useDatabase();

beforeEach(() => connectService());

const PDF = Buffer.from(`%PDF-1.4\n%\u00e2\u00e3\n${'1 0 obj<<>>endobj\n'.repeat(40)}trailer<<>>\n%%EOF`, 'latin1');
const bring = async (bytes: Buffer, name: string, onShelf = true) => takeIn(await accessAs(), { bytes, name, onShelf });
const problemOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'nothing',
    (error: unknown) => (error instanceof AppError ? error.message : String(error)),
  );

/** The newest message in a mailbox with its files: what a reader has. */
async function newest(address: string) {
  const [mail] = await mailbox(address);
  const raw = await rawMail(mail!.id);
  const parsed = await simpleParser(raw);
  return { raw, files: parsed.attachments.filter((a) => a.contentDisposition === 'attachment') };
}

/** Publishes attachments on a notification. */
async function attach(slug: string, attachments: Attachment[]): Promise<void> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, slug);
  const saved = await saveTemplate(access, slug, revision, { ...draft, attachments });
  await publishTemplate(access, slug, saved.revision);
}

async function write(number: string, files: readonly KeptFile[]): Promise<void> {
  await writeLetter(await accessAs(), {
    id: randomUUID(),
    message: 'a-word',
    orders: [number],
    adapted: [],
    files: files.map(({ digest, name }) => ({ digest, name })),
  });
  await drain();
}

describe('a file that is brought in', () => {
  const exe = Buffer.concat([Buffer.from('MZ'), Buffer.alloc(200), Buffer.from('PE\0\0')]);
  it.each([
    ['a program named .pdf', exe, 'guide.pdf', /guide\.pdf was not taken\. It is a program/],
    ['an archive', gzipSync('a guide'), 'a.pdf', /archive/],
    ['a page named .txt', Buffer.from('<!doctype html><script>1</script>'), 'a.txt', /web page/],
    ['what is too large', Buffer.alloc(30_000_000, 1), 'film.mp4', /30 MB; a file may have 10 MB/],
    ['nothing', Buffer.alloc(0), 'a.pdf', /empty/],
    ['noise', Buffer.from([1, 2, 3, 0, 255, 254]), 'a.pdf', /no kind that is taken/],
  ])('is refused when it is %s, and nothing is kept', async (_what, bytes, name, words) => {
    expect(await problemOf(bring(bytes, name))).toMatch(words);
    expect((await loadFiles(await accessAs())).files.filter((f) => f.name === name)).toEqual([]);
  });

  it('is kept once by its content, under a name that can do no harm', async () => {
    const bytes = Buffer.concat([PDF, randomBytes(40)]);
    const first = await bring(bytes, '../..\\evil\r\nBcc: x@y.example.exe');
    expect(first).toMatchObject({ name: 'evilBcc- x@y.example.pdf', type: 'application/pdf', known: false });
    const second = await bring(bytes, 'the same.pdf');
    expect(second).toMatchObject({ digest: first.digest, name: first.name, known: true });
    const { files } = await loadFiles(await accessAs());
    expect(files.filter((f) => f.digest === first.digest)).toHaveLength(1);
    expect(await fileBytes(SHOP, first.digest)).toEqual(bytes);
    expect(await fileBytes('elsewhere', first.digest)).toBeUndefined();
  });
});

describe('files with a letter', () => {
  it('arrive as they were, with names in any script, and the record gives back every byte', async () => {
    const to = reader();
    const { orderNumber } = await order(to);
    const large = Buffer.concat([PDF, randomBytes(400_000)]);
    const files = [
      await bring(large, 'Pflege für 折り紙 und Öl.pdf', false),
      await bring(Buffer.from('Fold along the grain.\n'), 'guide.txt', false),
    ];
    await write(orderNumber, files);
    const got = await newest(to);
    expect(got.files.map((f) => f.filename)).toEqual(['Pflege für 折り紙 und Öl.pdf', 'guide.txt']);
    expect(got.files[0]!.content).toEqual(large);
    // RFC 2231: the name travels encoded, never as it is.
    expect(got.raw.toString('latin1')).toMatch(/filename\*(0\*)?=utf-8''Pflege%20f%C3%BCr/);

    const delivery = (await byOrder(orderNumber)).find((d) => d.moment === 'by-hand')!;
    const access = await accessAs();
    const raw = await sentMessage(access, delivery.id);
    const body = (bytes: Buffer): string => bytes.toString('latin1').split('\r\n\r\n').slice(1).join('\r\n\r\n').trim();
    expect(body(raw)).toBe(body(got.raw));
    const [row] = await database().select().from(sentMessages).where(eq(sentMessages.deliveryId, delivery.id));
    expect(row!.raw.length).toBeLessThan(100_000);
    const detail = await deliveryDetail(access, delivery.id);
    expect(detail.message!.files.map((f) => [f.name, f.bytes])).toEqual([
      ['Pflege für 折り紙 und Öl.pdf', large.length],
      ['guide.txt', 22],
    ]);
    expect((await sentFile(access, delivery.id, 0)).body).toEqual(large);
  });

  it('are refused when they are more than the services take, or none of the store’s', async () => {
    const { orderNumber } = await order(reader());
    const access = await accessAs();
    const heavy = await Promise.all(
      [1, 2].map(() => bring(Buffer.concat([PDF, randomBytes(4_900_000)]), 'heavy.pdf', false)),
    );
    expect(await problemOf(write(orderNumber, heavy))).toMatch(/take 13\.4 MB in the message; .* take 9\.7 MB/);
    const foreign = { ...heavy[0]!, digest: createHash('sha256').update('elsewhere').digest('hex') };
    expect(await problemOf(write(orderNumber, [foreign]))).toMatch(/no such file/);
    expect((await byOrder(orderNumber)).filter((d) => d.moment === 'by-hand')).toEqual([]);
    expect(access.store.id).toBe(SHOP);
  });

  it('go again when the message is sent again, though the file was taken off the shelf', async () => {
    const to = reader();
    const { orderNumber } = await order(to);
    const file = await bring(Buffer.concat([PDF, randomBytes(30)]), 'voucher.pdf');
    await write(orderNumber, [file]);
    const access = await accessAs();
    await takeOff(access, file.digest);
    const delivery = (await byOrder(orderNumber)).find((d) => d.moment === 'by-hand')!;
    await sendAgain(access, delivery.id, { to });
    await drain();
    const mails = await mailbox(to);
    expect(mails.length).toBeGreaterThanOrEqual(3);
    expect((await newest(to)).files.map((f) => f.filename)).toEqual(['voucher.pdf']);
  });
});

describe('files with a notification', () => {
  it('go with the languages and orders they are for, and stay on the shelf while a message needs them', async () => {
    const english = await bring(Buffer.concat([PDF, randomBytes(30)]), 'Care.pdf');
    const german = await bring(Buffer.concat([PDF, randomBytes(31)]), 'Pflege.pdf');
    const kept = ({ digest, name, type, bytes }: KeptFile): KeptFile => ({ digest, name, type, bytes });
    await attach('order-received', [
      { id: 'en', kind: 'file', file: kept(english), languages: ['en'] },
      { id: 'de', kind: 'file', file: kept(german), languages: ['de'] },
      {
        id: 'folder',
        kind: 'file',
        file: kept(english),
        languages: ['de'],
        when: { match: 'all', tests: [{ about: 'product', holds: 'any', of: ['FOLDER'] }] },
      },
    ]);
    const [en, de, folder] = [reader(), reader(), reader()];
    for (const [email, language, sku] of [
      [en, 'en', 'BOARD'],
      [de, 'de', 'BOARD'],
      [folder, 'de', 'FOLDER'],
    ] as const)
      await receiveEvent(
        SHOP,
        placedEvent({
          language,
          customer: { email },
          lines: [{ product: { sku, name: sku }, quantity: 1, unitPrice: 900 }],
          total: undefined,
        }),
      );
    await drain();
    const names = async (to: string) => (await newest(to)).files.map((f) => f.filename);
    expect(await names(en)).toEqual(['Care.pdf']);
    expect(await names(de)).toEqual(['Pflege.pdf']);
    expect(await names(folder)).toEqual(['Pflege.pdf', 'Care.pdf']);
    const access = await accessAs();
    expect(await problemOf(takeOff(access, english.digest))).toMatch(/Care\.pdf goes with Order received/);
    const shown = (await loadFiles(access)).files.find((f) => f.digest === english.digest)!;
    expect(shown.uses).toEqual([{ slug: 'order-received', name: 'Order received' }]);
    await attach('order-received', []);
  });

  it('stop a template that names a file which is gone', async () => {
    const file = { digest: 'f'.repeat(64), name: 'gone.pdf', type: 'application/pdf', bytes: 10 };
    await expect(attach('order-received', [{ id: 'a', kind: 'file', file }])).rejects.toMatchObject({
      problems: [{ path: 'Attachment gone.pdf', message: expect.stringMatching(/no longer among the store’s files/) }],
    });
  });
});

describe('what is made for an order', () => {
  const session = {
    startsAt: '2027-01-09T09:00:00Z',
    endsAt: '2027-01-09T15:00:00Z',
    timeZone: 'America/New_York',
    place: 'Loft 3, Kraków',
  };
  const lines: Order['lines'] = [
    {
      product: { sku: 'WS-1', name: 'Seat: marbling; a day', category: 'workshops', shippable: false, session },
      quantity: 2,
      unitPrice: 11_500,
    },
    { product: { sku: 'FOLDER', name: 'Bone folder' }, quantity: 1, unitPrice: 900 },
  ];

  it('is an entry for a calendar, in the time zone of the place, that a calendar reads', async () => {
    await attach('order-received', [{ id: 'seat', kind: 'calendar' }]);
    const [to, without] = [reader(), reader()];
    const event = placedEvent({ customer: { email: to }, lines, total: undefined });
    await receiveEvent(SHOP, event);
    await receiveEvent(SHOP, placedEvent({ customer: { email: without } }));
    await drain();
    expect((await newest(without)).files).toEqual([]);
    const [file] = (await newest(to)).files;
    expect(file).toMatchObject({ contentType: 'text/calendar', filename: `${event.data.order.number}.ics` });
    const calendar = new ICAL.Component(ICAL.parse(file!.content.toString('utf8')));
    const [entry, more] = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(more).toBeUndefined();
    expect(entry!.summary).toBe('Seat: marbling; a day (2)');
    expect(entry!.location).toBe('Loft 3, Kraków');
    expect(entry!.startDate.toString()).toBe('2027-01-09T04:00:00');
    expect(entry!.startDate.zone.tzid).toBe('America/New_York');
    expect(entry!.startDate.toJSDate().toISOString()).toBe('2027-01-09T09:00:00.000Z');
    expect(entry!.uid).toMatch(/^T-.*@quillwick\.example$/);
    await attach('order-received', []);
  });

  it('is a delivery note of what is in the parcel, without amounts', async () => {
    await attach('on-its-way', [{ id: 'note', kind: 'delivery-note' }]);
    const to = reader();
    const placed = placedEvent({ customer: { email: to }, lines, total: undefined });
    await receiveEvent(SHOP, placed);
    await drain();
    const sent = { ...placed.data.order, shipments: [{ id: 'P1', carrier: 'Fernpost', trackingNumber: 'FP-1' }] };
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', sent));
    await drain();
    const [file] = (await newest(to)).files;
    expect(file!.filename).toBe(`Delivery note ${placed.data.order.number}.pdf`);
    expect(file!.content.subarray(0, 5).toString()).toBe('%PDF-');
    await attach('on-its-way', []);
  });
});

describe('files from the shop', () => {
  let server: Server;
  let answers: { status: number; body: Buffer };
  let asked = 0;
  beforeAll(async () => {
    server = createServer((_request, response) => {
      asked += 1;
      response.writeHead(answers.status);
      response.end(answers.body);
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    await attach('on-its-way', [{ id: 'shop', kind: 'from-shop' }]);
  });
  afterAll(() => server.close());
  beforeEach(() => {
    answers = { status: 200, body: Buffer.concat([PDF, randomBytes(20)]) };
    asked = 0;
  });
  const url = (): string => `http://127.0.0.1:${(server.address() as AddressInfo).port}/label.pdf`;

  async function dispatched(files: object[]) {
    const to = reader();
    const placed = placedEvent({ customer: { email: to } });
    await receiveEvent(SHOP, placed);
    await drain();
    const event = {
      ...laterEvent('shipment.dispatched', { ...placed.data.order, shipments: [{ id: 'P1', carrier: 'Fernpost' }] }),
    };
    const checked = checkEvent({ ...event, data: { ...event.data, details: { files } } });
    if (!checked.ok) throw new AppError('invalid', JSON.stringify(checked.problems));
    await receiveEvent(SHOP, checked.value);
    await drain();
    const rows = (await byOrder(placed.data.order.number)).filter((d) => d.moment === 'shipment.dispatched');
    return { to, row: rows.find((d) => d.role === 'customer')! };
  }

  it('come in base64 or by a link, and are kept by their content', async () => {
    const inside = Buffer.concat([PDF, randomBytes(25)]);
    const { to, row } = await dispatched([
      { name: 'label.pdf', content: inside.toString('base64') },
      { name: 'label.pdf', url: url() },
    ]);
    expect(row.state).toBe('accepted');
    const { files } = await newest(to);
    // Two of one name are told apart.
    expect(files.map((f) => f.filename)).toEqual(['label.pdf', 'label (2).pdf']);
    expect(files.map((f) => f.content)).toEqual([inside, answers.body]);
    expect(await database().select().from(sentFiles).where(eq(sentFiles.deliveryId, row.id))).toHaveLength(2);
  });

  it('are refused with their place when they are no file that is taken', async () => {
    const program = Buffer.concat([Buffer.from('MZ'), Buffer.alloc(100)]).toString('base64');
    await expect(dispatched([{ name: 'label.pdf', content: program }])).rejects.toMatchObject({
      problems: [{ path: '/data/details/files/0', message: expect.stringMatching(/It is a program/) }],
    });
    await expect(dispatched([{ name: 'label.pdf', content: 'not base64!' }])).rejects.toThrow(/base64/);
  });

  it('are waited for while they cannot be fetched, and given up when they are not there', async () => {
    answers = { status: 503, body: Buffer.alloc(0) };
    const { row } = await dispatched([{ name: 'label.pdf', url: url() }]);
    expect(row).toMatchObject({ state: 'deferred', cause: 'file' });
    expect(row.lastWords).toMatch(/could not be fetched: HTTP 503/);
    expect(asked).toBe(1);
    answers = { status: 404, body: Buffer.alloc(0) };
    const gone = await dispatched([{ name: 'label.pdf', url: url() }]);
    expect(gone.row).toMatchObject({ state: 'failed', cause: 'content' });
    answers = { status: 200, body: Buffer.concat([Buffer.from('MZ'), Buffer.alloc(100)]) };
    const program = await dispatched([{ name: 'label.pdf', url: url() }]);
    expect(program.row.state).toBe('failed');
    expect(program.row.lastWords).toMatch(/program/);
    const inside = await dispatched([{ name: 'label.pdf', url: 'http://10.1.2.3/label.pdf' }]);
    expect(inside.row.state).toBe('failed');
    expect(inside.row.lastWords).toMatch(/10\.1\.2\.3 is in a private network/);
  });
});

it('forgets files off the shelf that nothing names, and keeps those that a message may still need', async () => {
  const now = await databaseTime();
  const later = now + 3 * 86_400_000;
  const lost = await bringFile(SHOP, {
    bytes: Buffer.concat([PDF, randomBytes(9)]),
    name: 'a.pdf',
    by: '',
    onShelf: false,
  });
  const shelved = await bring(Buffer.concat([PDF, randomBytes(10)]), 'b.pdf');
  const { orderNumber } = await order(reader());
  const lettered = await bring(Buffer.concat([PDF, randomBytes(11)]), 'c.pdf', false);
  await write(orderNumber, [lettered]);
  // Not at once: its letter may still be open.
  await forgetFiles(now);
  expect(await fileBytes(SHOP, lost.digest)).toBeDefined();
  await forgetFiles(later);
  expect(await fileBytes(SHOP, lost.digest)).toBeUndefined();
  const left = (await database().select().from(storeFiles)).map((f) => f.digest);
  expect(left).not.toContain(lost.digest);
  expect(left).toEqual(expect.arrayContaining([shelved.digest, lettered.digest]));
  expect(await fileBytes(SHOP, lettered.digest)).toBeDefined();
});
