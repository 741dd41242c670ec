/**
 * A template: which blocks a message has, in which order, and the words of each in every language. Structure is
 * shared by all languages; words are one MessageFormat 2 source per segment.
 */
import { MOST_SUGGESTED } from '../suggest';
import { ROWS_MAX } from '../summary';
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { AttachmentSchema, MOST_FILES } from '../attach';
import { ConditionSchema } from '../conditions/condition';
import type { SegmentForm } from '../text/markup';
import { PICTURE_PATH } from '../look/picture-path';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

const strict = { additionalProperties: false } as const;
const choice = <T extends string>(...values: T[]) => Type.Union(values.map((v) => Type.Literal(v)));

export const BLOCK_ID = '^[a-z][a-z0-9]{0,15}$';
const base = {
  id: Type.String({ pattern: BLOCK_ID }),
  /** In the message only when this holds. */
  when: Type.Optional(ConditionSchema),
  /** Kept on the bench, and in no message. */
  hidden: Type.Optional(Type.Boolean()),
};
const align = Type.Optional(choice('start', 'centre', 'end'));

/** Where a button leads: a placeholder that holds an address, or a fixed one. */
export const LinkSchema = Type.Union([
  Type.Object({ variable: Type.String({ minLength: 1, maxLength: 80 }) }, strict),
  Type.Object({ url: Type.String({ maxLength: 2000 }) }, strict),
]);
export type Link = Static<typeof LinkSchema>;

const block = <K extends string, P extends Record<string, TSchema>>(kind: K, properties: P) =>
  Type.Object({ ...base, kind: Type.Literal(kind), ...properties }, strict);

/** A picture: one of the store's own (a path below this installation's address), or one from elsewhere. */
export const PictureSchema = Type.Union([
  Type.Object(
    {
      path: Type.String({ pattern: PICTURE_PATH }),
      width: Type.Integer({ minimum: 1, maximum: 10_000 }),
      height: Type.Integer({ minimum: 1, maximum: 10_000 }),
      bytes: Type.Integer({ minimum: 1 }),
    },
    strict,
  ),
  Type.Object({ url: Type.String({ maxLength: 2000 }) }, strict),
]);
export type Picture = Static<typeof PictureSchema>;

/** Blocks that can stand anywhere, columns included. */
const simpleBlocks = [
  block('heading', { align, size: Type.Optional(choice('headline', 'heading')) }),
  block('text', { align, size: Type.Optional(choice('small', 'words', 'lead')) }),
  block('button', {
    align,
    target: LinkSchema,
    width: Type.Optional(choice('words', 'full')),
    size: Type.Optional(choice('small', 'large')),
    /** Its corners; those of the look without it. */
    corners: Type.Optional(choice('square', 'round')),
  }),
  block('image', {
    align,
    picture: Type.Optional(PictureSchema),
    /** Shown width in pixels; never wider than where it stands. */
    width: Type.Optional(Type.Integer({ minimum: 16, maximum: 800 })),
    target: Type.Optional(LinkSchema),
  }),
  block('divider', {}),
  block('space', { height: Type.Integer({ minimum: 4, maximum: 160 }) }),
  block('html', {}),
] as const;
export const SimpleBlockSchema = Type.Union([...simpleBlocks]);
export type SimpleBlock = Static<typeof SimpleBlockSchema>;

