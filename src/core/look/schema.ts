/** A store's brand as messages wear it: logo, colours by role, type, shape, masthead, tables, footer. */
import { Type, type Static } from '@sinclair/typebox';
import { FONT_STACKS, type FontStack } from './fonts';
import { PICTURE_PATH } from './picture-path';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

const strict = { additionalProperties: false } as const;
const colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });
const px = (min: number, max: number): ReturnType<typeof Type.Integer> => Type.Integer({ minimum: min, maximum: max });
const choice = <T extends string>(...values: T[]) => Type.Union(values.map((v) => Type.Literal(v)));
const font = Type.Union((Object.keys(FONT_STACKS) as FontStack[]).map((name) => Type.Literal(name)));
const align = choice('start', 'centre', 'end');

/** A picture of the store's own, as it was made on the way in. `path` is below this installation's address. */
export const AssetSchema = Type.Object(
  {
    path: Type.String({ pattern: PICTURE_PATH }),
    width: Type.Integer({ minimum: 1, maximum: 2000 }),
    height: Type.Integer({ minimum: 1, maximum: 4000 }),
    bytes: Type.Integer({ minimum: 1 }),
  },
  strict,
);
export type Asset = Static<typeof AssetSchema>;

export const COLOUR_ROLES = [
  'page',
  'sheet',
  'words',
  'quietWords',
  'brand',
  'links',
  'action',
  'actionWords',
  'lines',
  'band',
] as const;
export type ColourRole = (typeof COLOUR_ROLES)[number];

export const COLOUR_LABELS: Record<ColourRole, string> = inEachLanguage(() => ({
  page: say.page,
  sheet: say.sheet,
  words: say.words,
  quietWords: say.quietWords,
  brand: say.shopName,
  links: say.links,
  action: say.action,
  actionWords: say.actionWords,
  lines: say.lines,
  band: say.tableBand,
}));

/** Signs that ship with Libellus for links below a message; drawn by us, in any colour. */
export const LINK_SIGNS = [
  'shop',
  'mail',
  'phone',
  'place',
  'chat',
  'pictures',
  'films',
  'journal',
  'people',
  'help',
] as const;
export type LinkSign = (typeof LINK_SIGNS)[number];

const languageTag = Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$' });

/** The same words in further languages, by BCP 47 tag. Where there are none, those in the store's own language stand. */
const further = (maxLength: number) => Type.Optional(Type.Record(languageTag, Type.String({ maxLength }), strict));

/** Words of a look in a language. */
export const wordsOfLook = (language: string, own: string, others: Record<string, string> | undefined): string =>
  others?.[language] || own;

export const FooterLinkSchema = Type.Object(
  {
    sign: Type.Union(LINK_SIGNS.map((s) => Type.Literal(s))),
    label: Type.String({ maxLength: 60 }),
    labels: further(60),
    url: Type.String({ maxLength: 2000 }),
  },
  strict,
);
export type FooterLink = Static<typeof FooterLinkSchema>;

