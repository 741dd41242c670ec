/** What a store's rehearsals are planned with, read from the store as it is set now. */
import { asc, eq } from 'drizzle-orm';
import {
  askedBy,
  byHandIn,
  Forms,
  noticesIn,
  summariesIn,
  type CheckWith,
  type ExpectWith,
  type Scene,
} from '@/core/rehearsal';
import { planner } from '@/core/plan';
import { database } from '../db/client';
import { channels, domains, products, type stores } from '../db/schema';
import { factsOf } from '../db/store-facts';
import { basketLineOf } from '../events/goods';
import { editionTemplate } from '../sending/render';
import { planSettings } from '../events/settings';
import { keyName, type PublicKeys } from './arrived';

type Store = typeof stores.$inferSelect;

export interface Stage {
  scene: Scene;
  using: ExpectWith;
  checking: CheckWith;
  keys: PublicKeys;
  forms: Forms;
}

/** Products that are looked at: of a store with more, the first. */
const MOST_GOODS = 500;

/** Reads what a store's rehearsals are made of. */
export async function stageOf(store: Store): Promise<Stage> {
  const db = database();
  const [settings, productRows, channelRows, domainRows] = await Promise.all([
    planSettings(db, store),
    db.select().from(products).where(eq(products.storeId, store.id)).orderBy(asc(products.sku)).limit(MOST_GOODS),
    db.select().from(channels).where(eq(channels.storeId, store.id)).orderBy(asc(channels.id)),
    db.select().from(domains).where(eq(domains.storeId, store.id)),
  ]);
  const { terms } = store;
  const live = settings.notifications.flatMap((n) => n.variants.flatMap((v) => v.edition?.id ?? []));
  const byId = new Map(await Promise.all(live.map(async (id) => [id, await editionTemplate(id)] as const)));
  const localeOf = (language: string): string => store.locales[language] ?? language;
  const named = new Map(channelRows.map((c) => [c.id, c.name]));
  return {
    forms: new Forms({
      store: { store: factsOf(store), ownLanguage: store.language, timeZone: store.timeZone },
      localeOf,
      channelName: (id) => named.get(id),
      templateOf: (id) => byId.get(id),
    }),
    scene: {
      languages: [store.language, ...store.languages.filter((l) => l !== store.language)],
      currency: store.currency,
      url: store.facts.url.replace(/\/+$/, ''),
      channels: channelRows.map(({ id, maskedDomain }) => ({ id, ...(maskedDomain && { maskedDomain }) })),
      goods: productRows.map((p) => {
        const line = basketLineOf(store, p, 1);
        return p.supplier ? { ...line, product: { ...line.product, supplier: p.supplier } } : line;
      }),
      places: terms.names.filter((n) => n.kind === 'place').map((n) => n.name),
      terms,
      asked: askedBy(settings),
      byHand: byHandIn(settings),
      summaries: summariesIn(settings),
      notices: noticesIn(settings),
    },
    using: { planner: planner(settings), settings, channels: new Map(channelRows.map((c) => [c.id, c])) },
    checking: { timeZone: store.timeZone, terms, localeOf },
    keys: new Map(
      domainRows.flatMap((d) => [
        [keyName(d.selector, d.name), d.publicKey] as const,
        ...(d.nextSelector ? [[keyName(d.nextSelector, d.name), d.nextPublicKey] as const] : []),
      ]),
    ),
  };
}
