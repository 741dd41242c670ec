/** Nothing that ships says what is not so, whatever becomes of an order. */
import { judge, type Contradiction } from '@/core/judge';
import type { MomentId } from '@/core/moments';
import { amountDue, billedOrder, neverSent, orderProblems, orderTotals, type Order } from '@/core/order';
import { LIVED, live, Press, type Told } from './lives';

const LIVES = 10_000;

describe('ten thousand lives of orders', () => {
  it('hold no message that contradicts its order, and come to every moment', async () => {
    const press = new Press();
    const met = new Map<MomentId, number>();
    const found: string[] = [];
    let parts = 0;
    for (let seed = 1; seed <= LIVES && found.length < 12; seed += 1) {
      await live(seed, press, (told) => {
        const { moment } = told.truth;
        met.set(moment as MomentId, (met.get(moment as MomentId) ?? 0) + 1);
        const part = told.truth.order;
        const billed = billedOrder(part);
        if (billed !== part) {
          parts += 1;
          found.push(...billedBadly(part, billed).map((problem) => `life ${seed}, invoice of a part: ${problem}`));
        }
        // What is seen in HTML is read in every tenth life: it is the same filling, and takes most of the time to read.
        const { html: _html, ...textOnly } = told.message;
        for (const c of judge(seed % 10 === 0 ? told.message : textOnly, told.truth)) found.push(words(seed, told, c));
      });
    }
    expect(found).toEqual([]);
    expect(parts).toBeGreaterThan(1_000);
    expect(LIVED.filter((id) => (met.get(id) ?? 0) < 20)).toEqual([]);
  }, 240_000);
});

const words = (seed: number, { notification, message }: Told, { about, words }: Contradiction): string =>
  `life ${seed}, ${notification} in ${message.language}: ${about}: ${words}`;

/** What an invoice for a part of an order has other than the order. */
function billedBadly(order: Order, billed: Order): string[] {
  const [price, total] = [orderTotals(order).total - neverSent(order).price, orderTotals(billed).total];
  return [
    ...(total === price ? [] : [`comes to ${total}, and it is ${price}`]),
    ...(amountDue(billed) === amountDue(order)
      ? []
      : [`asks for ${amountDue(billed)}, and ${amountDue(order)} is due`]),
    ...orderProblems(billed).map(({ path, message }) => `${path} ${message}`),
  ];
}