export const BlockSchema = Type.Union([
  ...simpleBlocks,
  block('columns', {
    /** How the width is shared: evenly, or a narrow column before or after a wide one. */
    split: choice('even', 'narrow-first', 'narrow-last'),
    columns: Type.Array(Type.Array(SimpleBlockSchema, { maxItems: 20 }), { minItems: 2, maxItems: 3 }),
  }),
  block('masthead', {}),
  block('items', {
    pictures: Type.Optional(Type.Boolean()),
    prices: Type.Optional(Type.Boolean()),
    /** Under each item what the store says of it. */
    notes: Type.Optional(Type.Boolean()),
    /** Only what travels in a parcel. */
    only: Type.Optional(Type.Literal('shippable')),
  }),
  block('totals', {
    /** Without the rows that add up to the total: the total, and what is below it. */
    sum: Type.Optional(Type.Literal(true)),
    /** Without the tax that the total holds. */
    taxes: Type.Optional(Type.Literal(false)),
  }),
  block('addresses', { show: Type.Optional(choice('both', 'delivery', 'billing')) }),
  block('parcel', { button: Type.Optional(Type.Boolean()) }),
  block('refund', {}),
  /** The account a bank transfer goes to, while something is due. */
  block('transfer', { code: Type.Optional(Type.Boolean()) }),
  block('discount', {
    code: Type.String({ maxLength: 64 }),
    /** The series that each customer gets a code of their own from, instead of `code`. */
    series: Type.Optional(Type.String({ pattern: '^[0-9A-Z]{1,32}$' })),
    /** What becomes of the message when the code does not hold any more: left out without it. */
    whenGone: Type.Optional(choice('leave-out', 'stop')),
  }),
  block('notes', {
    /** Without the name of the product above its note. */
    names: Type.Optional(Type.Literal(false)),
    /** Without the line beside each. */
    line: Type.Optional(Type.Literal(false)),
  }),
  /** Products to go with what was ordered. */
  block('suggestions', {
    rule: choice('bought-with', 'category', 'chosen'),
    count: Type.Integer({ minimum: 1, maximum: MOST_SUGGESTED }),
    /** Stock numbers, chosen by hand. */
    products: Type.Optional(
      Type.Array(Type.String({ minLength: 1, maxLength: 64 }), { maxItems: 12, uniqueItems: true }),
    ),
    fill: Type.Optional(Type.Boolean()),
    prices: Type.Optional(Type.Boolean()),
  }),
  block('downloads', {}),
  /** The orders of a summary, one by one. */
  block('orders', { most: Type.Optional(Type.Integer({ minimum: 1, maximum: ROWS_MAX })) }),
  block('links', { align }),
  block('footer', {}),
  /** A piece of the store that is edited once and shows wherever it is used. */
  block('passage', { passage: Type.String({ pattern: '^[a-z0-9-]{1,60}$' }) }),
]);
export type Block = Static<typeof BlockSchema>;
export type ColumnsBlock = Extract<Block, { kind: 'columns' }>;
export type BlockKind = Block['kind'];

/** Sources by segment id; a segment id is `subject`, `preheader`, or a block's id. */
export const SegmentsSchema = Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 100_000 }));
export type Segments = Static<typeof SegmentsSchema>;

const addresses = Type.Array(Type.String({ maxLength: 254 }), { maxItems: 5, uniqueItems: true });

/** How its messages are sent where that is not the usual. Addresses are checked before publishing, so that a draft keeps what was typed. */
export const SentAsSchema = Type.Object(
  {
    /** Without the HTML part. */
    textOnly: Type.Optional(Type.Literal(true)),
    /** In the place of the sender's address; of a domain that the store sends from. */
    fromAddress: Type.Optional(Type.String({ minLength: 1, maxLength: 254 })),
    /** In the place of the sender's name. */
    fromName: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
    replyTo: Type.Optional(Type.String({ minLength: 1, maxLength: 254 })),
    cc: Type.Optional(addresses),
    bcc: Type.Optional(addresses),
  },
  strict,
);
export type SentAs = Static<typeof SentAsSchema>;

const ids = <T extends TSchema>(of: T) => Type.Array(of, { maxItems: 200, uniqueItems: true });
const LANGUAGE = '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$';

/** Which version of the same notification a template follows, and which parts are its own. */
export const FollowsSchema = Type.Object(
  {
    /** Of the other version, as in addresses; empty for the one for everyone else. */
    version: Type.String({ pattern: '^[a-z0-9-]{0,80}$' }),
    /** Segments with words of its own, by language. */
    words: Type.Optional(
      Type.Record(Type.String({ pattern: LANGUAGE }), ids(Type.String({ minLength: 1, maxLength: 40 }))),
    ),
    /** Blocks that the other has with other settings. */
    blocks: Type.Optional(ids(Type.String({ pattern: BLOCK_ID }))),
    /** Blocks that only this version has. */
    only: Type.Optional(ids(Type.String({ pattern: BLOCK_ID }))),
    /** Blocks of the other that it leaves out. */
    without: Type.Optional(ids(Type.String({ pattern: BLOCK_ID }))),
    /** Its blocks stand in an order of its own. */
    order: Type.Optional(Type.Literal(true)),
    attachments: Type.Optional(Type.Literal(true)),
    sentAs: Type.Optional(Type.Literal(true)),
  },
  strict,
);
export type Follows = Static<typeof FollowsSchema>;

export const TemplateSchema = Type.Object(
  {
    version: Type.Literal(1),
    blocks: Type.Array(BlockSchema, { minItems: 1, maxItems: 200 }),
    /** What goes with its messages as files. */
    attachments: Type.Optional(Type.Array(AttachmentSchema, { maxItems: MOST_FILES })),
    sentAs: Type.Optional(SentAsSchema),
    follows: Type.Optional(FollowsSchema),
    /** By language tag. */
    words: Type.Record(Type.String({ pattern: LANGUAGE }), SegmentsSchema),
  },
  { ...strict, $id: 'libellus:template' },
);
export type Template = Static<typeof TemplateSchema>;

