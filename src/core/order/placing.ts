/** From what somebody puts in a basket to an order's figures: discounts, shipping and tax, all of which add up. */
import { takesOff, type CodeConditions, type CodeValue } from '../codes';
import type { Order, OrderLine } from './schema';
import { spread } from './shares';
import { lineTotal, taxIncludedIn, taxOn } from './totals';

export interface BasketLine extends OrderLine {
  /** Percent. */
  taxRate: number;
}

export interface Basket {
  lines: readonly BasketLine[];
  shipping?: { method: string; price: number; taxRate: number };
  code?: CodeValue & Pick<CodeConditions, 'products' | 'categories'> & { code: string; label?: string };
  /** Whether prices hold their tax already. */
  taxIncluded: boolean;
  /** Tax rounded for each line, or once for all that has the same rate. */
  rounding: 'line' | 'order';
}

export type Figures = Required<Pick<Order, 'lines' | 'taxes' | 'taxIncluded' | 'total'>> &
  Pick<Order, 'discounts' | 'shipping'>;

/** What a code takes off goods of this amount: a percentage rounded half up, or an amount, never more than the goods. */
export function discountOf(code: CodeValue, goods: number): number {
  const off = code.kind === 'percent' ? Math.round((goods * code.value) / 100) : code.value;
  return Math.min(goods, Math.max(0, off));
}

/** Works out an order's figures. The discount is spread over the lines by what they come to, so that each rate is taxed on its own. */
export function figuresOf({ lines, shipping, code, taxIncluded, rounding }: Basket): Figures {
  const goods = lines.map(lineTotal);
  const subtotal = goods.reduce((a, b) => a + b, 0);
  // Only off what the code is for.
  const fit = code ? goods.map((amount, i) => (takesOff(code, lines[i]!.product) ? amount : 0)) : [];
  const discount = code
    ? discountOf(
        code,
        fit.reduce((a, b) => a + b, 0),
      )
    : 0;
  const off = code ? spread(discount, fit) : goods.map(() => 0);
  const taxed = [
    ...lines.map((line, i) => ({ rate: line.taxRate, amount: goods[i]! - off[i]! })),
    ...(shipping ? [{ rate: shipping.taxRate, amount: shipping.price }] : []),
  ];
  const tax = taxIncluded ? taxIncludedIn : taxOn;
  const byRate = new Map<number, number>();
  for (const { rate, amount } of taxed) {
    if (rate === 0) continue;
    byRate.set(rate, (byRate.get(rate) ?? 0) + (rounding === 'line' ? tax(amount, rate) : amount));
  }
  const taxes = [...byRate]
    .toSorted(([a], [b]) => b - a)
    .map(([rate, sum]) => ({ label: `${rate}% VAT`, rate, amount: rounding === 'line' ? sum : tax(sum, rate) }));
  const added = taxIncluded ? 0 : taxes.reduce((a, t) => a + t.amount, 0);
  return {
    lines: [...lines],
    ...(discount > 0 && {
      discounts: [{ ...(code!.label && { label: code!.label }), code: code!.code, amount: discount }],
    }),
    ...(shipping && { shipping: { ...shipping } }),
    taxes,
    taxIncluded,
    total: subtotal - discount + (shipping?.price ?? 0) + added,
  };
}
