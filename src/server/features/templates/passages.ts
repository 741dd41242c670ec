/** Passages: pieces of the store, edited once, used by many templates. */
import { and, desc, eq } from 'drizzle-orm';
import { partlyIn, templateAddress, variantTitle } from '@/core/plan';
import { findingProblem, templateFindings } from '@/core/preflight';
import { passageCycle, passagesUsed, type Passage, type Template } from '@/core/template';
import { freeSlug } from '@/core/slug';
import type { Access } from '../../auth/access';
import { refuseBeyondOwnWords } from '../../auth/translators';
import { codesOf } from '../../codes/known';
import { database, type Executor } from '../../db/client';
import { editions, notifications, passageEditions, passages, templates, type PassageContent } from '../../db/schema';
import { editionContent, publishDraft, refuseToPublish, saveDraft } from '../../documents/document';
import { keepRemoved, rowsOfPassage } from '../../documents/removed';
import { asTemplate, passageShelf } from '../../documents/shelves';
import { AppError } from '../../base/errors';
import { settingsChanged } from '../../events/planner';
import { remember } from '../../auth/history';
import { livePassages } from '../../documents/live-passages';
import { readTemplate } from '../../documents/read-template';
import { say } from '@/words/refusals';
import { say as findingWords } from '@/words/findings';

export interface PassageRow {
  id: string;
  name: string;
  draft: PassageContent;
  revision: number;
  changed: boolean;
  published: boolean;
}

/** The store's passages by name. */
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
    throw new AppError('invalid', say.thePassageNeedsAName, [{ path: '/name', message: say.enterAName }]);
  const content = readContent(access.store.id, { blocks, words });
  const taken = new Set((await listPassages(access)).map((p) => p.id));
  const id = freeSlug(label, taken, 'passage');
  const by = access.person.name;
  const at = new Date();
  await database().transaction(async (tx) => {
    await tx
      .insert(passages)
      .values({ storeId: access.store.id, id, name: label, draft: content, draftBy: by, draftAt: at });
    await passageShelf.put({ access, id }, { number: 1, content, by, at, note: '' }, undefined, tx);
    await remember(access, 'madePassage', { passage: label }, { db: tx });
  });
  return { id };
}

function readContent(storeId: string, content: { blocks: unknown; words: unknown }): PassageContent {
  const { blocks, words } = readTemplate(storeId, { version: 1, ...content });
  return { blocks, words };
}

/** What a passage is written for: a moment that provides the most. */
export const PASSAGE_MOMENT = 'shipment.dispatched';

async function passageRow(access: Access, id: string) {
  const [row] = await database()
    .select()
    .from(passages)
    .where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
  if (!row) throw new AppError('not-found', say.nameHasNoPassageId({ name: access.store.name, id }));
  return row;
}

/** A passage on the bench. */
export async function loadPassage(access: Access, id: string) {
  const row = await passageRow(access, id);
  const list = await database()
    .select({
      number: passageEditions.number,
      publishedBy: passageEditions.publishedBy,
      publishedAt: passageEditions.publishedAt,
      note: passageEditions.note,
    })
    .from(passageEditions)
    .where(and(eq(passageEditions.storeId, access.store.id), eq(passageEditions.passageId, id)))
    .orderBy(desc(passageEditions.number));
  return {
    id,
    name: row.name,
    draft: asTemplate(row.draft),
    revision: row.revision,
    live: row.live
      ? {
          number: list[0]?.number,
          template: asTemplate(row.live),
          publishedBy: row.publishedBy,
          publishedAt: (row.publishedAt ?? row.draftAt).toISOString(),
        }
      : undefined,
    editions: list.map((e) => ({ ...e, publishedAt: e.publishedAt.toISOString() })),
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
  return saveDraft(passageShelf, { access, id }, access, { revision, content: { blocks, words } });
}

/** Publishes what a passage is to hold. Refused when it would hold itself, or with findings that stop it. */
export async function publishPassage(
  access: Access,
  id: string,
  revision: number,
  note?: string,
): Promise<{ number: number; touches: number }> {
  const { name, live } = await passageRow(access, id);
  const touches = (await usersOfPassage(access, id)).length;
  const { number } = await publishDraft(passageShelf, { access, id }, access, {
    revision,
    note,
    judge: async (content, tx) => {
      refuseBeyondOwnWords(access, live ? asTemplate(live) : undefined, asTemplate(content));
      await judgePassage(access, { id, name, ...content }, tx);
    },
    then: async (tx, edition) => {
      // In which languages messages with it are complete may be another matter now.
      await settingsChanged(tx, access.store.id);
      await remember(access, 'publishedPassage', { passage: name, edition: edition.number }, { db: tx });
    },
  });
  return { number, touches };
}

/** Throws when a passage would hold itself, or with what is wrong in it. */
async function judgePassage(access: Access, passage: Passage, tx: Executor): Promise<void> {
  const { id, blocks, words } = passage;
  const all = await livePassages(access.store.id, tx);
  const cycle = passageCycle(id, { ...all, [id]: passage });
  if (cycle) {
    throw new AppError(
      'invalid',
      say.thePassageWouldHoldItself({
        cycle: cycle.map((name, i) => (i === 0 ? name : findingWords.cycleIn({ next: name }))).join(', '),
      }),
      [{ path: '/blocks', message: say.removeTheBlockThatHolds }],
    );
  }
  // Judged as at a moment that provides most; each template that uses it is judged at its own moment.
  const findings = templateFindings(asTemplate({ blocks, words }), {
    moment: PASSAGE_MOMENT,
    sourceLanguage: access.store.language,
    partly: partlyIn(access.store.fallbacks),
    passages: all,
    codes: await codesOf(access.store.id),
    now: Date.now(),
    timeZone: access.store.timeZone,
    partOfMessage: true,
  });
  refuseToPublish('this passage', findings.filter((f) => f.severity === 'blocker').map(findingProblem));
}

/** One edition of a passage, for taking it back to the bench. */
export async function passageEdition(access: Access, id: string, number: number): Promise<Template> {
  return asTemplate(await editionContent(passageShelf, { access, id }, number));
}

/** Takes a passage away, when nothing uses it. */
export async function removePassage(access: Access, id: string): Promise<{ removed: string }> {
  const users = await usersOfPassage(access, id);
  if (users.length > 0) {
    throw new AppError('invalid', say.thePassageIsUsedIn({ users: users.map((u) => u.name).join(', ') }));
  }
  return database().transaction(async (tx) => {
    const rows = await rowsOfPassage(access.store.id, id, tx);
    const name = String(rows.passages?.[0]?.name ?? id);
    const { id: removed } = await keepRemoved(access, 'passage', name, rows, tx);
    await tx.delete(passages).where(and(eq(passages.storeId, access.store.id), eq(passages.id, id)));
    await remember(access, 'removedPassage', { passage: id }, { db: tx });
    return { removed };
  });
}
