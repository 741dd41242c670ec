/**
 * What a reader meets who unsubscribes. A page of its own, without script and without the interface's looks: it is the store that they
 * deal with. Looking at it changes nothing, since programs look at links as well.
 */
import { eq } from 'drizzle-orm';
import { OPTIONAL_KINDS, type OptionalKind } from '@/core/moments';
import { phrasebookFor, type Phrase } from '@/core/template';
import { escapeHtml } from '@/core/text';
import { database } from '../db/client';
import { stores } from '../db/schema';
import { phrasesOf } from '../sending/render';
import { linkTooOld, readerPage, storePage, wordsOf } from './reader-page';
import { readerOf, setUnsubscribed, unsubscribedOf, unsubscribeFrom } from '../events/unsubscribed';

type Reader = NonNullable<Awaited<ReturnType<typeof readerOf>>>;

const CHOICES: Record<OptionalKind, Phrase> = { feedback: 'keepFeedback', offers: 'keepOffers' };

/** The page; the notice of an old link for a token that names nobody. */
export async function unsubscribePage(token: string): Promise<Response> {
  const reader = await readerOf(token);
  return reader ? pageFor(reader, false) : linkTooOld();
}

/**
 * Takes the one-click request of a mail program (RFC 8058), which unsubscribes from the message's kind, or the page's form, whose boxes
 * say what is wanted.
 */
export async function takeUnsubscribe(token: string, form: FormData): Promise<Response> {
  const reader = await readerOf(token);
  if (!reader) return linkTooOld();
  if (form.get('List-Unsubscribe') === 'One-Click') {
    await unsubscribeFrom(reader, reader.optional);
    return new Response(null, { status: 204 });
  }
  const wanted = form.getAll('want');
  await setUnsubscribed(
    reader,
    OPTIONAL_KINDS.filter((k) => !wanted.includes(k)),
    { how: 'page' },
  );
  return pageFor(reader, true);
}

async function pageFor(reader: Reader, saved: boolean): Promise<Response> {
  const [[store], own, all] = await Promise.all([
    database().select().from(stores).where(eq(stores.id, reader.storeId)),
    phrasesOf(reader.storeId, reader.language),
    unsubscribedOf(reader.storeId, [reader.address]),
  ]);
  const phrases = phrasebookFor(reader.language, own);
  const not = all.get(reader.address) ?? [];
  const say = (phrase: Phrase): string => wordsOf(phrases, phrase);
  const boxes = OPTIONAL_KINDS.map(
    (kind) =>
      `<label><input type="checkbox" name="want" value="${kind}"${not.includes(kind) || (!saved && kind === reader.optional) ? '' : ' checked'}> ${say(CHOICES[kind])}</label>`,
  ).join('');
  return readerPage(
    `<h1>${say('unsubscribeTitle')}</h1>
<p>${escapeHtml(reader.address)}</p>
${saved ? `<p role="status"><strong>${say('choiceSaved')}</strong></p>` : ''}
<form method="post"><fieldset><legend class="hidden">${say('unsubscribeTitle')}</legend>${boxes}</fieldset>
<button>${say('saveChoice')}</button></form>
<p class="quiet">${say('keepOrders')}</p>`,
    storePage(store!, reader.language, say('unsubscribeTitle')),
  );
}
