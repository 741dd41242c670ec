/** Parts of a set put into a store: what has drafts into the drafts, the rest at once. */
import { and, eq } from 'drizzle-orm';
import type { MomentId } from '@/core/moments';
import { languageName } from '@/core/names';
import type { GlossaryEntry } from '@/core/glossary';
import { glossaryInto, newRecipients, type NotificationInSet, type PassageInSet, type StoreSet } from '@/core/sets';
import { PHRASES, standAlone } from '@/core/template';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import type { Executor } from '../../db/client';
import { LAST_RANK, notifications, passages, phrases, routingRules, staff, templates } from '../../db/schema';
import { readTemplate } from '../../documents/read-template';
import { asTemplate, lookShelf, passageShelf, templateShelf } from '../../documents/shelves';
import { noteTimes } from '../../summaries/planning';
import { lockedEntries, prepared, putEntry } from '../glossary/entries';
import { phraseProblem } from '../templates/phrasebook';
import { say } from '@/words/refusals';

/** What was not there before, so that going back takes it away. */
export interface Made {
  notifications: string[];
  /** Ids of versions. */
  versions: string[];
  passages: string[];
  phrases: { language: string; phrase: string }[];
  /** Ids of entries; absent in what was kept before there were any. */
  glossary?: string[];
  rules: string[];
}

interface Putting {
  access: Access;
  tx: Executor;
  keys: ReadonlySet<string>;
  made: Made;
  at: Date;
}

/**
 * Puts the parts with these keys into the store. Throws `invalid` with the place for what the store cannot take, whereupon the
 * transaction is to be given up.
 */
export async function putSet(
  access: Access,
  set: StoreSet,
  ours: StoreSet,
  keys: ReadonlySet<string>,
  tx: Executor,
): Promise<Made> {
  const made: Made = { notifications: [], versions: [], passages: [], phrases: [], glossary: [], rules: [] };
  const putting: Putting = { access, tx, keys, made, at: new Date() };
  if (set.look && keys.has('look')) {
    const { revision } = await lookShelf.draft(access, tx, true);
    const { name: by } = access.person;
    await lookShelf.write(access, { content: set.look, revision: revision + 1, by, at: putting.at }, tx);
  }
  for (const [language, words] of Object.entries(set.phrases ?? {}))
    if (keys.has(`phrases ${language}`)) await putPhrases(putting, language, words, ours.phrases?.[language] ?? {});
  if (keys.has('glossary')) await putGlossary(putting, set.glossary ?? [], ours.glossary ?? []);
  const there = new Set(ours.passages?.map((p) => p.id));
  for (const passage of set.passages ?? [])
    if (keys.has(`passage ${passage.id}`)) await putPassage(putting, passage, there.has(passage.id));
  for (const one of set.notifications ?? [])
    await putNotification(
      putting,
      one,
      ours.notifications?.find((n) => n.slug === one.slug),
    );
  return made;
}

async function putPhrases(
  { access, tx, made }: Putting,
  language: string,
  words: Record<string, string>,
  ours: Record<string, string>,
): Promise<void> {
  for (const [named, source] of Object.entries(words)) {
    const phrase = PHRASES.find((p) => p === named);
    const problem = phrase ? phraseProblem(phrase, source) : say.thereIsNoSuchPhrase;
    if (!phrase || problem) {
      const message = problem ?? say.thereIsNoSuchPhrase;
      throw new AppError('invalid', `${languageName(language)}, ${named}: ${message}`, [
        { path: `/phrases/${language}/${named}`, message },
      ]);
    }
    await tx
      .insert(phrases)
      .values({ storeId: access.store.id, language, phrase, source })
      .onDuplicateKeyUpdate({ set: { source } });
    if (ours[phrase] === undefined) made.phrases.push({ language, phrase });
  }
}

async function putGlossary(
  { access, tx, made }: Putting,
  theirs: readonly GlossaryEntry[],
  ours: readonly GlossaryEntry[],
): Promise<void> {
  const own = access.store.language;
  const { added, changed } = glossaryInto(theirs, ours, own);
  const there = await lockedEntries(access, tx);
  for (const { id: _id, ...entry } of added) {
    const id = newId();
    await putEntry(access, { id, revision: 1, ...prepared(entry, own) }, tx);
    made.glossary?.push(id);
  }
  for (const { before, after } of changed) {
    const { id: _id, ...entry } = after;
    const revision = (there.find((e) => e.id === before.id)?.revision ?? 0) + 1;
    await putEntry(access, { id: before.id, revision, ...prepared(entry, own) }, tx);
  }
}

async function putPassage({ access, tx, made, at }: Putting, passage: PassageInSet, there: boolean): Promise<void> {
  const { id, name } = passage;
  const { blocks, words } = readTemplate(access.store.id, asTemplate({ blocks: passage.blocks, words: passage.words }));
  const { name: by } = access.person;
  if (there) {
    const key = { access, id };
    const { revision } = await passageShelf.draft(key, tx, true);
    await passageShelf.write(key, { content: { blocks, words }, revision: revision + 1, by, at }, tx);
    return;
  }
  await tx
    .insert(passages)
    .values({ storeId: access.store.id, id, name, draft: { blocks, words }, draftBy: by, draftAt: at, live: null });
  made.passages.push(id);
}

