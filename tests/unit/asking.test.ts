/** Answers that come when nobody waits for them any more. */
import { asking } from '@/ui/parts/asking';

/** A question that is answered by hand. */
function question() {
  const asked: ((answer: string) => void)[] = [];
  return { asked, ask: () => new Promise<string>((resolve) => asked.push(resolve)) };
}
const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

it('an answer is handed on once, and asked for at once where nothing is said of waiting', async () => {
  const { asked, ask } = question();
  const taken: string[] = [];
  asking(ask, (answer) => taken.push(answer));
  expect(asked).toHaveLength(1);
  asked[0]!('found');
  await settled();
  expect(taken).toEqual(['found']);
});

it('an answer that comes after it was taken back changes nothing, whatever was asked since', async () => {
  const { asked, ask } = question();
  const taken: string[] = [];
  const takeBack = asking(ask, (answer) => taken.push(`first: ${answer}`));
  takeBack();
  asking(ask, (answer) => taken.push(`second: ${answer}`));
  asked[1]!('new');
  asked[0]!('old');
  await settled();
  expect(taken).toEqual(['second: new']);
});

describe('with a pause', () => {
  beforeEach(() => jest.useFakeTimers({ doNotFake: ['setImmediate'] }));
  afterEach(() => jest.useRealTimers());

  it('nothing is asked for what is taken back within it', async () => {
    const { asked, ask } = question();
    const taken: string[] = [];
    const takeBack = asking(ask, (answer) => taken.push(answer), 250);
    jest.advanceTimersByTime(249);
    takeBack();
    asking(ask, (answer) => taken.push(answer), 250);
    jest.advanceTimersByTime(250);
    expect(asked).toHaveLength(1);
    asked[0]!('found');
    await settled();
    expect(taken).toEqual(['found']);
  });
});
