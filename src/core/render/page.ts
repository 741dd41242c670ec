/** The whole message around its blocks: head, styles for phones and the dark, page and sheet. */
import { darkColours } from '../look/dark';
import { readCss } from '../css/css';
import type { Look } from '../look/schema';
import type { LaidBlock } from '../template/passages';
import { blockElements } from './blocks';
import type { Layout } from './layout';

/** Blocks that a look can put outside the sheet. */
function standsOutside(block: LaidBlock, look: Look): boolean {
  return (
    (block.kind === 'masthead' && look.masthead.place === 'above') ||
    (block.kind === 'footer' && look.footer.place === 'below')
  );
}

/** The whole message as MJML: head, page, sheet, and its blocks in their order. */
export function pageMjml(blocks: readonly LaidBlock[], layout: Layout): string {
  const { look, style, marks } = layout;
  const { colours, type, shape } = look;
  const groups: { outside: boolean; blocks: LaidBlock[] }[] = [];
  for (const block of blocks) {
    const outside = standsOutside(block, look);
    const last = groups.at(-1);
    if (last?.outside === outside) last.blocks.push(block);
    else groups.push({ outside, blocks: [block] });
  }
  const hasLinks = blocks.some((b) => b.kind === 'links');
  const elements = (list: readonly LaidBlock[]): string =>
    list.map((b) => blockElements(b, { ...layout, linksInFooter: !hasLinks })).join('\n');
  const edge = (height: number): string =>
    `<mj-section css-class="ls-page" background-color="${colours.page}" padding="0"><mj-column><mj-spacer height="${height}px" /></mj-column></mj-section>`;
  const body = groups
    .map((group) => {
      if (group.outside) return elements(group.blocks);
      const top = group.blocks[0]?.kind === 'masthead' ? 0 : style.room(28);
      const bottom = group.blocks.at(-1)?.kind === 'footer' ? 0 : style.room(12);
      const border = shape.sheetBorder > 0 ? `border="${shape.sheetBorder}px solid ${colours.lines}"` : '';
      return `<mj-wrapper css-class="ls-sheet" background-color="${colours.sheet}" padding="${top}px 0 ${bottom}px" border-radius="${shape.sheetRadius}px" ${border}>
${elements(group.blocks)}
</mj-wrapper>`;
    })
    .join('\n');
  const font = type.webFont
    ? `<mj-font name="${type.webFont.family}" href="${type.webFont.href.replace(/&/g, '&amp;')}" />`
    : '';
  return `<mjml lang="${marks.mark({ kind: 'language' })}" dir="${style.direction}">
<mj-head>
<mj-title>${marks.mark({ kind: 'subject' })}</mj-title>
<mj-preview>${marks.mark({ kind: 'preheader' })}</mj-preview>
${font}
<mj-attributes>
<mj-all font-family="${style.words}" />
<mj-text font-size="${type.text}px" line-height="${type.lineHeight}%" color="${colours.words}" align="${style.start}" />
<mj-table font-size="${type.text}px" line-height="${Math.round(type.lineHeight * 0.94)}%" color="${colours.words}" />
<mj-section padding="0" direction="${style.direction}" />
<mj-wrapper direction="${style.direction}" />
<mj-column direction="${style.direction}" />
</mj-attributes>
${look.dark === 'adapt' ? '<mj-raw><meta name="color-scheme" content="light dark"><meta name="supported-color-schemes" content="light dark"></mj-raw>' : ''}
<mj-style>${styles(look)}</mj-style>
</mj-head>
<mj-body css-class="ls-page" background-color="${colours.page}" width="${shape.width}px">
${edge(24)}
${body}
${edge(24)}
</mj-body>
</mjml>`;
}

const PHONE =
  '@media only screen and (max-width:479px){.ls-pad{padding-left:20px !important;padding-right:20px !important}.ls-stack{display:block !important;width:auto !important;padding-left:0 !important;padding-right:0 !important}}';

function styles(look: Look): string {
  const { shape } = look;
  const shadow = shape.shadow ? '.ls-sheet{box-shadow:0 1px 2px rgba(0,0,0,.08),0 10px 30px rgba(0,0,0,.1)}' : '';
  const logos = look.logo?.dark ? '.ls-logo-dark{display:none}' : '';
  // What is said instead of a picture, where pictures are not shown: readable on the sheet, also within a link.
  const alts = `.ls-alt img,.ls-alt a{color:${look.colours.words}}`;
  const own = readCss(look.css).safe;
  return [shadow, logos, alts, PHONE, look.dark === 'adapt' ? darkStyles(look) : '', own]
    .filter((s) => s !== '')
    .join('\n');
}

function darkStyles(look: Look): string {
  const c = darkColours(look.colours);
  const rule = (selector: string, css: string): string => `${selector}{${css}}`;
  const ground = (name: string, colour: string): string =>
    rule(`.${name},.${name}>table`, `background:${colour} !important;background-color:${colour} !important`);
  const words = (name: string, colour: string): string =>
    rule(
      ['', ' div', ' td', ' th', ' h1', ' h2', ' p', ' strong'].map((s) => `.${name}${s}`).join(),
      `color:${colour} !important`,
    );
  return `@media (prefers-color-scheme:dark){${[
    rule('body', `background:${c.page} !important`),
    ground('ls-page', c.page),
    ground('ls-sheet', c.sheet),
    words('ls-w', c.words),
    rule('.ls-w .ls-q,.ls-q,.ls-q div,.ls-q td', `color:${c.quietWords} !important`),
    rule('.ls-w a,.ls-q a', `color:${c.links} !important`),
    rule('.ls-alt img,.ls-alt a', `color:${c.words} !important`),
    rule('.ls-brand', `color:${c.brand} !important`),
    rule('.ls-rule,.ls-rule td,.ls-rule th,.ls-rule p', `border-color:${c.lines} !important`),
    rule('.ls-band,.ls-band td', `background:${c.band} !important`),
    rule('.ls-action a,.ls-action td,.ls-act', `background:${c.action} !important;color:${c.actionWords} !important`),
    rule('.ls-act *', `color:${c.actionWords} !important`),
    ...(look.logo?.dark
      ? [rule('.ls-logo-light', 'display:none !important'), rule('.ls-logo-dark', 'display:inline-block !important')]
      : []),
  ].join('')}}`;
}
