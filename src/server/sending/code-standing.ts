/** How it stands with the codes that live messages promise: asked by Today and by the worker, who tell of what is about to go. */
import { outlookOf, outlookWords, promiseName, type Outlook } from '@/core/codes';
import { codesOf, pacesOf } from '../codes/known';
import type { stores } from '../db/schema';
import { livePromises, type Promising } from './promises';

export interface PromiseStanding {
  ref: string;
  outlook: Exclude<Outlook, { state: 'holds' }>;
  /** As a sentence for whoever reads. */
  words: () => string;
  by: Promising[];
}

/** What live messages of a store promise that is gone or soon will be. */
export async function shakyPromises(
  store: Pick<typeof stores.$inferSelect, 'id' | 'timeZone'>,
  now: number,
  promising?: readonly Promising[],
): Promise<PromiseStanding[]> {
  const promised = promising ?? (await livePromises(store.id));
  if (promised.length === 0) return [];
  const [known, paces] = await Promise.all([codesOf(store.id, now), pacesOf(store.id, now)]);
  return [...new Set(promised.map((p) => p.ref))].flatMap((ref): PromiseStanding[] => {
    const outlook = outlookOf(ref, known, now, paces);
    if (outlook.state === 'holds') return [];
    const words = (): string => outlookWords(outlook, promiseName(ref, known), store.timeZone) ?? '';
    return [{ ref, outlook, words, by: promised.filter((p) => p.ref === ref) }];
  });
}
