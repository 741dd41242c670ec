import { readKeptIn } from '../../words/kept';
import fc from 'fast-check';
import { dayKey, zonedTime } from '../time/clock';
import { candidatesFromNames, candidatesFromSrv } from './service-candidates';
import { forecast, limitDay } from './limits';
import {
  chooseService,
  leftOf,
  restAfter,
  senderKindOf,
  senderNameHint,
  senderTrouble,
  type ServiceStanding,
} from './services';
import { isWithholdingPattern, matchesPattern, withheldBy } from './withhold';

const at = (text: string): number => Date.parse(text);
const BERLIN = 'Europe/Berlin';

describe('a time of day in a zone', () => {
  it('is found in winter and summer, skipped hours move on, doubled ones are the first', () => {
    expect(zonedTime('2026-01-15', 8, 0, BERLIN)).toBe(at('2026-01-15T07:00:00Z'));
    expect(zonedTime('2026-07-15', 8, 0, BERLIN)).toBe(at('2026-07-15T06:00:00Z'));
    expect(zonedTime('2026-03-29', 2, 30, BERLIN)).toBe(at('2026-03-29T01:30:00Z'));
    expect(zonedTime('2026-10-25', 2, 30, BERLIN)).toBe(at('2026-10-25T00:30:00Z'));
  });

  it('holds every moment of time, over changes of clocks and ends of months', () => {
    const zones = [BERLIN, 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC'];
    fc.assert(
      fc.property(
        fc.integer({ min: at('2025-01-01T00:00:00Z'), max: at('2028-01-01T00:00:00Z') }),
        fc.constantFrom(...zones),
        fc.integer({ min: 0, max: 23 }),
        fc.integer({ min: 0, max: 59 }),
        (now, zone, hour, minute) => {
          const renews = `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
          const day = limitDay(now, renews, zone);
          expect(day.from).toBeLessThanOrEqual(now);
          expect(day.until).toBeGreaterThan(now);
          const hours = (day.until - day.from) / 3_600_000;
          expect(hours).toBeGreaterThanOrEqual(22.5);
          expect(hours).toBeLessThanOrEqual(25.5);
          // One day follows the other without a gap.
          expect(limitDay(day.until, renews, zone).from).toBe(day.until);
        },
      ),
    );
  });

  it('names days by their zone', () => {
    expect(dayKey(at('2026-02-28T23:30:00Z'), BERLIN)).toBe('2026-03-01');
    expect(dayKey(at('2026-02-28T12:00:00Z'), BERLIN, 1)).toBe('2026-03-01');
  });
});

describe('a forecast of a limit', () => {
  const day = { from: at('2026-11-24T00:00:00Z'), until: at('2026-11-25T00:00:00Z') };
  const noon = at('2026-11-24T12:00:00Z');

  it('says when it runs out at the faster pace', () => {
    // 300 by noon is 25 an hour: 200 left last 8 hours.
    expect(forecast(300, 60, 500, day, noon)).toEqual({ runsOutAt: at('2026-11-24T20:00:00Z'), byRenewal: 600 });
    // The last hours were faster: 100 an hour.
    expect(forecast(300, 300, 500, day, noon).runsOutAt).toBe(at('2026-11-24T14:00:00Z'));
  });

  it('says nothing of a limit that lasts, and now of one that is reached', () => {
    expect(forecast(100, 20, 500, day, noon)).toEqual({ runsOutAt: undefined, byRenewal: 200 });
    expect(forecast(500, 20, 500, day, noon).runsOutAt).toBe(noon);
    expect(forecast(0, 0, 500, day, day.from)).toEqual({ runsOutAt: undefined, byRenewal: 0 });
  });
});

describe('how much a service takes', () => {
  const limits = { perMinute: 10, perDay: 100, renewsAt: '06:00', timeZone: BERLIN };
  const now = at('2026-11-24T12:00:30Z');

  it('is the tighter of the limits, with when there is more', () => {
    expect(leftOf(limits, { minute: 4, day: 20 }, now)).toMatchObject({ left: 6 });
    expect(leftOf(limits, { minute: 10, day: 20 }, now)).toEqual({ left: 0, againAt: at('2026-11-24T12:01:00Z') });
    expect(leftOf(limits, { minute: 0, day: 100 }, now)).toEqual({ left: 0, againAt: at('2026-11-25T05:00:00Z') });
    expect(leftOf({ ...limits, perMinute: null, perDay: null }, { minute: 9, day: 9 }, now)).toBeUndefined();
  });
});

const account: ServiceStanding = {
  id: 'a',
  name: 'Harrowpost',
  kind: 'account',
  host: 'smtp.harrowpost.example',
  user: 'orders@quillwick.example',
  domains: [],
  paused: false,
};
const relay: ServiceStanding = {
  id: 'r',
  name: 'Fernbridge',
  kind: 'relay',
  host: 'relay.fernbridge.example',
  user: 'quillwick',
  domains: ['quillwick.example'],
  paused: false,
};

describe('the choice of a service', () => {
  const now = at('2026-11-24T12:00:00Z');
  const choose = (services: ServiceStanding[], sender = 'orders@quillwick.example') =>
    readKeptIn(chooseService(services, sender, now));

  it('takes the first that can, and says why others were passed over', () => {
    expect(choose([account, relay])).toMatchObject({ kind: 'use', service: { id: 'a' }, passedOver: [] });
    expect(choose([{ ...account, paused: true }, relay])).toMatchObject({
      service: { id: 'r' },
      passedOver: ['Harrowpost is paused.'],
    });
    expect(choose([{ ...account, downUntil: now + 1, downWords: 'nothing listens' }, relay])).toMatchObject({
      service: { id: 'r' },
      passedOver: ['Harrowpost rests: nothing listens'],
    });
    expect(choose([{ ...account, left: 0 }, relay])).toMatchObject({
      service: { id: 'r' },
      passedOver: ['Harrowpost is at its limit.'],
    });
    expect(choose([account, relay], 'service@quillwick.example')).toMatchObject({
      service: { id: 'r' },
      passedOver: ['Harrowpost does not send as service@quillwick.example.'],
    });
  });

  it('waits for the earliest, or for somebody to do something', () => {
    expect(
      choose([
        { ...account, downUntil: now + 500 },
        { ...relay, left: 0, leftAgainAt: now + 200 },
      ]),
    ).toMatchObject({
      kind: 'wait',
      until: now + 200,
    });
    expect(choose([{ ...account, paused: true }])).toMatchObject({ kind: 'wait', until: undefined });
    expect(choose([])).toMatchObject({ words: 'No sending service is connected.' });
  });

  it('rests longer each time, up to a quarter of an hour', () => {
    expect([1, 2, 3, 10].map(restAfter)).toEqual([5_000, 10_000, 20_000, 900_000]);
  });
});

describe('senders', () => {
  it('are refused by a service that will not send as them, with both ways out', () => {
    const trouble = senderTrouble(account, 'service@quillwick.example')!;
    expect(trouble.words).toContain('sends as itself only');
    expect(trouble.ways).toEqual([
      'Send as orders@quillwick.example.',
      'Connect the account of service@quillwick.example, or a relay that sends for quillwick.example.',
    ]);
    expect(senderTrouble(account, 'Orders@Quillwick.example')).toBeUndefined();
    expect(senderTrouble(relay, 'any@quillwick.example')).toBeUndefined();
    expect(senderTrouble(relay, 'any@elsewhere.example')!.words).toContain('not for elsewhere.example');
    expect(senderTrouble({ ...relay, kind: 'local', domains: [] }, 'any@elsewhere.example')).toBeUndefined();
  });

  it('are told from the title of a page', () => {
    expect(senderNameHint('Quillwick')).toBeUndefined();
    expect(senderNameHint('O’Connell-Reyes')).toBeUndefined();
    expect(senderNameHint('Quillwick | Handmade paper')).toMatch(/title of a page/);
    expect(senderNameHint('Quillwick Handmade Paper and Bookbinding Supplies')).toMatch(/25 characters/);
  });

  it('go by what a notification is about', () => {
    expect(senderKindOf({ moment: 'order.placed', audience: 'customer' })).toBe('orders');
    expect(senderKindOf({ moment: 'refund.issued', audience: 'customer' })).toBe('service');
    expect(senderKindOf({ moment: 'order.cancelled', audience: 'customer' })).toBe('service');
    expect(senderKindOf({ moment: 'refund.issued', audience: 'staff' })).toBe('staff');
  });
});

describe('addresses not to write to', () => {
  it('are matched whole, by domain, and below a domain', () => {
    expect(matchesPattern('Ann@Left.example', 'ann@left.example')).toBe(true);
    expect(matchesPattern('ann@left.example', 'joann@left.example')).toBe(false);
    expect(matchesPattern('@left.example', 'any@left.example')).toBe(true);
    expect(matchesPattern('@left.example', 'any@sub.left.example')).toBe(false);
    expect(matchesPattern('@*.left.example', 'any@sub.left.example')).toBe(true);
    expect(matchesPattern('@*.left.example', 'any@notleft.example')).toBe(false);
  });

  it('may be for some kinds of message only', () => {
    const list = [{ pattern: '@left.example', reason: 'asked to', kinds: ['service' as const] }];
    expect(withheldBy(list, 'a@left.example', 'service')?.reason).toBe('asked to');
    expect(withheldBy(list, 'a@left.example', 'orders')).toBeUndefined();
  });

  it.each([
    ['a@b.example', true],
    ['@b.example', true],
    ['@*.b.example', true],
    ['b.example', false],
    ['*@b.example', false],
    ['a b@c.example', false],
    ['@*', false],
    ['', false],
  ])('%j is a pattern: %s', (text, is) => {
    expect(isWithholdingPattern(text)).toBe(is);
  });
});

describe('finding settings', () => {
  const srv = (name: string, port: number, priority: number, weight = 0) => ({ name, port, priority, weight });

  it('takes SRV records by priority and weight, TLS from the start first', () => {
    const found = candidatesFromSrv(
      'quillwick.example',
      [srv('b.example', 465, 20), srv('a.example.', 465, 10)],
      [srv('c.example', 587, 0, 1), srv('d.example', 587, 0, 5)],
    );
    expect(found.map((c) => `${c.host}:${c.port} ${c.security}`)).toEqual([
      'a.example:465 tls',
      'b.example:465 tls',
      'd.example:587 starttls',
      'c.example:587 starttls',
    ]);
    expect(found[0]!.from).toBe('SRV record _submissions._tcp.quillwick.example');
  });

  it('leaves out what a record says is not offered', () => {
    expect(candidatesFromSrv('quillwick.example', [srv('.', 0, 0)], [])).toEqual([]);
  });

  it('else tries names beside the mail exchange and usual ones, each once', () => {
    const found = candidatesFromNames('quillwick.example', ['mx.harrowpost.example.', 'mx2.harrowpost.example']);
    const hosts = found.map((c) => c.host);
    expect(hosts[0]).toBe('smtp.harrowpost.example');
    expect(hosts).toContain('smtp.quillwick.example');
    expect(new Set(found.map((c) => `${c.host}:${c.port}`)).size).toBe(found.length);
  });
});