async function putNotification(
  putting: Putting,
  theirs: NotificationInSet,
  ours: NotificationInSet | undefined,
): Promise<void> {
  const { access, tx, keys } = putting;
  const { slug } = theirs;
  const mine = and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug));
  const [row] = await tx.select({ id: notifications.id }).from(notifications).where(mine).for('update');
  if (!row && !keys.has(`words ${slug}`)) return;
  const id = row?.id ?? (await makeNotification(putting, theirs));
  if (keys.has(`words ${slug}`)) await putVersions(putting, id, theirs);
  if (row && keys.has(`settings ${slug}`)) await putSettings(putting, id, theirs);
  if (keys.has(`recipients ${slug}`)) await putRecipients(putting, id, newRecipients(theirs, ours));
}

const settingsOf = (n: NotificationInSet) => ({
  name: n.name,
  note: n.note ?? '',
  owner: n.owner ?? '',
  offChannels: n.offChannels ?? [],
  labels: n.labels ?? [],
  offers: n.offers ?? false,
  when: n.when ?? null,
  schedule: n.schedule,
});

async function makeNotification({ access, tx, made }: Putting, theirs: NotificationInSet): Promise<string> {
  const id = newId();
  const { slug, audience } = theirs;
  await tx.insert(notifications).values({
    id,
    storeId: access.store.id,
    slug,
    moment: theirs.moment as MomentId,
    audience,
    on: false,
    ...settingsOf(theirs),
  });
  if (theirs.schedule.rhythm) await noteTimes(tx, id, theirs.schedule.rhythm);
  made.notifications.push(slug);
  return id;
}

async function putVersions(putting: Putting, notificationId: string, theirs: NotificationInSet): Promise<void> {
  const { access, tx, made, at } = putting;
  const rows = await tx.select().from(templates).where(eq(templates.notificationId, notificationId)).for('update');
  const { name: by } = access.person;
  let rank = Math.max(0, ...rows.map((r) => r.rank).filter((r) => r < LAST_RANK));
  // Those that others follow come first: what follows them is then seen against what they are to be.
  const ordered = theirs.versions.toSorted((a, b) => Number(!!a.template.follows) - Number(!!b.template.follows));
  for (const version of ordered) {
    const content = readTemplate(access.store.id, version.template);
    const own = rows.find((r) => r.variant === version.variant);
    if (own) {
      const key = { access, id: own.id };
      const now = await templateShelf.draft(key, tx, true);
      if (JSON.stringify(now.content) === JSON.stringify(content)) continue;
      await templateShelf.write(key, { content, revision: now.revision + 1, by, at }, tx);
      continue;
    }
    const id = newId();
    rank += 1;
    await tx.insert(templates).values({
      id,
      storeId: access.store.id,
      notificationId,
      variant: version.variant,
      variantName: version.name,
      rank: version.variant === '' ? LAST_RANK : rank,
      when: version.when ?? null,
      nothing: version.nothing ?? false,
      draft: standAlone(content),
      draftBy: by,
      draftAt: at,
    });
    if (content.follows) await templateShelf.write({ access, id }, { content, revision: 0, by, at }, tx);
    made.versions.push(id);
  }
}

async function putSettings({ tx }: Putting, id: string, theirs: NotificationInSet): Promise<void> {
  const [row] = await tx
    .select({ revision: notifications.revision })
    .from(notifications)
    .where(eq(notifications.id, id));
  await tx
    .update(notifications)
    .set({ ...settingsOf(theirs), revision: row!.revision + 1 })
    .where(eq(notifications.id, id));
  if (theirs.schedule.rhythm) await noteTimes(tx, id, theirs.schedule.rhythm);
  for (const { variant, name, when, nothing } of theirs.versions)
    await tx
      .update(templates)
      .set({ variantName: name, when: when ?? null, nothing: nothing ?? false })
      .where(and(eq(templates.notificationId, id), eq(templates.variant, variant)));
}

async function putRecipients(
  { access, tx, made }: Putting,
  notificationId: string,
  recipients: NonNullable<NotificationInSet['recipients']>,
): Promise<void> {
  const storeId = access.store.id;
  for (const { address, name, job = '', language, scope, together } of recipients) {
    const [known] = await tx
      .select({ id: staff.id })
      .from(staff)
      .where(and(eq(staff.storeId, storeId), eq(staff.email, address)));
    let staffId = known?.id;
    if (!staffId && name) {
      staffId = newId();
      await tx.insert(staff).values({ id: staffId, storeId, name, email: address, job, language: language ?? null });
    }
    const id = newId();
    const recipient = staffId ? { staffId } : { address };
    await tx
      .insert(routingRules)
      .values({ id, storeId, notificationId, ...recipient, scope, together: together ?? null });
    made.rules.push(id);
  }
}
