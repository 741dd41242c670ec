/** Discount codes of a store: what they take off, for whom and for how long they hold. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const name = Type.String({ minLength: 1, maxLength: 120 });
const names = Type.Optional(Type.Array(name, { minItems: 1, maxItems: 100, uniqueItems: true }));
const count = Type.Integer({ minimum: 1, maximum: 1_000_000 });

/** How a code is typed: no spaces, so that it can be copied and read out. */
export const CODE_PATTERN = '^[^\\s\\u0000-\\u001f\\u007f]{1,64}$';

/** What a code asks of an order, beside its days and how often it can be used in all. */
export const CodeConditionsSchema = Type.Object(
  {
    /** Minor units of the store's currency that the goods come to at least, before any discount. */
    minimum: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000 })),
    /** How often the same person can use it. */
    perCustomer: Type.Optional(count),
    /** Stock numbers and categories it takes something off; all goods without either. */
    products: names,
    categories: names,
    /** The address of the only person who can use it. */
    customer: Type.Optional(Type.String({ format: 'mail-address' })),
  },
  strict,
);
export type CodeConditions = Static<typeof CodeConditionsSchema>;

/** What is taken off: percent, or minor units of the store's currency. */
export const CodeValueSchema = Type.Union([
  Type.Object({ kind: Type.Literal('percent'), value: Type.Integer({ minimum: 1, maximum: 100 }) }, strict),
  Type.Object({ kind: Type.Literal('amount'), value: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }) }, strict),
]);

export interface CodeValue {
  kind: 'percent' | 'amount';
  /** Percent, or minor units of the store's currency. */
  value: number;
}

export interface DiscountCode extends CodeValue, CodeConditions {
  code: string;
  /** Milliseconds since the epoch; undefined when it does not begin or end. */
  startsAt?: number;
  endsAt?: number;
  used: number;
  /** How often it can be used in all; undefined when as often as one likes. */
  limit?: number;
}

/** Whether a code takes something off a product. */
export function takesOff(
  { products, categories }: Pick<CodeConditions, 'products' | 'categories'>,
  product: { sku: string; category?: string | undefined },
): boolean {
  if (!products && !categories) return true;
  return (
    products?.includes(product.sku) === true ||
    (product.category !== undefined && categories?.includes(product.category) === true)
  );
}

/** The same code, however it was typed: codes are not told apart by case. */
export const sameCode = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
