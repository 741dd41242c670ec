/** Where templates, passages and looks are kept. */
import { and, desc, eq, max } from 'drizzle-orm';
import type { Look } from '@/core/look';
import { readTemplateAddress, variantTitle } from '@/core/plan';
import { languagesOut, staleAfter, type Template } from '@/core/template';
import type { Access, OfStore } from '../auth/access';
import { database, type Executor } from '../db/client';
import {
  editions,
  lookDrafts,
  lookEditions,
  notifications,
  passageEditions,
  passages,
  stores,
  templates,
  type PassageContent,
} from '../db/schema';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { bringToFollowers, settled } from './following';
import type { Shelf } from './document';
import { say } from '@/words/refusals';

/** A variant's template by its address ("order-received~guests"), with its notification. Throws `not-found`. */
export async function templateRow(access: OfStore, address: string, db: Executor = database(), lock = false) {
  const { slug, variant } = readTemplateAddress(address);
  const query = db
    .select({ notification: notifications, template: templates })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .where(
      and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug), eq(templates.variant, variant)),
    );
  const [found] = await (lock ? query.for('update') : query);
  if (!found) throw new AppError('not-found', say.nameHasNoNotificationAddress({ name: access.store.name, address }));
  return { ...found, title: variantTitle(found.notification.name, found.template.variantName) };
}

/** The live edition of a template's row. */
export async function liveEdition(liveEditionId: string | null, db: Executor = database()) {
  if (!liveEditionId) return undefined;
  const [edition] = await db.select().from(editions).where(eq(editions.id, liveEditionId));
  return edition;
}

/** The store whose document it is, and which. */
export interface TemplateKey {
  access: Access;
  /** Id of the row. */
  id: string;
}

export const templateShelf: Shelf<TemplateKey, Template> = {
  called: 'this draft',
  async draft({ id }, db, lock) {
    const query = db
      .select({ content: templates.draft, revision: templates.revision, by: templates.draftBy })
      .from(templates)
      .where(eq(templates.id, id));
    const [row] = await (lock ? query.for('update') : query);
    if (!row) throw new AppError('not-found', say.thisNotificationIsNoLonger);
    return row;
  },
  async write({ id }, { content, revision, by, at }, tx) {
    const draft = await settled(id, content, tx);
    await tx.update(templates).set({ draft, revision, draftBy: by, draftAt: at }).where(eq(templates.id, id));
    await bringToFollowers(id, draft, { by, at }, tx);
  },
  async live({ id }, db) {
    const [row] = await db
      .select({
        number: editions.number,
        content: editions.template,
        by: editions.publishedBy,
        at: editions.publishedAt,
        note: editions.note,
      })
      .from(templates)
      .innerJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(eq(templates.id, id));
    return row;
  },
  async newest({ id }, db) {
    const [row] = await db
      .select({ number: max(editions.number) })
      .from(editions)
      .where(eq(editions.templateId, id));
    return row?.number ?? 0;
  },
  async put({ access, id }, { number, content, by, at, note }, before, tx) {
    const { store } = access;
    const editionId = newId();
    await tx.insert(editions).values({
      id: editionId,
      storeId: store.id,
      templateId: id,
      number,
      template: content,
      languages: languagesOut(content, store.language),
      publishedBy: by,
      publishedAt: at,
      note,
    });
    const [row] = await tx.select({ stale: templates.stale }).from(templates).where(eq(templates.id, id));
    const stale = staleAfter(row?.stale ?? {}, before?.content, content, store.language);
    await tx.update(templates).set({ liveEditionId: editionId, stale }).where(eq(templates.id, id));
  },
  async edition({ id }, number, db) {
    const [row] = await db
      .select({ template: editions.template })
      .from(editions)
      .where(and(eq(editions.templateId, id), eq(editions.number, number)));
    return row?.template;
  },
};

export interface PassageKey {
  access: Access;
  id: string;
}

