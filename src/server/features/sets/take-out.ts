/** A store's messages as a set: of its drafts, or of what is live, with the bytes of pictures and files. */
import { readFile } from 'node:fs/promises';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { SetOf } from '@/contract/sets';
import { picturePaths } from '@/core/look';
import { SET, type NotificationInSet, type StoreSet } from '@/core/sets';
import type { Access, Store } from '../../auth/access';
import { remember } from '../../auth/history';
import { database, type Executor } from '../../db/client';
import {
  editions,
  lookDrafts,
  notifications,
  passages,
  phrases,
  routingRules,
  staff,
  storeFiles,
  templates,
} from '../../db/schema';
import { fileBytes } from '../../documents/files';
import { pictureFile } from '../../documents/pictures';
import { entriesOf } from '../glossary/entries';
import type { ExportedFile } from '../templates/exported';

/** The store's messages without any bytes. */
export async function setOf(store: Store, of: SetOf, db: Executor = database()): Promise<StoreSet> {
  const own = store.id;
  const [[look], passageRows, phraseRows, terms, versions, rules] = await Promise.all([
    db.select({ draft: lookDrafts.draft }).from(lookDrafts).where(eq(lookDrafts.storeId, own)),
    db.select().from(passages).where(eq(passages.storeId, own)).orderBy(asc(passages.id)),
    db.select().from(phrases).where(eq(phrases.storeId, own)).orderBy(asc(phrases.language), asc(phrases.phrase)),
    entriesOf({ store }, db),
    db
      .select({ notification: notifications, template: templates, edition: editions.template })
      .from(notifications)
      .innerJoin(templates, eq(templates.notificationId, notifications.id))
      .leftJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(eq(notifications.storeId, own))
      .orderBy(asc(notifications.id), asc(templates.rank), asc(templates.id)),
    db
      .select({ rule: routingRules, person: staff })
      .from(routingRules)
      .leftJoin(staff, eq(staff.id, routingRules.staffId))
      .where(eq(routingRules.storeId, own))
      .orderBy(asc(routingRules.id)),
  ]);
  const found = new Map<string, NotificationInSet>();
  for (const { notification: n, template: t, edition } of versions) {
    const template = of === 'draft' || t.nothing ? t.draft : edition;
    if (!template) continue;
    const one =
      found.get(n.id) ??
      ({
        slug: n.slug,
        name: n.name,
        moment: n.moment,
        audience: n.audience,
        ...(n.note !== '' && { note: n.note }),
        ...(n.owner !== '' && { owner: n.owner }),
        ...(n.offChannels.length > 0 && { offChannels: n.offChannels }),
        ...(n.labels.length > 0 && { labels: n.labels }),
        ...(n.offers && { offers: true }),
        ...(n.when && { when: n.when }),
        schedule: n.schedule,
        versions: [],
      } satisfies NotificationInSet);
    found.set(n.id, one);
    one.versions.push({
      variant: t.variant,
      name: t.variantName,
      ...(t.when && { when: t.when }),
      ...(t.nothing && { nothing: true }),
      template,
    });
  }
  // Without the version for everyone else a notification is not whole.
  for (const [id, { versions: all }] of found) if (all.at(-1)!.variant !== '') found.delete(id);
  for (const { rule, person } of rules) {
    const one = found.get(rule.notificationId);
    // Whom an order names is a matter of the store's own domains.
    if (!one || rule.role !== '') continue;
    (one.recipients ??= []).push({
      address: person?.email ?? rule.address,
      ...(person && { name: person.name, job: person.job, ...(person.language && { language: person.language }) }),
      scope: rule.scope,
      ...(rule.together && { together: rule.together }),
    });
  }
  const said: Record<string, Record<string, string>> = {};
  for (const { language, phrase, source } of phraseRows) (said[language] ??= {})[phrase] = source;
  return {
    ...SET,
    name: store.name,
    language: store.language,
    languages: store.languages,
    look: of === 'draft' && look ? look.draft : store.look,
    phrases: said,
    glossary: terms.map(({ revision: _revision, ...entry }) => entry),
    passages: passageRows.flatMap(({ id, name, draft, live }) => {
      const content = of === 'draft' ? draft : live;
      return content ? [{ id, name, blocks: content.blocks, words: content.words }] : [];
    }),
    notifications: [...found.values()],
  };
}

/** Digests of the files that go with messages of a set. */
export const digestsIn = ({ notifications: all = [] }: StoreSet): string[] => [
  ...new Set(
    all.flatMap((n) =>
      n.versions.flatMap((v) =>
        (v.template.attachments ?? []).flatMap((a) => (a.kind === 'file' ? [a.file.digest] : [])),
      ),
    ),
  ),
];

/** A store's set with the bytes of its pictures and files. What is no longer there is left out. */
export async function withBytes(store: Store, set: StoreSet): Promise<StoreSet> {
  const pictures = await Promise.all(
    picturePaths(set).map(async (path) => {
      const bytes = await readFile(pictureFile(path)).catch(() => undefined);
      return bytes ? [[path, bytes.toString('base64')] as const] : [];
    }),
  );
  const digests = digestsIn(set);
  const named =
    digests.length === 0
      ? []
      : await database()
          .select({ digest: storeFiles.digest, name: storeFiles.name })
          .from(storeFiles)
          .where(and(eq(storeFiles.storeId, store.id), inArray(storeFiles.digest, digests)));
  const files = await Promise.all(
    named.map(async ({ digest, name }) => {
      const bytes = await fileBytes(store.id, digest);
      return bytes ? [[digest, { name, data: bytes.toString('base64') }] as const] : [];
    }),
  );
  return { ...set, pictures: Object.fromEntries(pictures.flat()), files: Object.fromEntries(files.flat()) };
}

/** The set as a file to save. */
export async function takeOutSet(access: Access, of: SetOf): Promise<ExportedFile> {
  const { store } = access;
  const set = await withBytes(store, await setOf(store, of));
  await remember(access, 'tookOutSet', {});
  return {
    name: `${store.id}-set.json`,
    type: 'application/json',
    body: JSON.stringify({ $schema: '/api/v1/schemas/set.json', ...set }, null, 1),
  };
}
