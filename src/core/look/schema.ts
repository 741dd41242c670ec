/** A store's brand as messages wear it: colours by role, type, shape, masthead. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });
const px = (min: number, max: number): ReturnType<typeof Type.Integer> => Type.Integer({ minimum: min, maximum: max });

/** Font stacks of typefaces that mail programs have. */
export const FONT_STACKS = {
  bookish: "Georgia, 'Times New Roman', Times, serif",
  plain: "'Helvetica Neue', Helvetica, Arial, sans-serif",
  open: "Verdana, 'DejaVu Sans', Geneva, sans-serif",
  narrow: "'Trebuchet MS', 'Lucida Grande', Tahoma, sans-serif",
} as const;
export type FontStack = keyof typeof FONT_STACKS;
const font = Type.Union((Object.keys(FONT_STACKS) as FontStack[]).map((name) => Type.Literal(name)));

export const LookSchema = Type.Object(
  {
    version: Type.Literal(1),
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
      },
      strict,
    ),
    type: Type.Object(
      { headings: font, words: font, headline: px(18, 48), heading: px(14, 32), text: px(12, 20), small: px(10, 16) },
      strict,
    ),
    shape: Type.Object({ width: px(320, 800), radius: px(0, 40), margin: px(8, 64) }, strict),
    masthead: Type.Object(
      {
        arrangement: Type.Union([Type.Literal('split'), Type.Literal('centre')]),
        name: Type.String({ maxLength: 80 }),
        strapline: Type.String({ maxLength: 120 }),
      },
      strict,
    ),
  },
  { ...strict, $id: 'libellus:look' },
);
export type Look = Static<typeof LookSchema>;

export const DEFAULT_LOOK: Look = {
  version: 1,
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
  },
  type: { headings: 'bookish', words: 'bookish', headline: 28, heading: 18, text: 16, small: 13 },
  shape: { width: 600, radius: 3, margin: 40 },
  masthead: { arrangement: 'split', name: '', strapline: '' },
};