export const BLOCK_LABELS: Record<BlockKind, string> = inEachLanguage(() => ({
  masthead: say.header,
  heading: say.heading,
  text: say.text,
  button: say.button,
  image: say.image,
  columns: say.columns,
  divider: say.divider,
  space: say.space,
  items: say.itemsTable,
  totals: say.totals,
  addresses: say.addresses,
  parcel: say.parcel,
  refund: say.refundSummary,
  transfer: say.bankDetails,
  discount: say.discountCode,
  notes: say.productNotes,
  suggestions: say.suggestedProducts,
  downloads: say.downloads,
  orders: say.ordersOfASummary,
  links: say.contactLinks,
  footer: say.footer,
  html: say.ownHtml,
  passage: say.passage,
}));

const FORMS: Partial<Record<BlockKind, SegmentForm>> = {
  heading: 'line',
  button: 'line',
  discount: 'line',
  text: 'paragraphs',
  // The words for those who do not see the picture.
  image: 'plain',
  html: 'html',
};

/** The form of a block's own words, or undefined when its words come from the look and the phrasebook. */
export function segmentFormOf(kind: BlockKind): SegmentForm | undefined {
  return FORMS[kind];
}

export const SIMPLE_KINDS = ['heading', 'text', 'button', 'image', 'divider', 'space', 'html'] as const;

/** Whether a block may stand in columns: it holds no other blocks. */
export function isSimple(block: Block): block is SimpleBlock {
  return (SIMPLE_KINDS as readonly string[]).includes(block.kind);
}

/** Every block in reading order, those in columns after the block that holds them. */
export function allBlocks(blocks: readonly Block[]): Block[] {
  return blocks.flatMap((b): Block[] => (b.kind === 'columns' ? [b, ...b.columns.flat()] : [b]));
}

export interface SegmentPlace {
  id: string;
  form: SegmentForm;
  /** As problems and translators name it: "Subject", "Text 2". */
  label: string;
}

/** What each block is called: its kind, with a number where there are several of a kind. */
export function blockLabels(blocks: readonly Block[]): Map<string, string> {
  const all = allBlocks(blocks);
  const totals = new Map<BlockKind, number>();
  for (const { kind } of all) totals.set(kind, (totals.get(kind) ?? 0) + 1);
  const counts = new Map<BlockKind, number>();
  return new Map(
    all.map(({ id, kind }) => {
      const n = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, n);
      return [id, totals.get(kind)! > 1 ? `${BLOCK_LABELS[kind]} ${n}` : BLOCK_LABELS[kind]];
    }),
  );
}

const HEAD: readonly SegmentPlace[] = inEachLanguage(() => [
  { id: 'subject', form: 'plain', label: say.subject },
  { id: 'preheader', form: 'plain', label: say.preheader },
]);

/** The segments of blocks, in reading order. */
export function blockSegments(blocks: readonly Block[]): SegmentPlace[] {
  const labels = blockLabels(blocks);
  return allBlocks(blocks).flatMap(({ id, kind }) => {
    const form = segmentFormOf(kind);
    return form ? [{ id, form, label: labels.get(id)! }] : [];
  });
}

/** Every segment of a template in reading order: subject, preheader, then the blocks' words. */
export function segmentsOf(template: Pick<Template, 'blocks'>): SegmentPlace[] {
  return [...HEAD, ...blockSegments(template.blocks)];
}

/** The segments of what goes out, with words in the source, in the order of reading: those that a language needs to be complete. */
export function neededSegments(template: Pick<Template, 'blocks' | 'words'>, source: string): SegmentPlace[] {
  const hidden = new Set(
    template.blocks.flatMap((b) => {
      if (b.hidden) return allBlocks([b]).map((x) => x.id);
      return b.kind === 'columns' ? b.columns.flat().flatMap((x) => (x.hidden ? [x.id] : [])) : [];
    }),
  );
  const words = template.words[source] ?? {};
  return segmentsOf(template).filter((s) => !hidden.has(s.id) && (words[s.id] ?? '').trim() !== '');
}

/**
 * Whether every segment that the source has words in has words in this language as well. A message goes out in no language that is not
 * complete.
 */
export function isComplete(template: Pick<Template, 'blocks' | 'words'>, language: string, source: string): boolean {
  const words = template.words[language] ?? {};
  return neededSegments(template, source).every((s) => (words[s.id] ?? '').trim() !== '');
}

/** The languages that a template goes out in: its source, and those that are complete. */
export function languagesOut(template: Pick<Template, 'blocks' | 'words'>, source: string): string[] {
  return Object.keys(template.words).filter((l) => l === source || isComplete(template, l, source));
}
