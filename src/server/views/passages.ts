/** Passages: pieces of the store, edited once, used by many templates. */
import { isDeepStrictEqual } from 'node:util';
import { and, eq } from 'drizzle-orm';
import { templateAddress, variantTitle } from '@/core/plan';
import { templateFindings } from '@/core/preflight';
import { passageCycle, passagesUsed, type Template } from '@/core/template';
import { freeSlug } from '@/core/slug';
import type { Access } from '../auth/access';
import { codesOf } from '../codes';
import { database, type Executor } from '../db/client';
import { editions, notifications, passages, templates, type PassageContent } from '../db/schema';
import { AppError } from '../errors';
import { remember } from '../history';
import { livePassages } from '../sending/passages';
import { readTemplate } from '../templates';

export interface PassageRow {
  id: string;
  name: string;
  draft: PassageContent;
  revision: number;
  changed: boolean;
  published: boolean;
}

export async function listPassages(access: Access): Promise<PassageRow[]> {
  const rows = await database()
    .select()
    .from(passages)
    .where(eq(passages.storeId, access.store.id))
    .orderBy(passages.name);
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    draft: r.draft,
    revision: r.revision,
    changed: JSON.stringify(r.draft) !== JSON.stringify(r.live),
    published: r.live !== null,
  }));
}

/** The notifications whose live edition or draft uses a passage, directly or through another. */
export async function usersOfPassage(access: Access, id: string): Promise<{ slug: string; name: string }[]> {
  const rows = await database()
    .select({
      slug: notifications.slug,
      name: notifications.name,
      variant: templates.variant,
      variantName: templates.variantName,
      draft: templates.draft,
      live: editions.template,
    })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(eq(notifications.storeId, access.store.id))
    .orderBy(notifications.id);
  const all = await livePassages(access.store.id);
  return rows
    .filter((r) => passagesUsed(r.draft.blocks, all).has(id) || passagesUsed(r.live?.blocks ?? [], all).has(id))
    .map((r) => ({ slug: templateAddress(r.slug, r.variant), name: variantTitle(r.name, r.variantName) }));
}

/** Makes a passage of blocks and their words; it is live at once, so that the message it was taken from stays as it is. */
export async function makePassage(
  access: Access,
  name: string,
  blocks: unknown,
  words: unknown,
): Promise<{ id: string }> {
  const label = name.trim().slice(0, 120);
  if (label === '')
    throw new AppError('invalid', 'The passage needs a name.', [{ path: '/name', message: 'is empty' }]);
  const content = readContent(access.store.id, { blocks, words });
  const taken = new Set((await listPassages(access)).map((p) => p.id));
  const id = freeSlug(label, taken, 'passage');
  const now = new Date();
  await database().insert(passages).values({
    storeId: access.store.id,
    id,
    name: label,
    draft: content,
    draftBy: access.person.name,
    draftAt: now,
    live: content,
    publishedBy: access.person.name,
    publishedAt: now,
  });
  await remember(access, 'made a passage', label);
  return { id };
}

function readContent(storeId: string, content: { blocks: unknown; words: unknown }): PassageContent {
  const { blocks, words } = readTemplate(storeId, { version: 1, ...content });
  return { blocks, words };
}

/** What a passage is written for: a moment that provides the most. */
export const PASSAGE_MOMENT = 'shipment.dispatched';

async function passageRow(access: Access, id: string, db: Executor = database(), lock = false) {
  const query = db
    .select()
    .from(passages)
    .where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
  const [row] = await (lock ? query.for('update') : query);
  if (!row) throw new AppError('not-found', `${access.store.name} has no passage "${id}".`);
  return row;
}

const asTemplate = (content: PassageContent): Template => ({ version: 1, ...content });

function conflict(row: { draft: PassageContent; revision: number; draftBy: string }): AppError {
  return new AppError(
    'conflict',
    `${row.draftBy || 'Somebody'} changed this passage meanwhile. What you typed is kept here; choose which version to go on with.`,
    [],
    { draft: asTemplate(row.draft), revision: row.revision, by: row.draftBy },
  );
}

/** A passage on the bench. */
export async function loadPassage(access: Access, id: string) {
  const row = await passageRow(access, id);
  return {
    id,
    name: row.name,
    draft: asTemplate(row.draft),
    revision: row.revision,
    live: row.live
      ? { template: asTemplate(row.live), by: row.publishedBy, at: (row.publishedAt ?? row.draftAt).toISOString() }
      : undefined,
    users: await usersOfPassage(access, id),
  };
}

/** Saves a passage on the bench, if nobody else has since `revision`. */
export async function savePassage(
  access: Access,
  id: string,
  revision: number,
  draft: unknown,
): Promise<{ revision: number }> {
  const { blocks, words } = readTemplate(access.store.id, draft);
  return database().transaction(async (tx) => {
    const row = await passageRow(access, id, tx, true);
    if (row.revision !== revision) throw conflict(row);
    await tx
      .update(passages)
      .set({ draft: { blocks, words }, revision: revision + 1, draftBy: access.person.name, draftAt: new Date() })
      .where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
    return { revision: revision + 1 };
  });
}

/** Publishes what a passage is to hold. Refused when it would hold itself, or with findings that stop it. */
export async function publishPassage(access: Access, id: string, revision: number): Promise<{ touches: number }> {
  return database().transaction(async (tx) => {
    const all = await livePassages(access.store.id);
    const row = await passageRow(access, id, tx, true);
    if (row.revision !== revision) throw conflict(row);
    const next = row.draft;
    const touches = (await usersOfPassage(access, id)).length;
    // Published already, by a click that came twice or by somebody at the same moment.
    if (isDeepStrictEqual(row.live, next)) return { touches };
    const cycle = passageCycle(id, { ...all, [id]: { id, name: row.name, ...next } });
    if (cycle) {
      throw new AppError('invalid', `The passage would hold itself: ${cycle.join(', in it ')}. Take one of them out.`, [
        { path: '/blocks', message: 'hold the passage itself' },
      ]);
    }
    // Judged as at a moment that provides most; each template that uses it is judged at its own moment.
    const findings = templateFindings(
      { version: 1, ...next },
      {
        moment: PASSAGE_MOMENT,
        sourceLanguage: access.store.language,
        passages: all,
        codes: await codesOf(access.store.id),
        now: Date.now(),
        partOfMessage: true,
      },
    );
    const stops = findings.filter((f) => f.severity === 'blocker');
    if (stops.length > 0) {
      throw new AppError(
        'invalid',
        'The passage cannot be published like this.',
        stops.map((f) => ({ path: f.placeLabel, message: f.message })),
      );
    }
    await tx
      .update(passages)
      .set({
        live: next,
        publishedBy: access.person.name,
        publishedAt: new Date(),
      })
      .where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
    await remember(access, 'published a passage', row.name, { db: tx });
    return { touches };
  });
}

/** Takes a passage away, when nothing uses it. */
export async function removePassage(access: Access, id: string): Promise<void> {
  const users = await usersOfPassage(access, id);
  if (users.length > 0) {
    throw new AppError(
      'invalid',
      `The passage is used in ${users.map((u) => u.name).join(', ')}. Take it out there first.`,
    );
  }
  await database()
    .delete(passages)
    .where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
  await remember(access, 'took away a passage', id);
}
