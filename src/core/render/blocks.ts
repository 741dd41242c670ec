/** Each block as MJML, with marks where words and values go. */
import { isSimple, type Block, type ColumnsBlock, type Link, type SimpleBlock } from '../template/schema';
import type { LaidBlock } from '../template/passages';
import type { Phrase } from '../template/phrasebook';
import { promiseRef } from '../codes';
import { escapeHtml, plainLine, safeUrl } from '../text/values';
import type { Layout } from './layout';
import type { Gate, SuggestionField } from './marks';
import {
  addressesTable,
  itemsTable,
  parcelTable,
  refundTable,
  totalsTable,
  transferTable,
  ordersTable,
} from './tables';

/** The class that a block carries in the message, so that the sheet can find it. */
export function blockClass(id: string): string {
  return `lb-${id}`;
}

/** A block with what has to hold for it, as elements of the body or of the sheet around it. */
export function blockElements(block: LaidBlock, layout: Layout): string {
  const conditions = [...(block.also ?? []), ...(block.when ? [block.when] : [])];
  const own = gateOf(block);
  let elements = sectionOf(block, layout);
  if (own) elements = layout.marks.gateElements(own, elements);
  if (conditions.length > 0) elements = layout.marks.gateElements({ when: conditions }, elements);
  return elements;
}

/** What an order must have for a block to say anything. */
function gateOf(block: Block): Gate | undefined {
  switch (block.kind) {
    case 'button':
      return { link: block.target };
    case 'heading':
    case 'text':
      return { words: block.id };
    case 'notes':
    case 'downloads':
    case 'orders':
    case 'refund':
      return { has: block.kind };
    case 'items':
      return block.only && { has: block.only };
    case 'transfer':
      return { anyOf: ['payment.iban'] };
    case 'suggestions':
      return { suggests: block.id };
    case 'discount':
      return { code: promiseRef(block) };
    case 'parcel':
      return { anyOf: ['shipment.carrier', 'shipment.trackingNumber', 'shipment.trackingUrl'] };
    default:
      return undefined;
  }
}

function sectionOf(block: Block, layout: Layout): string {
  const { look, style } = layout;
  const { margin } = look.shape;
  const section = (inner: string, attributes = ''): string =>
    `<mj-section css-class="${blockClass(block.id)}" ${attributes}><mj-column>${inner}</mj-column></mj-section>`;
  const padded = (top: number, bottom: number): string =>
    `padding="${style.room(top)}px ${margin}px ${style.room(bottom)}px"`;
  const table = (rows: string, top: number, bottom: number): string =>
    section(`<mj-table css-class="ls-pad ls-w" ${padded(top, bottom)}><tbody>${rows}</tbody></mj-table>`);

  if (isSimple(block)) return section(simpleElement(block, layout, margin, 'ls-pad'));
  switch (block.kind) {
    case 'columns':
      return columns(block, layout);
    case 'masthead':
      return masthead(block, layout);
    case 'items':
      return table(itemsTable(block, layout), 0, 8);
    case 'totals':
      return table(totalsTable(block, layout), 0, 24);
    case 'addresses':
      return table(addressesTable(block, layout), 0, 12);
    case 'parcel': {
      const label = layout.marks.mark({ kind: 'phrase', phrase: 'followParcel' });
      const follow =
        block.button === false
          ? ''
          : layout.marks.gateElements({ link: TRACKING }, button(layout, TRACKING, label, {}, margin, 'ls-pad'));
      return section(
        `<mj-table css-class="ls-pad ls-w" ${padded(0, 16)}><tbody>${parcelTable(layout)}</tbody></mj-table>${follow}`,
      );
    }
    case 'refund':
      return table(refundTable(layout), 0, 20);
    case 'transfer':
      return table(transferTable(block, layout), 0, 20);
    case 'discount':
      return section(discount(block, layout));
    case 'notes':
      return section(notes(block, layout));
    case 'suggestions':
      return section(suggestions(block, layout));
    case 'downloads':
      return section(downloads(layout));
    case 'orders':
      return table(ordersTable(block, layout), 0, 20);
    case 'links':
      return section(
        `<mj-text css-class="ls-pad ls-q" align="${style.side(block.align)}" font-size="${look.type.small}px" color="${look.colours.quietWords}" ${padded(4, 16)}>${linkRow(layout)}</mj-text>`,
      );
    case 'footer':
      return footer(block, layout);
    case 'passage':
      return '';
  }
}

