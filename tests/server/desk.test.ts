import { ne } from 'drizzle-orm';
import type { Template } from '@/core/template';
import { database } from '@/server/db/client';
import { notifications } from '@/server/db/schema';
import {
  templateEdition,
  loadDesk,
  publishTemplate,
  saveTemplate,
  switchNotification,
} from '@/server/features/templates/templates';
import { loadBoard } from '@/server/features/notifications/board';
import { loadToday } from '@/server/features/today/today';
import { receiveEvent } from '@/server/events/receive';
import { accessAs, placedEvent, SHOP, useDatabase, planAnew } from './fixture';

useDatabase();

const SLUG = 'order-received';
const withSubject = (template: Template, subject: string): Template => ({
  ...template,
  words: { ...template.words, en: { ...template.words.en, subject } },
});

describe('the Desk', () => {
  it('saves a draft, publishes it as the next edition, and keeps the earlier one to go back to', async () => {
    const access = await accessAs();
    const desk = await loadDesk(access, SLUG);
    const { revision } = await saveTemplate(
      access,
      SLUG,
      desk.revision,
      withSubject(desk.draft, 'Got it: {$order.number}'),
    );
    expect(await publishTemplate(access, SLUG, revision)).toEqual({ number: 2 });
    const after = await loadDesk(access, SLUG);
    expect(after.live).toMatchObject({ number: 2, publishedBy: 'Marta Oyelaran' });
    expect(after.live!.template.words.en!.subject).toBe('Got it: {$order.number}');
    expect((await templateEdition(access, SLUG, 1)).words.en!.subject).toBe('We have your order {$order.number}');
    await expect(templateEdition(access, SLUG, 9)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('tells the second of two windows who saved before it, and keeps both versions', async () => {
    const marta = await accessAs('owner', 'Marta Oyelaran');
    const jonas = await accessAs('designer', 'Jonas Feld');
    const desk = await loadDesk(marta, SLUG);
    await saveTemplate(jonas, SLUG, desk.revision, withSubject(desk.draft, 'Jonas {$order.number}'));
    const mine = withSubject(desk.draft, 'Marta {$order.number}');
    const conflict = await saveTemplate(marta, SLUG, desk.revision, mine).catch((e: unknown) => e);
    expect(conflict).toMatchObject({
      code: 'conflict',
      message: expect.stringContaining('Jonas Feld changed this draft'),
    });
    const { revision } = (conflict as { detail: { revision: number } }).detail;
    expect((await loadDesk(marta, SLUG)).draft.words.en!.subject).toBe('Jonas {$order.number}');
    await saveTemplate(marta, SLUG, revision, mine);
    expect((await loadDesk(marta, SLUG)).draft.words.en!.subject).toBe('Marta {$order.number}');
  });

  it('does not publish what somebody else changed since it was seen', async () => {
    const access = await accessAs();
    const desk = await loadDesk(access, SLUG);
    await saveTemplate(
      await accessAs('designer', 'Jonas Feld'),
      SLUG,
      desk.revision,
      withSubject(desk.draft, 'Changed {$order.number}'),
    );
    await expect(publishTemplate(access, SLUG, desk.revision)).rejects.toMatchObject({ code: 'conflict' });
    expect((await loadDesk(access, SLUG)).live!.number).toBe(2);
  });

  it.each([
    ['a broken source', 'Hello {$order.number', /not complete/],
    ['an unknown placeholder', 'Hello {$order.nummer}', /Did you mean {\$order\.number}/],
    ['a placeholder of a later moment', '{$order.number} {$shipment.carrier}', /not known when an order is placed/],
  ])('keeps %s in the draft and refuses to publish it', async (_what, subject, words) => {
    const access = await accessAs();
    const desk = await loadDesk(access, SLUG);
    const { revision } = await saveTemplate(access, SLUG, desk.revision, withSubject(desk.draft, subject));
    expect((await loadDesk(access, SLUG)).draft.words.en!.subject).toBe(subject);
    const refusal = await publishTemplate(access, SLUG, revision).catch(
      (e: unknown) => e as { code: string; problems: { path: string; message: string }[] },
    );
    expect(refusal).toMatchObject({ code: 'invalid' });
    expect((refusal as { problems: { path: string; message: string }[] }).problems).toContainEqual({
      path: 'Subject, English',
      message: expect.stringMatching(words),
    });
    await saveTemplate(access, SLUG, revision, withSubject(desk.draft, 'We have your order {$order.number}'));
  });

  it('refuses a template of another shape, with the place', async () => {
    const access = await accessAs();
    const { revision, draft } = await loadDesk(access, SLUG);
    await expect(
      saveTemplate(access, SLUG, revision, { ...draft, blocks: [{ id: 'x', kind: 'iframe' }] }),
    ).rejects.toMatchObject({
      code: 'invalid',
      problems: [expect.objectContaining({ path: '/blocks/0/kind' })],
    });
    await expect(
      saveTemplate(access, SLUG, revision, { ...draft, blocks: [draft.blocks[0], draft.blocks[0]] }),
    ).rejects.toMatchObject({ code: 'invalid' });
  });

  it('plans with the edition that is live, and with none when it is off', async () => {
    const access = await accessAs();
    await switchNotification(access, SLUG, false);
    expect((await receiveEvent(SHOP, placedEvent())).deliveries).toHaveLength(1);
    expect((await loadBoard(access)).cards.find((c) => c.slug === SLUG)!.mark).toBe('off');
    await switchNotification(access, SLUG, true);
    expect((await receiveEvent(SHOP, placedEvent())).deliveries).toHaveLength(2);
  });
});

describe('Today', () => {
  it('says what is missing, each with the place to see to it', async () => {
    const { lines } = await loadToday(await accessAs());
    const line = (text: string) => lines.find((l) => l.fact.includes(text));
    expect(line('No sending service is connected')).toMatchObject({ state: 'failing', href: '/sending/services/new' });
    expect(line('lack words in a language')).toMatchObject({ state: 'waiting', href: '/journey' });
    expect(line('notifications are live')).toMatchObject({ state: 'good', href: '/journey' });
    expect(line('Customers hear nothing of')).toBeUndefined();
    expect(line('worker that sends mail is not running')).toMatchObject({ state: 'failing' });
    expect(lines.map((l) => l.state)).toEqual(
      lines
        .map((l) => l.state)
        .toSorted((a, b) => ['failing', 'waiting', 'good'].indexOf(a) - ['failing', 'waiting', 'good'].indexOf(b)),
    );
  });

  it('tells of each by itself while they are few', async () => {
    await database().update(notifications).set({ on: false }).where(ne(notifications.moment, 'order.placed'));
    await planAnew();
    const { lines } = await loadToday(await accessAs());
    const line = (text: string) => lines.find((l) => l.fact.includes(text));
    expect(line('no words in Arabic')).toMatchObject({
      state: 'waiting',
      href: expect.stringMatching(/^\/desk\/order-received(~guests)?\?language=ar$/),
    });
    expect(line('New order is live')).toMatchObject({ state: 'good', href: '/desk/new-order' });
    expect(line('Customers hear nothing of: ')).toMatchObject({
      state: 'waiting',
      fact: expect.stringMatching(/order cancelled.*refund issued/),
      href: '/journey',
    });
    expect(line('37 notifications are off')).toMatchObject({ state: 'waiting', href: '/journey' });
  });
});
