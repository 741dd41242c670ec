/** What nobody may get at or stop: files, links that set passwords, private networks, what is logged. */
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { DEFAULT_LOOK } from '@/core/look';
import { config } from '@/server/base/config';
import { database } from '@/server/db/client';
import { deliveries, events, lookDrafts, notifications, sentMessages } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { checkEvent, type OrderEvent } from '@/server/events/schema';
import { exampleEvent } from '@/server/events/examples';
import { loggedError } from '@/server/base/log';
import { pictureFile } from '@/server/documents/pictures';
import { resolveHost } from '@/server/sending/dns';
import { sendAgain } from '@/server/features/deliveries/again';
import { deliveryDetail, listDeliveries, tryAgain } from '@/server/features/deliveries/deliveries';
import { saveTemplate } from '@/server/features/templates/templates';
import { exportLook, saveLook } from '@/server/features/templates/look';
import { accessAs, connectService, mailbox, planAnew, rawMail, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

describe('a path in a document', () => {
  const asset = (path: string) => ({ path, width: 10, height: 10, bytes: 10 });
  const lookWith = (path: string) => ({
    ...DEFAULT_LOOK,
    logo: { light: asset(path), alt: 'Quillwick', width: 100, align: 'start', link: '' },
  });
  const BAD = [
    '/media/../secret',
    '/media/pictures/../../secret',
    '/media/pictures/quillwick/../../../secret.png',
    '/media/pictures/quillwick/%2e%2e/secret.png',
    '/media/pictures/quillwick/0123456789abcdef01234567.svg',
    '/media/products/pa-kozo.png',
  ];

  it.each(BAD)('cannot be %s in a look', async (path) => {
    const access = await accessAs('designer');
    await expect(saveLook(access, 1, lookWith(path))).rejects.toMatchObject({ code: 'invalid' });
  });

  it('cannot be the picture of another store, in a look or in a template', async () => {
    const access = await accessAs('designer');
    const theirs = '/media/pictures/quillwick-trade/0123456789abcdef01234567.png';
    await expect(saveLook(access, 1, lookWith(theirs))).rejects.toMatchObject({
      problems: expect.arrayContaining([{ path: '/logo/light/path', message: 'Choose a picture of this store.' }]),
    });
    const template = {
      version: 1,
      blocks: [{ id: 'p', kind: 'image', picture: asset(theirs) }],
      words: { en: { subject: 'x', preheader: '' } },
    };
    await expect(saveTemplate(access, 'order-received', 1, template)).rejects.toMatchObject({ code: 'invalid' });
  });

  it('opens no file even where one got into the database by another way', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'libellus-paths-'));
    mkdirSync(join(dataDir, 'media'), { recursive: true });
    writeFileSync(join(dataDir, 'secret'), 'the secret itself');
    const kept = config().dataDir;
    config().dataDir = dataDir;
    try {
      const access = await accessAs('viewer');
      await database()
        .update(lookDrafts)
        .set({ draft: lookWith('/media/../secret') as never })
        .where(eq(lookDrafts.storeId, SHOP));
      await expect(exportLook(access)).rejects.toMatchObject({ code: 'invalid' });
      for (const path of BAD) expect(() => pictureFile(path)).toThrow('not one that was brought in');
    } finally {
      config().dataDir = kept;
      await database().update(lookDrafts).set({ draft: DEFAULT_LOOK }).where(eq(lookDrafts.storeId, SHOP));
    }
  });
});

