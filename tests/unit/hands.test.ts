import { Hands } from '@/server/worker/hands';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** Something in hand, and what ends it. */
function held(hands: Hands, storeId: string, changed = jest.fn()) {
  let end = (): void => undefined;
  const work = new Promise<void>((resolve) => (end = resolve));
  const over = hands.hold(storeId, () => work, changed);
  return { changed, end: () => (end(), over) };
}

describe('what a worker has in hand', () => {
  it('takes a slot each, until it is done with', async () => {
    const hands = new Hands(2);
    expect(hands).toMatchObject({ room: 2, empty: true, full: [] });
    const one = held(hands, 'a');
    held(hands, 'b');
    expect(hands).toMatchObject({ room: 0, empty: false, full: [] });
    await one.end();
    expect(one.changed).toHaveBeenCalledTimes(1);
    expect(hands).toMatchObject({ room: 1, empty: false });
  });

  it('takes none any more once it only waits for an answer, and none twice when the answer comes', async () => {
    const hands = new Hands(1);
    const slow = held(hands, 'a');
    jest.advanceTimersByTime(1_000);
    expect(slow.changed).toHaveBeenCalledTimes(1);
    expect(hands).toMatchObject({ room: 1, empty: false });
    await slow.end();
    expect(hands).toMatchObject({ room: 1, empty: true });
  });

  it('is of one store as much as there are slots at most, however slow', async () => {
    const hands = new Hands(2);
    const [first] = [held(hands, 'a'), held(hands, 'a')];
    jest.advanceTimersByTime(1_000);
    expect(hands).toMatchObject({ room: 2, full: ['a'] });
    expect([hands.mayBegin('a'), hands.mayBegin('b'), hands.mayBegin('b', 1), hands.mayBegin('b', 2)]).toEqual([
      ...[false, true, true, false],
    ]);
    await first.end();
    expect(hands.mayBegin('a')).toBe(true);
    expect(hands.full).toEqual([]);
  });

  it('is given up by what fails as by what does not', async () => {
    const hands = new Hands(1);
    await expect(hands.hold('a', () => Promise.reject(new Error('away')), jest.fn())).rejects.toThrow('away');
    expect(hands).toMatchObject({ room: 1, empty: true });
  });
});
