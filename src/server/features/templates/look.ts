/** The look on the bench and the one that is live; taking one in from a file or from another store. */
import { and, desc, eq, inArray } from 'drizzle-orm';
import { readFile } from 'node:fs/promises';
import { checkLook, lookFindings, readLookFile, type Asset, type Look, type LookFile } from '@/core/look';
import { placedSentence } from '@/core/schema';
import type { Access } from '../../auth/access';
import { accessOf, storesOf } from '../../auth/access';
import { database } from '../../db/client';
import { editionContent, publishDraft, refuseToPublish, saveDraft } from '../../documents/document';
import { sharedWordsChanged, sharedWordsOf } from '../../documents/shared-words';
import { lookShelf } from '../../documents/shelves';
import { editions, lookEditions, notifications, templates } from '../../db/schema';
import { AppError } from '../../base/errors';
import { boardRows } from '../notifications/board';
import { remember } from '../../auth/history';
import { bringPicture, pictureFile, refuseForeignPictures } from '../../documents/pictures';
import { say } from '@/words/refusals';

/** Everything the Look screen opens with. */
export async function loadLook(access: Access) {
  const [draft, editionList, live, others, messages] = await Promise.all([
    lookShelf.draft(access, database(), false),
    database()
      .select({
        number: lookEditions.number,
        publishedBy: lookEditions.publishedBy,
        publishedAt: lookEditions.publishedAt,
        note: lookEditions.note,
      })
      .from(lookEditions)
      .where(eq(lookEditions.storeId, access.store.id))
      .orderBy(desc(lookEditions.number)),
    liveNotifications(access),
    storesOf(access.person),
    triedOn(access),
  ]);
  return {
    draft: draft.content,
    revision: draft.revision,
    live: access.store.look,
    editions: editionList.map((e) => ({ ...e, publishedAt: e.publishedAt.toISOString() })),
    messages,
    /** Names of the live notifications, all of which wear the look. */
    touches: live,
    otherStores: others.filter((s) => s.id !== access.store.id).map(({ id, name }) => ({ id, name })),
  };
}

/** Messages that a look is tried on: of different kinds, as they are live, or as drafts where they are not yet. */
const TRIED_ON = ['order-received', 'on-its-way', 'refund-issued'];

async function triedOn(access: Access) {
  const rows = await database()
    .select({
      slug: notifications.slug,
      name: notifications.name,
      moment: notifications.moment,
      when: templates.when,
      draft: templates.draft,
      live: editions.template,
    })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(
      and(
        eq(notifications.storeId, access.store.id),
        inArray(notifications.slug, TRIED_ON),
        eq(templates.nothing, false),
      ),
    )
    .orderBy(templates.rank, templates.id);
  return TRIED_ON.flatMap((slug) => {
    const versions = rows.filter((r) => r.slug === slug);
    const [first] = versions;
    return first
      ? [
          {
            slug,
            name: first.name,
            moment: first.moment,
            versions: versions.map((v) => ({ ...(v.when && { when: v.when }), template: v.live ?? v.draft })),
          },
        ]
      : [];
  });
}

/** Names of the notifications that are live: each wears the look in all of its versions. */
async function liveNotifications(access: Access): Promise<string[]> {
  const rows = await boardRows(access);
  return [...new Set(rows.filter((r) => r.stands.live).map((r) => r.notification.name))];
}

/** A look as sent by a screen, checked for shape. */
export function readLook(storeId: string, value: unknown): Look {
  const checked = checkLook(value);
  if (!checked.ok) {
    throw new AppError(
      'invalid',
      say.theLookCannotBeKept({ problems: checked.problems.map(placedSentence).join(' ') }),
      checked.problems,
    );
  }
  refuseForeignPictures(storeId, checked.value);
  return checked.value;
}

/** Saves the look on the bench, if nobody else has since `revision`. */
export async function saveLook(access: Access, revision: number, draft: unknown): Promise<{ revision: number }> {
  const content = readLook(access.store.id, draft);
  return saveDraft(lookShelf, access, access, { revision, content }, async (tx) => {
    const before = await sharedWordsOf(access, tx);
    await sharedWordsChanged(access, before, { ...before, look: content }, tx);
  });
}

/** Publishes the look that was seen: from now on every message wears it. */
export async function publishLook(
  access: Access,
  revision: number,
  note?: string,
): Promise<{ number: number; touches: number }> {
  const touches = (await liveNotifications(access)).length;
  const { number } = await publishDraft(lookShelf, access, access, {
    revision,
    note,
    judge: async (look) => {
      const blockers = lookFindings(look).filter((f) => f.severity === 'blocker');
      refuseToPublish(
        'this look',
        blockers.map((f) => ({ path: f.place, message: f.message })),
      );
    },
    then: async (tx, edition) => remember(access, 'publishedLook', { edition: edition.number }, { db: tx }),
  });
  return { number, touches };
}

/** A look as it was published. Throws `not-found`. */
export async function lookEdition(access: Access, number: number): Promise<Look> {
  return editionContent(lookShelf, access, number);
}

/** The pictures a look names. */
function assetsOf(look: Look): Asset[] {
  return [look.logo?.light, look.logo?.dark].filter((a): a is Asset => a !== undefined);
}

/** The look on the bench as a file that another store or installation can take in, pictures and all. */
export async function exportLook(access: Access): Promise<LookFile & { $schema: string }> {
  const { content: draft } = await lookShelf.draft(access, database(), false);
  const pictures: Record<string, string> = {};
  for (const asset of assetsOf(draft)) {
    pictures[asset.path] = (await readFile(pictureFile(asset.path))).toString('base64');
  }
  await remember(access, 'exportedLook', {});
  return {
    $schema: '/api/v1/schemas/look.json',
    kind: 'libellus look',
    version: 1,
    name: access.store.name,
    look: draft,
    pictures,
  };
}

/** Reads a file of a look for this store: its pictures are taken in anew. Nothing is kept when anything of it is wrong. */
export async function importLook(access: Access, text: string): Promise<Look> {
  const read = readLookFile(text);
  if (!read.ok) {
    throw new AppError(
      'invalid',
      say.nothingWasImportedProblems({ problems: read.problems.map((p) => p.message).join(' ') }),
      read.problems,
    );
  }
  return withOwnPictures(access, read.value.look, (asset) =>
    Buffer.from(read.value.pictures[asset.path] ?? '', 'base64'),
  );
}

/** The published look of another store that the same person belongs to. */
export async function copyLook(access: Access, fromStore: string): Promise<Look> {
  const other = await accessOf(access.person, fromStore, 'store.read');
  return withOwnPictures(access, other.store.look, (asset) => readFile(pictureFile(asset.path)));
}

async function withOwnPictures(
  access: Access,
  look: Look,
  bytesOf: (asset: Asset) => Buffer | Promise<Buffer>,
): Promise<Look> {
  const { logo } = look;
  if (!logo) return look;
  const take = async (asset: Asset, name: string): Promise<Asset> =>
    (await bringPicture(access, await bytesOf(asset), name, logo.width)).asset;
  return {
    ...look,
    logo: {
      ...logo,
      light: await take(logo.light, 'The logo'),
      ...(logo.dark && { dark: await take(logo.dark, 'The logo for the dark') }),
    },
  };
}
