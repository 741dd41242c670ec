/** What is typed of a code or a series, and what is sent of it. */
import type { CodeConditions } from '@/core/codes';
import { amountText, parseAmount } from '@/core/order/amounts';
import type { SchemaProblem } from '@/core/schema';
import { say } from '@/words/codes';

export interface TypedCode {
  kind: 'percent' | 'amount';
  value: string;
  minimum: string;
  perCustomer: string;
  products: string[];
  categories: string[];
  customer: string;
}

export const typedCode = (
  takesOff: { kind: 'percent' | 'amount'; value: number } | undefined,
  conditions: CodeConditions,
  currency: string,
): TypedCode => ({
  kind: takesOff?.kind ?? 'percent',
  value: takesOff
    ? takesOff.kind === 'percent'
      ? String(takesOff.value)
      : amountText(takesOff.value, currency)
    : '10',
  minimum: conditions.minimum === undefined ? '' : amountText(conditions.minimum, currency),
  perCustomer: conditions.perCustomer === undefined ? '' : String(conditions.perCustomer),
  products: conditions.products ?? [],
  categories: conditions.categories ?? [],
  customer: conditions.customer ?? '',
});

/** Reads what was typed, with what cannot be read at its place. */
export class Typed {
  readonly problems: SchemaProblem[] = [];

  /** A whole number, or nothing where the field is empty. */
  count(path: string, text: string): number | undefined {
    if (text.trim() === '') return undefined;
    const n = Number(text.trim());
    if (/^\d{1,7}$/.test(text.trim()) && n >= 1 && n <= 1_000_000) return n;
    this.problems.push({ path, message: say.enterAWholeNumber });
    return undefined;
  }

  amount(path: string, text: string, currency: string): number | undefined {
    const minor = text.trim() === '' ? undefined : parseAmount(text, currency);
    if (text.trim() !== '' && !minor) this.problems.push({ path, message: say.enterAnAmount({ currency }) });
    return minor;
  }

  takesOff({ kind, value }: TypedCode, currency: string): { kind: 'percent' | 'amount'; value: number } {
    const minor = kind === 'percent' ? Number(value.trim().replace(/\s*%$/, '')) : parseAmount(value, currency);
    const good = minor !== undefined && Number.isInteger(minor) && minor >= 1 && (kind === 'amount' || minor <= 100);
    if (!good)
      this.problems.push({
        path: '/takesOff/value',
        message: kind === 'percent' ? say.enterAPercentage : say.enterAnAmount({ currency }),
      });
    return { kind, value: good ? minor : 1 };
  }

  conditions(typed: TypedCode, currency: string): CodeConditions {
    const minimum = this.amount('/conditions/minimum', typed.minimum, currency);
    const perCustomer = this.count('/conditions/perCustomer', typed.perCustomer);
    return {
      ...(minimum !== undefined && { minimum }),
      ...(perCustomer !== undefined && { perCustomer }),
      ...(typed.products.length > 0 && { products: typed.products }),
      ...(typed.categories.length > 0 && { categories: typed.categories }),
      ...(typed.customer.trim() !== '' && { customer: typed.customer.trim() }),
    };
  }
}
