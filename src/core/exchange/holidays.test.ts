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
      timed: 0,
    });
  });

  it('take every day of a closed week, what recurs, and nothing that has a time of day or is cancelled', () => {
    const text = calendar(
      'UID:1\nDTSTART;VALUE=DATE:20261228\nDTEND;VALUE=DATE:20261231\nSUMMARY:Closed',
      'UID:2\nDTSTART;VALUE=DATE:20200501\nRRULE:FREQ=YEARLY\nSUMMARY:Labour day',
      'UID:3\nDTSTART:20261230T090000Z\nDTEND:20261230T100000Z\nSUMMARY:Meeting',
      'UID:4\nDTSTART;VALUE=DATE:20261224\nSTATUS:CANCELLED\nSUMMARY:No',
    );
    const { holidays, timed } = readHolidays(text, '2026-11-29', '2028-12-31');
    expect(holidays.map((h) => h.on)).toEqual(['2026-12-28', '2026-12-29', '2026-12-30', '2027-05-01', '2028-05-01']);
    expect(timed).toBe(1);
  });

  it('end somewhere for an entry that recurs without end every day, and are none in what is no calendar', () => {
    const text = calendar('UID:1\nDTSTART;VALUE=DATE:20260101\nRRULE:FREQ=DAILY\nSUMMARY:Always');
    expect(readHolidays(text, '2026-01-01', '2036-01-01').holidays).toHaveLength(400);
    for (const bad of ['', 'name,day\nA,2026-12-25', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n']) {
      expect(readHolidays(bad, '2026-01-01', '2027-01-01').holidays).toEqual([]);
    }
    expect(readHolidays('name,day', '2026-01-01', '2027-01-01').broken).toBe(true);
  });
});
