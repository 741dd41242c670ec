/** Nothing that ships says what is not so, whatever becomes of an order. */
import { judge, type Contradiction } from '@/core/judge';
import type { MomentId } from '@/core/moments';
import { LIVED, live, Press, type Told } from './lives';

const LIVES = 10_000;

describe('ten thousand lives of orders', () => {
  it('hold no message that contradicts its order, and come to every moment', async () => {
    const press = new Press();
    const met = new Map<MomentId, number>();
    const found: string[] = [];
    for (let seed = 1; seed <= LIVES && found.length < 12; seed += 1) {
      await live(seed, press, (told) => {
        const { moment } = told.truth;
        met.set(moment as MomentId, (met.get(moment as MomentId) ?? 0) + 1);
        // What is seen in HTML is read in every tenth life: it is the same filling, and takes most of the time to read.
        const { html: _html, ...textOnly } = told.message;
        for (const c of judge(seed % 10 === 0 ? told.message : textOnly, told.truth)) found.push(words(seed, told, c));
      });
    }
    expect(found).toEqual([]);
    expect(LIVED.filter((id) => (met.get(id) ?? 0) < 20)).toEqual([]);
  }, 240_000);
});

const words = (seed: number, { notification, message }: Told, { about, words }: Contradiction): string =>
  `life ${seed}, ${notification} in ${message.language}: ${about}: ${words}`;
