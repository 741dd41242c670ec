/** Rehearsals in tests: a store in which all that ships is live, runs, and faults put into what is live. */
import { and, eq } from 'drizzle-orm';
import type { Template } from '@/core/template';
import { BAD, type RehearsalView } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import { editions, notifications, templates } from '@/server/db/schema';
import { loadRehearsed } from '@/server/features/rehearsal/message';
import { askRehearsal, loadRehearsal } from '@/server/features/rehearsal/rehearsal';
import { publishTemplate } from '@/server/features/templates/templates';
import { Rehearser } from '@/server/rehearsal/rehearser';
import { accessAs, planAnew, SHOP } from './fixture';

/** Publishes everything that ships, and turns it on. */
export async function publishAll(): Promise<void> {
  const access = await accessAs();
  const rows = await database()
    .select({ slug: notifications.slug, variant: templates.variant, revision: templates.revision })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .where(eq(notifications.storeId, SHOP));
  for (const { slug, variant, revision } of rows) {
    await publishTemplate(access, variant ? `${slug}~${variant}` : slug, revision, '').catch(() => undefined);
  }
  await turn(true);
}

/** Turns a notification on or off, or all of them. */
export async function turn(on: boolean, slug?: string): Promise<void> {
  await database()
    .update(notifications)
    .set({ on })
    .where(and(eq(notifications.storeId, SHOP), slug === undefined ? undefined : eq(notifications.slug, slug)));
  await planAnew();
}

/** The orders that show each message once are enough: more would show further forms of its sentences. */
export const FEW_LIVES = { faults: false, forParts: 0 };

/** Rehearses everything, or what has changed, and what came of it. */
export async function rehearsed(changes = false): Promise<RehearsalView> {
  const access = await accessAs();
  const { number } = await askRehearsal(access, { of: changes ? 'changes' : 'everything' });
  expect(await new Rehearser(FEW_LIVES).turn()).toBe(true);
  const view = await loadRehearsal(access, number);
  return view!;
}

/** What is to be seen to, in words. */
export async function toFix(view: RehearsalView): Promise<string[]> {
  const access = await accessAs();
  const bad = view.messages.filter((m) => BAD.includes(m.outcome));
  return Promise.all(
    bad.map(async (m) => {
      const { checks } = await loadRehearsed(access, m.id);
      return `${m.notification} ${m.version} ${m.wanted}: ${checks.map((c) => c.words)[0]}`;
    }),
  );
}

/** Changes what is live past every check, as a fault would have it, until `work` is done. */
export async function broken(
  slug: string,
  change: (template: Template) => Template,
  work: () => Promise<void>,
): Promise<void> {
  const [row] = await database()
    .select({ template: templates, edition: editions })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .innerJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(and(eq(notifications.storeId, SHOP), eq(notifications.slug, slug), eq(templates.variant, '')));
  const { edition, template } = row!;
  const id = `${edition.id.slice(0, 20)}${Math.random().toString(36).slice(2, 8)}`;
  await database()
    .insert(editions)
    .values({ ...edition, id, number: edition.number + 100, template: change(edition.template) });
  const point = (to: string) =>
    database().update(templates).set({ liveEditionId: to }).where(eq(templates.id, template.id));
  await point(id);
  await planAnew();
  try {
    await work();
  } finally {
    await point(edition.id);
    await planAnew();
    await database().delete(editions).where(eq(editions.id, id));
  }
}

/** A template whose words of a segment are others. */
export const saying =
  (language: string, segment: string, words: string) =>
  (template: Template): Template => ({
    ...template,
    words: { ...template.words, [language]: { ...template.words[language], [segment]: words } },
  });
