/** How far everything that has words is in each of a store's languages. */
import { and, eq, gte, ne, sql } from 'drizzle-orm';
import type { Coverage, DocumentCoverage, LanguageCoverage } from '@/contract/languages';
import { readTemplateAddress } from '@/core/plan';
import {
  isComplete,
  isShippedIn,
  passagesComplete,
  phrasebookFor,
  PHRASES,
  type Segments,
  type Template,
} from '@/core/template';
import { countStates, needsTranslation, sumCounts, type SegmentState, type StateCounts } from '@/core/translation';
import type { Access } from '../../auth/access';
import { opens, targetsOf } from '../../auth/translators';
import { database } from '../../db/client';
import { deliveries, orders, phrases } from '../../db/schema';
import { idAt } from '../../base/ids';
import { livePassages } from '../../documents/live-passages';
import { draftsOfStore, type StoreDraft } from '../templates/drafts';
import { notesOfStore } from './notes';
import { segmentsIn } from './segments';
import { say } from '@/words/languages';

const MONTH_MS = 30 * 86_400_000;

/** Coverage of a store by document and language. */
export async function loadCoverage(access: Access): Promise<Coverage> {
  const { store } = access;
  const languages = targetsOf(access);
  const [drafts, note, sent, wanted, ownPhrases, passages] = await Promise.all([
    draftsOfStore(access, true),
    notesOfStore(store.id),
    sentLastMonth(store.id),
    wantedLastMonth(store.id),
    database().select().from(phrases).where(eq(phrases.storeId, store.id)),
    livePassages(store.id),
  ]);
  const bySlug = new Map(drafts.map((d) => [`${d.kind} ${d.slug}`, d]));
  // What a notification is for everyone else goes before its versions, as people speak of them.
  const versionOf = (d: StoreDraft): number =>
    Number(d.kind === 'template' && readTemplateAddress(d.slug).variant !== '');
  const inOrder = drafts.toSorted((a, b) =>
    a.notification && a.notification.id === b.notification?.id ? versionOf(a) - versionOf(b) : 0,
  );
  const documents = inOrder
    .filter((d) => opens(access, d))
    .map((document): DocumentCoverage => {
      const leads = document.follows === undefined ? undefined : bySlug.get(`template ${document.follows}`);
      return {
        kind: document.kind,
        slug: document.slug,
        name: document.name,
        on: document.notification?.on ?? true,
        ...(document.notification && { audience: document.notification.audience }),
        // Messages are counted by notification: those of a version are among those of the one for everyone else.
        sent:
          document.notification && readTemplateAddress(document.slug).variant === ''
            ? (sent.get(document.notification.id) ?? 0)
            : 0,
        counts: Object.fromEntries(
          languages.map((l) => [
            l,
            countStates(segmentsIn(document, l, store.language, { leads, note }).map((s) => s.state)),
          ]),
        ),
      };
    });
  const all = [
    ...documents.filter((d) => Object.values(d.counts).some((c) => total(c) > 0)),
    ...besides(access, languages, (language) =>
      Object.fromEntries(ownPhrases.filter((p) => p.language === language).map((p) => [p.phrase, p.source])),
    ),
  ];
  const live = drafts.flatMap((d) => (d.notification?.on && d.live ? [d.live] : []));
  const completeIn = new Map(
    languages.map((l) => [
      l,
      new Set(
        live.filter((t) => isComplete(t, l, store.language) && passagesComplete(t.blocks, passages, l, store.language)),
      ),
    ]),
  );
  return {
    source: store.language,
    languages: languages.map((language) => ({
      language,
      fallback: store.fallbacks[language] ?? { then: [], partly: false },
      incomplete: incompleteIn(language, live, completeIn),
      counts: sumCounts(all.flatMap((d) => d.counts[language] ?? [])),
      ...(wanted.get(language) ?? { wanted: 0, elsewhere: 0 }),
    })),
    documents: all,
    asked: [...wanted]
      .flatMap(([language, { wanted: n }]) => (served(store.languages, language) ? [] : [{ language, wanted: n }]))
      .toSorted((a, b) => b.wanted - a.wanted),
  };
}

/** How many live messages are not complete in a language, and in which others they are. */
function incompleteIn(
  language: string,
  live: readonly Template[],
  completeIn: ReadonlyMap<string, ReadonlySet<Template>>,
): LanguageCoverage['incomplete'] {
  const without = live.filter((t) => !completeIn.get(language)?.has(t));
  return {
    messages: without.length,
    completeIn: Object.fromEntries(
      [...completeIn].flatMap(([l, of]) => (l === language ? [] : [[l, without.filter((t) => of.has(t)).length]])),
    ),
  };
}

