/** What a store has set about itself: what a change means is said before, it is kept with before and after, and messages say it. */
import { eq } from 'drizzle-orm';
import type { StoreSettings } from '@/contract/settings';
import { dayKey } from '@/core/time';
import { historyOf } from '@/server/auth/history';
import { database } from '@/server/db/client';
import { deliveries, notifications, stores } from '@/server/db/schema';
import { takeEvent, takeTold } from '@/server/events/take';
import { saveSettings, settingsOf, whatFollows } from '@/server/features/settings/settings';
import { settings } from '@/server/features/settings/use-cases';
import { accessAs, placedEvent, planAnew, SHOP, useDatabase } from './fixture';

useDatabase();

async function change(next: Partial<StoreSettings>) {
  const access = await accessAs();
  const seen = settingsOf(access.store);
  return { access, seen, input: { seen, next: { ...seen, ...next } } };
}

describe('settings of a store', () => {
  it('say before what a change reaches and what it does not, and change nothing by that', async () => {
    await takeEvent(SHOP, placedEvent() as never);
    const { access, input } = await change({
      name: 'Quillwick & Daughters',
      currency: 'PLN',
      timeZone: 'Europe/Warsaw',
      retention: { bodies: 30, dialogues: 60, events: 365, people: 1095 },
    });
    const told = (await whatFollows(access, input)).join('\n');
    expect(told).toMatch(/Messages say it from now on, \d+ that waits? as well\./);
    expect(told).toContain('1 order keeps the currency that it was made in.');
    expect(told).toContain('Times of day are those of the new time zone');
    expect(told).toContain('older than 30 days are removed tonight.');
    expect(told).toContain('What is removed cannot be brought back.');
    expect((await accessAs()).store.name).toBe(access.store.name);
  });

  it('are kept with what they were before, once, and not over what somebody saved meanwhile', async () => {
    const { access, input } = await change({ phone: ' +49 30  5550 ', address: 'Lindenhof 4, Berlin' });
    await saveSettings(access, input);
    const { facts } = (await accessAs()).store;
    expect(facts).toMatchObject({ phone: '+49 30 5550', address: 'Lindenhof 4, Berlin' });
    const [entry] = await historyOf(SHOP);
    expect(entry!.words).toMatch(
      /changed the settings of the store: Telephone number: .+ → \+49 30 5550 · Postal address: .+ → Lindenhof 4, Berlin/,
    );
    await expect(saveSettings(access, input)).rejects.toMatchObject({ code: 'conflict' });
  });

  it('refuse a store without a name, a link that is none, and messages kept longer than the people in them', async () => {
    const { access, input, seen } = await change({
      name: '  ',
      url: 'javascript:alert(1)',
      retention: { bodies: 200, dialogues: 60, events: 365, people: 100 },
    });
    await expect(saveSettings(access, input)).rejects.toMatchObject({
      problems: [{ path: '/name' }, { path: '/url' }, { path: '/retention/bodies' }],
    });
    expect(settingsOf((await accessAs()).store)).toEqual(seen);
    const checked = settings.save.check({ seen, next: { ...seen, currency: 'QQQ', timeZone: 'Mars/Olympus' } });
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toEqual(['/next/currency', '/next/timeZone']);
  });

  it('have days off from a calendar file, which delays in working days leave out from then on', async () => {
    const access = await accessAs();
    const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
    const text = [
      'BEGIN:VCALENDAR',
      ...Array.from({ length: 9 }, (_, i) => [
        'BEGIN:VEVENT',
        `UID:${i}`,
        `DTSTART;VALUE=DATE:${day(i).replaceAll('-', '')}`,
        'SUMMARY:Closed',
        'END:VEVENT',
      ]).flat(),
      'END:VCALENDAR',
    ].join('\r\n');
    const found = await settings.readHolidays.run(access, { text });
    expect(found.holidays.length).toBeGreaterThanOrEqual(8);
    await expect(settings.readHolidays.run(access, { text: 'name,day' })).rejects.toMatchObject({ code: 'invalid' });
    const { input } = await change({ holidays: found.holidays });
    expect((await whatFollows(access, input)).join('\n')).toContain(
      'What is planned from now on leaves out these days.',
    );
    await saveSettings(access, input);
    const schedule = { row: [{ wait: { amount: 1, unit: 'working-days' as const } }], ends: [] };
    await database().update(notifications).set({ schedule }).where(eq(notifications.slug, 'order-received'));
    await planAnew();
    const { deliveries: ids } = await takeEvent(SHOP, placedEvent({ number: 'QW-DAYS' }, 'days') as never);
    const rows = await database().select().from(deliveries).where(eq(deliveries.storeId, SHOP));
    const made = rows.filter((d) => ids.includes(d.id) && d.timed);
    expect(made).not.toHaveLength(0);
    for (const { dueAt } of made)
      expect(dayKey(dueAt!.getTime(), access.store.timeZone) > found.holidays.at(-1)!.on).toBe(true);
    await database().update(stores).set({ holidays: [] }).where(eq(stores.id, SHOP));
  });

  it('number orders that are made here; what was theirs stays closed to the shop, and what is the shop’s is not taken', async () => {
    await takeEvent(SHOP, placedEvent({ number: 'PAPER-7' }) as never);
    const taken = await change({ ownOrders: 'PAPER-' });
    const told = { problems: [{ path: '/ownOrders', message: expect.stringContaining('1 order of the shop begins') }] };
    await expect(whatFollows(taken.access, taken.input)).rejects.toMatchObject(told);
    await expect(saveSettings(taken.access, taken.input)).rejects.toMatchObject(told);
    const { access, input } = await change({ ownOrders: 'HAND-' });
    expect((await whatFollows(access, input)).join(' ')).toContain('those of before keep LBL-');
    await saveSettings(access, input);
    expect((await accessAs()).store.ownOrders).toEqual(['HAND-', 'LBL-']);
    for (const number of ['HAND-4', 'lbl-1001']) {
      expect(await takeTold(SHOP, placedEvent({ number }))).toMatchObject({
        why: 'not-taken',
        problems: [{ path: '/data/order/number', message: expect.stringContaining('HAND- and LBL- are for orders') }],
      });
    }
    // One goes back to what one had.
    const back = await change({ ownOrders: 'LBL-' });
    await saveSettings(back.access, back.input);
    expect((await accessAs()).store.ownOrders).toEqual(['LBL-', 'HAND-']);
  });
});
