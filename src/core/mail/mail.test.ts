import type { CauseKind, CheckStep } from './causes';
import { isAboutService } from './diagnose';
import { isReplyComplete, parseReply } from './reply';
import { destinationPause, GIVE_UP_AFTER, isFinal, retryDelay } from './retry';

describe('SMTP replies', () => {
  it('are read with their enhanced code, over several lines', () => {
    expect(parseReply('550-5.7.1 You may not\r\n550 5.7.1 send as that\r\n')).toMatchObject({
      code: 550,
      enhanced: '5.7.1',
      text: 'You may not send as that',
    });
    expect(parseReply('250 OK')).toMatchObject({ code: 250, text: 'OK' });
  });

  it.each(['', 'HTTP/1.1 400 Bad Request', '250-one\r\n550 two', '99 x', '\u0016\u0003\u0001'])(
    'are not made out of %j',
    (raw) => {
      expect(parseReply(raw)).toBeUndefined();
    },
  );

  it('are complete when a line without a hyphen has ended', () => {
    expect(isReplyComplete('250-SIZE 1\r\n')).toBe(false);
    expect(isReplyComplete('250-SIZE 1\r\n250 HELP')).toBe(false);
    expect(isReplyComplete('250-SIZE 1\r\n250 HELP\r\n')).toBe(true);
  });
});

describe('retries', () => {
  it('wait longer each time, go on for days, and then end', () => {
    const waits: number[] = [];
    let age = 0;
    for (;;) {
      const wait = retryDelay(waits.length + 1, age, 0.5);
      if (wait === undefined) break;
      waits.push(wait);
      age += wait;
    }
    expect(waits.every((w, i) => i === 0 || w >= waits[i - 1]!)).toBe(true);
    // RFC 5321, 4.5.4.1: at least four to five days, several tries in the first hours.
    expect(age).toBeGreaterThan(4 * 86_400_000);
    expect(age).toBeLessThanOrEqual(GIVE_UP_AFTER);
    expect(
      waits.filter((_, i) => waits.slice(0, i + 1).reduce((a, b) => a + b) < 2 * 3_600_000).length,
    ).toBeGreaterThan(3);
  });

  it('are spread by chance', () => {
    expect(retryDelay(1, 0, 0)).toBeLessThan(retryDelay(1, 0, 1)!);
  });

  it('end at once for a final refusal of the message only', () => {
    const refused = (step: CheckStep, code: number, kind: CauseKind = 'other'): boolean =>
      isFinal({ kind: 'refused', step, code, response: '' }, kind);
    expect(refused('recipient', 550, 'recipient refused')).toBe(true);
    expect(refused('message', 554, 'content refused')).toBe(true);
    expect(refused('recipient', 451, 'greylisted')).toBe(false);
    expect(refused('sign-in', 535, 'wrong password')).toBe(false);
    expect(refused('sender', 530, 'sign-in needed')).toBe(false);
    expect(refused('message', 550, 'limit reached')).toBe(false);
    expect(isFinal({ kind: 'unreachable', error: '' }, 'silent')).toBe(false);
  });

  it('wait together when a destination keeps putting mail off', () => {
    expect(destinationPause(1)).toBeUndefined();
    expect(destinationPause(3)).toBe(300_000);
    expect(destinationPause(4)).toBe(600_000);
    expect(destinationPause(60)).toBe(4 * 3_600_000);
  });
});

describe('what a failure is about', () => {
  it.each<[CheckStep, CauseKind, boolean]>([
    ['connect', 'nothing listens', true],
    ['connect', 'silent', true],
    ['sign-in', 'wrong password', true],
    ['sender', 'limit reached', true],
    ['sender', 'sender refused', true],
    ['recipient', 'greylisted', false],
    ['recipient', 'recipient refused', false],
    ['message', 'dropped', false],
    ['message', 'content refused', false],
  ])('at %s, %s: the service itself: %s', (step, kind, service) => {
    expect(isAboutService(step, kind)).toBe(service);
  });
});

it('a server’s reply is kept without control characters, whatever it holds', () => {
  const { text } = parseReply('550 5.7.1 \u0002["sent.givenUp",{}]\u0003 \u001b[31mred\u0007\r\n')!;
  expect(text).toBe('["sent.givenUp",{}]   [31mred');
});
