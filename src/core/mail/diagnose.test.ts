import { readKeptIn } from '../../words/kept';
import { CAUSE_KINDS, type CauseKind, type Failure } from './causes';
import { diagnose } from './diagnose';
import { parseReply } from './reply';

describe('a diagnosis', () => {
  const at = {
    host: 'smtp.harrowpost.example',
    port: 587,
    security: 'starttls' as const,
    user: 'orders@quillwick.example',
    sender: 'shop@quillwick.example',
  };
  const of = (failure: Partial<Failure> & Pick<Failure, 'step'>): string => {
    const { cause, remedy } = readKeptIn(diagnose({ ...at, ...failure }));
    return `${cause} ${remedy}`;
  };
  const reply = (raw: string) => ({ reply: parseReply(raw)! });

  type Case = [string, CauseKind, Partial<Failure> & Pick<Failure, 'step'>, RegExp];
  const CASES: Case[] = [
    [
      'a name that does not resolve',
      'name unknown',
      { step: 'resolve', code: 'ENOTFOUND' },
      /no server named smtp\.harrowpost\.example.*Check the spelling/,
    ],
    ['a name without an address', 'name unknown', { step: 'resolve', code: 'ENODATA' }, /no address in DNS/],
    [
      'DNS that does not answer',
      'name not answered',
      { step: 'resolve', code: 'ETIMEOUT' },
      /DNS server did not answer/,
    ],
    ['DNS that fails', 'name not answered', { step: 'resolve', code: 'ESERVFAIL' }, /Try again in a minute/],
    ['a closed port', 'nothing listens', { step: 'connect', code: 'ECONNREFUSED' }, /Nothing listens on port 587/],
    ['a network without a way', 'unreachable', { step: 'connect', code: 'ENETUNREACH' }, /cannot be reached.*firewall/],
    ['silence when connecting', 'silent', { step: 'connect', code: 'ETIMEDOUT' }, /TLS from the start: try TLS/],
    [
      'silence on a port that may want STARTTLS',
      'silent',
      { step: 'connect', code: 'ETIMEDOUT', security: 'tls' },
      /try STARTTLS, usually with port 587/,
    ],
    ['silence later', 'silent', { step: 'message', code: 'ETIMEDOUT' }, /stopped responding.*overloaded/],
    ['a line that is cut', 'dropped', { step: 'recipient', code: 'ECONNRESET' }, /closed the connection/],
    ['a line that is closed', 'dropped', { step: 'message', code: 'ECLOSED' }, /closed the connection/],
    [
      'plain text on a TLS port',
      'speaks plain',
      { step: 'tls', code: 'EPLAINTEXT', security: 'tls' },
      /Choose STARTTLS/,
    ],
    ['a port that speaks TLS', 'speaks TLS', { step: 'connect', code: 'ESPEAKSTLS' }, /STARTTLS was set/],
    [
      'a port that speaks TLS, asked in clear',
      'speaks TLS',
      { step: 'connect', code: 'ESPEAKSTLS', security: 'none' },
      /no encryption was set.*Choose TLS from the start/,
    ],
    ['a server of another kind', 'not SMTP', { step: 'connect', code: 'ENOTSMTP' }, /is not a mail server/],
    ['no STARTTLS', 'no STARTTLS', { step: 'tls', code: 'ENOSTARTTLS' }, /does not offer STARTTLS/],
    ['an expired certificate', 'certificate expired', { step: 'tls', code: 'CERT_HAS_EXPIRED' }, /has expired/],
    [
      'a certificate of tomorrow',
      'certificate unknown',
      { step: 'tls', code: 'CERT_NOT_YET_VALID' },
      /not valid yet.*clock/,
    ],
    [
      'a certificate for another name',
      'certificate for another name',
      { step: 'tls', code: 'ERR_TLS_CERT_ALTNAME_INVALID' },
      /for another name/,
    ],
    [
      'an unknown authority',
      'certificate unknown',
      { step: 'tls', code: 'UNABLE_TO_GET_ISSUER_CERT' },
      /not signed by an authority/,
    ],
    [
      'a certificate signed by itself',
      'certificate self-signed',
      { step: 'tls', code: 'DEPTH_ZERO_SELF_SIGNED_CERT' },
      /signed by itself/,
    ],
    ['no way to sign in', 'no way to sign in', { step: 'sign-in', code: 'ENOAUTH' }, /leave user and password empty/],
    [
      'an address nobody can send to',
      'address not sendable',
      { step: 'recipient', code: 'ESMTPUTF8' },
      /letters beyond a to z/,
    ],
    [
      'a limit by its code',
      'limit reached',
      { step: 'sender', ...reply('550 5.7.28 Come back tomorrow') },
      /reached its limit/,
    ],
    [
      'a limit by its words',
      'limit reached',
      { step: 'message', ...reply('451 4.7.0 Too many messages from you') },
      /Wait until the limit renews/,
    ],
    [
      'a wrong password',
      'wrong password',
      { step: 'sign-in', ...reply('535 5.7.8 Bad credentials') },
      /does not accept this user and password.*orders@quillwick\.example/,
    ],
    [
      'a password that nobody gave a user for',
      'wrong password',
      { step: 'sign-in', user: undefined, ...reply('534 5.7.9 Password for programs needed') },
      /no user given.*made for programs/,
    ],
    [
      'a sign-in in clear',
      'needs TLS',
      { step: 'sign-in', ...reply('538 5.7.11 Encryption required') },
      /requires encryption/,
    ],
    [
      'a way to sign in that is not known there',
      'no way to sign in',
      { step: 'sign-in', ...reply('504 5.5.4 Unrecognized') },
      /does not know this way/,
    ],
    [
      'a sign-in that has to wait',
      'sign-in refused',
      { step: 'sign-in', ...reply('454 4.7.0 Not now') },
      /Try again in a few minutes/,
    ],
    [
      'an account that may not send',
      'sign-in refused',
      { step: 'sign-in', ...reply('550 5.7.1 Disabled') },
      /Ask the provider whether this account/,
    ],
    [
      'a sign-in that is needed',
      'sign-in needed',
      { step: 'sender', ...reply('530 5.7.0 Authentication required') },
      /only after signing in/,
    ],
    [
      'a secure line that is needed',
      'needs TLS',
      { step: 'sender', ...reply('530 5.7.0 Must issue a STARTTLS command first') },
      /Choose TLS or STARTTLS/,
    ],
    [
      'a sender not allowed',
      'sender refused',
      { step: 'sender', ...reply('550 5.7.1 no') },
      /account orders@quillwick\.example may not send as shop@quillwick\.example/,
    ],
    [
      'a domain that is not verified',
      'sender refused',
      { step: 'sender', user: undefined, ...reply('550 5.7.1 no') },
      /does not send for shop@quillwick\.example.*domain verified/,
    ],
    [
      'a sender not taken just now',
      'sender refused',
      { step: 'sender', ...reply('451 4.3.0 Try later') },
      /did not take the sender for now/,
    ],
    [
      'an unknown mailbox',
      'recipient refused',
      { step: 'recipient', ...reply('550 5.1.1 unknown') },
      /no such mailbox/,
    ],
    [
      'a relay denied',
      'relay denied',
      { step: 'recipient', ...reply('554 5.7.1 Relay access denied') },
      /does not pass mail on/,
    ],
    [
      'greylisting',
      'greylisted',
      { step: 'recipient', ...reply('451 4.7.1 Greylisted') },
      /try again a little later.*by itself/,
    ],
    [
      'a recipient that is busy',
      'busy',
      { step: 'recipient', ...reply('450 4.2.1 Busy') },
      /cannot take mail just now/,
    ],
    [
      'a full mailbox, for good',
      'mailbox full',
      { step: 'recipient', ...reply('552 5.2.2 over quota') },
      /mailbox is full.*another way/,
    ],
    [
      'a full mailbox, for now',
      'mailbox full',
      { step: 'recipient', ...reply('452 4.2.2 Mailbox full') },
      /Nothing to do: it is tried again/,
    ],
    [
      'a message too large',
      'too large',
      { step: 'message', ...reply('552 5.3.4 Message too large') },
      /larger than the server takes/,
    ],
    [
      'a refusal by policy, which says nothing of the mailbox',
      'refused by policy',
      { step: 'recipient', ...reply('550 5.7.1 Rejected: sender listed as spam source') },
      /mailbox itself may well be there.*look at the sending domain/,
    ],
    ['content refused', 'content refused', { step: 'message', ...reply('554 5.7.1 spam') }, /refused the content/],
    ['too many connections', 'busy', { step: 'connect', ...reply('421 busy') }, /no more connections/],
    [
      'a server that refuses us in an unknown way',
      'other',
      { step: 'connect', ...reply('554 No service') },
      /answered 554: No service.*show it to the provider/,
    ],
    ['an answer nobody knows', 'other', { step: 'recipient', ...reply('455 4.5.1 Hm') }, /455.*tried again by itself/],
    ['an error nobody knows', 'other', { step: 'tls', code: 'EODD', detail: 'odd' }, /Secure the line failed: odd\./],
    ['an error without words', 'other', { step: 'connect' }, /^Connect failed\. Try again/],
  ];

  it.each(CASES)('tells %s from all else', (_what, kind, failure, words) => {
    expect(diagnose({ ...at, ...failure }).kind).toBe(kind);
    expect(of(failure)).toMatch(words);
  });

  it('has words for every cause', () => {
    expect([...new Set(CASES.map(([, kind]) => kind))].toSorted()).toEqual([...CAUSE_KINDS].toSorted());
  });

  it('never shows a password, whatever the server answers', () => {
    for (const [, , failure] of CASES) expect(of(failure)).not.toMatch(/linen|undefined|null/);
  });
});
