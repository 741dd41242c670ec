/** Files that go with a message: those of its template and its letter, those of the shop's event, and what is made for the order. */
import { attachmentsFor, fileNameFor, MOST_FILES, type Attachment, type KeptFile } from '@/core/attach';
import { billedOrder, type Order } from '@/core/order';
import { appointmentsAt, isThereFor, type Snapshot } from '@/core/snapshot';
import { momentOf, type MomentDetails, type MomentId } from '@/core/moments';
import { phrasebookFor } from '@/core/template';
import { kept } from '@/words/kept';
import { say } from '@/words/files';
import { AppError } from '../base/errors';
import { ContentError } from '../base/faults';
import type { stores } from '../db/schema';
import { bringFile, fileBytes } from '../documents/files';
import { readMedia } from '../documents/media';
import { calendarText } from './calendar';
import { domainOf } from './compose';
import { deliveryNotePdf } from './delivery-note-pdf';
import { fetchFile } from './fetch-file';
import { invoicePdf } from './invoice-pdf';
import type { PaperInput } from './paper';
import { phrasesOf } from './render';

export interface AttachedFile {
  type: string;
  name: string;
  bytes: Buffer;
  /** SHA-256, of files that the store keeps; what is made for an order is kept in its message alone. */
  digest?: string;
}

export interface FilesOf {
  store: typeof stores.$inferSelect;
  order: Order;
  snapshot: Snapshot;
  moment: MomentId;
  language: string;
  details: MomentDetails | undefined;
  attachments: readonly Attachment[] | undefined;
  brought: { fromShop: readonly KeptFile[]; byHand: readonly KeptFile[] };
}

/**
 * The files of a message, in the order in which they stand in it. Throws a {@link ContentError} for one that is gone, and a `FileError`
 * for one that cannot be fetched just now.
 */
export async function filesFor(about: FilesOf): Promise<AttachedFile[]> {
  const { store, snapshot, moment, language, details, brought } = about;
  const files: AttachedFile[] = [];
  for (const file of brought.byHand) files.push(await keptFile(store.id, file));
  for (const attachment of attachmentsFor(about.attachments, snapshot.facts, language)) {
    files.push(...(await made(attachment, about)));
  }
  const invoice = momentOf(moment).attaches === 'invoice' ? details?.invoice : undefined;
  if (invoice?.attach) {
    const bytes = await invoicePdf(await paperOf(about, billedOrder(about.order)));
    files.push({ type: 'application/pdf', name: `${invoice.number.replace(/[^\w.-]+/g, '-')}.pdf`, bytes });
  }
  return namedApart(files).slice(0, 2 * MOST_FILES);
}

async function made(attachment: Attachment, about: FilesOf): Promise<AttachedFile[]> {
  const { store, order, snapshot, moment, language, brought, details } = about;
  const number = order.number.replace(/[^\w.-]+/g, '-');
  if (attachment.kind !== 'file' && !isThereFor(attachment.kind, order, moment, snapshot)) return [];
  switch (attachment.kind) {
    case 'file':
      return [await keptFile(store.id, attachment.file)];
    case 'from-shop':
      return [
        ...(await Promise.all(brought.fromShop.map((file) => keptFile(store.id, file)))),
        ...(await Promise.all((details?.files ?? []).flatMap((f) => ('url' in f ? fetched(store.id, f) : [])))),
      ];
    case 'calendar': {
      const text = calendarText({
        appointments: appointmentsAt(order, moment),
        timeZone: store.timeZone,
        store: { name: store.name, domain: domainOf(store.facts.email) },
        orderNumber: order.number,
        language,
        now: typeof snapshot.values['message.sentAt'] === 'number' ? snapshot.values['message.sentAt'] : 0,
      });
      return [{ type: 'text/calendar', name: `${number}.ics`, bytes: Buffer.from(text, 'utf8') }];
    }
    case 'delivery-note': {
      const paper = await paperOf(about, order);
      const name = fileNameFor(`${paper.phrases.deliveryNote} ${number}`, 'application/pdf');
      return [{ type: 'application/pdf', name, bytes: await deliveryNotePdf(paper) }];
    }
  }
}

async function paperOf({ store, snapshot, language }: FilesOf, order: Order): Promise<PaperInput> {
  const { look } = store;
  return {
    order,
    snapshot,
    phrases: phrasebookFor(language, await phrasesOf(store.id, language)),
    language,
    locale: store.locales[language] ?? language,
    timeZone: store.timeZone,
    look,
    terms: store.terms,
    logo: look.logo ? (await readMedia(look.logo.light.path.replace('/media/', '').split('/')))?.bytes : undefined,
  };
}

async function keptFile(storeId: string, { digest, name, type }: KeptFile): Promise<AttachedFile> {
  const bytes = await fileBytes(storeId, digest);
  if (!bytes) throw new ContentError(kept(() => say.isNoLongerKept({ name })));
  return { type, name, bytes, digest };
}

/** Kept by its content like any other, so that many messages with the same label hold it once. */
async function fetched(storeId: string, { name, url }: { name: string; url: string }): Promise<AttachedFile> {
  const bytes = await fetchFile(url);
  try {
    const file = await bringFile(storeId, { bytes, name, by: '', onShelf: false });
    return { type: file.type, name: file.name, bytes, digest: file.digest };
  } catch (error) {
    if (error instanceof AppError) throw new ContentError(error.message);
    throw error;
  }
}

/** Two of one name are told apart by a number: some mail programs save only the last of them. */
function namedApart(files: readonly AttachedFile[]): AttachedFile[] {
  const seen = new Map<string, number>();
  return files.map((file) => {
    const key = file.name.toLowerCase();
    const n = (seen.get(key) ?? 0) + 1;
    seen.set(key, n);
    return n === 1 ? file : { ...file, name: file.name.replace(/(\.[^.]+)?$/, ` (${n})$1`) };
  });
}
