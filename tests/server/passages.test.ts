/** Passages: made once, used in several messages, published for all of them at once. */
import type { Block, Template } from '@/core/template';
import { testOrder } from '@/core/testing';
import { livePassages } from '@/server/documents/live-passages';
import { renderFor } from '@/server/sending/render';
import { copyBlockTo, loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import {
  loadPassage,
  makePassage,
  passageEdition,
  publishPassage,
  removePassage,
  savePassage,
  usersOfPassage,
} from '@/server/features/templates/passages';
import { accessAs, SHOP, useDatabase } from './fixture';

useDatabase();

const BLOCKS: Block[] = [{ id: 'w', kind: 'text' }];
const WORDS = { en: { w: 'Sheets travel flat.' }, de: { w: 'Bögen reisen flach.' } };

async function use(slug: string, passage: string): Promise<void> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, slug);
  const block: Block = { id: 'pack', kind: 'passage', passage };
  const next: Template = { ...draft, blocks: draft.blocks.toSpliced(2, 0, block) };
  const saved = await saveTemplate(access, slug, revision, next);
  await publishTemplate(access, slug, saved.revision);
}

async function rendered(slug: string, language = 'en') {
  const access = await accessAs();
  const { live, notification } = await loadDesk(access, slug);
  const order = testOrder({ shipments: [{ carrier: 'Fieldpost' }] });
  return renderFor({
    store: access.store,
    template: live!.template,
    language,
    order,
    moment: notification.moment,
    now: 0,
  });
}

describe('a passage', () => {
  it('is made of a block, used in two messages, and changes in both when it is published', async () => {
    const access = await accessAs();
    const { id } = await makePassage(access, 'How we pack', BLOCKS, WORDS);
    expect(id).toBe('how-we-pack');
    await use('order-received', id);
    await use('on-its-way', id);
    expect((await rendered('order-received')).html).toContain('Sheets travel flat.');
    expect((await rendered('on-its-way', 'de')).text).toContain('Bögen reisen flach.');
    expect((await usersOfPassage(access, id)).map((u) => u.slug)).toEqual(['order-received', 'on-its-way']);

    const { draft, revision } = await loadPassage(access, id);
    const saved = await savePassage(access, id, revision, {
      ...draft,
      words: { ...draft.words, en: { w: 'Sheets travel between boards.' } },
    });
    expect((await rendered('order-received')).html).toContain('Sheets travel flat.');
    expect(await publishPassage(access, id, saved.revision)).toEqual({ number: 2, touches: 2 });
    for (const slug of ['order-received', 'on-its-way']) {
      expect((await rendered(slug)).html).toContain('Sheets travel between boards.');
    }
  });

  it('keeps its editions: the first is taken back to the bench and published as the third', async () => {
    const access = await accessAs();
    const { editions, revision, live } = await loadPassage(access, 'how-we-pack');
    expect(editions.map((e) => e.number)).toEqual([2, 1]);
    expect(live).toMatchObject({ number: 2, publishedBy: 'Marta Oyelaran' });
    const first = await passageEdition(access, 'how-we-pack', 1);
    expect(first.words.en).toEqual({ w: 'Sheets travel flat.' });
    const saved = await savePassage(access, 'how-we-pack', revision, first);
    // Two who publish at once make one edition of it.
    const both = await Promise.all([1, 2].map(() => publishPassage(access, 'how-we-pack', saved.revision)));
    expect(both.map((b) => b.number)).toEqual([3, 3]);
    expect((await rendered('order-received')).html).toContain('Sheets travel flat.');
    await expect(passageEdition(access, 'how-we-pack', 9)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('gets a name of its own in the address when another has it, and needs one', async () => {
    const access = await accessAs();
    expect(await makePassage(access, 'How we pack', BLOCKS, WORDS)).toEqual({ id: 'how-we-pack-2' });
    await expect(makePassage(access, '  ', BLOCKS, WORDS)).rejects.toMatchObject({ problems: [{ path: '/name' }] });
  });

  it('that would hold itself is not published, and the way is named', async () => {
    const access = await accessAs();
    const a = await makePassage(access, 'First', BLOCKS, WORDS);
    const b = await makePassage(access, 'Second', [{ id: 'in', kind: 'passage', passage: a.id }], { en: {} });
    const { draft, revision } = await loadPassage(access, a.id);
    const loop: Template = { ...draft, blocks: [...draft.blocks, { id: 'in', kind: 'passage', passage: b.id }] };
    const saved = await savePassage(access, a.id, revision, loop);
    await expect(publishPassage(access, a.id, saved.revision)).rejects.toMatchObject({
      code: 'invalid',
      message: expect.stringContaining('First, in it Second, in it First'),
    });
    expect((await livePassages(SHOP))[a.id]!.blocks).toEqual(BLOCKS);
  });

  it('in use is not taken away; one that nobody uses is', async () => {
    const access = await accessAs();
    await expect(removePassage(access, 'how-we-pack')).rejects.toMatchObject({
      message: expect.stringContaining('used in Order received, On its way'),
    });
    await removePassage(access, 'how-we-pack-2');
    expect(await livePassages(SHOP)).not.toHaveProperty('how-we-pack-2');
  });

  it('tells the second of two windows who was first', async () => {
    const access = await accessAs();
    const { draft, revision } = await loadPassage(access, 'how-we-pack');
    await savePassage(await accessAs('designer', 'Jonas Feld'), 'how-we-pack', revision, draft);
    await expect(savePassage(access, 'how-we-pack', revision, draft)).rejects.toMatchObject({
      code: 'conflict',
      message: expect.stringContaining('Jonas Feld changed this passage'),
    });
  });
});

describe('a block', () => {
  it('is copied to another message with its words, before the footer', async () => {
    const access = await accessAs();
    const before = await loadDesk(access, 'refund-issued');
    const { name } = await copyBlockTo(
      access,
      'refund-issued',
      { id: 'x', kind: 'text' },
      {
        en: { x: 'Care well.' },
        de: { x: 'Pflegen Sie gut.' },
        ar: { x: 'ignored: the other has no Arabic' },
      },
    );
    expect(name).toBe('Refund issued');
    const { draft, revision } = await loadDesk(access, 'refund-issued');
    expect(revision).toBe(before.revision + 1);
    const copy = draft.blocks.at(-2)!;
    expect(draft.blocks.at(-1)!.kind).toBe('footer');
    expect(draft.words.en![copy.id]).toBe('Care well.');
    expect(Object.keys(draft.words)).toEqual(['en', 'de']);
  });
});