const TRACKING: Link = { variable: 'shipment.trackingUrl' };
const PREFERENCES: Link = { variable: 'message.preferencesUrl' };
const UNSUBSCRIBE: Link = { variable: 'message.unsubscribeUrl' };

/** The elements of a block that can stand in a column; `side` is the room at both sides in pixels. */
function simpleElement(block: SimpleBlock, layout: Layout, side: number, css: string): string {
  const { look, style, marks } = layout;
  const { colours, type, shape } = look;
  const padding = (top: number, bottom: number): string =>
    `padding="${style.room(top)}px ${side}px ${style.room(bottom)}px"`;
  const words = marks.mark({ kind: 'words', segment: block.id });
  switch (block.kind) {
    case 'heading': {
      const headline = block.size !== 'heading';
      const level = headline ? 1 : 2;
      const size = headline ? type.headline : type.heading;
      const extra = headline ? style.headline : `font-weight:${type.headlineWeight}`;
      return `<mj-text css-class="${css} ls-w" align="${style.side(block.align)}" ${padding(4, 14)}><h${level} class="ls-words" style="margin:0;font-family:${style.headings};font-size:${size}px;line-height:1.25;${extra};color:${colours.words}">${words}</h${level}></mj-text>`;
    }
    case 'text': {
      const size = block.size === 'small' ? type.small : block.size === 'lead' ? type.text + 2 : type.text;
      const quiet = block.size === 'small';
      return `<mj-text css-class="${css} ${quiet ? 'ls-q' : 'ls-w'}" align="${style.side(block.align)}" font-size="${size}px" color="${quiet ? colours.quietWords : colours.words}" ${padding(0, 16)}><div class="ls-words">${words}</div></mj-text>`;
    }
    case 'button':
      return button(layout, block.target, words, block, side, css);
    case 'image': {
      const { picture } = block;
      if (!picture) return `<mj-spacer height="1px" />`;
      const src =
        'path' in picture ? marks.mark({ kind: 'asset', path: picture.path }) : escapeHtml(safeUrl(picture.url) ?? '');
      const natural = 'path' in picture ? picture.width : 800;
      const width = Math.min(block.width ?? natural, look.shape.width - 2 * shape.margin);
      const href = block.target ? `href="${marks.mark({ kind: 'href', link: block.target })}"` : '';
      return `<mj-image css-class="${css} ls-alt" src="${src}" alt="${marks.mark({ kind: 'alt', segment: block.id })}" ${href} width="${width}px" align="${style.side(block.align ?? 'centre')}" border-radius="${shape.radius}px" ${padding(0, 20)} />`;
    }
    case 'divider':
      return `<mj-divider css-class="${css} ls-rule" ${padding(4, 20)} border-width="${Math.max(1, shape.lineWidth)}px" border-color="${colours.lines}" />`;
    case 'space':
      return `<mj-spacer height="${block.height}px" />`;
    case 'html':
      return `<mj-text css-class="${css} ls-w" ${padding(0, 16)}><div class="ls-words">${words}</div></mj-text>`;
  }
}

function button(
  { look, style, marks }: Layout,
  target: Link,
  words: string,
  block: Pick<Extract<SimpleBlock, { kind: 'button' }>, 'align' | 'width' | 'size' | 'corners'>,
  side: number,
  css: string,
): string {
  const { colours, type, shape } = look;
  const width = block.width === 'full' ? 'width="100%"' : '';
  const [size, inner] = {
    small: [type.small, '7px 16px'],
    usual: [type.text, '12px 24px'],
    large: [type.text + 2, '16px 34px'],
  }[block.size ?? 'usual'];
  const radius = { square: 0, look: shape.radius, round: 40 }[block.corners ?? 'look'];
  return `<mj-button css-class="${css} ls-action" align="${style.side(block.align)}" href="${marks.mark({ kind: 'href', link: target })}" background-color="${colours.action}" color="${colours.actionWords}" font-family="${style.words}" font-size="${size}px" font-weight="bold" border-radius="${radius}px" inner-padding="${inner}" padding="${style.room(4)}px ${side}px ${style.room(24)}px" ${width}>${words}</mj-button>`;
}

const SPLITS = { even: undefined, 'narrow-first': [1, 2], 'narrow-last': [2, 1] } as const;

