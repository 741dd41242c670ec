/** Discount codes and series as their screen shows and sends them. Days are days of the store's zone (ISO 8601). */
import { Type, type Static } from '@sinclair/typebox';
import { CODE_PATTERN, CodeConditionsSchema, CodeValueSchema, type CodeConditions, type WhenGone } from '@/core/codes';

const strict = { additionalProperties: false } as const;
const day = Type.Optional(Type.String({ format: 'date' }));
const count = Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000 }));

export const SaveCodeSchema = Type.Object(
  {
    code: Type.String({ pattern: CODE_PATTERN }),
    /** It is a new one: refused when there is one of this name. */
    fresh: Type.Boolean(),
    takesOff: CodeValueSchema,
    startsOn: day,
    endsOn: day,
    limit: count,
    conditions: CodeConditionsSchema,
  },
  strict,
);
export type SaveCode = Static<typeof SaveCodeSchema>;

export const SaveSeriesSchema = Type.Object(
  {
    /** Without it, a new one. */
    id: Type.Optional(Type.String({ minLength: 1, maxLength: 26 })),
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    prefix: Type.String({ pattern: '^[A-Z0-9]{0,12}$' }),
    per: Type.Union([Type.Literal('customer'), Type.Literal('order')]),
    supply: Type.Union([Type.Literal('made'), Type.Literal('brought')]),
    takesOff: CodeValueSchema,
    endsOn: day,
    days: Type.Optional(Type.Integer({ minimum: 1, maximum: 3_650 })),
    most: count,
    conditions: Type.Omit(CodeConditionsSchema, ['customer', 'perCustomer']),
    /** Codes of the shop to hand out, one on each line. */
    codes: Type.Optional(Type.String({ maxLength: 1_000_000 })),
  },
  strict,
);
export type SaveSeries = Static<typeof SaveSeriesSchema>;

/** A live message that promises a code. */
export interface PromisedBy {
  slug: string;
  name: string;
  whenGone: WhenGone;
}

interface OnScreen {
  takesOff: Static<typeof CodeValueSchema>;
  endsOn?: string;
  conditions: CodeConditions;
  state: 'holds' | 'soon' | 'gone';
  /** What is wrong, or soon will be. */
  words?: string;
  promisedBy: PromisedBy[];
}

export interface CodeOnScreen extends OnScreen {
  code: string;
  startsOn?: string;
  used: number;
  limit?: number;
}

export interface SeriesOnScreen extends OnScreen {
  id: string;
  name: string;
  prefix: string;
  per: 'customer' | 'order';
  supply: 'made' | 'brought';
  days?: number;
  most?: number;
  given: number;
  used: number;
  left?: number;
}

/** Everything the screen of codes opens with. */
export interface CodesPage {
  codes: CodeOnScreen[];
  series: SeriesOnScreen[];
  currency: string;
  products: { sku: string; name: string }[];
  categories: string[];
  /** Codes that live messages promise and the store does not have. */
  missing: { code: string; words: string; promisedBy: PromisedBy[] }[];
  /** Messages on hold for a code. */
  held: number;
}
