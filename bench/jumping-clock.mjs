/**
 * Read before a process's own program: its clock jumps by up to three hours, on or back, each time it gets SIGUSR2, as a corrected clock
 * does. Timers go on as they are, as those of the system do.
 */
const MOST_MS = 3 * 3_600_000;
let ahead = 0;
const now = () => RealDate.now() + ahead;
const RealDate = Date;

globalThis.Date = new Proxy(RealDate, {
  construct: (date, given, made) => Reflect.construct(date, given.length > 0 ? given : [now()], made),
  apply: (date) => new date(now()).toString(),
  get: (date, name) => (name === 'now' ? now : Reflect.get(date, name)),
});

process.on('SIGUSR2', () => {
  ahead = Math.round((Math.random() * 2 - 1) * MOST_MS);
});