describe('a link that sets a password', () => {
  const LINK = 'https://quillwick.example/account/reset/only-for-iwona-77';
  const reset = (id: string, email: string): OrderEvent => {
    const event = exampleEvent('account.reset-requested', {
      currency: 'EUR',
      channel: 'web-shop',
      time: new Date(Date.now() - 1000).toISOString(),
    });
    const checked = checkEvent({
      ...event,
      id,
      data: { ...event.data, customer: { email, firstName: 'Iwona' }, details: { reset: { url: LINK } } },
    });
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    return checked.value;
  };

  beforeAll(async () => {
    await database().update(notifications).set({ on: true }).where(eq(notifications.moment, 'account.reset-requested'));
    await planAnew();
  });

  it('is not even kept when nobody is written to', async () => {
    const { eventId, deliveries: ids } = await receiveEvent(SHOP, {
      ...reset('reset-0', 'no@leaks-test.example'),
      data: { ...reset('reset-0', 'no@leaks-test.example').data },
      time: new Date(Date.now() - 9 * 86_400_000).toISOString(),
    });
    expect(ids).toEqual([]);
    const [event] = await database().select().from(events).where(eq(events.id, eventId));
    expect(JSON.stringify(event!.data)).not.toContain('only-for-iwona-77');
  });

  it('reaches its recipient, and stands nowhere else once it was sent', async () => {
    await connectService();
    const email = 'iwona.reset@leaks-test.example';
    const { deliveries: ids, eventId } = await receiveEvent(SHOP, reset('reset-1', email));
    const [waiting] = await database().select().from(events).where(eq(events.id, eventId));
    expect(JSON.stringify(waiting!.data)).toContain(LINK);
    await drain();

    const [mail] = await mailbox(email);
    const plain = (await rawMail(mail!.id)).toString().replaceAll('=\r\n', '').replaceAll('=\n', '');
    expect(plain).toContain('only-for-iwona-77');

    const access = await accessAs('viewer');
    const shown = JSON.stringify(await deliveryDetail(access, ids[0]!));
    expect(shown).toContain('https://quillwick.example/hidden');
    const [kept] = await database().select().from(sentMessages).where(eq(sentMessages.deliveryId, ids[0]!));
    const [event] = await database().select().from(events).where(eq(events.id, eventId));
    const record = JSON.stringify(await listDeliveries(SHOP, {}));
    for (const place of [shown, kept!.raw.toString().replaceAll('=\r\n', ''), JSON.stringify(event!.data), record]) {
      expect(place).not.toContain('only-for-iwona-77');
    }
    await expect(sendAgain(await accessAs(), ids[0]!, { to: email })).rejects.toMatchObject({ code: 'conflict' });
  });

  it('is dropped when its message is given up, and then not sent with a link that leads nowhere', async () => {
    await connectService();
    const { deliveries: ids, eventId } = await receiveEvent(SHOP, reset('reset-2', 'nobody@leaks-test.example'));
    await database().update(deliveries).set({ language: 'en', editionId: 'gone' }).where(eq(deliveries.id, ids[0]!));
    await drain();
    const [row] = await database().select().from(deliveries).where(eq(deliveries.id, ids[0]!));
    expect(row).toMatchObject({ state: 'failed', cause: 'content' });
    const [event] = await database().select().from(events).where(eq(events.id, eventId));
    expect(JSON.stringify(event!.data)).not.toContain('only-for-iwona-77');
    await expect(tryAgain(await accessAs(), ids[0]!)).rejects.toMatchObject({
      message: expect.stringContaining('Let the customer ask for a new one'),
    });
  });
});

describe('a service in a private network', () => {
  it('is not connected to unless the settings allow that network', async () => {
    for (const host of ['10.1.2.3', '192.168.1.1', '169.254.169.254', '::1', 'fd00::1', '::ffff:10.0.0.1', '0.0.0.0']) {
      await expect(resolveHost(host)).rejects.toMatchObject({ code: 'EPRIVATE' });
    }
    // The stand-ins are on this machine, which the demo allows.
    expect(await resolveHost('127.0.0.1')).toEqual(['127.0.0.1']);
    expect(await resolveHost('192.0.2.10')).toEqual(['192.0.2.10']);
  });
});

describe('the log', () => {
  it('has an error of the database without what was filled in', async () => {
    const failed = await database()
      .insert(deliveries)
      .values({ id: 'x', recipient: 'private-person@leaks-test.example' } as never)
      .catch((error: unknown) => error);
    expect((failed as Error).message).toContain('private-person');
    const logged = JSON.stringify(loggedError(failed));
    expect(logged).not.toContain('private-person');
    expect(logged).toContain('insert into `delivery`');
    expect(logged).toMatch(/"code":"ER_/);
  });
});
