/** Screenshots shown by a link: what it opens and what it does not, and how what is said of them comes back. */
import { desc, eq } from 'drizzle-orm';
import sharp from 'sharp';
import { PICTURE_FORMS } from '@/core/rehearsal/pictures';
import { newId } from '@/server/base/ids';
import { database } from '@/server/db/client';
import { rehearsalMessages, rehearsalPictures, rehearsals, stores, templates, viewingLinks } from '@/server/db/schema';
import { loadShared, shareScreenshots, takeSharedBack } from '@/server/features/viewings/links';
import { needViewing, viewingBy } from '@/server/features/viewings/door';
import { remarkDone, remarkLines, remarksOn } from '@/server/features/viewings/remarks';
import {
  approve,
  remarkOn,
  takeRemarkBack,
  viewedMessage,
  viewedPicture,
  viewedRows,
} from '@/server/features/viewings/viewed';
import { prune } from '@/server/rehearsal/rehearser';
import { accessAs, SHOP, useDatabase } from './fixture';
import { publishAll, rehearsed } from './rehearsals';

useDatabase();

let number = 0;

beforeAll(async () => {
  await publishAll();
  number = (await rehearsed()).run.number;
});

/** As if a browser had taken pictures of all of the run, of which each has its own. */
async function pictured(): Promise<void> {
  const db = database();
  const bytes = await sharp({ create: { width: 72, height: 40, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  const rows = await db.select({ id: rehearsalMessages.id }).from(rehearsalMessages);
  for (const { id } of rows) {
    const seen = `seen-${id}`;
    await db.update(rehearsalMessages).set({ seen }).where(eq(rehearsalMessages.id, id));
    await db
      .insert(rehearsalPictures)
      .values(PICTURE_FORMS.map((form) => ({ storeId: SHOP, seen, form, width: 72, height: 40, bytes })));
  }
}

const share = async (name = 'Anna Feld', days = 7) => shareScreenshots(await accessAs(), { number, name, days });

it('nothing is shared of a rehearsal without screenshots, nor with nobody', async () => {
  await expect(share()).rejects.toThrow('has no screenshots');
  await pictured();
  await expect(share('  \n ')).rejects.toMatchObject({ problems: [{ path: '/name' }] });
  await expect(shareScreenshots(await accessAs(), { number: 4000, name: 'Anna', days: 7 })).rejects.toMatchObject({
    code: 'not-found',
  });
});

describe('a link', () => {
  it('shows each message once in each language, with its blocks, and no more than that', async () => {
    const viewing = await needViewing((await share()).token);
    const rows = await viewedRows(viewing);
    expect(rows.length).toBeGreaterThan(20);
    const named = rows.map((r) => [r.notification, r.version, r.language].join(' '));
    expect(named).toContain('Order received  en');
    expect(named).toContain('Order received  de');
    const row = rows.find((r) => r.notification === 'Order received' && r.language === 'en')!;
    const message = await viewedMessage(viewing, row.id, 'phone');
    expect(message).toMatchObject({ of: rows.length, size: { width: 72, height: 40 }, own: [] });
    expect(message.blocks.map((b) => b.label).join('\n')).toMatch(/^Heading: Thank you/m);
    expect((await viewedPicture(viewing, row.seen, 'desktop')).length).toBeGreaterThan(50);

    // A picture of another run is not shown, though it is one of the store.
    const [newest] = await database().select().from(rehearsals).orderBy(desc(rehearsals.number)).limit(1);
    const other = newId();
    await database()
      .insert(rehearsals)
      .values({ ...newest!, id: other, number: newest!.number + 1 });
    const [any] = await database().select().from(rehearsalMessages).limit(1);
    await database()
      .insert(rehearsalMessages)
      .values({ ...any!, id: newId(), rehearsalId: other, seen: 'seen-elsewhere' });
    await expect(viewedPicture(viewing, 'seen-elsewhere', 'desktop')).rejects.toMatchObject({ code: 'not-found' });
    await expect(viewedMessage(viewing, newId(), 'desktop')).rejects.toMatchObject({ code: 'not-found' });
    await database().delete(rehearsals).where(eq(rehearsals.id, other));
  });

  it('opens nothing once it is over, taken back, or of a closed store', async () => {
    const access = await accessAs();
    const over = await share('Over');
    await database()
      .update(viewingLinks)
      .set({ until: new Date(Date.now() - 1_000) })
      .where(eq(viewingLinks.id, over.id));
    expect(await viewingBy(over.token)).toBeUndefined();
    const ended = await share('Ended');
    expect(await viewingBy(ended.token)).toBeDefined();
    await takeSharedBack(access, { id: ended.id });
    await expect(needViewing(ended.token)).rejects.toMatchObject({ code: 'signed-out' });
    await expect(takeSharedBack(access, { id: ended.id })).rejects.toMatchObject({ code: 'not-found' });
    const open = await share('Open');
    await database().update(stores).set({ closedAt: new Date() }).where(eq(stores.id, SHOP));
    expect(await viewingBy(open.token)).toBeUndefined();
    await database().update(stores).set({ closedAt: null }).where(eq(stores.id, SHOP));
    for (const guess of ['', 'x'.repeat(43), undefined, { token: open.token }])
      expect(await viewingBy(guess)).toBeUndefined();
  });

  it('keeps the rehearsal that it shows, until it ends', async () => {
    const access = await accessAs();
    for (const { id } of await loadShared(access)) await takeSharedBack(access, { id });
    const { id, token } = await share('Keeper');
    const [run] = await database().select().from(rehearsals).where(eq(rehearsals.number, number));
    await database()
      .insert(rehearsals)
      .values(
        Array.from({ length: 11 }, (_, i) => ({
          ...run!,
          id: newId(),
          number: number + i + 1,
          pictures: 'done' as const,
        })),
      );
    await prune(SHOP);
    expect((await viewedRows(await needViewing(token))).length).toBeGreaterThan(20);
    await takeSharedBack(access, { id });
    await prune(SHOP);
    expect(await database().select().from(rehearsals).where(eq(rehearsals.number, number))).toEqual([]);
    expect(await database().select().from(rehearsalPictures)).toEqual([]);
    await database().delete(rehearsals);
    number = (await rehearsed()).run.number;
    await pictured();
  });
});

it('what is said of a message comes back to its Desk and to Today, until it is done', async () => {
  const access = await accessAs();
  const [anna, ben] = await Promise.all([share('Anna Feld'), share('Ben Ode')]);
  const viewing = await needViewing(anna.token);
  const rows = await viewedRows(viewing);
  const row = rows.find((r) => r.notification === 'Payment received' && r.language === 'de')!;
  const { blocks } = await viewedMessage(viewing, row.id, 'desktop');
  const heading = blocks.find((b) => b.label.startsWith('Heading'))!;

  await approve(viewing, { message: rows[0]!.id, approved: true });
  await approve(viewing, { message: rows[0]!.id, approved: true });
  await approve(viewing, { message: rows[1]!.id, approved: true });
  await approve(viewing, { message: rows[1]!.id, approved: false });
  await expect(remarkOn(viewing, { message: row.id, block: '', text: ' ' })).rejects.toMatchObject({
    problems: [{ path: '/text' }],
  });
  await remarkOn(viewing, { message: row.id, block: heading.id, text: 'Zu lang für ein Telefon.' });
  await remarkOn(viewing, { message: row.id, block: '', text: 'Wo steht der Betrag?' });
  const shared = (await loadShared(access)).find((l) => l.name === 'Anna Feld')!;
  expect(shared).toMatchObject({ approved: 1, remarks: 2, of: rows.length, run: number });
  expect(await viewedRows(await needViewing(ben.token))).toEqual(rows);

  const [version] = await database()
    .select({ id: rehearsalMessages.variantId })
    .from(rehearsalMessages)
    .innerJoin(templates, eq(templates.id, rehearsalMessages.variantId))
    .where(eq(rehearsalMessages.id, row.id));
  const waiting = await remarksOn(access, version!.id);
  expect(waiting).toMatchObject([
    { by: 'Anna Feld', language: 'de', block: heading.id, text: 'Zu lang für ein Telefon.', message: row.id },
    { by: 'Anna Feld', block: '', text: 'Wo steht der Betrag?' },
  ]);
  expect(await remarkLines(access)).toEqual([
    expect.objectContaining({ state: 'waiting', href: '/desk/payment-received', fact: expect.stringContaining('2') }),
  ]);

  await remarkDone(access, { id: waiting[0]!.id });
  await expect(remarkDone(access, { id: waiting[0]!.id })).rejects.toMatchObject({ code: 'not-found' });
  const { own } = await viewedMessage(viewing, row.id, 'desktop');
  expect(own.map((r) => [r.about, r.done])).toEqual([
    [heading.label, true],
    ['', false],
  ]);
  // Nobody takes back what another said.
  await expect(takeRemarkBack(await needViewing(ben.token), { id: waiting[1]!.id })).rejects.toMatchObject({
    code: 'not-found',
  });
  await takeRemarkBack(viewing, { id: waiting[1]!.id });
  expect(await remarksOn(access, version!.id)).toEqual([]);
  expect(await remarkLines(access)).toEqual([]);
});
