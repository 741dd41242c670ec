/** The Desk: one notification's template with its draft, editions, and what is needed to render it. */
import { and, desc, eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { templateFindings } from '@/core/preflight';
import { TemplateSchema, type Segments, type Template } from '@/core/template';
import type { Access } from '../auth/access';
import { database, type Executor } from '../db/client';
import { editions, notifications, templates } from '../db/schema';
import { AppError } from '../errors';
import { remember } from '../history';
import { newId } from '../ids';
import { phrasesOf } from '../sending/render';

const checkTemplate = checker(TemplateSchema);

async function row(access: Access, slug: string, db: Executor = database(), lock = false) {
  const query = db
    .select({ notification: notifications, template: templates })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .where(and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug)));
  const [found] = await (lock ? query.for('update') : query);
  if (!found) throw new AppError('not-found', `${access.store.name} has no notification "${slug}".`);
  return found;
}

async function liveEdition(liveEditionId: string | null, db: Executor = database()) {
  if (!liveEditionId) return undefined;
  const [edition] = await db.select().from(editions).where(eq(editions.id, liveEditionId));
  return edition;
}

/** Everything the Desk opens with. */
export async function loadDesk(access: Access, slug: string) {
  const { notification, template } = await row(access, slug);
  const [live, list, phrases] = await Promise.all([
    liveEdition(template.liveEditionId),
    database()
      .select({ number: editions.number, publishedBy: editions.publishedBy, publishedAt: editions.publishedAt })
      .from(editions)
      .where(eq(editions.templateId, template.id))
      .orderBy(desc(editions.number)),
    Promise.all(access.store.languages.map(async (l) => [l, await phrasesOf(access.store.id, l)] as const)),
  ]);
  const neighbours = await database()
    .select({ slug: notifications.slug, name: notifications.name })
    .from(notifications)
    .where(eq(notifications.storeId, access.store.id))
    .orderBy(notifications.id);
  const at = neighbours.findIndex((n) => n.slug === slug);
  const { store } = access;
  return {
    notification: {
      slug,
      name: notification.name,
      moment: notification.moment,
      audience: notification.audience,
      on: notification.on,
    },
    draft: template.draft,
    revision: template.revision,
    draftBy: template.draftBy,
    live: live && {
      number: live.number,
      template: live.template,
      publishedBy: live.publishedBy,
      publishedAt: live.publishedAt.toISOString(),
    },
    editions: list.map((e) => ({ ...e, publishedAt: e.publishedAt.toISOString() })),
    store: {
      id: store.id,
      name: store.name,
      language: store.language,
      languages: store.languages,
      locales: store.locales,
      timeZone: store.timeZone,
      facts: store.facts,
      look: store.look,
      phrases: Object.fromEntries(phrases) as Record<string, Segments>,
    },
    previous: neighbours[at - 1],
    next: neighbours[at + 1],
  };
}

/** A draft as sent by the screen, checked for shape. Words that cannot be parsed yet are kept: nothing typed is lost. */
export function readTemplate(draft: unknown): Template {
  const checked = checkTemplate(draft);
  if (!checked.ok) throw new AppError('invalid', 'This is not a template Libellus can keep.', checked.problems);
  const ids = checked.value.blocks.map((b) => b.id);
  const double = ids.find((id, i) => ids.indexOf(id) !== i);
  if (double)
    throw new AppError('invalid', 'Two blocks have the same id.', [
      { path: '/blocks', message: `"${double}" stands twice` },
    ]);
  return checked.value;
}

/** Saves the draft, if nobody else has since `revision`. A conflict carries the other version, so that both can be kept. */
export async function saveDraft(
  access: Access,
  slug: string,
  revision: number,
  draft: unknown,
): Promise<{ revision: number }> {
  const template = readTemplate(draft);
  return database().transaction(async (tx) => {
    const { template: current } = await row(access, slug, tx, true);
    if (current.revision !== revision) throw conflict(current);
    await tx
      .update(templates)
      .set({ draft: template, revision: revision + 1, draftBy: access.person.name, draftAt: new Date() })
      .where(eq(templates.id, current.id));
    return { revision: revision + 1 };
  });
}

function conflict(current: typeof templates.$inferSelect): AppError {
  return new AppError(
    'conflict',
    `${current.draftBy || 'Somebody'} saved this draft meanwhile. What you typed is kept here; choose which version to go on with.`,
    [],
    { draft: current.draft, revision: current.revision, by: current.draftBy },
  );
}

/** Publishes the draft that was seen. Refused with its blockers, or when the draft changed since. */
export async function publish(access: Access, slug: string, revision: number): Promise<{ number: number }> {
  return database().transaction(async (tx) => {
    const { notification, template } = await row(access, slug, tx, true);
    if (template.revision !== revision) throw conflict(template);
    const findings = templateFindings(template.draft, {
      moment: notification.moment,
      sourceLanguage: access.store.language,
    });
    const blockers = findings.filter((f) => f.severity === 'blocker');
    if (blockers.length > 0) {
      throw new AppError(
        'invalid',
        `${blockers.length === 1 ? 'One finding stops' : `${blockers.length} findings stop`} this from being published.`,
        blockers.map((f) => ({ path: [f.placeLabel, f.language].filter(Boolean).join(', '), message: f.message })),
      );
    }
    const [newest] = await tx
      .select({ number: editions.number })
      .from(editions)
      .where(eq(editions.templateId, template.id))
      .orderBy(desc(editions.number))
      .limit(1);
    const number = (newest?.number ?? 0) + 1;
    const id = newId();
    await tx.insert(editions).values({
      id,
      storeId: access.store.id,
      templateId: template.id,
      number,
      template: template.draft,
      publishedBy: access.person.name,
      publishedAt: new Date(),
    });
    await tx.update(templates).set({ liveEditionId: id }).where(eq(templates.id, template.id));
    await remember(access, 'published', `${notification.name}, edition ${number}`, tx);
    return { number };
  });
}

/** The template of one edition, for taking it back to the bench. */
export async function editionOf(access: Access, slug: string, number: number): Promise<Template> {
  const { template } = await row(access, slug);
  const [edition] = await database()
    .select({ template: editions.template })
    .from(editions)
    .where(and(eq(editions.templateId, template.id), eq(editions.number, number)));
  if (!edition) throw new AppError('not-found', `There is no edition ${number}.`);
  return edition.template;
}

/** Turns a notification on or off. */
export async function switchNotification(access: Access, slug: string, on: boolean): Promise<void> {
  const { notification } = await row(access, slug);
  await database().update(notifications).set({ on }).where(eq(notifications.id, notification.id));
  await remember(access, on ? 'turned on' : 'turned off', notification.name);
}

/** The draft or the live template of a notification, for tests. */
export async function templateFor(
  access: Access,
  slug: string,
  which: 'draft' | 'live',
): Promise<{ name: string; template: Template }> {
  const { notification, template } = await row(access, slug);
  if (which === 'draft') return { name: notification.name, template: template.draft };
  const live = await liveEdition(template.liveEditionId);
  if (!live)
    throw new AppError('invalid', `${notification.name} has never been published. Publish it on the Desk first.`);
  return { name: notification.name, template: live.template };
}
