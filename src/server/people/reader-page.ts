/** Pages that a store's customers meet: without script, and in the store's look instead of ours. */
import { FONT_STACKS } from '@/core/look';
import { phrasebookFor, type Phrase, type Phrasebook } from '@/core/template';
import { directionOf, escapeHtml, plainLine } from '@/core/text';
import { readerLanguage } from '@/words/speak';
import type { stores } from '../db/schema';

export interface ReaderPage {
  language: string;
  /** As text for HTML. */
  title: string;
  /** The store's name, over everything. */
  name: string;
  style: string;
  status?: number;
}

/** A phrase without placeholders as text for HTML. */
export const wordsOf = (phrases: Phrasebook, phrase: Phrase): string => escapeHtml(plainLine(phrases[phrase]));

/** What a page of a store wears. */
export function storePage(
  { name, look: { colours, type, shape } }: Pick<typeof stores.$inferSelect, 'name' | 'look'>,
  language: string,
  title: string,
): ReaderPage {
  return {
    language,
    title: `${title} · ${escapeHtml(name)}`,
    name,
    style: `body{background:${colours.page};color:${colours.words};font:${type.text}px/1.5 ${FONT_STACKS[type.words]}}
main{background:${colours.sheet};border-radius:${shape.sheetRadius}px}h1,h2,header{font-family:${FONT_STACKS[type.headings]}}header{color:${colours.action}}
button{background:${colours.action};color:${colours.actionWords};border-radius:${shape.radius}px}.quiet{color:${colours.quietWords}}
select,input:not([type=checkbox]){background:${colours.sheet};color:${colours.words};border:1px solid ${colours.quietWords};border-radius:${shape.radius}px}.person{border-top:1px solid ${colours.lines}}`,
  };
}

/** The notice of a link that names nobody. Whose it was is not known any more, so it is said in the language of the browser. */
export function linkTooOld(phrase: Phrase = 'linkTooOld'): Response {
  const language = readerLanguage();
  return readerPage(`<p>${wordsOf(phrasebookFor(language), phrase)}</p>`, {
    language,
    title: 'Libellus',
    name: '',
    style: 'body{font:16px/1.5 serif;background:#eef1f0;color:#14232b}main{background:#fff}',
    status: 404,
  });
}

/** A page with what it says, as HTML. */
export function readerPage(body: string, { language, title, name, style, status = 200 }: ReaderPage): Response {
  return new Response(
    `<!doctype html><html lang="${escapeHtml(language)}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="robots" content="noindex"><title>${title}</title><style>
*{box-sizing:border-box}body{margin:0;padding:2rem 1rem}main{max-width:34rem;margin:0 auto;padding:1.5rem 2rem}header{font-size:1.4em;margin-bottom:1rem}h1{font-size:1.3em}h2{font-size:1.05em;margin:1.5rem 0 .25rem}
fieldset{border:0;padding:0;margin:1rem 0;min-width:0}legend{padding:0}label{display:block;padding:.4rem 0;cursor:pointer}input[type=checkbox]{width:1.1rem;height:1.1rem;vertical-align:-2px}
select,input:not([type=checkbox]){display:block;width:100%;padding:.5rem;font:inherit;margin-top:.2rem}.person{display:grid;grid-template-columns:repeat(auto-fit,minmax(12rem,1fr));gap:0 1rem;padding:.6rem 0}
[role=alert]{font-weight:bold}[aria-invalid]{outline:2px solid currentColor}.wrong{display:block;font-weight:bold}
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
