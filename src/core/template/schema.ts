/**
 * A template: which blocks a message has, in which order, and the words of each in every language. Structure is
 * shared by all languages; words are one MessageFormat 2 source per segment.
 */
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import type { SegmentForm } from '../text/markup';

const strict = { additionalProperties: false } as const;
const choice = <T extends string>(...values: T[]) => Type.Union(values.map((v) => Type.Literal(v)));

export const BLOCK_ID = '^[a-z][a-z0-9]{0,15}$';
const base = { id: Type.String({ pattern: BLOCK_ID }) };
const align = Type.Optional(choice('start', 'centre', 'end'));

/** Where a button leads: a placeholder that holds an address, or a fixed one. */
export const LinkSchema = Type.Union([
  Type.Object({ variable: Type.String({ minLength: 1, maxLength: 80 }) }, strict),
  Type.Object({ url: Type.String({ maxLength: 2000 }) }, strict),
]);
export type Link = Static<typeof LinkSchema>;

const block = <K extends string, P extends Record<string, TSchema>>(kind: K, properties: P) =>
  Type.Object({ ...base, kind: Type.Literal(kind), ...properties }, strict);

export const BlockSchema = Type.Union([
  block('masthead', {}),
  block('heading', { align, size: Type.Optional(choice('headline', 'heading')) }),
  block('text', { align, size: Type.Optional(choice('small', 'words', 'lead')) }),
  block('button', { align, target: LinkSchema }),
  block('items', { pictures: Type.Optional(Type.Boolean()), prices: Type.Optional(Type.Boolean()) }),
  block('totals', {}),
  block('addresses', { show: Type.Optional(choice('both', 'delivery', 'billing')) }),
  block('divider', {}),
  block('footer', {}),
]);
export type Block = Static<typeof BlockSchema>;
export type BlockKind = Block['kind'];

/** Sources by segment id; a segment id is `subject`, `preheader`, or a block's id. */
export const SegmentsSchema = Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 100_000 }));
export type Segments = Static<typeof SegmentsSchema>;

export const TemplateSchema = Type.Object(
  {
    version: Type.Literal(1),
    blocks: Type.Array(BlockSchema, { minItems: 1, maxItems: 200 }),
    /** By language tag. */
    words: Type.Record(Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$' }), SegmentsSchema),
  },
  { ...strict, $id: 'libellus:template' },
);
export type Template = Static<typeof TemplateSchema>;

export const BLOCK_LABELS: Record<BlockKind, string> = {
  masthead: 'Masthead',
  heading: 'Heading',
  text: 'Text',
  button: 'Button',
  items: 'Items table',
  totals: 'Totals',
  addresses: 'Addresses',
  divider: 'Divider',
  footer: 'Footer',
};

/** The form of a block's own words, or undefined when its words come from the look and the phrasebook. */
export function segmentFormOf(kind: BlockKind): SegmentForm | undefined {
  return kind === 'heading' || kind === 'button' ? 'line' : kind === 'text' ? 'paragraphs' : undefined;
}

export interface SegmentPlace {
  id: string;
  form: SegmentForm;
  /** As problems and translators name it: "Subject", "Text 2". */
  label: string;
}

/** Every segment of a template in reading order: subject, preheader, then the blocks' words. */
export function segmentsOf(template: Pick<Template, 'blocks'>): SegmentPlace[] {
  const places: SegmentPlace[] = [
    { id: 'subject', form: 'plain', label: 'Subject' },
    { id: 'preheader', form: 'plain', label: 'Preheader' },
  ];
  const counts = new Map<BlockKind, number>();
  for (const { id, kind } of template.blocks) {
    const form = segmentFormOf(kind);
    if (!form) continue;
    const n = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, n);
    const several = template.blocks.filter((b) => b.kind === kind).length > 1;
    places.push({ id, form, label: several ? `${BLOCK_LABELS[kind]} ${n}` : BLOCK_LABELS[kind] });
  }
  return places;
}
