/** Whom not to write to: seen, added, taken off. */
import { Type } from '@sinclair/typebox';
import { and, desc, eq, gte, ne } from 'drizzle-orm';
import { isWithholdingPattern, SENDER_KINDS } from '@/core/mail';
import { checker } from '@/core/schema';
import type { WithheldView } from '@/contract/sending';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries, strayBounces, unsubscriptions, withholdings } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { AppError } from '../../base/errors';
import { refuseWithoutSecrets } from '../../events/secrets';
import { remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { deliveryById } from '../deliveries/row';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';
import type { OptionalKind } from '@/core/moments';
import { say as unsubscribed } from '@/words/unsubscribed';

/** Addresses the store does not write to, the newest first, at most 500. */
export async function withheldViews(access: Access): Promise<WithheldView[]> {
  const rows = await database()
    .select()
    .from(withholdings)
    .where(eq(withholdings.storeId, access.store.id))
    .orderBy(desc(withholdings.at))
    .limit(500);
  const own = rows.map(({ storeId: _s, deliveryId, at, ...w }) => ({
    ...w,
    reason: readKept(w.reason),
    ...(deliveryId && { deliveryId }),
    at: at.toISOString(),
  }));
  return [...own, ...(await unsubscribedViews(access))].toSorted((a, b) => (a.at < b.at ? 1 : -1));
}

const UNSUBSCRIBED: Record<OptionalKind, () => string> = {
  feedback: () => unsubscribed.fromFeedback,
  offers: () => unsubscribed.fromOffers,
};

const HOW: Record<(typeof unsubscriptions.$inferSelect)['how'], () => string> = {
  header: () => unsubscribed.byMailProgram,
  page: () => unsubscribed.onThePage,
  hand: () => unsubscribed.byHand,
  complaint: () => unsubscribed.byComplaint,
};

/** Who unsubscribed from what, the newest first, at most 500. */
async function unsubscribedViews(access: Access): Promise<WithheldView[]> {
  const rows = await database()
    .select()
    .from(unsubscriptions)
    .where(eq(unsubscriptions.storeId, access.store.id))
    .orderBy(desc(unsubscriptions.at))
    .limit(500);
  return rows.map(({ address, kind, how, by, at }) => ({
    id: `${kind} ${address}`,
    pattern: address,
    reason: HOW[how](),
    kinds: [],
    only: UNSUBSCRIBED[kind](),
    source: 'reader' as const,
    by: by || unsubscribed.theReader,
    at: at.toISOString(),
  }));
}

/** What came to the bounce domain in the last 30 days and was not believed. */
export async function strayCounts(): Promise<{ kind: string; count: number }[]> {
  const since = new Date(Date.now() - 30 * 86_400_000).toISOString().slice(0, 10);
  const rows = await database().select().from(strayBounces).where(gte(strayBounces.day, since));
  const sums = new Map<string, number>();
  for (const { kind, count } of rows) sums.set(kind, (sums.get(kind) ?? 0) + count);
  return [...sums].map(([kind, count]) => ({ kind, count }));
}

const WithholdSchema = Type.Object(
  {
    pattern: Type.String({ minLength: 3, maxLength: 254 }),
    reason: Type.String({ minLength: 1, maxLength: 300 }),
    kinds: Type.Array(Type.Union(SENDER_KINDS.map((k) => Type.Literal(k))), { maxItems: 3 }),
  },
  { additionalProperties: false },
);
const checkInput = checker(WithholdSchema);

/** Adds addresses not to write to. Throws `invalid` with what is no address or pattern. */
export async function withhold(access: Access, input: unknown): Promise<WithheldView[]> {
  const checked = checkInput(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeAdded, checked.problems);
  const pattern = checked.value.pattern.trim().toLowerCase();
  if (!isWithholdingPattern(pattern)) {
    throw new AppError('invalid', say.thisCannotBeAdded, [
      {
        path: '/pattern',
        message: say.patternIsNeitherAnAddress({ pattern: checked.value.pattern }),
      },
    ]);
  }
  const { reason, kinds } = checked.value;
  const values = { reason: reason.trim(), kinds, source: 'hand' as const, by: access.person.name, at: new Date() };
  await database()
    .insert(withholdings)
    .values({ id: newId(), storeId: access.store.id, pattern, ...values })
    .onDuplicateKeyUpdate({ set: values });
  await remember(access, 'withheld', { address: pattern });
  return withheldViews(access);
}

/** Takes an entry off the list: from now on the address is written to again. */
export async function allowAgain(access: Access, id: string): Promise<WithheldView[]> {
  const [kind = '', address = ''] = id.split(' ');
  if (address !== '') {
    await database()
      .delete(unsubscriptions)
      .where(
        and(
          eq(unsubscriptions.storeId, access.store.id),
          eq(unsubscriptions.address, address),
          eq(unsubscriptions.kind, kind as OptionalKind),
        ),
      );
    await remember(access, 'allowed', { address });
    return withheldViews(access);
  }
  const [row] = await database()
    .select()
    .from(withholdings)
    .where(and(eq(withholdings.storeId, access.store.id), eq(withholdings.id, id)));
  if (row) {
    await database().delete(withholdings).where(eq(withholdings.id, row.id));
    await remember(access, 'allowed', { address: row.pattern });
  }
  return withheldViews(access);
}

/** Sends one withheld message in spite of the list, once. */
export async function releaseOnce(access: Access, deliveryId: string): Promise<void> {
  const row = await deliveryById(access, deliveryId);
  await refuseWithoutSecrets(row.eventId);
  const [updated] = await database()
    .update(deliveries)
    .set({ state: 'planned', released: true, dueAt: new Date(await databaseTime()), lastWords: '', cause: '' })
    .where(
      and(
        eq(deliveries.storeId, access.store.id),
        eq(deliveries.id, deliveryId),
        eq(deliveries.state, 'withheld'),
        eq(deliveries.released, false),
        ne(deliveries.cause, 'unsubscribed'),
      ),
    );
  if (updated.affectedRows === 0) {
    throw new AppError('invalid', say.onlyAMessageThatIs);
  }
  await remember(access, 'releasedWithheld', { notification: row.notificationName, recipient: row.recipient });
}
