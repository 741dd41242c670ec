/** A store's terms: read for their screen, and saved as a whole. They are live at once: a message is made with them when it is sent. */
import { and, eq, sql } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { languageName } from '@/core/names';
import type { Order } from '@/core/order';
import { invoiceDataProblem } from '@/core/invoice';
import { namedBy, plainIban, termsProblems, TermsSchema, type Seller, type Terms, type UsedKind } from '@/core/terms';
import { may } from '../../../contract/policy';
import type { TermsPage, Unlisted } from '../../../contract/terms';
import type { Access } from '../../auth/access';
import { targetsOf } from '../../auth/translators';
import { remember } from '../../auth/history';
import { sharedWordsChanged, sharedWordsOf } from '../../documents/shared-words';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { channels, orders, products, stores } from '../../db/schema';
import { newestOrders, usesOf } from './uses';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as deeds } from '@/words/history';

const checkTerms = checker(TermsSchema);

/** The terms with what their screen shows beside them. */
export async function loadTerms(access: Access): Promise<TermsPage> {
  const { store } = access;
  const db = database();
  const [newer, categories, unpaid, channelRows, productRows] = await Promise.all([
    newestOrders(store.id),
    db.selectDistinct({ category: products.category }).from(products).where(eq(products.storeId, store.id)),
    db
      .select({
        method: sql<string | null>`json_value(${orders.snapshot}, '$.payment.method')`.as('method'),
        orders: sql<number>`count(*)`,
      })
      .from(orders)
      .where(and(eq(orders.storeId, store.id), eq(orders.status, 'OrderPaymentDue')))
      .groupBy(sql`method`),
    db.select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, store.id)),
    db
      .select({ sku: products.sku, name: products.name })
      .from(products)
      .where(eq(products.storeId, store.id))
      .orderBy(products.name),
  ]);
  return {
    terms: store.terms,
    revision: store.termsRevision,
    language: { id: store.language, name: languageName(store.language) },
    languages: targetsOf(access).map((id) => ({ id, name: languageName(id) })),
    currency: store.currency,
    categories: categories.map((c) => c.category).toSorted(),
    products: productRows,
    unlisted: unlistedIn(
      store.terms,
      newer.map((r) => r.order),
      channelRows.map((c) => c.name),
    ),
    invoices: invoicesOf(
      newer.map((r) => r.order),
      store.terms.seller ?? ANY_SELLER,
    ),
    uses: await usesOf(store.id, newer, new Map(channelRows.map((c) => [c.id, c.name]))),
    looked: newer.length,
    unpaid: Object.fromEntries(unpaid.flatMap((u) => (u.method ? [[u.method, Number(u.orders)]] : []))),
  };
}

/** Stands in for a store that has not said who it is: what its orders lack can be told all the same. */
const ANY_SELLER = { name: '-', line: '-', postalCode: '-', city: '-', country: 'DE', vatId: 'DE000000000' };

/** How many orders could have data in their invoices, and why the rest could not. */
function invoicesOf(newer: readonly Order[], seller: Seller): TermsPage['invoices'] {
  const why = new Map<string, number>();
  for (const order of newer) {
    const problem = invoiceDataProblem(order, seller);
    if (problem) why.set(problem, (why.get(problem) ?? 0) + 1);
  }
  const without = [...why].map(([words, orders]) => ({ why: words, orders }));
  return { fit: newer.length - without.reduce((n, w) => n + w.orders, 0), why: without };
}

const isUnlistedKind = (kind: UsedKind): kind is Unlisted['kind'] =>
  kind !== 'product' && kind !== 'category' && kind !== 'tax';

/** What orders name and the terms do not have, what is named most often first. */
function unlistedIn(terms: Terms, newer: readonly Order[], channelNames: readonly string[]): Unlisted[] {
  const key = (kind: Unlisted['kind'], name: string): string => `${kind} ${name.trim().toLowerCase()}`;
  const listed = new Set([
    ...terms.payments.map((m) => key('payment', m.name)),
    ...terms.shipping.map((m) => key('shipping', m.name)),
    ...terms.carriers.map((c) => key('carrier', c.name)),
    ...terms.names.map((n) => key(n.kind, n.name)),
  ]);
  const found = new Map<string, Unlisted>();
  const note = (kind: Unlisted['kind'], name: string, orders = 1): void => {
    if (listed.has(key(kind, name))) return;
    const there = found.get(key(kind, name));
    if (there) there.orders += orders;
    else found.set(key(kind, name), { kind, name: name.trim(), orders });
  };
  for (const name of channelNames) note('channel', name, 0);
  for (const order of newer) {
    // Channels are the store's own, products have a list of their own, and a tax is read by its rate.
    for (const [kind, name] of namedBy(order, new Map())) if (isUnlistedKind(kind)) note(kind, name);
  }
  return [...found.values()].toSorted((a, b) => b.orders - a.orders || (a.name < b.name ? -1 : 1));
}

