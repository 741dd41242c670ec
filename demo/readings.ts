/** What was read of the installation in the weeks before the demo begins: its database grows with the orders, and so does what a service takes. */
import { limitDay } from '../src/core/mail';
import { DAY_MS } from '../src/core/trend';
import type { readings, serviceUse } from '../src/server/db/schema';
import { databaseBytes, databaseDisk } from '../src/server/operations/readings';
import { Chance } from './random';

const DAYS = 45;
/** On a usual day the database grows by this part of what it is; the disk gets as much again beside it. */
const GROWTH = 1 / 60;

export async function pastReadings(now: number): Promise<(typeof readings.$inferInsert)[]> {
  const chance = new Chance(77);
  const [disk, bytes] = await Promise.all([databaseDisk(), databaseBytes()]);
  const rows: (typeof readings.$inferInsert)[] = [];
  let before = 0;
  for (let days = 1; days <= DAYS; days += 1) {
    const at = new Date(Math.floor(now / DAY_MS) * DAY_MS - days * DAY_MS);
    before += 0.6 + 0.8 * chance.next();
    const since = before * bytes * GROWTH;
    rows.push({ name: 'database.bytes', at, value: bytes - since });
    if (!disk) continue;
    rows.push({ name: 'disk.used', at, value: disk.used - 2 * since });
    rows.push({ name: 'disk.size', at, value: disk.size });
  }
  return rows;
}

/** What a service took on each of the days before: more from week to week, and least on Sundays. */
export function pastUse(
  service: { id: string; renewsAt: string; timeZone: string },
  now: number,
): (typeof serviceUse.$inferInsert)[] {
  const chance = new Chance(410);
  return Array.from({ length: DAYS }, (_, i) => {
    const days = DAYS - i;
    const start = new Date(limitDay(now - days * DAY_MS, service.renewsAt, service.timeZone).from);
    const usual = 170 + 3.4 * i;
    const quiet = start.getUTCDay() === 0 ? 0.7 : 1;
    return {
      serviceId: service.id,
      span: 'day',
      start,
      taken: Math.round(usual * quiet * (0.9 + 0.2 * chance.next())),
    };
  });
}
