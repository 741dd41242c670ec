import type { ServiceStanding } from '../mail';
import {
  isBadProof,
  nextProofLook,
  PROOF_LATE_MS,
  proofStanding,
  provingPaths,
  readAuthentication,
  UNSAID,
  type ProofFacts,
} from '.';

describe('what a mailbox found about who vouches for a message', () => {
  it('is read from the field of its own server', () => {
    expect(
      readAuthentication([
        'mx.parlour.example; dkim=pass header.d=quillwick.example;\r\n spf=pass smtp.mailfrom=bounce.quillwick.example; dmarc=pass (p=none) header.from=quillwick.example',
      ]),
    ).toEqual({ spf: 'pass', dkim: 'pass', dmarc: 'pass' });
  });

  it('is not taken from what the sender wrote underneath', () => {
    expect(
      readAuthentication([
        'mx.parlour.example; spf=fail smtp.mailfrom=quillwick.example',
        'mx.elsewhere.example; dkim=pass header.d=quillwick.example; dmarc=pass',
      ]),
    ).toEqual({ spf: 'fail', dkim: '', dmarc: '' });
  });

  it('is put together from several fields of one server', () => {
    expect(
      readAuthentication(['mx.parlour.example 1; spf=pass', 'mx.parlour.example 1; dkim=fail; dkim=pass']),
    ).toEqual({
      spf: 'pass',
      dkim: 'pass',
      dmarc: '',
    });
  });

  it('is not read out of comments and quoted texts', () => {
    expect(
      readAuthentication([
        'mx.example (a (nested; dmarc=pass) note); spf/1=SoftFail reason="x; dkim=pass" (\\) ; dkim=pass)',
      ]),
    ).toEqual({ spf: 'softfail', dkim: '', dmarc: '' });
    expect(readAuthentication([])).toEqual(UNSAID);
    expect(readAuthentication(['mx.example; none'])).toEqual(UNSAID);
  });
});

describe('what a proof shows', () => {
  const T = Date.parse('2026-03-02T09:00:00Z');
  const all = { spf: 'pass', dkim: 'pass', dmarc: 'pass' };
  const arrived: ProofFacts = {
    state: 'arrived',
    sentAt: T,
    arrivedAt: T + 3_000,
    junk: false,
    authentication: all,
    signed: true,
  };
  const of = (proof: Partial<ProofFacts>, now = T + 60_000, readAt = now) =>
    proofStanding({ ...arrived, ...proof }, now, readAt);

  it('is good in the inbox, in time, vouched for', () => {
    expect(of({})).toBe('good');
    expect(isBadProof(of({}))).toBe(false);
  });

  it('is not good in Junk, late, or not vouched for', () => {
    expect(of({ junk: true })).toBe('junk');
    expect(of({ arrivedAt: T + PROOF_LATE_MS + 1 })).toBe('late');
    expect(of({ authentication: { ...all, dmarc: 'fail' } })).toBe('not vouched for');
    expect(of({ authentication: { ...all, dkim: 'fail' } })).toBe('not vouched for');
    expect(of({ authentication: { spf: 'softfail', dkim: 'none', dmarc: 'none' }, signed: false })).toBe(
      'not vouched for',
    );
  });

  it('is not held against the store where the mailbox says nothing', () => {
    expect(of({ authentication: UNSAID })).toBe('good');
    expect(of({ authentication: { spf: 'pass', dkim: '', dmarc: '' } })).toBe('good');
    expect(of({ authentication: { spf: 'fail', dkim: 'pass', dmarc: 'none' } })).toBe('good');
  });

  it('is missing only once the mailbox was read and it was not there', () => {
    const sent = { state: 'sent' as const, arrivedAt: undefined };
    expect(of(sent)).toBe('under way');
    const late = T + PROOF_LATE_MS + 1;
    expect(of(sent, late)).toBe('missing');
    expect(of(sent, late, T + 60_000)).toBe('unread');
    expect(isBadProof('unread')).toBe(false);
    expect(isBadProof('missing')).toBe(true);
  });

  it('is looked for often at first, and then less', () => {
    const waits = [1_000, 100_000, 600_000, 7_200_000].map(nextProofLook);
    expect(waits).toEqual(waits.toSorted((a, b) => a - b));
    expect(waits[0]).toBeLessThan(10_000);
  });
});

describe('the ways out of a store', () => {
  const service = (id: string, more: Partial<ServiceStanding> = {}): ServiceStanding => ({
    ...{ id, name: id, kind: 'relay', host: `${id}.example`, user: 'u', domains: [], paused: false },
    ...more,
  });
  const senders = [
    { name: 'Quillwick', address: 'orders@quillwick.example' },
    { name: 'Quillwick service', address: 'service@quillwick.example' },
    { name: 'Trade', address: 'trade@Boards.example' },
  ];

  it('are each service with each domain that it sends for', () => {
    const { paths, leftOut } = provingPaths(
      [
        service('account', { kind: 'account', user: 'service@quillwick.example' }),
        service('relay', { domains: ['quillwick.example', 'boards.example'] }),
        service('resting', { paused: true }),
        service('other', { domains: ['elsewhere.example'] }),
      ],
      senders,
    );
    expect(paths.map((p) => [p.service.id, p.domain, p.sender.address])).toEqual([
      ['account', 'quillwick.example', 'service@quillwick.example'],
      ['relay', 'quillwick.example', 'orders@quillwick.example'],
      ['relay', 'boards.example', 'trade@Boards.example'],
    ]);
    expect(leftOut).toEqual([
      { service: { id: 'resting', name: 'resting' }, why: 'paused' },
      { service: { id: 'other', name: 'other' }, why: 'no sender' },
    ]);
  });
});
