/** HTML from a word processor or a page, on its way into words: lists, headings and tables as what words can hold. */

/** Sections and headings of a pasted page; a heading stays bold. */
const HEADINGS = 'h1, h2, h3, h4, h5, h6';
/** Between the cells of a row that becomes a line. */
const BETWEEN_CELLS = ' · ';

/**
 * Makes of pasted HTML paragraphs, flat lists and marks only: headings become bold paragraphs, rows of tables become a line each with their
 * cells apart, list entries of word processors (paragraphs with a sign in front) become entries, and entries within entries stand on their own.
 */
export function pastedHtml(html: string): string {
  const doc = new DOMParser().parseFromString(html, 'text/html');
  for (const gone of doc.querySelectorAll('style, script, title, meta, o\\:p, img, svg, button, input, select'))
    gone.remove();
  wordLists(doc);
  for (const heading of doc.querySelectorAll(HEADINGS)) {
    const bold = doc.createElement('b');
    bold.append(...heading.childNodes);
    replace(heading, 'p', bold);
  }
  for (const table of doc.querySelectorAll('table')) {
    const lines = [...table.querySelectorAll('tr')].map((row) => lineOf(doc, row));
    table.replaceWith(...lines);
  }
  // From the innermost on: an entry keeps its own words, its lists come behind it.
  for (const item of [...doc.querySelectorAll('li')].toReversed()) flatten(item);
  return doc.body.innerHTML;
}

function replace(element: Element, name: string, ...children: Node[]): void {
  const next = element.ownerDocument.createElement(name);
  next.append(...children);
  element.replaceWith(next);
}

function lineOf(doc: Document, row: Element): HTMLElement {
  const line = doc.createElement('p');
  [...row.querySelectorAll(':scope > td, :scope > th')].forEach((cell, i) => {
    if (i > 0) line.append(BETWEEN_CELLS);
    for (const block of cell.querySelectorAll('p, div')) block.replaceWith(...block.childNodes, ' ');
    if (cell.tagName === 'TH') {
      const bold = doc.createElement('b');
      bold.append(...cell.childNodes);
      line.append(bold);
    } else line.append(...cell.childNodes);
  });
  return line;
}

/** Word processors write lists as paragraphs of a style, with their sign or number as text of its own. */
function wordLists(doc: Document): void {
  for (const p of doc.querySelectorAll('p')) {
    if (!/mso-list:\s*l\d/i.test(p.getAttribute('style') ?? '') && !/MsoListParagraph/.test(p.className)) continue;
    const sign = [...p.querySelectorAll('span')].find((s) => /mso-list:\s*ignore/i.test(s.getAttribute('style') ?? ''));
    const ordered = /^[\s\u00a0]*[0-9a-z]{1,4}[.)]/i.test(sign?.textContent ?? '');
    sign?.remove();
    const list = doc.createElement(ordered ? 'ol' : 'ul');
    const item = doc.createElement('li');
    item.append(...p.childNodes);
    list.append(item);
    p.replaceWith(list);
  }
}

/** An entry with its words only: paragraphs in it become lines of it, lists in it follow it. */
function flatten(item: Element): void {
  const inner = [...item.querySelectorAll(':scope > ul, :scope > ol')];
  const list = item.parentElement;
  for (const p of item.querySelectorAll('p, div')) p.replaceWith(...p.childNodes);
  if (inner.length > 0 && list) list.after(...inner, rest(list, item));
}

/** The entries of a list that stand behind one of them, as a list of their own. */
function rest(list: Element, item: Element): Element {
  const behind = list.cloneNode(false) as Element;
  while (item.nextElementSibling) behind.append(item.nextElementSibling);
  return behind;
}
