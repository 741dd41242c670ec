/** A colleague in all stores of an owner: what they are in each, changed from one screen. */
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import type { ColleagueStore, PlaceColleague } from '@/contract/colleagues';
import { ROLE_WORDS } from '@/contract/policy';
import { letsIn, type Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { config } from '../../base/config';
import { AppError } from '../../base/errors';
import { inLanguage } from '../../base/reader';
import { database, type Executor } from '../../db/client';
import { memberships, stores, user } from '../../db/schema';
import { languageOf, sendNote } from '../../sending/notice';
import { say as colleagueWords } from '@/words/colleagues';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';
import { changeColleague, removeColleague } from './colleagues';

/** Open stores in which somebody is an owner who can come in. */
function ownStores({ person }: Access, db: Executor = database()) {
  return db
    .select({ id: stores.id, name: stores.name })
    .from(memberships)
    .innerJoin(stores, eq(stores.id, memberships.storeId))
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(
      and(
        eq(memberships.userId, person.id),
        eq(memberships.role, 'owner'),
        eq(memberships.off, false),
        isNull(stores.closedAt),
        letsIn(person),
      ),
    )
    .orderBy(asc(stores.name));
}

/** What a colleague is in each of one's stores. Throws `not-found` for who is in none of them. */
export async function storesOfColleague(access: Access, { id }: { id: string }): Promise<ColleagueStore[]> {
  const own = await ownStores(access);
  const rows =
    own.length === 0
      ? []
      : await database()
          .select({ storeId: memberships.storeId, role: memberships.role, off: memberships.off })
          .from(memberships)
          .where(
            and(
              eq(memberships.userId, id),
              inArray(
                memberships.storeId,
                own.map((s) => s.id),
              ),
            ),
          );
  if (rows.length === 0) throw new AppError('not-found', say.noSuchColleague);
  return own.map((store) => {
    const there = rows.find((r) => r.storeId === store.id);
    return { ...store, off: there?.off ?? false, ...(there && { role: there.role }) };
  });
}

/**
 * Makes a colleague something in this store, or nothing. Who is new here is a colleague of another store of the same owner, and is told by
 * mail. Throws `not-found` for anybody else, `conflict` where the store would have no owner.
 */
export async function placeColleague(access: Access, { id, role }: PlaceColleague): Promise<void> {
  const there = (await storesOfColleague(access, { id })).find((s) => s.id === access.store.id);
  if (!there) throw new AppError('not-found', say.noSuchColleague);
  if (there.role !== undefined) {
    if (role === undefined) return removeColleague(access, { id });
    return changeColleague(access, { id, role });
  }
  if (role === undefined) return;
  const [colleague] = await database()
    .select({ name: user.name, email: user.email, reads: user.reads })
    .from(user)
    .where(eq(user.id, id));
  if (!colleague) throw new AppError('not-found', say.noSuchColleague);
  const { name, email } = colleague;
  await database().transaction(async (tx) => {
    await tx
      .insert(memberships)
      .values({ userId: id, storeId: access.store.id, role })
      .onDuplicateKeyUpdate({ set: { role, off: false } });
    await remember(access, 'letColleagueIn', { name, role: kept(() => ROLE_WORDS[role]) }, { db: tx });
  });
  const language = languageOf(colleague.reads, access.store.language);
  const note = inLanguage(language, () => {
    const words = { who: access.person.name, store: access.store.name };
    return {
      subject: colleagueWords.letInSubject(words),
      text: [
        colleagueWords.letInText({ ...words, role: ROLE_WORDS[role] }),
        `${config().url}/s/${access.store.id}/today`,
      ].join('\n\n'),
      language,
    };
  });
  await sendNote(access.store.id, { email, name }, note);
}
