/** What the Desk shows of suggested products: which, and why. */
import { isMomentId } from '@/core/moments';
import { aboutMoment } from '@/core/snapshot';
import type { SuggestionsWanted } from '@/core/template';
import type { SuggestionsAnswer } from '@/contract/suggestions';
import type { Access } from '../../auth/access';
import { lastRun, wantRun } from '../../suggestions/compute';
import { suggestionsFor } from '../../suggestions/suggest';
import { orderSnapshot } from '../orders/orders';

/** What blocks suggest for an order at a moment; has it worked out what is bought together, the first time somebody asks. */
export async function showSuggestions(
  access: Access,
  { number, moment, wants }: { number: string; moment: string; wants: SuggestionsWanted[] },
): Promise<SuggestionsAnswer> {
  const { store } = access;
  const { order } = await orderSnapshot(access, number);
  const about = isMomentId(moment) ? (aboutMoment(order, moment).order ?? order) : order;
  const [blocks, run] = await Promise.all([suggestionsFor(store, about, wants), lastRun(store.id)]);
  if (!run) await wantRun(store.id);
  return { blocks, ...(run && { from: { at: run.at.toISOString(), orders: run.orders } }) };
}
