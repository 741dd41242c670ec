/** What anybody did, found by who, what and when; and what a person's erasing leaves of it. */
import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { AREAS } from '@/contract/history';
import { areaOf } from '@/server/auth/history-areas';
import { filterOf, indexHistory, loadHistory, NO_FILTER } from '@/server/auth/history-search';
import { remember } from '@/server/auth/history';
import { newId } from '@/server/base/ids';
import { database } from '@/server/db/client';
import { history, historyWords } from '@/server/db/schema';
import { takeEvent } from '@/server/events/take';
import { eraseCustomer } from '@/server/features/people/customer-data';
import { accessAs, MARTA, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const found = async (change: Partial<typeof NO_FILTER>): Promise<string[]> => {
  const { store } = await accessAs();
  return (await loadHistory(store, { ...NO_FILTER, ...change })).rows.map((r) => r.words);
};

beforeAll(async () => {
  const access = await accessAs();
  await remember(access, 'withheld', { address: 'iwona@sobczyk.example' });
  await remember(access, 'turnedOff', { notification: 'Order received' });
  await remember(access, 'exportedCustomer', { customer: 'Iwona Sobczyk' });
  await remember(access, 'madeKey', { name: 'Order desk' });
  while ((await indexHistory()) > 0);
});

describe('a store’s history', () => {
  it('is found by whole words in any order, by the part of the work, by who and by days', async () => {
    expect(await found({ words: 'sobczyk' })).toHaveLength(2);
    expect(await found({ words: 'SOBCZYK iwona example' })).toEqual([
      'Marta Oyelaran put iwona@sobczyk.example on the do-not-send list',
    ]);
    expect(await found({ words: 'order nowhere' })).toEqual([]);
    expect(await found({ area: 'access' })).toEqual(['Marta Oyelaran made the key Order desk']);
    expect(await found({ area: 'taken', words: 'iwona' })).toHaveLength(1);
    expect(await found({ who: MARTA.id, words: 'order' })).toHaveLength(2);
    expect(await found({ who: 'nobody' })).toEqual([]);
    const today = new Date().toISOString().slice(0, 10);
    const [before, after] = [-2, 2].map((n) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10));
    expect(await found({ from: before!, until: after! })).toHaveLength(4);
    expect(await found({ until: before! })).toEqual([]);
    expect(await found({ from: after! })).toEqual([]);
    expect(today).toMatch(/^\d{4}-/);
  });

  it('is read in pages, each from where the last one ended, with words and without', async () => {
    const many = Array.from({ length: 250 }, (_, i) => ({
      ...{ id: newId(), storeId: SHOP, who: 'The shop', action: 'countedStock', at: new Date() },
      what: JSON.stringify({ left: i, product: 'Bone folder', place: 'Mill' }),
    }));
    await database().insert(history).values(many);
    while ((await indexHistory()) > 0);
    const { store } = await accessAs();
    for (const words of ['', 'folder', 'bone mill']) {
      const seen = new Set<string>();
      let before = '';
      for (let page = 0; page < 3; page += 1) {
        const { rows, more } = await loadHistory(store, { ...NO_FILTER, area: 'store', words, before });
        for (const row of rows) seen.add(row.id);
        expect(more).toBe(page < 2);
        before = rows.at(-1)!.id;
      }
      expect(seen.size).toBe(250);
    }
  });

  it('takes from an address only what a search can be', () => {
    expect(filterOf({ area: 'nothing', from: '2026-13-40', until: 'x', words: ['a', 'b'], who: undefined })).toEqual({
      ...NO_FILTER,
      words: 'a',
    });
  });

  it('is not found any more by who was erased', async () => {
    const email = 'zofia@erased-history.example';
    await takeEvent(SHOP, placedEvent({ number: 'QW-H1', customer: { email, firstName: 'Zofia' } }, 'h') as never);
    await remember(await accessAs(), 'withheld', { address: email });
    while ((await indexHistory()) > 0);
    expect(await found({ words: 'zofia' })).toHaveLength(1);
    await eraseCustomer(await accessAs(), email);
    while ((await indexHistory()) > 0);
    expect(await found({ words: 'zofia' })).toEqual([]);
    expect(await database().select().from(historyWords).where(eq(historyWords.word, 'zofia'))).toEqual([]);
  });

  it('has a part of the work for every deed that can be written down', () => {
    const source = readFileSync('src/words/history.ts', 'utf8');
    const deeds = [...source.matchAll(/^ {2}(\w+):\s*'[^\n]*\{\$who\}/gm)].map(([, deed]) => deed!);
    expect(deeds.length).toBeGreaterThan(100);
    expect(deeds.filter((deed) => !(AREAS as readonly string[]).includes(areaOf(deed)))).toEqual([]);
  });
});
