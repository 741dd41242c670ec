/** Files that go with a message: an invoice as PDF, when its event asks for it. */
import type { Snapshot } from '@/core/snapshot';
import type { MomentDetails, MomentId } from '@/core/moments';
import { phrasebookFor } from '@/core/template';
import type { stores } from '../db/schema';
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
  snapshot: Snapshot,
  moment: MomentId,
  language: string,
  details: MomentDetails | undefined,
): Promise<AttachedFile[] | undefined> {
  const invoice = momentOf(moment).attaches === 'invoice' ? details?.invoice : undefined;
  if (!invoice?.attach) return undefined;
  const phrases = phrasebookFor(language, await phrasesOf(store.id, language));
  const bytes = await invoicePdf({
    snapshot,
    phrases,
    locale: store.locales[language] ?? language,
    timeZone: store.timeZone,
    ink: store.look.colours.words,
  });
  return [{ type: 'application/pdf', name: `${invoice.number.replace(/[^\w.-]+/g, '-')}.pdf`, bytes }];
}
