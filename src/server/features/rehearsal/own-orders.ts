/** Orders that a store's people keep for its rehearsals: written step by step, taken from the record, or found by a rehearsal. */
import { and, asc, count, desc, eq, sql } from 'drizzle-orm';
import { momentLabel } from '@/core/moments';
import {
  eventsOf,
  expectedOf,
  happensAgain,
  madeUpEvents,
  ownLife,
  type Expected,
  type Life,
  type LifeEvent,
  type OwnLife,
  type OwnOrder,
  type OwnScript,
} from '@/core/rehearsal';
import { MOST_OWN_ORDERS, type OwnForeseen, type OwnOrderRow, type SaveOwn } from '@/contract/rehearsal';
import { languageName } from '@/core/names';
import { plainLine } from '@/core/text';
import { say } from '@/words/ownOrders';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { channels, events, orders, ownOrders, rehearsalLives, rehearsals } from '../../db/schema';
import { databaseNow, databaseTime } from '../../db/time';
import type { EventData } from '../../events/schema';
import { stageOf } from '../../rehearsal/scene';

type Row = typeof ownOrders.$inferSelect;

/** So many events of an order of the record are kept at most. */
const MOST_EVENTS = 60;
/** So long may what is kept of one order be, in characters of JSON. */
const LONGEST = 2_000_000;

/** The orders that a store keeps, in the order in which they were made, and what can be chosen for one. */
export async function loadOwnOrders(access: Access) {
  const [rows, { scene }, channelRows] = await Promise.all([
    database().select().from(ownOrders).where(eq(ownOrders.storeId, access.store.id)).orderBy(asc(ownOrders.id)),
    stageOf(access.store),
    database()
      .select({ id: channels.id, name: channels.name })
      .from(channels)
      .where(eq(channels.storeId, access.store.id))
      // One whose customers are written to first.
      .orderBy(desc(channels.customerMail), desc(channels.id)),
  ]);
  return {
    orders: rows.map((row): OwnOrderRow => {
      const { id, name, used, revision, madeBy, kept } = row;
      const about = kept.from === 'record' ? kept : kept.from === 'steps' ? kept.script : kept.life;
      return {
        ...{ id, name, from: kept.from, used, revision, madeBy, madeAt: row.madeAt.toISOString() },
        ...{ language: about.language, guest: about.guest },
        channel: channelRows.find((c) => c.id === about.channel)?.name ?? '',
        troubles: ownLife(row, scene).troubles.length,
        ...(kept.from === 'steps' && { script: kept.script }),
      };
    }),
    choices: {
      languages: scene.languages.map((id) => ({ id, name: languageName(id) })),
      channels: channelRows,
      goods: scene.goods.map(({ product: { sku, name, category } }) => ({ sku, name, category: category ?? '' })),
      places: [...scene.places],
      payments: scene.terms.payments.map((p) => p.name),
    },
  };
}

/** What comes of an order as it is written, or as it is kept. Throws `not-found` for one that is not there. */
export async function foreseeOwn(access: Access, asked: { script: OwnScript } | { id: string }): Promise<OwnForeseen> {
  const order: OwnOrder =
    'id' in asked
      ? await ownRow(access, asked.id)
      : { id: '', name: '', kept: { from: 'steps', script: asked.script } };
  const { scene, using } = await stageOf(access.store);
  const { life, troubles } = ownLife(order, scene);
  if (!life) return { troubles, events: [] };
  const happening = eventsOf(life, scene, databaseNow(), 'R');
  const begun = happening[0]?.at ?? 0;
  const hours = (at: number): number => Math.round((at - begun) / 3_600_000);
  const names = new Map(using.settings.notifications.map((n) => [n.id, n.name]));
  const { messages } = expectedOf(happening, using);
  return {
    troubles,
    events: happening.map(({ moment, at }, i) => ({
      event: momentLabel(moment),
      after: hours(at),
      messages: messages
        .filter((m) => m.event === i)
        .map((m) => ({
          notification: names.get(m.notificationId) ?? '',
          recipient: readerOf(m),
          language: m.language,
          after: hours(m.at),
        })),
    })),
  };
}

const readerOf = ({ recipient: { role, name, address } }: Expected): string =>
  role === 'staff' ? name || address : role === 'contact' ? say.theContact : say.theCustomer;

async function ownRow({ store }: Access, id: string): Promise<Row> {
  const [row] = await database()
    .select()
    .from(ownOrders)
    .where(and(eq(ownOrders.storeId, store.id), eq(ownOrders.id, id)));
  if (!row) throw new AppError('not-found', say.noSuchOwn);
  return row;
}

/**
 * Keeps an order that is written step by step. Throws `invalid` for one of which not all can happen, with the places, `conflict` for one
 * that somebody else changed since, and when there are as many as there may be.
 */
export async function saveOwn(access: Access, { id, revision, name, script }: SaveOwn): Promise<{ id: string }> {
  const { scene } = await stageOf(access.store);
  const kept: OwnLife = { from: 'steps', script };
  const { troubles } = ownLife({ id: '', name, kept }, scene);
  if (troubles.length > 0) {
    throw new AppError(
      'invalid',
      say.ownCannotHappen,
      troubles.map(({ path, message }) => ({ path: `/script${path}`, message })),
    );
  }
  if (id === undefined) return keep(access, name, kept);
  await change(access, id, { name: plainLine(name), kept }, revision);
  return { id };
}