export const LookSchema = Type.Object(
  {
    version: Type.Literal(1),
    logo: Type.Union([
      Type.Null(),
      Type.Object(
        {
          light: AssetSchema,
          /** Shown instead where a mail program is dark. */
          dark: Type.Optional(AssetSchema),
          alt: Type.String({ maxLength: 120 }),
          link: Type.String({ maxLength: 2000 }),
          /** Shown width in pixels. */
          width: px(16, 600),
          align,
        },
        strict,
      ),
    ]),
    colours: Type.Object(
      {
        page: colour,
        sheet: colour,
        words: colour,
        quietWords: colour,
        brand: colour,
        links: colour,
        action: colour,
        actionWords: colour,
        lines: colour,
        band: colour,
      },
      strict,
    ),
    /** What mail programs in dark get: colours of our own for it, or none declared. */
    dark: choice('adapt', 'leave'),
    type: Type.Object(
      {
        headings: font,
        words: font,
        /** A font fetched from elsewhere, which many mail programs never show; the stack stands behind it. */
        webFont: Type.Union([
          Type.Null(),
          Type.Object(
            {
              family: Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9 -]{0,59}$' }),
              href: Type.String({ pattern: '^https://[^\\s"<>]{3,500}$' }),
              for: choice('headings', 'all'),
            },
            strict,
          ),
        ]),
        headline: px(18, 56),
        heading: px(13, 36),
        text: px(12, 22),
        small: px(10, 17),
        headlineStyle: choice('upright', 'italic', 'capitals'),
        headlineWeight: choice('normal', 'bold'),
        /** In percent of the size. */
        lineHeight: px(110, 200),
      },
      strict,
    ),
    shape: Type.Object(
      {
        width: px(320, 800),
        /** Between the words and the sheet's edge. */
        margin: px(8, 80),
        /** How much room stands between blocks, in percent of the usual. */
        room: px(50, 200),
        /** Corners of buttons and boxes, and of the sheet. */
        radius: px(0, 40),
        sheetRadius: px(0, 40),
        lineWidth: px(0, 6),
        sheetBorder: px(0, 8),
        shadow: Type.Boolean(),
      },
      strict,
    ),
    masthead: Type.Object(
      {
        arrangement: choice('split', 'centre', 'start', 'band'),
        place: choice('sheet', 'above'),
        name: Type.String({ maxLength: 80 }),
        strapline: Type.String({ maxLength: 120 }),
        straplines: further(120),
        /** The order's number beside or below the name. */
        note: Type.Boolean(),
        line: Type.Boolean(),
      },
      strict,
    ),
    items: Type.Object(
      {
        pictures: Type.Boolean(),
        pictureSize: px(24, 160),
        style: choice('plain', 'lined', 'banded'),
        room: px(2, 32),
        columns: Type.Object({ options: Type.Boolean(), sku: Type.Boolean(), unitPrice: Type.Boolean() }, strict),
        head: Type.Boolean(),
        totals: choice('across', 'end'),
      },
      strict,
    ),
    addresses: Type.Object({ arrangement: choice('beside', 'stacked'), panel: choice('plain', 'boxed') }, strict),
    footer: Type.Object(
      {
        place: choice('inside', 'below'),
        align,
        line: Type.Boolean(),
        links: Type.Array(FooterLinkSchema, { maxItems: 10 }),
        linksAs: choice('signs', 'words', 'both'),
        /** MessageFormat 2 by language, over the phrasebook's: firm, address, year. */
        legal: Type.Record(languageTag, Type.String({ maxLength: 5000 }), strict),
      },
      strict,
    ),
    css: Type.String({ maxLength: 20_000 }),
  },
  { ...strict, $id: 'libellus:look' },
);
export type Look = Static<typeof LookSchema>;
export type Logo = NonNullable<Look['logo']>;

export const DEFAULT_LOOK: Look = {
  version: 1,
  logo: null,
  colours: {
    page: '#f1efe9',
    sheet: '#ffffff',
    words: '#26211d',
    quietWords: '#6d635a',
    brand: '#26211d',
    links: '#7a3b1d',
    action: '#26211d',
    actionWords: '#ffffff',
    lines: '#e2dbd1',
    band: '#f7f4ee',
  },
  dark: 'adapt',
  type: {
    headings: 'bookish',
    words: 'bookish',
    webFont: null,
    headline: 28,
    heading: 18,
    text: 16,
    small: 13,
    headlineStyle: 'upright',
    headlineWeight: 'normal',
    lineHeight: 155,
  },
  shape: {
    width: 600,
    margin: 40,
    room: 100,
    radius: 3,
    sheetRadius: 0,
    lineWidth: 1,
    sheetBorder: 0,
    shadow: false,
  },
  masthead: { arrangement: 'split', place: 'sheet', name: '', strapline: '', note: true, line: true },
  items: {
    pictures: true,
    pictureSize: 44,
    style: 'lined',
    room: 10,
    columns: { options: true, sku: false, unitPrice: false },
    head: true,
    totals: 'across',
  },
  addresses: { arrangement: 'beside', panel: 'plain' },
  footer: { place: 'inside', align: 'start', line: true, links: [], linksAs: 'both', legal: {} },
  css: '',
};
