/** What something done with an order would send and stop: it is done inside a transaction, looked at, and taken back. */
import { eq, inArray } from 'drizzle-orm';
import { reasonWords } from '@/core/plan';
import type { ActionForecast } from '@/contract/orders';
import type { Access } from '../../auth/access';
import { database, type Executor } from '../../db/client';
import { deliveries, notWritten } from '../../db/schema';
import type { Received } from '../../events/recording';
import { withheldReason, withholdingsOf, type WithholdingRow } from '../../sending/withholding';

/** A deed that was done: what was received of it, what waited before it, and the pieces that it keeps back. */
export interface Done {
  received: Received;
  waiting: readonly { id: string }[];
  keeps: ActionForecast['keeps'];
}

/** Carries what a transaction found out of it, while the transaction is taken back. */
class TakenBack extends Error {
  constructor(readonly forecast: ActionForecast) {
    super('taken back');
  }
}

/** The forecast of a deed, which is the deed itself, taken back. Throws what the deed throws. */
export async function foretold({ store }: Access, deed: (tx: Executor) => Promise<Done>): Promise<ActionForecast> {
  const withheld = await withholdingsOf(store.id);
  try {
    await database().transaction(async (tx) => {
      throw new TakenBack(await seen(tx, await deed(tx), withheld));
    });
  } catch (error) {
    if (error instanceof TakenBack) return error.forecast;
    throw error;
  }
  throw new Error('a forecast was kept');
}

async function seen(
  tx: Executor,
  { received, waiting, keeps }: Done,
  withheld: readonly WithholdingRow[],
): Promise<ActionForecast> {
  const rowsOf = async (ids: string[]) =>
    ids.length === 0 ? [] : tx.select().from(deliveries).where(inArray(deliveries.id, ids)).orderBy(deliveries.id);
  const planned = (await rowsOf(received.deliveries)).map((d) => ({
    ...d,
    blocked: withheldReason(withheld, {
      recipient: { address: d.recipient, name: d.recipientName, role: d.role },
      sender: d.sender,
    }),
  }));
  const stopped = (await rowsOf(waiting.map((w) => w.id))).filter((d) => d.state === 'cancelled');
  const left = await tx.select().from(notWritten).where(eq(notWritten.eventId, received.eventId));
  return {
    sends: planned
      .filter((d) => !d.blocked)
      .map((d) => ({
        notification: d.notificationName,
        recipient: d.recipientName || d.recipient,
        language: d.language,
        at: d.dueAt.toISOString(),
        now: !d.timed,
      })),
    notSent: [
      ...planned.flatMap((d) =>
        d.blocked
          ? [
              {
                notification: d.notificationName,
                recipient: d.recipientName || d.recipient,
                reason: reasonWords(d.blocked),
              },
            ]
          : [],
      ),
      ...left.map((n) => ({
        notification: n.notificationName,
        recipient: n.recipientName || n.recipient,
        reason: n.reasons.map(reasonWords).join(' '),
      })),
    ],
    stops: stopped.map((d) => ({
      notification: d.notificationName,
      recipient: d.recipientName || d.recipient,
      at: d.dueAt.toISOString(),
    })),
    keeps,
  };
}
