import fc from 'fast-check';
import { dayKey, zonedTime } from './clock';
import { dueAt, dueTimes, isWhole, scheduleProblems, scheduleWords, timingWords, type Timing } from './timing';

const BERLIN = 'Europe/Berlin';
const at = (iso: string): number => Date.parse(iso);
const due = (timing: Timing, start: string, zone = BERLIN): string =>
  new Date(dueAt(timing, at(start), zone)).toISOString();
const wall = (time: number, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(time);

describe('when a message is due', () => {
  it.each<[string, Timing, string, string]>([
    ['at once', {}, '2026-11-24T09:14:05.123Z', '2026-11-24T09:14:05.123Z'],
    [
      'after some minutes',
      { wait: { amount: 45, unit: 'minutes' } },
      '2026-11-24T23:30:00Z',
      '2026-11-25T00:15:00.000Z',
    ],
    [
      'hours are lengths of time, also when the clocks go back',
      { wait: { amount: 24, unit: 'hours' } },
      '2026-10-24T12:00:00Z',
      '2026-10-25T12:00:00.000Z',
    ],
    [
      'days keep the time of day when the clocks go back',
      { wait: { amount: 1, unit: 'days' } },
      '2026-10-24T12:00:00Z',
      '2026-10-25T13:00:00.000Z',
    ],
    [
      'and when they go forward, into an hour that is not there',
      { wait: { amount: 1, unit: 'days' } },
      '2026-03-28T01:30:00Z',
      '2026-03-29T01:30:00.000Z',
    ],
    [
      'over the end of a month',
      { wait: { amount: 3, unit: 'days' } },
      '2026-02-26T10:00:00Z',
      '2026-03-01T10:00:00.000Z',
    ],
    ['over a leap day', { wait: { amount: 1, unit: 'weeks' } }, '2028-02-25T10:00:00Z', '2028-03-03T10:00:00.000Z'],
    [
      'the same day, when the time of day is still to come',
      { at: '18:00' },
      '2026-11-24T09:14:00Z',
      '2026-11-24T17:00:00.000Z',
    ],
    ['the next day, when it is over', { at: '09:00' }, '2026-11-24T09:14:00Z', '2026-11-25T08:00:00.000Z'],
    ['exactly then, when it is that time', { at: '10:14' }, '2026-11-24T09:14:00Z', '2026-11-24T09:14:00.000Z'],
    [
      'a wait and a time of day',
      { wait: { amount: 3, unit: 'days' }, at: '09:00' },
      '2026-11-24T09:14:00Z',
      '2026-11-28T08:00:00.000Z',
    ],
    [
      'from a weekend to Monday',
      { wait: { amount: 3, unit: 'days' }, at: '09:00', workingDays: true },
      '2026-11-24T09:14:00Z',
      '2026-11-30T08:00:00.000Z',
    ],
    [
      'working days are counted without weekends',
      { wait: { amount: 3, unit: 'working-days' } },
      '2026-11-26T09:00:00Z',
      '2026-12-01T09:00:00.000Z',
    ],
    [
      'from a Saturday',
      { wait: { amount: 1, unit: 'working-days' } },
      '2026-11-28T09:00:00Z',
      '2026-11-30T09:00:00.000Z',
    ],
  ])('%s', (_what, timing, start, expected) => {
    expect(due(timing, start)).toBe(expected);
  });

  it('is by the day of the store and not of the machine', () => {
    expect(due({ at: '09:00' }, '2026-11-24T20:00:00Z', 'Pacific/Auckland')).toBe('2026-11-24T20:00:00.000Z');
    expect(due({ at: '09:00', workingDays: true }, '2026-11-27T21:00:00Z', 'Pacific/Auckland')).toBe(
      '2026-11-29T20:00:00.000Z',
    );
  });

  const anyTime = fc.integer({ min: at('2024-01-01T00:00:00Z'), max: at('2030-01-01T00:00:00Z') });
  const anyZone = fc.constantFrom(BERLIN, 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC');
  const anyTiming: fc.Arbitrary<Timing> = fc.record(
    {
      wait: fc.record({
        amount: fc.integer({ min: 1, max: 60 }),
        unit: fc.constantFrom(
          'minutes' as const,
          'hours' as const,
          'days' as const,
          'working-days' as const,
          'weeks' as const,
        ),
      }),
      at: fc.constantFrom('00:00', '02:30', '09:00', '23:59'),
      workingDays: fc.boolean(),
    },
    { requiredKeys: [] },
  );

  it('is never before its start', () => {
    fc.assert(fc.property(anyTiming, anyTime, anyZone, (timing, start, zone) => dueAt(timing, start, zone) >= start));
  });

  it('is at the time of day that was asked for, or as soon after as the clocks have it', () => {
    fc.assert(
      fc.property(anyTime, anyZone, fc.integer({ min: 1, max: 40 }), (start, zone, amount) => {
        const time = dueAt({ wait: { amount, unit: 'days' }, at: '09:00' }, start, zone);
        expect(wall(time, zone)).toBe('09:00');
        expect(time).toBeGreaterThanOrEqual(dueAt({ wait: { amount, unit: 'days' } }, start, zone));
      }),
    );
  });

  it('is on a working day when that was asked for', () => {
    fc.assert(
      fc.property(anyTiming, anyTime, anyZone, (timing, start, zone) => {
        const day = dayKey(dueAt({ ...timing, workingDays: true }, start, zone), zone);
        expect([0, 6]).not.toContain(new Date(`${day}T12:00:00Z`).getUTCDay());
      }),
    );
  });

  it('some days later is as many calendar days later', () => {
    fc.assert(
      fc.property(anyTime, anyZone, fc.integer({ min: 1, max: 100 }), (start, zone, amount) => {
        const time = dueAt({ wait: { amount, unit: 'days' } }, start, zone);
        // An hour that the clocks skip may push the very end of a day over midnight, nowhere else.
        const wanted = dayKey(start, zone, amount);
        const skipped = zonedTime(wanted, 23, 59, zone) < time;
        expect(skipped ? wanted : dayKey(time, zone)).toBe(wanted);
      }),
    );
  });
});

describe('a row of reminders', () => {
  const row: Timing[] = [
    { wait: { amount: 24, unit: 'hours' } },
    { wait: { amount: 3, unit: 'days' } },
    { wait: { amount: 5, unit: 'days' } },
  ];

  it('is due once for each', () => {
    const start = at('2026-11-24T09:14:00Z');
    expect(dueTimes({ row, ends: ['paid'] }, start, BERLIN).map((t) => new Date(t).toISOString())).toEqual([
      '2026-11-25T09:14:00.000Z',
      '2026-11-27T09:14:00.000Z',
      '2026-11-29T09:14:00.000Z',
    ]);
    expect(dueTimes({ row: [], ends: [] }, start, BERLIN)).toEqual([start]);
  });

  it('is never two at once: what waits for the same Monday is a day apart', () => {
    const weekend: Timing[] = [
      { wait: { amount: 2, unit: 'days' }, at: '09:00', workingDays: true },
      { wait: { amount: 3, unit: 'days' }, at: '09:00', workingDays: true },
    ];
    expect(
      dueTimes({ row: weekend, ends: ['paid'] }, at('2026-11-26T07:00:00Z'), BERLIN).map((t) =>
        new Date(t).toISOString(),
      ),
    ).toEqual(['2026-11-30T08:00:00.000Z', '2026-12-01T08:00:00.000Z']);
  });

  it('has to go forward, and to end', () => {
    expect(scheduleProblems({ row, ends: ['paid'] })).toEqual([]);
    expect(scheduleProblems({ row, ends: [] })).toEqual([
      { path: '/ends', message: 'Choose at least one event that stops the series.' },
    ]);
    expect(scheduleProblems({ row: [row[1]!, row[0]!], ends: ['paid'] })).toEqual([
      { path: '/row/1', message: 'Enter a longer delay than that of the message before.' },
    ]);
    expect(scheduleProblems({ row: [{ wait: { amount: 60, unit: 'weeks' } }], ends: [] })).toEqual([
      { path: '/row/0/wait', message: 'Enter a delay of at most a year.' },
    ]);
  });

  it('cannot be reckoned with while a wait is half typed', () => {
    const wait = (amount: number) => isWhole({ wait: { amount, unit: 'days' } });
    expect([wait(1), wait(10_000), isWhole({ at: '09:00' })]).toEqual([true, true, true]);
    expect([wait(Number.NaN), wait(0), wait(-1), wait(1.5), wait(1e9)]).toEqual([false, false, false, false, false]);
  });

  it('reads as words', () => {
    expect(scheduleWords({ row, ends: [] })).toBe('24 hours · 3 days · 5 days');
    expect(scheduleWords({ row: [], ends: [] })).toBe('at once');
    expect(timingWords({ wait: { amount: 1, unit: 'working-days' }, at: '09:00', workingDays: true })).toBe(
      'after 1 working day, at 09:00, on a working day',
    );
  });
});