function columns(block: ColumnsBlock, layout: Layout): string {
  const { look, marks, style } = layout;
  const gap = 12;
  const outer = Math.max(0, look.shape.margin - gap);
  const split = block.columns.length === 2 ? SPLITS[block.split] : undefined;
  const inner = block.columns.map((list, i) => {
    const width = split ? `width="${((split[i]! / 3) * 100).toFixed(4)}%"` : '';
    const elements = list.map((b) => {
      const own = gateOf(b);
      const gates: Gate[] = [...(own ? [own] : []), ...(b.when ? [{ when: [b.when] }] : [])];
      return gates.reduce(
        (made, gate) => marks.gateElements(gate, made),
        simpleElement(b, layout, gap, blockClass(b.id)),
      );
    });
    return `<mj-column ${width} vertical-align="top">${elements.join('') || '<mj-spacer height="1px" />'}</mj-column>`;
  });
  return `<mj-section css-class="${blockClass(block.id)} ls-columns" padding="0 ${outer}px ${style.room(4)}px">${inner.join('')}</mj-section>`;
}

/** The logo, or the shop's name set in type. */
function brandMark({ look, style, marks }: Layout, colour: string): string {
  const { logo, masthead } = look;
  if (!logo) {
    const words = escapeHtml(plainLine(masthead.name));
    return `<span class="ls-brand" style="font-family:${style.headings};font-size:28px;line-height:1.2;${style.headline};color:${colour}">${words}</span>`;
  }
  const alt = escapeHtml(plainLine(logo.alt));
  // Shown where pictures are not: in the colour that the shop's name would have there.
  const shownAlt = `font-family:${style.headings};font-size:20px;line-height:1.3;color:${colour}`;
  const image = (path: string, height: number, css: string, style_: string): string =>
    `<img class="${css} ls-brand" src="${marks.mark({ kind: 'asset', path })}" alt="${alt}" width="${logo.width}" height="${height}" style="display:inline-block;border:0;max-width:100%;width:${logo.width}px;height:auto;${shownAlt};${style_}">`;
  const height = (a: { width: number; height: number }): number =>
    Math.max(1, Math.round((a.height / a.width) * logo.width));
  const both = logo.dark
    ? image(logo.light.path, height(logo.light), 'ls-logo-light', '') +
      `<!--[if !mso]><!-->${image(logo.dark.path, height(logo.dark), 'ls-logo-dark', 'display:none')}<!--<![endif]-->`
    : image(logo.light.path, height(logo.light), 'ls-logo', '');
  const href = safeUrl(logo.link);
  return href === undefined ? both : `<a href="${escapeHtml(href)}" style="text-decoration:none">${both}</a>`;
}

function masthead(block: Block, layout: Layout): string {
  const { look, style, marks } = layout;
  const { colours, type, shape, masthead: head } = look;
  const band = head.arrangement === 'band';
  const outside = head.place === 'above';
  const quiet = band ? colours.actionWords : colours.quietWords;
  const mark = brandMark(layout, band ? colours.actionWords : colours.brand);
  const small = `font-size:${type.small}px;line-height:1.5;color:${quiet}`;
  const strap = head.strapline
    ? `<br><span class="ls-q" style="${small};letter-spacing:.03em">${marks.mark({ kind: 'look', own: head.strapline, others: head.straplines })}</span>`
    : '';
  const note = head.note
    ? `<span class="ls-q" style="${small}">${marks.mark({ kind: 'phrase', phrase: 'mastheadNote' })}</span>`
    : '';
  const centre =
    head.arrangement === 'centre' || (look.logo?.align === 'centre' && !band && head.arrangement !== 'split');
  const side = centre ? 'center' : look.logo?.align === 'end' && head.arrangement === 'start' ? style.end : style.start;
  const cell = (inner: string, where: string, more = ''): string =>
    `<td align="${where}" style="text-align:${where};vertical-align:bottom;${more}">${inner}</td>`;
  const row =
    head.arrangement === 'split' || band
      ? `<tr>${cell(mark + strap, style.start)}${note ? cell(note, style.end, 'white-space:nowrap') : ''}</tr>`
      : `<tr>${cell(`${mark}${strap}${note ? `<br>${note}` : ''}`, side)}</tr>`;
  const ground = band ? colours.action : outside ? colours.page : '';
  const radius = band && !outside ? `border-radius="${shape.sheetRadius}px ${shape.sheetRadius}px 0 0"` : '';
  const css = band ? 'ls-act' : outside ? 'ls-page' : '';
  const bottom = band ? 22 : head.line ? 18 : outside ? 20 : 12;
  const line =
    head.line && !band
      ? `<mj-divider css-class="ls-pad ls-rule" padding="0 ${shape.margin}px ${style.room(24)}px" border-width="${shape.lineWidth || 1}px" border-color="${colours.lines}" />`
      : '';
  const below = band && !outside ? `<mj-spacer height="1px" />` : '';
  const section = `<mj-section css-class="${blockClass(block.id)} ${css}" ${ground ? `background-color="${ground}"` : ''} ${radius}><mj-column><mj-table css-class="ls-pad" padding="${style.room(24)}px ${outside && !band ? Math.min(shape.margin, 24) : shape.margin}px ${style.room(bottom)}px"><tbody>${row}</tbody></mj-table>${line}</mj-column></mj-section>`;
  return below
    ? `${section}<mj-section><mj-column><mj-spacer height="${style.room(26)}px" /></mj-column></mj-section>`
    : section;
}

