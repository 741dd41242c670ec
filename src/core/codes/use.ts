/** Whether somebody can use a code for what is in a basket. */
import { moneyFormatter } from '../text/formatters';
import { readerLocale } from '../../words/speak';
import { say } from '../../words/codes';
import { sameCode, takesOff, type DiscountCode } from './code';

export interface CodeBasket {
  /** Who orders. */
  email: string;
  /** Minor units of goods before any discount, by product. */
  lines: readonly { sku: string; category?: string; amount: number }[];
  currency: string;
  /** How often this person used the code before. */
  usedBefore: number;
}

/** Why a code cannot be used for a basket, as a sentence; undefined when it can. */
export function useProblem(code: DiscountCode, basket: CodeBasket, now: number): string | undefined {
  const name = code.code;
  if (code.endsAt !== undefined && code.endsAt <= now) return say.expired({ name });
  if (code.startsAt !== undefined && code.startsAt > now) return say.notYet({ name });
  if (code.limit !== undefined && code.used >= code.limit) return say.isUsedUp({ name });
  if (code.customer !== undefined && !sameCode(code.customer, basket.email)) return say.isForSomebodyElse({ name });
  if (code.perCustomer !== undefined && basket.usedBefore >= code.perCustomer)
    return say.usedBefore({ name, n: code.perCustomer });
  const goods = basket.lines.reduce((sum, l) => sum + l.amount, 0);
  if (code.minimum !== undefined && goods < code.minimum)
    return say.isFrom({ name, amount: moneyFormatter(readerLocale(), basket.currency)(code.minimum) });
  if (!basket.lines.some((line) => takesOff(code, line))) return say.isForOtherProducts({ name });
  return undefined;
}
