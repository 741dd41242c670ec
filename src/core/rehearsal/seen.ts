/** What a reader of a message's HTML can follow and look at, read off the HTML itself. */
import { Parser } from 'htmlparser2';

export interface Seen {
  links: string[];
  /** Links of which nothing is left where pictures are not loaded. */
  wordless: string[];
  pictures: { src: string; alt: string | undefined }[];
}

/** Links and pictures of a message's HTML. */
export function seenInHtml(html: string): Seen {
  const seen: Seen = { links: [], wordless: [], pictures: [] };
  let open: { href: string; words: string } | undefined;
  const parser = new Parser({
    onopentag(name, attributes) {
      if (name === 'a' && attributes['href'] !== undefined) {
        seen.links.push(attributes['href']);
        open = { href: attributes['href'], words: attributes['aria-label'] ?? '' };
      }
      if (name !== 'img') return;
      seen.pictures.push({ src: attributes['src'] ?? '', alt: attributes['alt'] });
      if (open) open.words += attributes['alt'] ?? '';
    },
    ontext(text) {
      if (open) open.words += text;
    },
    onclosetag(name) {
      if (name !== 'a' || !open) return;
      if (open.words.trim() === '') seen.wordless.push(open.href);
      open = undefined;
    },
  });
  parser.end(html);
  return seen;
}

/** Whether a mail program can follow a link: a whole address, with nothing left to be filled in. */
export function isFollowable(href: string): boolean {
  if (/[{}\s]|undefined|\[object/.test(href)) return false;
  if (/^(mailto|tel):.+/i.test(href)) return true;
  return /^https?:/i.test(href) && URL.canParse(href) && new URL(href).hostname !== '';
}
