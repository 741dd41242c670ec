/** How far everything that has words is in each of a store's languages. */
import { and, eq, gte, ne, sql } from 'drizzle-orm';
import type { Coverage, DocumentCoverage, LanguageCoverage } from '@/contract/languages';
import { readTemplateAddress } from '@/core/plan';
import { isComplete, passagesComplete, type Template } from '@/core/template';
import { countStates, sumCounts, type StateCounts } from '@/core/translation';
import type { Access } from '../../auth/access';
import { opens, targetsOf } from '../../auth/translators';
import { database } from '../../db/client';
import { deliveries, orders } from '../../db/schema';
import { idAt } from '../../base/ids';
import { livePassages } from '../../documents/live-passages';
import { leadsAmong, placesOf, textDocuments, type TextDocument } from './documents';
import { segmentsIn } from './segments';

const MONTH_MS = 30 * 86_400_000;

/** Coverage of a store by document and language. */
export async function loadCoverage(access: Access): Promise<Coverage> {
  const { store } = access;
  const languages = targetsOf(access);
  const [{ documents: drafts, note }, sent, wanted, passages] = await Promise.all([
    textDocuments(access),
    sentLastMonth(store.id),
    wantedLastMonth(store.id),
    livePassages(store.id),
  ]);
  const leadsOf = leadsAmong(drafts);
  // What a notification is for everyone else goes before its versions, as people speak of them.
  const versionOf = (d: TextDocument): number =>
    Number(d.kind === 'template' && readTemplateAddress(d.slug).variant !== '');
  const inOrder = drafts.toSorted((a, b) =>
    a.notification && a.notification.id === b.notification?.id ? versionOf(a) - versionOf(b) : 0,
  );
  const documents = inOrder
    .filter((d) => opens(access, d))
    .map((document): DocumentCoverage => {
      const leads = leadsOf(document);
      const places = placesOf(document, store.language);
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
            countStates(segmentsIn(document, l, store.language, { leads, note, places }).map((s) => s.state)),
          ]),
        ),
      };
    });
  const all = documents.filter((d) => Object.values(d.counts).some((c) => total(c) > 0));
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
