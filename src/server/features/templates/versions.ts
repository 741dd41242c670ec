/** All versions of a notification, as the Desk shows them side by side; published together, all or none. */
import { and, asc, countDistinct, eq, gte, isNotNull } from 'drizzle-orm';
import { conditionWords } from '@/core/conditions';
import { readTemplateAddress, templateAddress } from '@/core/plan';
import { templateChanges } from '@/core/template';
import type { VersionOnDesk } from '@/contract/templates';
import { say } from '@/words/ready';
import { say as refuse } from '@/words/refusals';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { idAt } from '../../base/ids';
import { database } from '../../db/client';
import { channels, deliveries, editions, products, templates, type notifications } from '../../db/schema';
import { templateRow } from '../../documents/shelves';
import { publishTemplate } from './templates';

const MONTH_MS = 30 * 86_400_000;

/** The versions in the order in which they are tried, each with the share of the last month's orders that got it. */
async function versionsOf(
  { store }: Access,
  { id, slug }: Pick<typeof notifications.$inferSelect, 'id' | 'slug'>,
): Promise<VersionOnDesk[]> {
  const db = database();
  const [rows, sent, channelRows, productRows] = await Promise.all([
    db
      .select({ template: templates, edition: editions })
      .from(templates)
      .leftJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(eq(templates.notificationId, id))
      .orderBy(asc(templates.rank), asc(templates.id)),
    db
      .select({ templateId: editions.templateId, orders: countDistinct(deliveries.orderId) })
      .from(deliveries, { forceIndex: 'delivery_notification' })
      .innerJoin(editions, eq(editions.id, deliveries.editionId))
      .where(
        and(
          eq(deliveries.notificationId, id),
          gte(deliveries.id, idAt(Date.now() - MONTH_MS)),
          isNotNull(deliveries.orderId),
        ),
      )
      .groupBy(editions.templateId),
    db.select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, store.id)),
    db.select({ sku: products.sku, name: products.name }).from(products).where(eq(products.storeId, store.id)),
  ]);
  const all = sent.reduce((n, s) => n + s.orders, 0);
  const names = {
    channel: (c: string) => channelRows.find((r) => r.id === c)?.name,
    product: (sku: string) => productRows.find((r) => r.sku === sku)?.name,
  };
  return rows.map(({ template, edition }) => ({
    slug: templateAddress(slug, template.variant),
    name: template.variantName === '' ? say.everyoneElse : template.variantName,
    ...(template.when && { when: conditionWords(template.when, names) }),
    nothing: template.nothing,
    revision: template.revision,
    ...(edition && { edition: edition.number }),
    ...(template.draft.follows && { follows: templateAddress(slug, template.draft.follows.version) }),
    changes: template.nothing ? 0 : templateChanges(edition?.template, template.draft).length,
    ...(all > 0 && { share: (sent.find((s) => s.templateId === template.id)?.orders ?? 0) / all }),
  }));
}

/** The versions of the notification that a template belongs to. */
export async function loadVersions(access: Access, address: string): Promise<VersionOnDesk[]> {
  const { notification } = await templateRow(access, address);
  return versionsOf(access, notification);
}

export interface VersionSeen {
  slug: string;
  revision: number;
}

/** Publishes a version and others of the same notification with it, in one transaction: what stops one of them stops all. */
export async function publishVersions(
  access: Access,
  { slug, revision }: VersionSeen,
  also: readonly VersionSeen[],
  note?: string,
): Promise<{ number: number; also: number }> {
  const own = readTemplateAddress(slug).slug;
  const alien = also.findIndex((v) => readTemplateAddress(v.slug).slug !== own || v.slug === slug);
  if (alien >= 0) {
    const message = refuse.chooseOtherVersions;
    throw new AppError('invalid', message, [{ path: `/also/${alien}`, message }]);
  }
  if (also.length === 0) return { ...(await publishTemplate(access, slug, revision, note)), also: 0 };
  return database().transaction(async () => {
    const { number } = await publishTemplate(access, slug, revision, note);
    for (const version of also) await publishNamed(access, version, note);
    return { number, also: also.length };
  });
}

/** As {@link publishTemplate}; what stops it says which version that is. */
async function publishNamed(access: Access, { slug, revision }: VersionSeen, note?: string): Promise<void> {
  try {
    await publishTemplate(access, slug, revision, note);
  } catch (error) {
    if (!(error instanceof AppError)) throw error;
    const { variant } = readTemplateAddress(slug);
    const version = variant === '' ? say.everyoneElse : variant;
    throw new AppError(error.code, refuse.versionStopsAll({ version, why: error.message }), error.problems);
  }
}
