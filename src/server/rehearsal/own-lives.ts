/** The orders that a store's people keep, as lives of a rehearsal. */
import { and, asc, eq } from 'drizzle-orm';
import { ownLife, type Life, type OwnLived, type Scene } from '@/core/rehearsal';
import type { OwnTroubles } from '@/contract/rehearsal';
import { kept } from '@/words/kept';
import { say } from '@/words/ownOrders';
import { database } from '../db/client';
import { ownOrders } from '../db/schema';

/** Those that are rehearsed, in the order in which they were made, and what of them cannot happen as the store is set now. */
export async function ownLivesOf(storeId: string, scene: Scene): Promise<{ lives: Life[]; troubles: OwnTroubles[] }> {
  const rows = await database()
    .select()
    .from(ownOrders)
    .where(and(eq(ownOrders.storeId, storeId), eq(ownOrders.used, true)))
    .orderBy(asc(ownOrders.id));
  const lives: Life[] = [];
  const troubles: OwnTroubles[] = [];
  for (const row of rows) {
    const words = kept(() => troublesInWords(ownLife(row, scene)));
    const { life } = ownLife(row, scene);
    if (life) lives.push(life);
    if (words.length > 0) troubles.push({ id: row.id, name: row.name, words });
  }
  return { lives, troubles };
}

/** What cannot happen, each with the step that it is about. */
const troublesInWords = ({ troubles }: OwnLived): string[] =>
  troubles.map(({ path, message }) => {
    const [, step] = /^\/steps\/(\d+)$/.exec(path) ?? [];
    return step === undefined ? message : say.stepNth({ step: Number(step) + 1, why: message });
  });
