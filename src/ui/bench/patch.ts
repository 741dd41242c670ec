import { WITHIN } from '@/core/template';

const WORDS = 'class="ls-words"';

/**
 * Most changes are a key in the words of one block. When two renderings differ only within one such element, it alone is
 * read and replaced. Gives false when they differ elsewhere; then {@link patchDocument} has to be asked.
 */
export function patchWords(doc: Document, before: string, after: string): boolean {
  const most = Math.min(before.length, after.length);
  let same = 0;
  while (same < most && before.charCodeAt(same) === after.charCodeAt(same)) same += 1;
  let end = 0;
  while (end < most - same && before.charCodeAt(before.length - 1 - end) === after.charCodeAt(after.length - 1 - end)) {
    end += 1;
  }
  const mark = after.lastIndexOf(WORDS, same);
  const open = mark < 0 ? -1 : after.indexOf('>', mark);
  const tag = mark < 0 ? '' : (/<(\w+)[^<]*$/.exec(after.slice(Math.max(0, mark - 20), mark))?.[1] ?? '');
  if (tag === '' || open < 0 || open >= same) return false;
  const close = (html: string): number => html.indexOf(`</${tag}>`, open);
  // Nothing of the element's own kind stands within words, but own HTML can: then the first end is not this one's.
  const inner = after.slice(open + 1, close(after));
  if (inner.includes(`<${tag}`)) return false;
  if (close(before) < before.length - end || close(after) < after.length - end) return false;
  let index = 0;
  for (let at = after.indexOf(WORDS); at >= 0 && at < mark; at = after.indexOf(WORDS, at + 1)) index += 1;
  const element = doc.querySelectorAll('.ls-words')[index];
  if (!element) return false;
  element.innerHTML = inner;
  return true;
}

/**
 * Puts newly rendered HTML into the sheet by replacing only what changed: the page keeps its scroll, pictures are not
 * loaded again, and a keystroke costs one block.
 */
export function patchDocument(doc: Document, html: string): void {
  const next = new DOMParser().parseFromString(html, 'text/html');
  if (doc.head.innerHTML !== next.head.innerHTML) doc.head.replaceChildren(...next.head.cloneNode(true).childNodes);
  copyAttributes(doc.documentElement, next.documentElement);
  copyAttributes(doc.body, next.body);
  patchChildren(doc, doc.body, next.body, DEEP);
}

/** Blocks stand within the sheet's own table; what is deeper than this is replaced as a whole. */
const DEEP = 24;

function patchChildren(doc: Document, now: Element, next: Element, depth: number): void {
  const old = [...now.childNodes];
  const fresh = [...next.childNodes];
  if (old.length !== fresh.length || old.some((node, i) => node.nodeName !== fresh[i]!.nodeName)) {
    now.replaceChildren(...fresh.map((node) => doc.importNode(node, true)));
    return;
  }
  old.forEach((node, i) => {
    const other = fresh[i]!;
    if (node.isEqualNode(other)) return;
    if (depth > 0 && node instanceof doc.defaultView!.Element && other instanceof Element && sameTag(node, other)) {
      patchChildren(doc, node, other, depth - 1);
    } else node.replaceWith(doc.importNode(other, true));
  });
}

/** Same element with the same attributes: only what is inside differs. */
function sameTag(a: Element, b: Element): boolean {
  return a.cloneNode(false).isEqualNode(b.cloneNode(false));
}

function copyAttributes(to: Element, from: Element): void {
  for (const { name } of [...to.attributes]) if (!from.hasAttribute(name)) to.removeAttribute(name);
  for (const { name, value } of from.attributes) if (to.getAttribute(name) !== value) to.setAttribute(name, value);
}

/** The block a place on the sheet belongs to. */
export function blockAt(target: EventTarget | null, ids: readonly string[]): string | undefined {
  let element = target as Element | null;
  while (element) {
    for (const name of element.classList ?? []) {
      if (!name.startsWith('lb-')) continue;
      // Blocks of a passage carry the id of its use before their own.
      const id = name.slice(3).split(WITHIN)[0]!;
      if (ids.includes(id)) return id;
    }
    element = element.parentElement;
  }
  return undefined;
}

/** A block's sections on the sheet (a passage has several), and the element that holds its words. */
export function blockElements(
  doc: Document,
  id: string,
): { sections: HTMLElement[]; section: HTMLElement; words: HTMLElement } | undefined {
  const own = doc.querySelector<HTMLElement>(`div.${CSS.escape(`lb-${id}`)}, td.${CSS.escape(`lb-${id}`)}`);
  const sections = own ? [own] : [...doc.querySelectorAll<HTMLElement>(`div[class^="lb-${CSS.escape(id)}${WITHIN}"]`)];
  const section = sections[0];
  if (!section) return undefined;
  const words =
    section.querySelector<HTMLElement>('.ls-words') ?? section.querySelector<HTMLElement>('.ls-action a') ?? section;
  return { sections, section, words };
}

/** The colour that shows behind an element. */
export function backgroundBehind(element: HTMLElement): string {
  const view = element.ownerDocument.defaultView!;
  for (let at: HTMLElement | null = element; at; at = at.parentElement) {
    const { backgroundColor } = view.getComputedStyle(at);
    if (backgroundColor && backgroundColor !== 'transparent' && !/^rgba\(.*, 0\)$/.test(backgroundColor))
      return backgroundColor;
  }
  return '#ffffff';
}
