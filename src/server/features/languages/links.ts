/** Links for translators without an account: made, listed, taken back; and what can be done with one. */
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Static, TSchema } from '@sinclair/typebox';
import type { MadeLink, MakeLink, TranslationLink } from '@/contract/languages';
import { languageName } from '@/core/names';
import { plainLine } from '@/core/text';
import { allows, type Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { linkAccess, newLinkSecret } from '../../auth/links';
import { refuseLanguage } from '../../auth/translators';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { translationLinks } from '../../db/schema';
import { databaseTime } from '../../db/time';
import type { UseCase } from '../use-case';
import { textDocuments } from './documents';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

const DAY = 86_400_000;
/** Days that a link can be open for. */
export const MOST_DAYS = 365;
const MOST_LINKS = 200;

/** The links of a store that are open, newest first, with what each opens. */
export async function loadLinks(access: Access): Promise<TranslationLink[]> {
  const [rows, now] = await Promise.all([
    database()
      .select()
      .from(translationLinks)
      .where(and(eq(translationLinks.storeId, access.store.id), isNull(translationLinks.takenBackAt)))
      .orderBy(desc(translationLinks.id)),
    databaseTime(),
  ]);
  const open = rows.filter((r) => r.until.getTime() > now);
  if (open.length === 0) return [];
  const names = new Map((await textDocuments(access)).documents.map((d) => [`${d.kind}:${d.id}`, d.name]));
  return open.map(({ id, name, language, documents, until, usedAt, madeBy }) => ({
    ...{ id, name, language, madeBy },
    until: until.toISOString(),
    ...(documents && { documents: documents.map((d) => names.get(d) ?? '').filter((n) => n !== '') }),
    ...(usedAt && { usedAt: usedAt.toISOString() }),
  }));
}

/** Makes a link. Its token is told this once. Throws `invalid` for documents or days that cannot be, `not-found` for a language. */
export async function makeLink(access: Access, { name, language, days, documents }: MakeLink): Promise<MadeLink> {
  refuseLanguage(access, language);
  const whom = plainLine(name);
  if (whom === '') throw new AppError('invalid', say.sayForWhom, [{ path: '/name', message: say.sayForWhom }]);
  const { documents: there } = await textDocuments(access);
  const ids = documents?.map((d) => {
    const found = there.find((x) => x.kind === d.kind && x.slug === d.slug);
    if (!found) throw new AppError('invalid', say.nothingToTranslate({ slug: d.slug }));
    return `${found.kind}:${found.id}`;
  });
  const now = await databaseTime();
  const { token, hash } = newLinkSecret();
  const id = newId();
  await database().transaction(async (tx) => {
    const there = await tx.$count(
      translationLinks,
      and(eq(translationLinks.storeId, access.store.id), isNull(translationLinks.takenBackAt)),
    );
    if (there >= MOST_LINKS) throw new AppError('invalid', say.tooManyLinks({ most: MOST_LINKS }));
    await tx.insert(translationLinks).values({
      ...{ id, storeId: access.store.id, tokenHash: hash, name: whom, language },
      documents: ids ?? null,
      until: new Date(now + days * DAY),
      ...{ madeBy: access.person.name, madeAt: new Date(now) },
    });
    await remember(access, 'madeLink', { name: whom, language: kept(() => languageName(language)) }, { db: tx });
  });
  return { id, token };
}

/** Closes a link at once. Throws `not-found`. */
export async function takeLinkBack(access: Access, { id }: { id: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const isIt = and(
      eq(translationLinks.id, id),
      eq(translationLinks.storeId, access.store.id),
      isNull(translationLinks.takenBackAt),
    );
    const [row] = await tx.select({ name: translationLinks.name }).from(translationLinks).where(isIt).for('update');
    if (!row) throw new AppError('not-found', say.noSuchLink);
    await tx
      .update(translationLinks)
      .set({ takenBackAt: new Date(await databaseTime()) })
      .where(isIt);
    await remember(access, 'tookLinkBack', { name: row.name }, { db: tx });
  });
}

/**
 * Runs a use case for who has a link, as `perform` does for who is signed in. Throws `signed-out` when the link is none or over,
 * `forbidden` for what translators may not do, `invalid` for what goes in being of another shape.
 */
export async function performByLink<In extends TSchema, Out>(
  { permission, check, run }: UseCase<In, Out>,
  token: unknown,
  input: unknown,
): Promise<Out> {
  const found = await linkAccess(token);
  if (!found) throw new AppError('signed-out', say.linkIsOver);
  if (!allows(found.access, permission)) throw new AppError('forbidden', say.linkIsOver);
  const checked = check(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
  return run(found.access, checked.value as Static<In>);
}
