/** The door for translators without an account: a link that opens some texts of one store in one language, until a day. */
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { languageName } from '@/core/names';
import { database } from '../db/client';
import { stores, translationLinks } from '../db/schema';
import { databaseTime } from '../db/time';
import type { Access } from './access';
import { historyEntry } from './history';
import { kept } from '@/words/kept';

/** A secret of 256 bits, and what is kept of it. */
export function newLinkSecret(): { token: string; hash: string } {
  const token = randomBytes(32).toString('base64url');
  return { token, hash: hashOf(token) };
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export interface LinkAccess {
  access: Access;
  language: string;
  until: Date;
}

/** Whom a link lets in, and to what; undefined for one that there is not, that is over, or that was taken back. Its first use is remembered. */
export async function linkAccess(token: unknown): Promise<LinkAccess | undefined> {
  if (typeof token !== 'string' || !/^[\w-]{43}$/.test(token)) return undefined;
  const [row] = await database()
    .select({ link: translationLinks, store: stores })
    .from(translationLinks)
    .innerJoin(stores, eq(stores.id, translationLinks.storeId))
    .where(and(eq(translationLinks.tokenHash, hashOf(token)), isNull(translationLinks.takenBackAt)));
  // Of a store that is closed nothing is translated.
  if (!row || row.store.closedAt) return undefined;
  const { link, store } = row;
  const { id, name, language, documents, until } = link;
  const now = await databaseTime();
  if (until.getTime() <= now || language === store.language || !store.languages.includes(language)) return undefined;
  await remembered(link, now);
  return {
    access: {
      person: { id: `link:${id}`, name, email: '' },
      store,
      role: 'translator',
      translates: { languages: [language], publishes: false },
      link: { ...(documents && { documents }) },
    },
    language,
    until,
  };
}

const HOUR = 3_600_000;

/** When it was used last, to the hour; its first use is in the history. */
async function remembered(
  { id, storeId, name, language, usedAt }: typeof translationLinks.$inferSelect,
  now: number,
): Promise<void> {
  if (usedAt && now - usedAt.getTime() < HOUR) return;
  const [first] = await database()
    .update(translationLinks)
    .set({ usedAt: new Date(now) })
    .where(and(eq(translationLinks.id, id), usedAt ? sql`true` : isNull(translationLinks.usedAt)));
  if (!usedAt && first.affectedRows > 0) {
    await historyEntry(storeId, { name }, 'usedLink', { language: kept(() => languageName(language)) });
  }
}