/**
 * Saves a store's terms. Throws `conflict` when somebody saved others since, `invalid` with the places of what is wrong, and
 * `forbidden` when somebody who may only name things changes more than words.
 */
export async function saveTerms(access: Access, revision: number, input: unknown): Promise<{ revision: number }> {
  const { store } = access;
  const checked = checkTerms(input);
  if (!checked.ok) throw new AppError('invalid', say.nothingWasSavedCorrectThe, checked.problems);
  const terms = tidied(checked.value);
  const problems = termsProblems(terms);
  if (problems.length > 0) {
    throw new AppError('invalid', say.nothingWasSavedCorrectThe, problems);
  }
  if (!may(access.role, 'terms.edit') && withoutWords(terms) !== withoutWords(tidied(store.terms))) {
    throw new AppError('forbidden', say.onlyAnOwnerMayChange);
  }
  refuseForeignNames(access, terms);
  await database().transaction(async (tx) => {
    const before = await sharedWordsOf(access, tx, true);
    const [saved] = await tx
      .update(stores)
      .set({
        terms,
        termsRevision: sql`${stores.termsRevision} + 1`,
        settingsRevision: sql`${stores.settingsRevision} + 1`,
      })
      .where(and(eq(stores.id, store.id), eq(stores.termsRevision, revision)));
    if (saved.affectedRows === 0) {
      throw new AppError('conflict', say.somebodyElseSavedOtherTerms);
    }
    await sharedWordsChanged(access, before, { ...before, terms }, tx);
    const parts = kept(() => ({ parts: changedParts(store.terms, terms).join(', ') || deeds.nothing }));
    await remember(access, 'changedTerms', parts, { db: tx });
  });
  return { revision: revision + 1 };
}

/** A translator names things in the languages they are given. Throws `forbidden`. */
function refuseForeignNames(access: Access, terms: Terms): void {
  if (!access.translates?.languages) return;
  const own = targetsOf(access);
  const foreign = (of: Terms): [string, string][] =>
    [...of.payments, ...of.shipping, ...of.names, ...(of.notes ?? [])].flatMap(({ words, ...thing }) =>
      Object.entries(words).flatMap(([l, w]): [string, string][] =>
        own.includes(l) ? [] : [[l, JSON.stringify([thing, w])]],
      ),
    );
  const [before, after] = [foreign(tidied(access.store.terms)), foreign(terms)];
  const words = (of: [string, string][]): string[] => of.map((entry) => entry.join(' '));
  const changed = [...before, ...after].find(
    (entry) => words(before).includes(entry.join(' ')) !== words(after).includes(entry.join(' ')),
  );
  if (changed) throw new AppError('forbidden', say.notYourLanguage({ language: languageName(changed[0]) }));
}

/** IBAN and BIC as they are kept, and no words that are empty. */
function tidied(terms: Terms): Terms {
  const words = <T extends { words: Record<string, string> }>(named: T): T => ({
    ...named,
    words: withoutEmpty(named.words),
  });
  return {
    ...terms,
    payments: terms.payments.map(({ account, ...m }) => ({
      ...words(m),
      ...(account && {
        account: {
          holder: account.holder.trim(),
          iban: plainIban(account.iban),
          ...(account.bic?.trim() && { bic: account.bic.trim().toUpperCase() }),
        },
      }),
    })),
    shipping: terms.shipping.map(words),
    names: terms.names.map(words),
    ...(terms.notes && { notes: terms.notes.map((n) => ({ ...words(n), urls: withoutEmpty(n.urls) })) }),
  };
}

const withoutEmpty = (words: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(words).filter(([, w]) => w.trim() !== ''));

/** All of the terms but the words in other languages, to tell whether more than words was changed. */
const withoutWords = ({ payments, shipping, names, notes = [], ...rest }: Terms): string =>
  JSON.stringify({
    ...rest,
    payments: payments.map((m) => ({ ...m, words: {} })),
    shipping: shipping.map((m) => ({ ...m, words: {} })),
    names: names.map(({ kind, name }) => `${kind} ${name}`).toSorted(),
    notes: notes.map(({ sku = '', category = '' }) => [sku, category]),
  });

const PART_WORDS: Record<keyof Terms, string> = {
  payments: 'payment methods',
  shipping: 'shipping methods',
  carriers: 'carriers',
  names: 'names',
  places: 'places',
  withoutParcel: 'categories without a parcel',
  notes: 'notes of products',
  seller: 'the seller of invoices',
};

/** Which parts differ; of payment methods, whose account. */
function changedParts(before: Terms, after: Terms): string[] {
  const parts = (Object.keys(PART_WORDS) as (keyof Terms)[])
    .filter((part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]))
    .map((part) => PART_WORDS[part]);
  const accounts = after.payments.filter(
    (m) =>
      JSON.stringify(m.account) !== JSON.stringify(before.payments.find((other) => other.name === m.name)?.account),
  );
  return [...parts, ...accounts.map((m) => `the account of ${m.name}`)];
}
