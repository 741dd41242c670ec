/** Files that go with a message: an invoice as PDF, when its event asks for it. */
import { billedOrder, type Order } from '@/core/order';
import type { Snapshot } from '@/core/snapshot';
import type { MomentDetails, MomentId } from '@/core/moments';
import { phrasebookFor } from '@/core/template';
import type { stores } from '../db/schema';
import { readMedia } from '../documents/media';
import { invoicePdf } from './invoice-pdf';
import { phrasesOf } from './render';
import { momentOf } from '@/core/moments';

export interface AttachedFile {
  type: string;
  name: string;
  bytes: Buffer;
}

/** The files of a message of this moment, or undefined when it has none. */
export async function filesFor(
  store: typeof stores.$inferSelect,
  order: Order,
  snapshot: Snapshot,
  moment: MomentId,
  language: string,
  details: MomentDetails | undefined,
): Promise<AttachedFile[] | undefined> {
  const invoice = momentOf(moment).attaches === 'invoice' ? details?.invoice : undefined;
  if (!invoice?.attach) return undefined;
  const phrases = phrasebookFor(language, await phrasesOf(store.id, language));
  const logo = store.look.logo && (await readMedia(store.look.logo.light.path.replace('/media/', '').split('/')));
  const bytes = await invoicePdf({
    order: billedOrder(order),
    snapshot,
    phrases,
    language,
    locale: store.locales[language] ?? language,
    timeZone: store.timeZone,
    look: store.look,
    terms: store.terms,
    logo: logo?.bytes,
  });
  return [{ type: 'application/pdf', name: `${invoice.number.replace(/[^\w.-]+/g, '-')}.pdf`, bytes }];
}
