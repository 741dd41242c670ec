/** Pictures of what was rehearsed: taken by Chromium, which reaches nothing and runs nothing, and kept while something shows them. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { eq } from 'drizzle-orm';
import MailComposer from 'nodemailer/lib/mail-composer';
import sharp from 'sharp';
import { NO_COUNTS } from '@/contract/rehearsal';
import { config } from '@/server/base/config';
import { newId } from '@/server/base/ids';
import { database } from '@/server/db/client';
import { rehearsalLives, rehearsalMessages, rehearsalPictures, rehearsals } from '@/server/db/schema';
import { askPictures, loadPicture, pictureBytes, stopPictures } from '@/server/features/rehearsal/pictures';
import { contactSheet } from '@/server/features/rehearsal/contact-sheet';
import { loadRehearsal } from '@/server/features/rehearsal/rehearsal';
import { PictureTaker } from '@/server/rehearsal/picture-taker';
import { prune } from '@/server/rehearsal/rehearser';
import { accessAs, SHOP, useDatabase } from './fixture';

useDatabase();

let number = 0;
const zip = promisify(gzip);

/** A run that has ended, in which these messages arrived; their ids. */
async function runOf(...messages: { html?: string; text?: string }[]): Promise<{ number: number; ids: string[] }> {
  number += 1;
  const now = new Date();
  const rehearsalId = newId();
  await database()
    .insert(rehearsals)
    .values({
      ...{ id: rehearsalId, storeId: SHOP, number, state: 'done', askedBy: 'Marta', askedAt: now, beginsAt: now },
      ...{ unshown: [], unseen: [], counts: NO_COUNTS, lives: 1, livesDone: 1 },
    });
  const life = { script: 'whole', language: 'en', channel: 'web', guest: false, basket: [] } as never;
  await database()
    .insert(rehearsalLives)
    .values({ rehearsalId, place: 1, life, number: `R${number}-01`, done: true });
  const ids: string[] = [];
  for (const [event, message] of messages.entries()) {
    const id = newId();
    ids.push(id);
    const mail = { from: 'a@quillwick.example', to: 'b@rehearsal.invalid', subject: 'Hello', ...message };
    const raw = await zip(await new MailComposer(mail).compile().build());
    await database()
      .insert(rehearsalMessages)
      .values({
        ...{ id, rehearsalId, place: 1, event, notificationId: newId(), variantId: newId(), moment: 'order.placed' },
        ...{ role: 'customer', recipient: 'b@rehearsal.invalid', recipientName: 'B', wanted: 'en', language: 'en' },
        ...{ turn: 1, at: now, subject: 'Hello', outcome: 'right', checks: [], raw },
      });
  }
  return { number, ids };
}

const page = (body: string, head = ''): string =>
  `<!doctype html><html><head>${head}</head><body style="margin:0;background:#ffffff">${body}</body></html>`;
const block = (colour: string, height = 300): string => `<div style="height:${height}px;background:${colour}"></div>`;

async function taken(run: { number: number }): Promise<void> {
  await askPictures(await accessAs(), { number: run.number });
  expect(await new PictureTaker().turn()).toBe(true);
}
const picturesOf = async (run: { number: number }) => (await loadRehearsal(await accessAs(), run.number))!.run.pictures;
const kept = async () => (await database().select({ seen: rehearsalPictures.seen }).from(rehearsalPictures)).length;

/** The colour of a point of a picture, as it was drawn. */
async function colourAt(
  seen: string,
  form: 'desktop' | 'phone' | 'dark' | 'bare',
  x: number,
  y: number,
): Promise<string> {
  const bytes = await pictureBytes(await accessAs(), { seen, form });
  const raw = await sharp(bytes).extract({ left: x, top: y, width: 1, height: 1 }).removeAlpha().raw().toBuffer();
  return [...raw].map((c) => (c > 200 ? 'f' : c < 55 ? '0' : '8')).join('');
}
const seenOf = async (id: string): Promise<string> => {
  const [row] = await database().select().from(rehearsalMessages).where(eq(rehearsalMessages.id, id));
  return row!.seen!;
};

it('are of each form, as long as the message, with its own colours for the dark and its words for pictures', async () => {
  const dark = '<style>@media (prefers-color-scheme:dark){.a{background:#0000ff !important}}</style>';
  const red = await sharp({ create: { width: 10, height: 10, channels: 3, background: '#ff0000' } })
    .png()
    .toBuffer();
  const img = `<img alt="A mill" width="100" height="100" style="display:block" src="data:image/png;base64,${red.toString('base64')}">`;
  const run = await runOf({
    html: page(`${img}<div class="a" style="height:900px;background:#00ff00"></div>`, dark),
    text: 'x',
  });
  await taken(run);
  expect(await picturesOf(run)).toMatchObject({ state: 'done', taken: 1, of: 1 });
  const seen = await seenOf(run.ids[0]!);
  const sizes = await database().select().from(rehearsalPictures).where(eq(rehearsalPictures.seen, seen));
  expect(new Map(sizes.map((s) => [s.form, [s.width, s.height]]))).toEqual(
    new Map([
      ['desktop', [720, 1000]],
      ['phone', [375, 1000]],
      ['dark', [720, 1000]],
      ['bare', [720, 1000]],
    ]),
  );
  expect(await colourAt(seen, 'desktop', 50, 50)).toBe('f00');
  expect(await colourAt(seen, 'desktop', 50, 500)).toBe('0f0');
  expect(await colourAt(seen, 'dark', 50, 500)).toBe('00f');
  expect(await colourAt(seen, 'bare', 80, 80)).not.toBe('f00');
  expect((await contactSheet(await accessAs(), { number: run.number, form: 'phone' })).subarray(0, 5).toString()).toBe(
    '%PDF-',
  );
});

