/** What a store's messages are made of, as it is live now: a mark for each version in each language. */
import { createHash } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import { marksOf, type VersionMarks } from '@/core/rehearsal';
import type { Segments } from '@/core/template';
import type { Store } from '../auth/access';
import { database } from '../db/client';
import { channels, domains, phrases, senders } from '../db/schema';
import { livePassages } from '../documents/live-passages';
import { planSettings } from '../events/settings';
import { editionTemplate } from '../sending/render';

const digest = (parts: unknown): string =>
  createHash('sha1').update(JSON.stringify(parts)).digest('base64url').slice(0, 16);

/** The marks of what is on and live in a store now. */
export async function marksNow(store: Store): Promise<VersionMarks> {
  const db = database();
  const mine = store.id;
  const [settings, passages, phraseRows, senderRows, signed, channelRows] = await Promise.all([
    planSettings(db, store),
    livePassages(mine),
    db.select().from(phrases).where(eq(phrases.storeId, mine)).orderBy(asc(phrases.phrase)),
    db.select().from(senders).where(eq(senders.storeId, mine)).orderBy(asc(senders.kind)),
    db
      .select({ name: domains.name, signing: domains.signing, selector: domains.selector })
      .from(domains)
      .where(eq(domains.storeId, mine))
      .orderBy(asc(domains.name)),
    db.select().from(channels).where(eq(channels.storeId, mine)).orderBy(asc(channels.id)),
  ]);
  const live = settings.notifications.flatMap((n) => (n.on ? n.variants.flatMap((v) => v.edition?.id ?? []) : []));
  const templates = new Map(await Promise.all(live.map(async (id) => [id, await editionTemplate(id)] as const)));
  const book = new Map<string, Segments>();
  for (const { language, phrase, source } of phraseRows) {
    book.set(language, { ...book.get(language), [phrase]: source });
  }
  const { look, facts, terms, pictures, languages, currency, locales } = store;
  return marksOf(
    {
      ...{ settings, look, passages },
      phrasesIn: (language) => book.get(language) ?? {},
      localeOf: (language) => locales[language] ?? language,
      templateOf: (id) => templates.get(id),
      common: [facts, terms, pictures, languages, currency, senderRows, signed, channelRows],
    },
    digest,
  );
}
