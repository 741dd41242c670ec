/**
 * Puts newly rendered HTML into the sheet by replacing only what changed: the page keeps its scroll, pictures are not
 * loaded again, and a keystroke costs one block.
 */
export function patchDocument(doc: Document, html: string): void {
  const next = new DOMParser().parseFromString(html, 'text/html');
  if (doc.head.innerHTML !== next.head.innerHTML) doc.head.replaceChildren(...next.head.cloneNode(true).childNodes);
  copyAttributes(doc.documentElement, next.documentElement);
  copyAttributes(doc.body, next.body);
  patchChildren(doc, doc.body, next.body, 3);
}

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
      if (name.startsWith('lb-') && ids.includes(name.slice(3))) return name.slice(3);
    }
    element = element.parentElement;
  }
  return undefined;
}

/** A block's section on the sheet, and the element that holds its words. */
export function blockElements(doc: Document, id: string): { section: HTMLElement; words: HTMLElement } | undefined {
  const section = doc.querySelector<HTMLElement>(`div.${CSS.escape(`lb-${id}`)}`);
  if (!section) return undefined;
  const words =
    section.querySelector<HTMLElement>('.ls-words') ?? section.querySelector<HTMLElement>('.ls-action a') ?? section;
  return { section, words };
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