function linkRow({ look, style, marks }: Layout): string {
  const { footer, colours, type } = look;
  const colour = colours.quietWords;
  return footer.links
    .map((link) => {
      const href = safeUrl(link.url);
      if (href === undefined) return '';
      const label = marks.mark({ kind: 'look', own: link.label, others: link.labels });
      const sign =
        footer.linksAs === 'words'
          ? ''
          : `<img src="${marks.mark({ kind: 'asset', path: `/media/signs/${link.sign}-${colour.slice(1).toLowerCase()}.png` })}" alt="${footer.linksAs === 'both' ? '' : label}" width="18" height="18" style="border:0;vertical-align:-4px;width:18px;height:18px">`;
      const words = footer.linksAs === 'signs' ? '' : `${sign ? '&nbsp;' : ''}${label}`;
      return `<a href="${escapeHtml(href)}" style="color:${colour};text-decoration:none;font-size:${type.small}px;white-space:nowrap;margin-${style.end}:16px">${sign}${words}</a>`;
    })
    .join(' ');
}

function footer(block: Block, layout: Layout): string {
  const { look, style, marks } = layout;
  const { colours, type, shape, footer: foot } = look;
  const outside = foot.place === 'below';
  const align = style.side(foot.align);
  const line =
    foot.line && !outside
      ? `<mj-divider css-class="ls-pad ls-rule" padding="${style.room(8)}px ${shape.margin}px ${style.room(16)}px" border-width="${shape.lineWidth || 1}px" border-color="${colours.lines}" />`
      : '';
  const text = (inner: string, top: number, bottom: number): string =>
    `<mj-text css-class="ls-pad ls-q" align="${align}" font-size="${type.small}px" line-height="160%" color="${colours.quietWords}" padding="${style.room(top)}px ${shape.margin}px ${style.room(bottom)}px">${inner}</mj-text>`;
  const links = layout.linksInFooter && foot.links.length > 0 ? text(linkRow(layout), outside ? 18 : 0, 8) : '';
  const own = (link: Link, phrase: Phrase): string =>
    marks.when(
      { link },
      `<br><a class="ls-q" href="${marks.mark({ kind: 'href', link })}" style="color:${colours.quietWords}">${marks.mark({ kind: 'phrase', phrase })}</a>`,
    );
  const out = own(PREFERENCES, 'preferences') + own(UNSUBSCRIBE, 'unsubscribe');
  const legal = text(`${marks.mark({ kind: 'phrase', phrase: 'footer' })}${out}`, outside && !links ? 18 : 0, 28);
  return `<mj-section css-class="${blockClass(block.id)} ${outside ? 'ls-page' : ''}" ${outside ? `background-color="${colours.page}"` : ''}><mj-column>${line}${links}${legal}</mj-column></mj-section>`;
}