const ofPassage = ({ access, id }: PassageKey) => and(eq(passages.storeId, access.store.id), eq(passages.id, id));
const editionsOf = ({ access, id }: PassageKey) =>
  and(eq(passageEditions.storeId, access.store.id), eq(passageEditions.passageId, id));

/** A passage as a template of its own, as the Desk takes it. */
export const asTemplate = (content: PassageContent): Template => ({ version: 1, ...content });

export const passageShelf: Shelf<PassageKey, PassageContent> = {
  called: 'this passage',
  async draft(key, db, lock) {
    const query = db
      .select({ content: passages.draft, revision: passages.revision, by: passages.draftBy })
      .from(passages)
      .where(ofPassage(key));
    const [row] = await (lock ? query.for('update') : query);
    if (!row) throw new AppError('not-found', say.nameHasNoPassageId({ name: key.access.store.name, id: key.id }));
    return row;
  },
  async write(key, { content, revision, by, at }, tx) {
    await tx.update(passages).set({ draft: content, revision, draftBy: by, draftAt: at }).where(ofPassage(key));
  },
  async live(key, db) {
    const [row] = await db
      .select({
        number: passageEditions.number,
        content: passageEditions.content,
        by: passageEditions.publishedBy,
        at: passageEditions.publishedAt,
        note: passageEditions.note,
      })
      .from(passageEditions)
      .where(editionsOf(key))
      .orderBy(desc(passageEditions.number))
      .limit(1);
    return row;
  },
  async newest(key, db) {
    return (await this.live(key, db))?.number ?? 0;
  },
  async put(key, { number, content, by, at, note }, _before, tx) {
    await tx.insert(passageEditions).values({
      storeId: key.access.store.id,
      passageId: key.id,
      number,
      content,
      publishedBy: by,
      publishedAt: at,
      note,
    });
    await tx.update(passages).set({ live: content, publishedBy: by, publishedAt: at }).where(ofPassage(key));
  },
  async edition(key, number, db) {
    const [row] = await db
      .select({ content: passageEditions.content })
      .from(passageEditions)
      .where(and(editionsOf(key), eq(passageEditions.number, number)));
    return row?.content;
  },
  shown: asTemplate,
};

export const lookShelf: Shelf<Access, Look> = {
  called: 'this look',
  async draft({ store }, db, lock) {
    const query = db
      .select({ content: lookDrafts.draft, revision: lookDrafts.revision, by: lookDrafts.draftBy })
      .from(lookDrafts)
      .where(eq(lookDrafts.storeId, store.id));
    const [row] = await (lock ? query.for('update') : query);
    if (!row) throw new AppError('not-found', say.nameHasNoLook({ name: store.name }));
    return row;
  },
  async write({ store }, { content, revision, by, at }, tx) {
    await tx
      .update(lookDrafts)
      .set({ draft: content, revision, draftBy: by, draftAt: at })
      .where(eq(lookDrafts.storeId, store.id));
  },
  async live({ store }, db) {
    const [row] = await db
      .select({
        number: lookEditions.number,
        content: lookEditions.look,
        by: lookEditions.publishedBy,
        at: lookEditions.publishedAt,
        note: lookEditions.note,
      })
      .from(lookEditions)
      .where(eq(lookEditions.storeId, store.id))
      .orderBy(desc(lookEditions.number))
      .limit(1);
    return row;
  },
  async newest(access, db) {
    return (await this.live(access, db))?.number ?? 0;
  },
  async put({ store }, { number, content, by, at, note }, _before, tx) {
    await tx
      .insert(lookEditions)
      .values({ id: newId(), storeId: store.id, number, look: content, publishedBy: by, publishedAt: at, note });
    await tx.update(stores).set({ look: content }).where(eq(stores.id, store.id));
  },
  async edition({ store }, number, db) {
    const [row] = await db
      .select({ look: lookEditions.look })
      .from(lookEditions)
      .where(and(eq(lookEditions.storeId, store.id), eq(lookEditions.number, number)));
    return row?.look;
  },
};