/** Gives an order that is kept another name. Throws `not-found`. */
export const nameOwn = (access: Access, { id, name }: { id: string; name: string }): Promise<void> =>
  change(access, id, { name: plainLine(name) });

/** Has an order that is kept rehearsed, or leaves it out. Throws `not-found`. */
export const switchOwn = (access: Access, { id, used }: { id: string; used: boolean }): Promise<void> =>
  change(access, id, { used });

async function change(
  access: Access,
  id: string,
  to: Partial<Pick<Row, 'name' | 'kept' | 'used'>>,
  revision?: number,
): Promise<void> {
  const { name } = await ownRow(access, id);
  await database().transaction(async (tx) => {
    const [done] = await tx
      .update(ownOrders)
      .set({ ...to, revision: sql`${ownOrders.revision} + 1` })
      .where(
        and(
          eq(ownOrders.storeId, access.store.id),
          eq(ownOrders.id, id),
          revision === undefined ? undefined : eq(ownOrders.revision, revision),
        ),
      );
    if (done.affectedRows === 0) throw new AppError('conflict', say.ownChangedSince);
    await remember(access, 'changedOwnOrder', { name: to.name ?? name }, { db: tx });
  });
}

/** Lets go of an order that is kept; rehearsals that lived it stay as they are. Throws `not-found`. */
export async function removeOwn(access: Access, { id }: { id: string }): Promise<void> {
  const { name } = await ownRow(access, id);
  await database().transaction(async (tx) => {
    await tx.delete(ownOrders).where(and(eq(ownOrders.storeId, access.store.id), eq(ownOrders.id, id)));
    await remember(access, 'removedOwnOrder', { name }, { db: tx });
  });
}

/**
 * Keeps what happened to an order of the record, with made-up people. Throws `not-found` for an order that is not there, `invalid` for
 * one whose events are not kept any more or are too many.
 */
export async function keepRecorded(access: Access, { order: number }: { order: string }): Promise<{ id: string }> {
  const [order] = await database()
    .select({ id: orders.id })
    .from(orders)
    .where(and(eq(orders.storeId, access.store.id), eq(orders.number, number)));
  if (!order)
    throw new AppError('not-found', say.noSuchOrder({ number }), [
      { path: '/order', message: say.noSuchOrder({ number }) },
    ]);
  const rows = await database()
    .select({ type: events.type, time: events.time, data: events.data })
    .from(events)
    .where(eq(events.orderId, order.id))
    .orderBy(asc(events.time), asc(events.id))
    .limit(MOST_EVENTS * 3);
  const told = rows
    .map(({ type, time, data }): LifeEvent => {
      const { order: snapshot, details, letter } = data as unknown as EventData;
      return {
        ...{ moment: type, at: time.getTime(), order: snapshot },
        ...(details && { details }),
        ...(letter && { letter }),
      };
    })
    .filter((e) => e.order?.lines?.length > 0 && happensAgain(e));
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path: '/order', message }]);
  };
  if (told.length === 0) refuse(say.nothingRecorded({ number }));
  if (told.length > MOST_EVENTS) refuse(say.tooMuchRecorded({ number, most: MOST_EVENTS }));
  const { scene } = await stageOf(access.store);
  const happened = madeUpEvents(told, { scene, number: 'R' });
  const { language = access.store.language, channel, customer, lines } = happened[0]!.order;
  const kept: OwnLife = {
    ...{ from: 'record', language, channel, guest: customer.guest ?? false },
    ...{ products: lines.length, events: happened },
  };
  if (JSON.stringify(kept).length > LONGEST) refuse(say.tooMuchRecorded({ number, most: MOST_EVENTS }));
  return keep(access, say.asOrder({ number }), kept);
}

/** Keeps an order that a rehearsal made up. Throws `not-found`, and `conflict` for one that is kept already. */
export async function keepFound(
  access: Access,
  { number, place }: { number: number; place: number },
): Promise<{ id: string }> {
  const [found] = await database()
    .select({ life: rehearsalLives.life, number: rehearsalLives.number })
    .from(rehearsalLives)
    .innerJoin(rehearsals, eq(rehearsals.id, rehearsalLives.rehearsalId))
    .where(
      and(eq(rehearsals.storeId, access.store.id), eq(rehearsals.number, number), eq(rehearsalLives.place, place)),
    );
  if (!found) throw new AppError('not-found', say.noSuchOwn);
  const life = found.life as Life;
  if (life.own) throw new AppError('conflict', say.isOwnAlready);
  return keep(access, say.asRehearsed({ number: found.number }), { from: 'rehearsal', life });
}

async function keep(access: Access, name: string, kept: OwnLife): Promise<{ id: string }> {
  const { store, person } = access;
  const id = newId();
  await database().transaction(async (tx) => {
    const [there] = await tx.select({ n: count() }).from(ownOrders).where(eq(ownOrders.storeId, store.id));
    if ((there?.n ?? 0) >= MOST_OWN_ORDERS) throw new AppError('conflict', say.enoughOwn({ most: MOST_OWN_ORDERS }));
    await tx.insert(ownOrders).values({
      ...{ id, storeId: store.id, name: plainLine(name).slice(0, 120), kept },
      ...{ madeBy: person.name.slice(0, 120), madeAt: new Date(await databaseTime(tx)) },
    });
    await remember(access, 'keptOwnOrder', { name }, { db: tx });
  });
  return { id };
}