function discount(block: Extract<Block, { kind: 'discount' }>, { look, style, marks }: Layout): string {
  const { colours, type, shape } = look;
  const code = marks.mark({ kind: 'code', ref: promiseRef(block), code: block.code });
  return `<mj-text css-class="ls-pad ls-w" align="center" padding="${style.room(4)}px ${shape.margin}px ${style.room(24)}px"><div class="ls-words" style="margin:0 0 8px">${marks.mark({ kind: 'words', segment: block.id })}</div><span class="ls-q" style="font-size:${type.small}px;color:${colours.quietWords}">${marks.mark({ kind: 'phrase', phrase: 'yourCode' })}</span><br><span class="ls-band ls-rule" style="display:inline-block;padding:8px 18px;border:${Math.max(1, shape.lineWidth)}px dashed ${colours.lines};border-radius:${shape.radius}px;background:${colours.band};font-family:'Courier New',Courier,monospace;font-size:${type.heading}px;letter-spacing:.12em;color:${colours.words}"><strong>${code}</strong></span></mj-text>`;
}

/** Products below each other: picture, name and price, which read on any width. */
function suggestions(block: Extract<Block, { kind: 'suggestions' }>, { look, style, marks }: Layout): string {
  const { colours, type, shape, items } = look;
  const field = (name: SuggestionField): string => marks.mark({ kind: 'suggestion', field: name });
  const size = Math.max(48, items.pictureSize);
  const linked = (inner: string, css: string): string =>
    marks.when({ suggestion: 'url' }, `<a href="${field('url')}" style="${css}">`) +
    inner +
    marks.when({ suggestion: 'url' }, '</a>');
  const picture = marks.when(
    { suggestion: 'imageUrl' },
    linked(
      `<img src="${field('imageUrl')}" alt="" width="${size}" height="${size}" style="display:block;width:${size}px;height:${size}px;border:0;border-radius:${Math.min(shape.radius, 8)}px">`,
      'text-decoration:none',
    ),
  );
  const price =
    block.prices === false
      ? ''
      : marks.when(
          { suggestion: 'price' },
          `<br><span class="ls-q" style="font-size:${type.small}px;color:${colours.quietWords}">${field('price')}</span>`,
        );
  const name = `${linked(`<strong>${field('name')}</strong>`, `color:${colours.links};text-decoration:none`)}${price}`;
  const one = `<tr><td width="${size + 12}" style="width:${size + 12}px;padding:6px 0;vertical-align:middle">${picture}</td><td align="${style.start}" style="text-align:${style.start};padding:6px 0;vertical-align:middle">${name}</td></tr>`;
  const head = `<mj-text css-class="ls-pad ls-w" padding="${style.room(4)}px ${shape.margin}px ${style.room(4)}px"><strong style="font-family:${style.headings};font-size:${type.text + 1}px">${marks.mark({ kind: 'phrase', phrase: 'goesWith' })}</strong></mj-text>`;
  return `${head}<mj-table css-class="ls-pad ls-w" padding="${style.room(4)}px ${shape.margin}px ${style.room(20)}px"><tbody>${marks.each(`suggestions ${block.id}`, one)}</tbody></mj-table>`;
}

function notes(block: Extract<Block, { kind: 'notes' }>, { look, style, marks }: Layout): string {
  const { colours, type, shape } = look;
  const link = `<a href="${marks.mark({ kind: 'note', field: 'url' })}" style="color:${colours.links}">${marks.mark({ kind: 'phrase', phrase: 'readMore' })}</a>`;
  const beside =
    block.line === false ? '' : `;padding-${style.start}:12px;border-${style.start}:3px solid ${colours.lines}`;
  const name =
    block.names === false
      ? ''
      : `<strong style="font-family:${style.headings};font-size:${type.small + 1}px">${marks.mark({ kind: 'note', field: 'product' })}</strong><br>`;
  const one = `<div style="margin:0 0 12px${beside}" class="ls-rule">${name}${marks.mark({ kind: 'note', field: 'words' })}${marks.when({ note: 'url' }, `<br>${link}`)}</div>`;
  return `<mj-text css-class="ls-pad ls-w" padding="${style.room(4)}px ${shape.margin}px ${style.room(12)}px">${marks.each('notes', one)}</mj-text>`;
}

function downloads({ look, style, marks }: Layout): string {
  const { colours, shape } = look;
  const one = `<tr><td class="ls-rule" style="padding:8px 0;border-bottom:1px solid ${colours.lines}"><a href="${marks.mark({ kind: 'download', field: 'url' })}" style="color:${colours.links};font-weight:bold">${marks.mark({ kind: 'download', field: 'name' })}</a></td></tr>`;
  return `<mj-table css-class="ls-pad ls-w" padding="${style.room(4)}px ${shape.margin}px ${style.room(20)}px"><tbody>${marks.each('downloads', one)}</tbody></mj-table>`;
}
