/** A whole store's messages taken out and brought into another; two editions compared; a change brought to versions that follow. */
import { resolve } from 'node:path';
import { and, eq, ne, sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Row } from './measure';

const VERSIONS = 60;
const FOLLOWERS = 5;
const OUT_AND_IN_S = 3;
const COMPARE_MS = 100;

export async function benchSets(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 5_960,
    dataDir: resolve('.libellus/bench-sets'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { closeDatabase, database } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { newId } = await import('../src/server/base/ids');
    const { takeOutSet } = await import('../src/server/features/sets/take-out');
    const { bringSet, lookAtSet } = await import('../src/server/features/sets/bring-in');
    const { makeStore } = await import('../src/server/features/stores/new-store');
    const { loadDesk, saveTemplate } = await import('../src/server/features/templates/templates');
    const { templateChanges } = await import('../src/core/template');
    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const accessTo = async (id: string) => {
      const [store] = await db.select().from(t.stores).where(eq(t.stores.id, id));
      return { store: store!, person: person!, role: 'owner' as const };
    };
    const access = await accessTo('quillwick');
    const { languages } = access.store;

    // Words in every language, and more versions until there are as many as asked for.
    const rows = await db.select().from(t.templates).where(eq(t.templates.storeId, 'quillwick'));
    for (const { id, draft } of rows) {
      const words = Object.fromEntries(languages.map((l) => [l, draft.words[l] ?? draft.words.en!]));
      await db
        .update(t.templates)
        .set({ draft: { ...draft, words } })
        .where(eq(t.templates.id, id));
    }
    const own = await db.select().from(t.templates).where(eq(t.templates.storeId, 'quillwick'));
    const plain = own.filter((r) => r.variant === '');
    const when = { match: 'all' as const, tests: [{ about: 'country' as const, is: 'one' as const, of: ['PL'] }] };
    for (let i = 0; own.length + i < VERSIONS; i += 1) {
      const { stale: _, ...row } = plain[i % plain.length]!;
      const name = `Version ${i}`;
      await db
        .insert(t.templates)
        .values({ ...row, id: newId(), variant: `version-${i}`, variantName: name, rank: 100 + i, when });
    }
    const { storeId } = await makeStore(access, {
      store: 'Reed and Rule',
      url: 'https://reed.example',
      storeEmail: 'hello@reed.example',
      language: 'en',
      currency: 'EUR',
      timeZone: 'Europe/Berlin',
    });
    await db.update(t.stores).set({ languages }).where(eq(t.stores.id, storeId));
    const other = await accessTo(storeId);

    const began = performance.now();
    const { body } = await takeOutSet(access, 'draft');
    const source = { from: 'file' as const, bytes: new TextEncoder().encode(String(body)) };
    const seen = await lookAtSet(other, source, undefined);
    const map = Object.fromEntries(seen.languages.map((l) => [l.id, l.becomes]));
    const keys = seen.items.filter((i) => i.state !== 'same' && i.refused === undefined).map((i) => i.key);
    await bringSet(other, { source, languages: map, keys, stamp: seen.stamp });
    const outAndIn = (performance.now() - began) / 1000;
    const [brought] = await db
      .select({ n: sql<number>`count(*)` })
      .from(t.templates)
      .where(eq(t.templates.storeId, storeId));
    const refused = seen.items.flatMap((i) => i.refused ?? []);
    if (Number(brought!.n) < VERSIONS) throw new Error(`Only ${brought!.n} versions came in. ${refused.join(' ')}`);

    // The largest template against one whose words all differ.
    const largest = own.toSorted((a, b) => JSON.stringify(b.draft).length - JSON.stringify(a.draft).length)[0]!.draft;
    const otherWords = Object.fromEntries(
      Object.entries(largest.words).map(([l, w]) => [
        l,
        Object.fromEntries(Object.keys(w).map((id) => [id, `${w[id]}.`])),
      ]),
    );
    const compare = median(20, () => templateChanges(largest, { ...largest, words: otherWords }));

    // One change saved, brought to none and to several versions that follow.
    const [base] = await db
      .select()
      .from(t.templates)
      .innerJoin(t.notifications, eq(t.notifications.id, t.templates.notificationId))
      .where(
        and(
          eq(t.templates.storeId, 'quillwick'),
          eq(t.notifications.slug, 'order-received'),
          eq(t.templates.variant, ''),
        ),
      );
    const save = async (): Promise<number> => {
      const times: number[] = [];
      for (let i = 0; i < 15; i += 1) {
        const { draft, revision } = await loadDesk(access, 'order-received');
        const words = { ...draft.words, en: { ...draft.words.en, subject: `Thanks ${i} {$order.number}` } };
        const from = performance.now();
        await saveTemplate(access, 'order-received', revision, { ...draft, words });
        times.push(performance.now() - from);
      }
      return times.sort((a, b) => a - b)[7]!;
    };
    await db
      .delete(t.templates)
      .where(and(eq(t.templates.notificationId, base!.template.notificationId), ne(t.templates.variant, '')));
    const alone = await save();
    for (let i = 0; i < FOLLOWERS; i += 1) {
      const { stale: _, ...row } = base!.template;
      const draft = { ...row.draft, follows: { version: '' } };
      await db
        .insert(t.templates)
        .values({ ...row, id: newId(), variant: `f-${i}`, variantName: `F ${i}`, rank: i + 1, when, draft });
    }
    const followed = await save();
    await closeDatabase();
    return {
      rows: [
        {
          what: `a store of ${VERSIONS} versions in ${languages.length} languages out and in, against ${OUT_AND_IN_S} s`,
          ours: 1 / outAndIn,
          theirs: 1 / OUT_AND_IN_S,
          atLeast: 1,
        },
        {
          what: `two editions compared, all words of ${languages.length} languages changed, against ${COMPARE_MS} ms`,
          ours: 1000 / compare,
          theirs: 1000 / COMPARE_MS,
          atLeast: 1,
        },
        {
          what: `a draft saved that ${FOLLOWERS} versions follow, against one that none does`,
          ours: 1000 / followed,
          theirs: 1000 / alone,
        },
      ],
      notes: [
        `Out and in: ${outAndIn.toFixed(2)} s. Compared in ${compare.toFixed(2)} ms. Saved in ${alone.toFixed(1)} ms, with ${FOLLOWERS} that follow in ${followed.toFixed(1)} ms.`,
      ],
    };
  } finally {
    await setting.end();
  }
}

/** The median time of some runs in milliseconds. */
function median(runs: number, run: () => unknown): number {
  const times = Array.from({ length: runs }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}
