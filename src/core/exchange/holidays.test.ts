import { readHolidays } from './holidays';

const calendar = (...events: string[]): string =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Quillwick//EN',
    ...events.flatMap((e) => ['BEGIN:VEVENT', ...e.split('\n'), 'END:VEVENT']),
    'END:VCALENDAR',
    '',
  ].join('\r\n');

describe('holidays of a calendar file', () => {
  it('are whole days within the time asked for, in order, each once', () => {
    const text = calendar(
      'UID:2\nDTSTART;VALUE=DATE:20261226\nSUMMARY:St Stephen',
      'UID:1\nDTSTART;VALUE=DATE:20261225\nDTEND;VALUE=DATE:20261226\nSUMMARY:Christmas\\, at last',
      'UID:3\nDTSTART;VALUE=DATE:20261226\nSUMMARY:The same again',
      'UID:4\nDTSTART;VALUE=DATE:20251225\nSUMMARY:Past',
    );
    expect(readHolidays(text, '2026-11-29', '2027-12-31')).toEqual({
      holidays: [
        { on: '2026-12-25', name: 'Christmas, at last' },
        { on: '2026-12-26', name: 'St Stephen' },
      ],
      left: 0,
    });
  });

  it('take every day of a closed week, what recurs, and nothing that has a time of day or is cancelled', () => {
    const text = calendar(
      'UID:1\nDTSTART;VALUE=DATE:20261228\nDTEND;VALUE=DATE:20261231\nSUMMARY:Closed',
      'UID:2\nDTSTART;VALUE=DATE:20200501\nRRULE:FREQ=YEARLY\nSUMMARY:Labour day',
      'UID:3\nDTSTART:20261230T090000Z\nDTEND:20261230T100000Z\nSUMMARY:Meeting',
      'UID:4\nDTSTART;VALUE=DATE:20261224\nSTATUS:CANCELLED\nSUMMARY:No',
    );
    const { holidays, left } = readHolidays(text, '2026-11-29', '2028-12-31');
    expect(holidays.map((h) => h.on)).toEqual(['2026-12-28', '2026-12-29', '2026-12-30', '2027-05-01', '2028-05-01']);
    expect(left).toBe(1);
  });

  it('follow what comes once a year, by day or weekday, until it ends', () => {
    const text = calendar(
      'UID:1\nDTSTART;VALUE=DATE:20201126\nRRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=4TH\nSUMMARY:Thanks',
      'UID:2\nDTSTART;VALUE=DATE:20200531\nRRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=-1MO;UNTIL=20271231\nSUMMARY:Spring',
      'UID:3\nDTSTART;VALUE=DATE:20240229\nRRULE:FREQ=YEARLY;COUNT=2\nSUMMARY:Leap',
      'UID:4\nDTSTART;VALUE=DATE:20250101\nRRULE:FREQ=YEARLY;INTERVAL=2\nEXDATE;VALUE=DATE:20290101\nSUMMARY:Odd',
    );
    expect(readHolidays(text, '2026-11-29', '2029-12-31').holidays.map((h) => h.on)).toEqual([
      ...['2027-01-01', '2027-05-31', '2027-11-25', '2028-02-29', '2028-11-23', '2029-11-22'],
    ]);
  });

  it('are not looked for by rules that never come to a day, and are none in what is no calendar', () => {
    const began = performance.now();
    const rules = ['FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30', 'FREQ=SECONDLY', 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=31'];
    const text = calendar(...rules.map((r, i) => `UID:${i}\nDTSTART;VALUE=DATE:20260101\nRRULE:${r}\nSUMMARY:Never`));
    expect(readHolidays(text, '2026-01-01', '2036-01-01')).toEqual({ holidays: [], left: 2 });
    const many = calendar(
      ...Array.from({ length: 5_000 }, (_, i) => `UID:${i}\nDTSTART;VALUE=DATE:20200501\nRRULE:FREQ=YEARLY`),
    );
    expect(readHolidays(many, '2026-01-01', '2027-12-31').holidays).toHaveLength(2);
    expect(performance.now() - began).toBeLessThan(10_000);
    for (const bad of ['', 'name,day\nA,2026-12-25', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n']) {
      expect(readHolidays(bad, '2026-01-01', '2027-01-01').holidays).toEqual([]);
    }
    expect(readHolidays('name,day', '2026-01-01', '2027-01-01').broken).toBe(true);
  });
});
