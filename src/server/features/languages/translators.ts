/** The translators of a store: what languages each is given, and who of them publishes. */
import { and, asc, eq } from 'drizzle-orm';
import type { AllowTranslator, Translator } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { memberships, user } from '../../db/schema';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';
import { say as deeds } from '@/words/history';
import { listed } from '@/words/speak';

/** Everybody who is a translator of the store, by name. */
export async function loadTranslators({ store }: Access): Promise<Translator[]> {
  const rows = await database()
    .select({ id: user.id, name: user.name, languages: memberships.languages, publishes: memberships.publishes })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, store.id), eq(memberships.role, 'translator')))
    .orderBy(asc(user.name));
  return rows.map(({ languages, ...row }) => ({ ...row, ...(languages && { languages }) }));
}

/** Gives a translator languages, and lets them publish or not. Throws `not-found`, and `invalid` for languages that are none to give. */
export async function allowTranslator(access: Access, { id, languages, publishes }: AllowTranslator): Promise<void> {
  const { store } = access;
  const wrong = languages?.find((l) => l === store.language || !store.languages.includes(l));
  if (wrong !== undefined) {
    throw new AppError('invalid', say.notTranslatedInto({ store: store.name, language: languageName(wrong) }));
  }
  const isIt = and(eq(memberships.storeId, store.id), eq(memberships.userId, id), eq(memberships.role, 'translator'));
  await database().transaction(async (tx) => {
    const [row] = await tx
      .select({ name: user.name })
      .from(memberships)
      .innerJoin(user, eq(user.id, memberships.userId))
      .where(isIt)
      .for('update');
    if (!row) throw new AppError('not-found', say.noSuchTranslator);
    await tx
      .update(memberships)
      .set({ languages: languages ?? null, publishes })
      .where(isIt);
    const given = kept(() => (languages ? listed(languages.map((l) => languageName(l))) : deeds.allLanguages));
    await remember(access, publishes ? 'letTranslatorPublish' : 'gaveLanguages', { name: row.name, given }, { db: tx });
  });
}
