/** The drafts of all messages and passages of a store, for what works across them. */
import { asc, eq } from 'drizzle-orm';
import type { WordsPut } from '@/contract/replace';
import type { Audience, MomentId } from '@/core/moments';
import { templateAddress, variantTitle } from '@/core/plan';
import { segmentsOf, type Stale, type Template } from '@/core/template';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { editions, notifications, passages, templates } from '../../db/schema';
import { asTemplate } from '../../documents/shelves';
import { PASSAGE_MOMENT } from './passages';
import { say as ready } from '@/words/ready';

export interface StoreDraft {
  kind: WordsPut['kind'];
  /** Of the template's row, or of the passage. */
  id: string;
  slug: string;
  name: string;
  revision: number;
  draft: Template;
  /** What was published last. */
  live?: Template;
  /** Words of it that are older than their source. */
  stale: Stale;
  moment: MomentId;
  /** Of a version of a notification. */
  notification?: { id: string; audience: Audience; on: boolean };
  /** The address of the version that it follows. */
  follows?: string;
  /** What a version is called beside the others of its notification. */
  version: string;
}

/** The drafts of all versions and passages of a store; `withLive` reads what they published as well. */
export async function draftsOfStore({ store }: Access, withLive = false): Promise<StoreDraft[]> {
  const [messages, live, shared] = await Promise.all([
    database()
      .select({ notification: notifications, template: templates })
      .from(notifications)
      .innerJoin(templates, eq(templates.notificationId, notifications.id))
      .where(eq(notifications.storeId, store.id))
      .orderBy(asc(notifications.id), asc(templates.rank), asc(templates.id)),
    withLive
      ? database()
          .select({ id: templates.id, template: editions.template })
          .from(templates)
          .innerJoin(editions, eq(editions.id, templates.liveEditionId))
          .where(eq(templates.storeId, store.id))
      : [],
    database().select().from(passages).where(eq(passages.storeId, store.id)).orderBy(asc(passages.id)),
  ]);
  const published = new Map(live.map((l) => [l.id, l.template]));
  return [
    ...messages
      .filter(({ template }) => !template.nothing)
      .map(({ notification, template }): StoreDraft => {
        const was = published.get(template.id);
        return {
          kind: 'template',
          id: template.id,
          slug: templateAddress(notification.slug, template.variant),
          name: variantTitle(notification.name, template.variantName),
          revision: template.revision,
          draft: template.draft,
          stale: template.stale,
          moment: notification.moment,
          notification: { id: notification.id, audience: notification.audience, on: notification.on },
          version: template.variantName || ready.everyoneElse,
          ...(was && { live: was }),
          ...(template.draft.follows && {
            follows: templateAddress(notification.slug, template.draft.follows.version),
          }),
        };
      }),
    ...shared.map((p): StoreDraft => ({
      kind: 'passage',
      id: p.id,
      slug: p.id,
      name: p.name,
      revision: p.revision,
      draft: asTemplate(p.draft),
      stale: {},
      moment: PASSAGE_MOMENT,
      version: '',
      ...(withLive && p.live && { live: asTemplate(p.live) }),
    })),
  ];
}

/** Whether a version has the words of a place from the one that it follows. */
export function sharesPlace(
  version: Pick<StoreDraft, 'follows' | 'draft'>,
  leads: StoreDraft,
  language: string,
  segment: string,
): boolean {
  if (version.follows !== leads.slug) return false;
  const there = [version, leads].every((d) => segmentsOf(d.draft).some((p) => p.id === segment));
  return there && !version.draft.follows?.words?.[language]?.includes(segment);
}
