import { diagnose, isAboutService, type CauseKind, type CheckStep, type Failure } from './diagnose';
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

describe('a diagnosis', () => {
  const at = {
    host: 'smtp.harrowpost.example',
    port: 587,
    security: 'starttls' as const,
    user: 'orders@quillwick.example',
    sender: 'shop@quillwick.example',
  };
  const of = (failure: Partial<Failure> & Pick<Failure, 'step'>): string => {
    const { cause, remedy } = diagnose({ ...at, ...failure });
    return `${cause} ${remedy}`;
  };
  const reply = (raw: string) => ({ reply: parseReply(raw)! });

  it.each<[string, Partial<Failure> & Pick<Failure, 'step'>, RegExp]>([
    [
      'a name that does not resolve',
      { step: 'resolve', code: 'ENOTFOUND' },
      /no server named smtp\.harrowpost\.example/,
    ],
    ['a closed port', { step: 'connect', code: 'ECONNREFUSED' }, /Nothing listens on port 587/],
    ['silence when connecting', { step: 'connect', code: 'ETIMEDOUT' }, /TLS from the start: try TLS/],
    ['plain text on a TLS port', { step: 'tls', code: 'EPLAINTEXT', security: 'tls' }, /Choose STARTTLS/],
    ['no STARTTLS', { step: 'tls', code: 'ENOSTARTTLS' }, /does not offer STARTTLS/],
    ['an expired certificate', { step: 'tls', code: 'CERT_HAS_EXPIRED' }, /has expired/],
    ['a certificate for another name', { step: 'tls', code: 'ERR_TLS_CERT_ALTNAME_INVALID' }, /for another name/],
    ['an unknown authority', { step: 'tls', code: 'UNABLE_TO_GET_ISSUER_CERT' }, /not signed by an authority/],
    ['a certificate signed by itself', { step: 'tls', code: 'DEPTH_ZERO_SELF_SIGNED_CERT' }, /signed by itself/],
    ['a port that speaks TLS', { step: 'connect', code: 'ESPEAKSTLS' }, /Choose TLS from the start/],
    ['a limit', { step: 'sender', ...reply('550 5.7.28 Daily quota reached') }, /reached its limit/],
    ['an address nobody can send to', { step: 'recipient', code: 'ESMTPUTF8' }, /letters beyond a to z/],
    [
      'a wrong password',
      { step: 'sign-in', ...reply('535 5.7.8 Bad credentials') },
      /does not accept this user and password.*orders@quillwick\.example/,
    ],
    ['no way to sign in', { step: 'sign-in', code: 'ENOAUTH' }, /no way to sign in/],
    [
      'a sender not allowed',
      { step: 'sender', ...reply('550 5.7.1 no') },
      /account orders@quillwick\.example may not send as shop@quillwick\.example/,
    ],
    ['a sign-in that is needed', { step: 'sender', ...reply('530 Authentication required') }, /only after signing in/],
    ['an unknown mailbox', { step: 'recipient', ...reply('550 5.1.1 unknown') }, /no such mailbox/],
    ['a relay denied', { step: 'recipient', ...reply('554 5.7.1 Relay access denied') }, /does not pass mail on/],
    ['greylisting', { step: 'recipient', ...reply('451 4.7.1 Greylisted') }, /try again a little later/],
    ['a full mailbox', { step: 'recipient', ...reply('552 5.2.2 over quota') }, /mailbox is full/],
    [
      'a message too large',
      { step: 'message', ...reply('552 5.3.4 Message too large') },
      /larger than the server takes/,
    ],
    ['content refused', { step: 'message', ...reply('554 5.7.1 spam') }, /refused the content/],
    ['too many connections', { step: 'connect', ...reply('421 busy') }, /no more connections/],
  ])('tells %s from all else', (_what, failure, words) => {
    expect(of(failure)).toMatch(words);
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
    ['sender', 'sender refused', false],
    ['recipient', 'greylisted', false],
    ['recipient', 'recipient refused', false],
    ['message', 'dropped', false],
    ['message', 'content refused', false],
  ])('at %s, %s: the service itself: %s', (step, kind, service) => {
    expect(isAboutService(step, kind)).toBe(service);
  });
});