/** Whether a language, in any variant, is among those of a store. */
const served = (languages: readonly string[], language: string): boolean =>
  languages.some((l) => l.split('-')[0] === language.split('-')[0]);

const total = (counts: StateCounts): number => Object.values(counts).reduce((sum, n) => sum + n, 0);

/** Words with a screen of their own: phrasebook, names that the store gives, notes of products, the look's legal lines. */
function besides(
  { store }: Access,
  languages: readonly string[],
  ownPhrases: (language: string) => Segments,
): DocumentCoverage[] {
  const source = phrasebookFor(store.language, ownPhrases(store.language));
  const { names, payments, shipping, notes = [] } = store.terms;
  const given = [...names, ...payments, ...shipping];
  const { masthead, footer } = store.look;
  const lines = [
    { own: masthead.strapline, others: masthead.straplines },
    ...footer.links.map(({ label, labels }) => ({ own: label, others: labels })),
    { own: footer.legal[store.language] ?? '', others: footer.legal },
  ];
  const parts: { kind: DocumentCoverage['kind']; name: string; states: (language: string) => SegmentState[] }[] = [
    {
      kind: 'phrasebook',
      name: say.phrasebook,
      states: (language) => {
        return PHRASES.map((phrase) =>
          !needsTranslation(source[phrase]) ||
          isShippedIn(phrase, language) ||
          ownPhrases(language)[phrase] !== undefined
            ? 'done'
            : 'missing',
        );
      },
    },
    {
      kind: 'names',
      name: say.names,
      states: (language) => given.map(({ words }) => (wordsIn(words, language) ? 'done' : 'missing')),
    },
    {
      kind: 'notes',
      name: say.notes,
      states: (language) => notes.map(({ words }) => (wordsIn(words, language) ? 'done' : 'missing')),
    },
    {
      kind: 'look',
      name: say.legalLines,
      states: (language) =>
        lines.flatMap(({ own, others }): SegmentState[] =>
          own.trim() === '' ? [] : [(others?.[language] ?? '').trim() === '' ? 'missing' : 'done'],
        ),
    },
  ];
  return parts
    .map(({ kind, name, states }) => ({
      kind,
      slug: '',
      name,
      on: true,
      sent: 0,
      counts: Object.fromEntries(languages.map((l) => [l, countStates(states(l))])),
    }))
    .filter((d) => Object.values(d.counts).some((c) => total(c) > 0));
}

/** Whether words by language are there in a language: "de-AT" has those of "de". */
const wordsIn = (words: Readonly<Record<string, unknown>>, language: string): boolean =>
  [language, language.split('-')[0] ?? ''].some((l) => {
    const own = words[l];
    return typeof own === 'string' ? own.trim() !== '' : own !== undefined;
  });

/** Messages to customers of the last 30 days, by notification. */
async function sentLastMonth(storeId: string): Promise<Map<string, number>> {
  const rows = await database()
    .select({ id: deliveries.notificationId, n: sql<number>`count(*)`.mapWith(Number) })
    .from(deliveries)
    .where(and(eq(deliveries.storeId, storeId), gte(deliveries.id, idAt(Date.now() - MONTH_MS))))
    .groupBy(deliveries.notificationId);
  return new Map(rows.map((r) => [r.id, r.n]));
}

/** By the language that customers read: how many messages of the last 30 days, and how many went out in another. */
async function wantedLastMonth(storeId: string): Promise<Map<string, { wanted: number; elsewhere: number }>> {
  const rows = await database()
    .select({
      language: orders.language,
      wanted: sql<number>`count(*)`.mapWith(Number),
      elsewhere:
        sql<number>`sum(json_search(${deliveries.reasons}, 'one', 'language-default', null, '$[*].code') is not null
          or json_search(${deliveries.reasons}, 'one', 'language-next', null, '$[*].code') is not null)`.mapWith(
          Number,
        ),
    })
    .from(deliveries)
    .innerJoin(orders, eq(orders.id, deliveries.orderId))
    .where(
      and(
        eq(deliveries.storeId, storeId),
        eq(deliveries.role, 'customer'),
        ne(orders.language, ''),
        gte(deliveries.id, idAt(Date.now() - MONTH_MS)),
      ),
    )
    .groupBy(orders.language);
  return new Map(rows.map(({ language, ...numbers }) => [language, numbers]));
}
