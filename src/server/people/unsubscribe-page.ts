/**
 * What a reader meets who unsubscribes. A page of its own, without script and without the interface's looks: it is the store that they
 * deal with. Looking at it changes nothing, since programs look at links as well.
 */
import { eq } from 'drizzle-orm';
import { FONT_STACKS } from '@/core/look';
import { OPTIONAL_KINDS, type OptionalKind } from '@/core/moments';
import { phrasebookFor, type Phrase, type Phrasebook } from '@/core/template';
import { escapeHtml, plainLine, directionOf } from '@/core/text';
import { readerLanguage } from '@/words/speak';
import { database } from '../db/client';
import { stores } from '../db/schema';
import { phrasesOf } from '../sending/render';
import { readerOf, setUnsubscribed, unsubscribedOf, unsubscribeFrom } from '../events/unsubscribed';

type Reader = NonNullable<Awaited<ReturnType<typeof readerOf>>>;

const CHOICES: Record<OptionalKind, Phrase> = { feedback: 'keepFeedback', offers: 'keepOffers' };

/** The page; the notice of an old link for a token that names nobody. */
export async function unsubscribePage(token: string): Promise<Response> {
  const reader = await readerOf(token);
  return reader ? pageFor(reader, false) : tooOld();
}

/**
 * Takes the one-click request of a mail program (RFC 8058), which unsubscribes from the message's kind, or the page's form, whose boxes
 * say what is wanted.
 */
export async function takeUnsubscribe(token: string, form: FormData): Promise<Response> {
  const reader = await readerOf(token);
  if (!reader) return tooOld();
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
  const { colours, type, shape } = store!.look;
  const say = (phrase: Phrase): string => wordsOf(phrases, phrase);
  const boxes = OPTIONAL_KINDS.map(
    (kind) =>
      `<label><input type="checkbox" name="want" value="${kind}"${not.includes(kind) || (!saved && kind === reader.optional) ? '' : ' checked'}> ${say(CHOICES[kind])}</label>`,
  ).join('');
  return html(
    `<h1>${say('unsubscribeTitle')}</h1>
<p>${escapeHtml(reader.address)}</p>
${saved ? `<p role="status"><strong>${say('choiceSaved')}</strong></p>` : ''}
<form method="post"><fieldset><legend class="hidden">${say('unsubscribeTitle')}</legend>${boxes}</fieldset>
<button>${say('saveChoice')}</button></form>
<p class="quiet">${say('keepOrders')}</p>`,
    {
      language: reader.language,
      title: `${wordsOf(phrases, 'unsubscribeTitle')} · ${escapeHtml(store!.name)}`,
      name: store!.name,
      style: `body{background:${colours.page};color:${colours.words};font:${type.text}px/1.5 ${FONT_STACKS[type.words]}}
main{background:${colours.sheet};border-radius:${shape.sheetRadius}px}h1,header{font-family:${FONT_STACKS[type.headings]}}header{color:${colours.action}}
button{background:${colours.action};color:${colours.actionWords};border-radius:${shape.radius}px}.quiet{color:${colours.quietWords}}`,
    },
  );
}

/** A phrase without placeholders as text for HTML. */
const wordsOf = (phrases: Phrasebook, phrase: Phrase): string => escapeHtml(plainLine(phrases[phrase]));

/** Whose link it was is not known any more, so it is said in the language of the browser. */
function tooOld(): Response {
  const language = readerLanguage();
  return html(`<p>${wordsOf(phrasebookFor(language), 'linkTooOld')}</p>`, {
    language,
    title: 'Libellus',
    name: '',
    style: 'body{font:16px/1.5 serif;background:#eef1f0;color:#14232b}main{background:#fff}',
    status: 404,
  });
}

function html(
  body: string,
  page: { language: string; title: string; name: string; style: string; status?: number },
): Response {
  const { language, title, name, style, status = 200 } = page;
  return new Response(
    `<!doctype html><html lang="${escapeHtml(language)}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="robots" content="noindex"><title>${title}</title><style>
*{box-sizing:border-box}body{margin:0;padding:2rem 1rem}main{max-width:32rem;margin:0 auto;padding:1.5rem 2rem}header{font-size:1.4em;margin-bottom:1rem}h1{font-size:1.3em}
fieldset{border:0;padding:0;margin:1rem 0}label{display:block;padding:.4rem 0;cursor:pointer}input{width:1.1rem;height:1.1rem;vertical-align:-2px}
button{border:0;padding:.7rem 1.6rem;font:inherit;font-weight:bold;cursor:pointer}.hidden{position:absolute;clip-path:inset(50%)}:focus-visible{outline:2px solid currentColor;outline-offset:2px}
${style}</style></head><body><main>${name ? `<header>${escapeHtml(name)}</header>` : ''}${body}</main></body></html>`,
    {
      status,
      headers: {
        'content-type': 'text/html; charset=utf-8',
        'cache-control': 'no-store',
        // The address is as good as a key: it is not told to anybody it leads to.
        'referrer-policy': 'no-referrer',
      },
    },
  );
}
