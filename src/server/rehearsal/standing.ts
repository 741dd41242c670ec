/** What a store's messages are made of, as it is live now, as one short mark: while it stays the same, so do its messages. */
import { createHash } from 'node:crypto';
import { asc, eq, sql } from 'drizzle-orm';
import type { Store } from '../auth/access';
import { database } from '../db/client';
import { domains, notifications, passages, phrases, senders, templates } from '../db/schema';

/** The mark of a store's live state: editions, passages, look, phrases, terms, settings, senders and signatures. */
export async function standingOf(store: Store): Promise<string> {
  const db = database();
  const mine = store.id;
  const [live, parts, words, senderRows, signed] = await Promise.all([
    db
      .select({ id: templates.id, edition: templates.liveEditionId })
      .from(templates)
      .innerJoin(notifications, eq(notifications.id, templates.notificationId))
      .where(eq(notifications.storeId, mine))
      .orderBy(asc(templates.id)),
    db
      .select({ id: passages.id, live: sql<string | null>`md5(${passages.live})` })
      .from(passages)
      .where(eq(passages.storeId, mine))
      .orderBy(asc(passages.id)),
    db.select().from(phrases).where(eq(phrases.storeId, mine)).orderBy(asc(phrases.language), asc(phrases.phrase)),
    db.select().from(senders).where(eq(senders.storeId, mine)).orderBy(asc(senders.kind)),
    db
      .select({ name: domains.name, signing: domains.signing, selector: domains.selector })
      .from(domains)
      .where(eq(domains.storeId, mine))
      .orderBy(asc(domains.name)),
  ]);
  const { look, facts, termsRevision, settingsRevision, pictures, languages, locales, fallbacks, currency } = store;
  const all = [look, facts, termsRevision, settingsRevision, pictures, languages, locales, fallbacks, currency];
  return createHash('sha256')
    .update(JSON.stringify([all, live, parts, words, senderRows, signed]))
    .digest('hex');
}