it('reach nothing and run nothing that a message brings along', async () => {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url!);
    response.end('');
  });
  server.on('connection', () => asked.push('a connection'));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const hostile = page(
    `${block('#00ff00')}<img src="${at}/img"><iframe src="${at}/frame"></iframe><object data="${at}/object"></object>` +
      `<video src="${at}/video" autoplay></video><div style="background:url(${at}/css)">x</div><img srcset="${at}/srcset 2x">` +
      `<script>document.body.innerHTML = ''; fetch('${at}/script')</script><svg><image href="${at}/svg"/></svg>`,
    `<meta http-equiv="refresh" content="0;url=${at}/refresh"><link rel="preconnect" href="${at}"><link rel="stylesheet" href="${at}/style">` +
      `<style>@import url(${at}/import);@font-face{font-family:f;src:url(${at}/font)}body{font-family:f}</style><base href="${at}/">`,
  );
  const run = await runOf({ html: hostile, text: 'x' }, { html: page(block('#0000ff')), text: 'x' });
  await taken(run);
  expect(await picturesOf(run)).toMatchObject({ state: 'done', taken: 2 });
  expect(await colourAt(await seenOf(run.ids[0]!), 'desktop', 50, 50)).toBe('0f0');
  expect(await colourAt(await seenOf(run.ids[1]!), 'desktop', 50, 50)).toBe('00f');
  expect(asked).toEqual([]);
  server.close();
});

it('are shared by messages that are the same, and held against those of the run before', async () => {
  const same = page(block('#00ff00'));
  const first = await runOf(
    { html: same, text: 'x' },
    { html: page(block('#ffffff') + block('#000000', 40)), text: 'x' },
  );
  const second = await runOf(
    { html: same, text: 'x' },
    { html: page(block('#ffffff') + block('#ff0000', 40)), text: 'x' },
    { text: 'Text' },
  );
  // What is held against each other shows the same.
  for (const [i, id] of second.ids.slice(0, 2).entries()) {
    const [was] = await database().select().from(rehearsalMessages).where(eq(rehearsalMessages.id, first.ids[i]!));
    const { notificationId, variantId } = was!;
    await database().update(rehearsalMessages).set({ notificationId, variantId }).where(eq(rehearsalMessages.id, id));
  }
  const access = await accessAs();
  // Asked for one message, the same of the run before comes with it.
  await askPictures(access, { number: second.number, message: second.ids[1]! });
  const taker = new PictureTaker();
  expect([await taker.turn(), await taker.turn(), await taker.turn()]).toEqual([true, true, false]);
  expect(await picturesOf(second)).toMatchObject({ state: 'some', taken: 1, of: 1 });
  const { before } = await loadPicture(access, second.ids[1]!, 'desktop');
  expect(before).toMatchObject({ run: first.number, size: { width: 720, height: 340 } });
  const stripe = [{ x: 0, y: 300, width: 720, height: 40 }];
  expect(before!.moved).toEqual({ before: stripe, after: stripe });
  const some = await kept();
  await taken(first);
  await taken(second);
  expect(await kept()).toBe(some + 4);
  expect((await loadPicture(access, second.ids[0]!, 'phone')).before?.moved).toEqual({ before: [], after: [] });
  // Text alone has none, and its address opens nothing.
  const view = (await loadRehearsal(access, second.number))!;
  expect(view.pictured.toSorted()).toEqual(second.ids.slice(0, 2).toSorted());
  await expect(loadPicture(access, second.ids[2]!, 'desktop')).rejects.toMatchObject({ code: 'not-found' });
});

it('are stopped, asked for once, and let go with the runs that show them', async () => {
  const run = await runOf({ html: page(block('#123456')), text: 'x' });
  const access = await accessAs();
  await askPictures(access, { number: run.number });
  await expect(askPictures(access, { number: run.number })).rejects.toMatchObject({ code: 'conflict' });
  await stopPictures(access, { number: run.number });
  await expect(stopPictures(access, { number: run.number })).rejects.toMatchObject({ code: 'conflict' });
  expect(await new PictureTaker().turn()).toBe(false);
  await taken(run);
  expect(await kept()).toBeGreaterThan(0);
  for (let i = 0; i < 10; i += 1) await runOf();
  await prune(SHOP);
  expect(await kept()).toBe(0);
});

it('say what to install where there is no browser', async () => {
  const run = await runOf({ html: page(block('#123456')), text: 'x' });
  const { chromium } = config();
  config().chromium = '/nowhere/chromium';
  await taken(run);
  config().chromium = chromium;
  expect(await picturesOf(run)).toMatchObject({
    state: 'broken',
    trouble: expect.stringContaining('apt-get install chromium'),
  });
});
