import { cameLast, comesNext, rhythmWords, shortRhythmWords, type Rhythm } from './rhythm';

const ZONE = 'Europe/Berlin';
const at = (time: string): number => Date.parse(time);
const text = (time: number): string => new Date(time).toISOString();

describe('a rhythm', () => {
  const daily: Rhythm = { every: 'day', at: '08:00' };
  const working: Rhythm = { every: 'working-day', at: '08:00' };
  const fridays: Rhythm = { every: 'week', on: 5, at: '17:30' };

  it.each<[string, Rhythm, string, string, string]>([
    // 08:00 in Berlin is 07:00 UTC in winter.
    ['before eight, yesterday', daily, '2026-11-26T06:59:59Z', '2026-11-25T07:00:00.000Z', '2026-11-26T07:00:00.000Z'],
    ['at eight, today', daily, '2026-11-26T07:00:00Z', '2026-11-26T07:00:00.000Z', '2026-11-27T07:00:00.000Z'],
    ['on a Sunday, Friday', working, '2026-11-29T12:00:00Z', '2026-11-27T07:00:00.000Z', '2026-11-30T07:00:00.000Z'],
    [
      'on a Thursday, last Friday',
      fridays,
      '2026-11-26T12:00:00Z',
      '2026-11-20T16:30:00.000Z',
      '2026-11-27T16:30:00.000Z',
    ],
    // Clocks go back on 25 October: from summer time to 07:00 UTC.
    ['when clocks change', daily, '2026-10-25T06:30:00Z', '2026-10-24T06:00:00.000Z', '2026-10-25T07:00:00.000Z'],
  ])('comes %s', (_, rhythm, now, last, next) => {
    expect(text(cameLast(rhythm, at(now), ZONE))).toBe(last);
    expect(text(comesNext(rhythm, at(now), ZONE))).toBe(next);
  });

  it('comes at a time that the clocks skip when they have skipped it', () => {
    const night: Rhythm = { every: 'day', at: '02:30' };
    expect(text(comesNext(night, at('2026-03-28T12:00:00Z'), ZONE))).toBe('2026-03-29T01:30:00.000Z');
  });

  it('says itself', () => {
    expect(rhythmWords(working)).toBe('every working day at 08:00');
    expect(rhythmWords(fridays)).toBe('every Friday at 17:30');
    expect([daily, working, fridays].map(shortRhythmWords)).toEqual(['daily, 08:00', 'workdays, 08:00', 'Fri, 17:30']);
  });
});
