/**
 * HTML that somebody brings along: read, cleaned of all that could run or fetch, and cut where placeholders stand. The
 * source is a MessageFormat 2 message whose words are HTML; a placeholder is written as its place needs it: as words,
 * as a part of an address, or as a whole address.
 */
import { Parser } from 'htmlparser2';
import sanitize from 'sanitize-html';
import { safeStyle } from '../css/css';
import { placeOf, type TextProblem } from './source';
import { safeUrl } from './values';
import { say } from '../../words/findings';

const TAGS = [
  ...[
    'a',
    'b',
    'bdi',
    'blockquote',
    'br',
    'caption',
    'center',
    'code',
    'del',
    'div',
    'em',
    'h1',
    'h2',
    'h3',
    'h4',
    'hr',
  ],
  ...['i', 'img', 'ins', 'li', 'ol', 'p', 'pre', 's', 'small', 'span', 'strong', 'sub', 'sup', 'table', 'tbody', 'td'],
  ...['tfoot', 'th', 'thead', 'tr', 'u', 'ul'],
];
/** Left out with all that is in them. */
const WITH_CONTENT = ['script', 'style', 'iframe', 'object', 'textarea', 'option', 'noscript', 'svg', 'math', 'title'];
/** Wrappers whose content is what matters. */
const TRANSPARENT = new Set(['html', 'head', 'body', 'meta', 'font', 'main', 'section', 'article', 'header', 'footer']);
const ATTRIBUTES = {
  '*': ['style', 'align', 'valign', 'width', 'height', 'bgcolor', 'dir', 'lang', 'title', 'role', 'aria-hidden'],
  a: ['href'],
  img: ['src', 'alt', 'border'],
  table: ['border', 'cellpadding', 'cellspacing'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan', 'scope'],
  ol: ['start'],
};

const OPEN = '\ue000';
const CLOSE = '\ue001';
const ADDRESS_PART = '\ue002';
const ADDRESS = '\ue003';
const MARK = /\ue000(\d+)([\ue002\ue003]?)\ue001/;

/** Where a placeholder stands in HTML. */
export type HtmlPlace = 'words' | 'address-part' | 'address';

/** Cleaned HTML, cut at its placeholders: text, or which placeholder in which place. */
export type HtmlPiece = string | { index: number; place: HtmlPlace };

/** Marks an expression's place for {@link cleanHtml}; `index` says which. */
export function htmlMark(index: number): string {
  return `${OPEN}${index}${CLOSE}`;
}

/** An address as it may stand in own HTML, placeholders in it marked by their place; undefined when it leads nowhere. */
function cleanAddress(value: string): string | undefined {
  const whole = /^\s*\ue000(\d+)\ue001\s*$/.exec(value);
  if (whole) return `${OPEN}${whole[1]}${ADDRESS}${CLOSE}`;
  // What comes first decides the scheme and the host: no value of an order may.
  const marks: string[] = [];
  const plain = value.replace(/\ue000(\d+)\ue001/g, (_m, n: string) => {
    marks.push(n);
    return `MARK${marks.length - 1}Q`;
  });
  if (/^[a-z]+:\/\/[^/?#]*MARK\d+Q/i.test(plain)) return undefined;
  const safe = safeUrl(plain);
  return safe?.replace(/MARK(\d+)Q/g, (_m, n: string) => `${OPEN}${marks[Number(n)]}${ADDRESS_PART}${CLOSE}`);
}

/** Cleans HTML with marks in it and cuts it at them. */
export function cleanHtml(html: string): HtmlPiece[] {
  const clean = sanitize(html, {
    allowedTags: TAGS,
    nonTextTags: WITH_CONTENT,
    allowedAttributes: ATTRIBUTES,
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowProtocolRelative: false,
    // Styles are read by our own rules, below.
    parseStyleAttributes: false,
    transformTags: {
      '*': (tagName, attribs) => {
        const out: Record<string, string> = {};
        for (const [name, value] of Object.entries(attribs)) {
          if (name === 'href' || name === 'src') {
            const address = cleanAddress(value);
            if (address !== undefined) out[name] = address;
          } else if (name === 'style') {
            const style = safeStyle(value);
            if (style !== '' && !style.includes(OPEN)) out.style = style;
          } else out[name] = value;
        }
        if (tagName === 'img') out.alt ??= '';
        return { tagName, attribs: out };
      },
    },
    exclusiveFilter: (frame) => frame.tag === 'img' && !frame.attribs.src,
  });
  const pieces: HtmlPiece[] = [];
  const parts = clean.split(new RegExp(MARK.source, 'g'));
  for (let i = 0; i < parts.length; i += 3) {
    if (parts[i] !== '') pieces.push(parts[i]!);
    if (i + 1 < parts.length) {
      const kind = parts[i + 2];
      pieces.push({
        index: Number(parts[i + 1]),
        place: kind === ADDRESS ? 'address' : kind === ADDRESS_PART ? 'address-part' : 'words',
      });
    }
  }
  return pieces;
}

/** What cleaning would take out of HTML, each with its place in `source`. */
export function htmlProblems(source: string): TextProblem[] {
  const problems: TextProblem[] = [];
  const tell = (start: number, what: string, end = start + 1): void => {
    const { line, column } = placeOf(source, start);
    problems.push({ kind: 'html', message: say.lineLineCharacterColumnWhat({ line, column, what }), start, end });
  };
  const allowed = new Set(TAGS);
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        const start = parser.startIndex;
        const end = parser.endIndex + 1;
        if (!allowed.has(name)) {
          if (!TRANSPARENT.has(name)) tell(start, say.nameCannotStandInA({ name }), end);
          return;
        }
        for (const [attribute, value] of Object.entries(attributes)) {
          if (/^on/i.test(attribute)) tell(start, say.attributeOnNameRunsCode({ attribute, name }), end);
          else if (attribute === 'href' || attribute === 'src') {
            const plain = value.replace(/\{\$[^}]*\}/g, 'x');
            const variable = /^\s*\{[^}]*\}\s*$/.test(value);
            if (!variable && safeUrl(plain) === undefined) {
              tell(start, say.attributeSliceOfNameIs({ attribute, slice: value.slice(0, 60), name }), end);
            }
          } else if (
            attribute === 'style' &&
            value.trim() !== '' &&
            safeStyle(value).length < value.trim().length / 2
          ) {
            tell(start, say.theStyleOfNameHolds({ name }), end);
          }
        }
        if (name === 'img' && !attributes.alt) tell(start, say.aPictureHasNoWords, end);
      },
      oncomment() {
        if (source.slice(parser.startIndex, parser.startIndex + 7).startsWith('<!--[if')) {
          tell(parser.startIndex, say.conditionalCommentsAreLeftOut);
        }
      },
    },
    { recognizeSelfClosing: true },
  );
  parser.write(source);
  parser.end();
  return problems;
}

/** HTML as words, for the text part: blocks on lines of their own, links with their address. */
export function htmlToPlain(html: string): string {
  let out = '';
  const links: string[] = [];
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        if (
          ['p', 'div', 'br', 'li', 'tr', 'h1', 'h2', 'h3', 'h4', 'hr', 'table'].includes(name) &&
          !/\n\s*$|^$/.test(out)
        )
          out += '\n';
        if (name === 'li') out += '- ';
        if (name === 'td' && /\S$/.test(out)) out += '  ';
        if (name === 'img' && attributes.alt) out += attributes.alt;
        if (name === 'a') links.push(attributes.href ?? '');
      },
      ontext(text) {
        out += text.replace(/[ \t\r\n]+/g, ' ');
      },
      onclosetag(name) {
        if (['p', 'h1', 'h2', 'h3', 'h4', 'table', 'ul', 'ol'].includes(name)) out += '\n\n';
        if (name === 'a') {
          const href = links.pop();
          if (href) out += ` (${href})`;
        }
      },
    },
    { decodeEntities: true },
  );
  parser.write(html);
  parser.end();
  return out
    .replace(/[ \t]+\n/g, '\n')
    .replace(/\n[ \t]+/g, '\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}
