import { hoursIn, hoursProblems, type Opening } from './hours';

const WEEK: Opening = { days: [1, 2, 3, 4, 5], opens: '09:00', closes: '17:30' };

describe('opening hours', () => {
  it.each([
    ['en-GB', 'Mon – Fri 09:00–17:30; Sat 10:00–14:00'],
    ['de', 'Mo – Fr 09:00–17:30 Uhr; Sa 10:00–14:00 Uhr'],
    ['pl', 'pon. – pt. 09:00–17:30; sob. 10:00–14:00'],
  ])('are written as %s writes days and times, in the order of the week', (locale, words) => {
    const saturday: Opening = { days: [6], opens: '10:00', closes: '14:00' };
    expect(hoursIn([saturday, WEEK], locale)).toBe(words);
  });

  it('name days that do not follow each other one by one, and a break as two spans', () => {
    expect(hoursIn([{ days: [5, 1, 2, 4], opens: '13:00', closes: '18:00' }], 'en-GB')).toBe(
      'Mon – Tue, Thu – Fri 13:00–18:00',
    );
    const morning: Opening = { days: [3], opens: '08:00', closes: '12:00' };
    const afternoon: Opening = { days: [3], opens: '14:00', closes: '18:00' };
    expect(hoursIn([afternoon, morning], 'en-GB')).toBe('Wed 08:00–12:00; Wed 14:00–18:00');
    expect(hoursIn([], 'en-GB')).toBeUndefined();
  });

  it('that close before they open, or are there twice, are told with their place', () => {
    expect(hoursProblems([WEEK], '/places/0/hours')).toEqual([]);
    const paths = (hours: Opening[]): string[] => hoursProblems(hours, '/places/0/hours').map((p) => p.path);
    expect(paths([{ ...WEEK, closes: '09:00' }])).toEqual(['/places/0/hours/0/closes']);
    expect(paths([WEEK, { days: [5, 6], opens: '17:00', closes: '19:00' }])).toEqual(['/places/0/hours/1/opens']);
    expect(paths([WEEK, { days: [5], opens: '17:30', closes: '19:00' }])).toEqual([]);
  });
});
