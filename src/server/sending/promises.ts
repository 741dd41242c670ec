/** What the messages that are live promise: which codes, and what becomes of a message whose code is gone. */
import { and, desc, eq, like, or, type SQL } from 'drizzle-orm';
import type { CodePromise } from '@/core/codes';
import { templateAddress, variantTitle } from '@/core/plan';
import { promisesIn, type Passages, type Template } from '@/core/template';
import { database } from '../db/client';
import { editions, notifications, templates } from '../db/schema';
import { livePassages } from '../documents/live-passages';

/** A message that promises a code. */
export interface Promising extends CodePromise {
  storeId: string;
  /** Of its template, as addresses name it. */
  slug: string;
  name: string;
}

/** What live messages of a store promise, or those of all stores. */
export async function livePromises(storeId?: string): Promise<Promising[]> {
  const rows = await rowsWhere(
    and(
      eq(notifications.on, true),
      eq(templates.nothing, false),
      storeId === undefined ? undefined : eq(notifications.storeId, storeId),
      or(like(editions.template, '%"discount"%'), like(editions.template, '%"passage"%')),
    ),
  );
  const passages = new Map<string, Passages>();
  for (const id of new Set(rows.map((r) => r.storeId))) passages.set(id, await livePassages(id));
  return rows.flatMap((row) => promisesOfRow(row, passages.get(row.storeId)!));
}

interface Row {
  storeId: string;
  slug: string;
  name: string;
  variant: string;
  variantName: string;
  template: Template;
}

const promisesOfRow = ({ storeId, slug, name, variant, variantName, template }: Row, passages: Passages): Promising[] =>
  promisesIn(template, passages).map((promise) => ({
    ...promise,
    storeId,
    slug: templateAddress(slug, variant),
    name: variantTitle(name, variantName),
  }));

const rowsWhere = (where: SQL | undefined): Promise<Row[]> =>
  database()
    .select({
      storeId: notifications.storeId,
      slug: notifications.slug,
      name: notifications.name,
      variant: templates.variant,
      variantName: templates.variantName,
      template: editions.template,
    })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .innerJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(where)
    .orderBy(notifications.id, desc(eq(templates.variant, '')), templates.rank);
