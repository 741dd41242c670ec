/**
 * Rehearsals of what somebody chose: the rest stays as it was found, and what has changed of it is still to be rehearsed. And of drafts that
 * many messages share.
 */
import { eq } from 'drizzle-orm';
import type { Block } from '@/core/template';
import { database } from '@/server/db/client';
import { passages, stores } from '@/server/db/schema';
import {
  askRehearsal,
  changedSinceNewest,
  draftsRehearsed,
  draftsToRehearse,
  loadRehearsal,
  rehearsables,
} from '@/server/features/rehearsal/rehearsal';
import { loadLook, publishLook, saveLook } from '@/server/features/templates/look';
import { loadPassage, makePassage, savePassage } from '@/server/features/templates/passages';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { Rehearser } from '@/server/rehearsal/rehearser';
import { accessAs, SHOP, useDatabase } from './fixture';
import { broken, FEW_LIVES, publishAll, rehearsed, saying, toFix, turn } from './rehearsals';

useDatabase();
beforeAll(async () => {
  await publishAll();
  await turn(false);
  await turn(true, 'order-received');
  await turn(true, 'payment-received');
}, 120_000);

async function chosen(...notifications: string[]) {
  const access = await accessAs();
  const { number } = await askRehearsal(access, { of: 'chosen', notifications });
  expect(await new Rehearser(FEW_LIVES).turn()).toBe(true);
  return (await loadRehearsal(access, number))!;
}

it('needs a rehearsal of everything before, and something that is live', async () => {
  const access = await accessAs();
  expect((await rehearsables(access)).map((r) => r.slug)).toEqual(['order-received', 'payment-received']);
  await expect(chosen('order-received')).rejects.toMatchObject({ code: 'conflict', message: /Rehearse all messages/ });
  await rehearsed();
  await expect(chosen('on-its-way')).rejects.toMatchObject({ code: 'conflict', message: /on and live/ });
  await expect(chosen('never-was')).rejects.toMatchObject({ code: 'conflict' });
  // Nothing has changed: what is chosen is rehearsed all the same.
  const again = await chosen('order-received');
  expect(again.run).toMatchObject({ chosen: true, state: 'done' });
  expect(await toFix(again)).toEqual([]);
});

it('takes the rest over as it was found, and what has changed of it is still to be rehearsed', async () => {
  const access = await accessAs();
  const all = await rehearsed();
  const before = all.run.number;
  await broken('payment-received', saying('en', 'subject', 'Paid: €12.34'), async () => {
    const view = await chosen('order-received');
    expect(view.run).toMatchObject({ chosen: true, since: before, state: 'done' });
    const from = (notification: string) =>
      new Set(view.messages.filter((m) => m.notification === notification).map((m) => m.from));
    expect(from('Order received')).toEqual(new Set([undefined]));
    expect(from('Payment received')).toEqual(new Set([before]));
    expect(view.messages).toHaveLength(all.messages.length);
    expect(await toFix(view)).toEqual([]);
    const changed = await changedSinceNewest(access);
    expect(changed).toMatchObject({ since: view.run.number, fresh: 0 });
    expect(changed!.messages).toBeGreaterThan(0);
    const rest = await rehearsed(true);
    expect(rest.run.chosen).toBeUndefined();
    expect((await toFix(rest)).join()).toContain('€12.34');
  });
}, 200_000);

it('leaves what went live since for the next one', async () => {
  const access = await accessAs();
  await rehearsed();
  await turn(true, 'on-its-way');
  const view = await chosen('order-received');
  expect(view.messages.some((m) => m.notification === 'On its way')).toBe(false);
  expect(view.unshown.map((u) => u.notification)).not.toContain('On its way');
  expect((await changedSinceNewest(access))!.fresh).toBeGreaterThan(0);
  const rest = await rehearsed(true);
  expect(rest.messages.some((m) => m.notification === 'On its way')).toBe(true);
}, 200_000);

describe('drafts that many messages share', () => {
  const slug = 'order-received';
  const drafts = async (look?: true) => {
    const access = await accessAs();
    const { number } = await askRehearsal(access, { of: 'drafts', ...(look && { look }) });
    expect(await new Rehearser(FEW_LIVES).turn()).toBe(true);
    return (await loadRehearsal(access, number))!;
  };

  it('are rehearsed as if they were live: the look by all messages, a passage by those that show it', async () => {
    const access = await accessAs();
    const { id } = await makePassage(access, 'How we pack', [{ id: 'w', kind: 'text' }], {
      en: { w: 'Sheets travel flat.' },
    });
    const desk = await loadDesk(access, slug);
    const use: Block = { id: 'pack', kind: 'passage', passage: id };
    const blocks = desk.draft.blocks.toSpliced(2, 0, use);
    await publishTemplate(
      access,
      slug,
      (await saveTemplate(access, slug, desk.revision, { ...desk.draft, blocks })).revision,
    );
    await rehearsed();
    expect(await draftsToRehearse(access)).toBe(0);

    const passage = await loadPassage(access, id);
    const words = { en: { w: 'Your first €12.34 travel flat.' } };
    await savePassage(access, id, passage.revision, { ...passage.draft, words });
    const look = await loadLook(access);
    const pale = { ...look.draft, colours: { ...look.draft.colours, words: look.draft.colours.sheet } };
    await saveLook(access, look.revision, pale);
    expect(await draftsToRehearse(access)).toBe(2);

    const worn = await drafts(true);
    expect(worn.run.drafts).toEqual({ n: 1, look: true, passages: [] });
    expect(worn.messages.every((m) => m.from === undefined)).toBe(true);
    expect((await toFix(worn)).join('\n')).toContain('stand out from their ground by 1 to 1 only');

    const both = await drafts();
    expect(both.run.drafts).toEqual({ n: 2, look: true, passages: ['How we pack'] });
    const wrong = await toFix(both);
    expect(wrong.filter((w) => w.startsWith('Order received ')).join('\n')).toContain('€12.34 is no amount of order');
    expect(wrong.filter((w) => w.startsWith('Payment received ')).join('\n')).not.toContain('€12.34');

    // Nothing of it is live.
    const [store] = await database().select({ look: stores.look }).from(stores).where(eq(stores.id, SHOP));
    expect(store!.look).toEqual(look.live);
    const [row] = await database().select({ live: passages.live }).from(passages).where(eq(passages.id, id));
    expect(row!.live!.words).toEqual({ en: { w: 'Sheets travel flat.' } });
    expect(await toFix(await rehearsed())).toEqual([]);
    await savePassage(access, id, (await loadPassage(access, id)).revision, passage.draft);
    await saveLook(access, (await loadLook(access)).revision, look.draft);
    expect(await draftsToRehearse(access)).toBe(0);
  }, 200_000);

  it('say nothing of the draft of a version that is to be published without them', async () => {
    const access = await accessAs();
    const stands = async () => (await draftsRehearsed(access, { versions: [slug] })).state;
    const desk = await loadDesk(access, slug);
    await saveTemplate(
      access,
      slug,
      desk.revision,
      saying('en', 'subject', 'Order {$order.number} is here')(desk.draft),
    );
    const look = await loadLook(access);
    const page = { ...look.draft, colours: { ...look.draft.colours, page: '#eeeeee' } };
    await saveLook(access, look.revision, page);
    expect((await drafts()).run.drafts).toMatchObject({ n: 2, look: true });
    expect(await stands()).toBe('none');
    // Once that look is live, what was rehearsed in it counts.
    await publishLook(access, (await loadLook(access)).revision);
    expect(await stands()).toBe('passed');
  }, 200_000);
});
