/** Figures of the installation by the hour, out of which trends are worked out, and until when certificates hold. */
import { existsSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { hostname } from 'node:os';
import { and, asc, gte, inArray, lt, sql } from 'drizzle-orm';
import type { RowDataPacket } from 'mysql2/promise';
import type { Security } from '@/core/mail';
import type { Reading } from '@/core/trend';
import { log } from '../base/log';
import { config } from '../base/config';
import { database } from '../db/client';
import { databaseNow } from '../db/time';
import { certificates, readings, services } from '../db/schema';
import { certificateUntil } from '../sending/certificate';

export type ReadingName = 'database.bytes' | 'disk.used' | 'disk.size';

const HOUR_MS = 3_600_000;
const DAY_MS = 86_400_000;
/** What is older says nothing of next year. */
const KEPT_DAYS = 400;

/** A first row of a statement. */
async function one(statement: string): Promise<RowDataPacket> {
  const [rows] = (await database().execute(sql.raw(statement))) as unknown as [RowDataPacket[]];
  return rows[0]!;
}

/** The disk that the database is on, bytes; undefined when that is another machine's, or closed to this process. */
export async function databaseDisk(): Promise<{ used: number; size: number } | undefined> {
  const { host, folder } = await one('select @@hostname as host, @@datadir as folder');
  if (host !== hostname() || !existsSync(String(folder))) return undefined;
  const { bsize, blocks, bfree, bavail } = await statfs(String(folder)).catch(() => ({
    ...{ bsize: 0, blocks: 0, bfree: 0, bavail: 0 },
  }));
  const used = (blocks - bfree) * bsize;
  // What is kept back for root is no room.
  return blocks > 0 ? { used, size: used + bavail * bsize } : undefined;
}

/** How much room the database takes on disk; by its own estimate where the account may not see the files. */
export async function databaseBytes(): Promise<number> {
  const row = await one(
    "select sum(file_size) as bytes from information_schema.innodb_sys_tablespaces where name like concat(database(), '/%')",
  ).catch(() =>
    one(
      'select sum(data_length + index_length) as bytes from information_schema.tables where table_schema = database()',
    ),
  );
  return Number(row.bytes ?? 0);
}

/** Writes down the figures of this hour, unless another process has. */
export async function takeReadings(): Promise<void> {
  const at = new Date(Math.floor(databaseNow() / HOUR_MS) * HOUR_MS);
  const db = database();
  const [known] = await db
    .select({ name: readings.name })
    .from(readings)
    .where(and(inArray(readings.name, ['database.bytes']), gte(readings.at, at)))
    .limit(1);
  if (known) return;
  const disk = await databaseDisk();
  await db
    .insert(readings)
    .ignore()
    .values([
      { name: 'database.bytes', at, value: await databaseBytes() },
      ...(disk
        ? [
            { name: 'disk.used', at, value: disk.used },
            { name: 'disk.size', at, value: disk.size },
          ]
        : []),
    ]);
  await db.delete(readings).where(lt(readings.at, new Date(at.getTime() - KEPT_DAYS * DAY_MS)));
  await lookAtCertificates();
}

/** Readings of some figures since so many days, oldest first. */
export async function readingsOf(names: readonly ReadingName[], days: number): Promise<Record<ReadingName, Reading[]>> {
  const rows = await database()
    .select()
    .from(readings)
    .where(and(inArray(readings.name, [...names]), gte(readings.at, new Date(databaseNow() - days * DAY_MS))))
    .orderBy(asc(readings.at));
  const of = (name: ReadingName): Reading[] =>
    rows.filter((r) => r.name === name).map((r) => ({ at: r.at.getTime(), value: r.value }));
  return { 'database.bytes': of('database.bytes'), 'disk.used': of('disk.used'), 'disk.size': of('disk.size') };
}

/** Places of certificates that were not looked at for a day: those of services, and of the address that people open. */
async function lookAtCertificates(): Promise<void> {
  const db = database();
  const now = databaseNow();
  const seen = await db
    .select({ place: certificates.place })
    .from(certificates)
    .where(gte(certificates.seenAt, new Date(now - DAY_MS)));
  const rows = await db
    .selectDistinct({ host: services.host, port: services.port, security: services.security })
    .from(services);
  const own = new URL(config().url);
  const met = [
    ...rows.filter((r) => r.host !== '' && r.security !== 'none'),
    ...(own.protocol === 'https:'
      ? [{ host: own.hostname, port: Number(own.port || 443), security: 'tls' as const }]
      : []),
  ];
  const due = met.filter((m) => !seen.some((s) => s.place === placeOf(m)));
  // Some at a time: servers that do not answer keep the rest of the watch waiting for seconds only.
  for (let from = 0; from < due.length; from += AT_ONCE) {
    await Promise.all(due.slice(from, from + AT_ONCE).map((m) => lookAt(m, new Date(now))));
  }
}

const AT_ONCE = 20;

interface Met {
  host: string;
  port: number;
  security: Security;
}

const placeOf = ({ host, port }: Met): string => `${host}:${port}`;

async function lookAt(met: Met, seenAt: Date): Promise<void> {
  const place = placeOf(met);
  try {
    const values = { until: new Date(await certificateUntil(met.host, met.port, met.security)), seenAt };
    await database()
      .insert(certificates)
      .values({ place, ...values })
      .onDuplicateKeyUpdate({ set: values });
  } catch (error) {
    // What it says of the service is the check's to say, and sending's.
    log.info({ place, err: error }, 'a certificate could not be looked at');
  }
}
