/** How the installation is, and what it will have used up: for those who run it. */
import { readFileSync } from 'node:fs';
import { and, asc, eq, gte, inArray, isNull, lt } from 'drizzle-orm';
import { daily, reaches, trendOf, type Reading } from '@/core/trend';
import { NO_FIGURES } from '../../operations/figures';
import type { Ending, InstallationSeen, ProcessSeen } from '@/contract/installation';
import type { ProcessKind } from '@/contract/figures';
import type { Access } from '../../auth/access';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { readMigrations } from '../../db/migrate';
import { certificates, heartbeats, memberships, services, serviceUse, stores } from '../../db/schema';
import { askDatabaseTime } from '../../db/time';
import { newestBackup } from '../../operations/backups';
import { databaseNodes } from '../../operations/database-nodes';
import { HEARTBEAT_MS } from '../../operations/heartbeat';
import { readingsOf } from '../../operations/readings';
import { waitingNow, type Waiting } from '../../operations/waiting';

const DAY_MS = 86_400_000;
/** Trends are worked out of so many days. */
const TREND_DAYS = 60;
/** A process that was not heard of for so long, ms, is away. */
const STALE_MS = 4 * HEARTBEAT_MS;
const LATELY_MS = DAY_MS;

const DISK = ['database.bytes', 'disk.used', 'disk.size'] as const;

/** Read as it is now. Limits are those of stores that the reader owns; all else is of the whole installation. */
export async function loadInstallation(access: Access): Promise<InstallationSeen> {
  const now = await askDatabaseTime();
  const [figures, limits, ends, nodes, processes, waiting, backup, open, own] = await Promise.all([
    readingsOf(DISK, TREND_DAYS),
    limitsOf(access.person.id, now),
    certificateEnds(access.person.id),
    databaseNodes(),
    processesSeen(now),
    waitingNow(now),
    newestBackup(),
    openStores(),
    ownStores(access.person.id),
  ]);
  const disk = figures['disk.size'].at(-1);
  const { connections } = nodes.find((node) => node.connections) ?? {};
  const grown = daily(figures['database.bytes']);
  return {
    at: new Date(now).toISOString(),
    ends: [
      ...(disk
        ? [ending({ ...ONE, id: 'disk', kind: 'disk', readings: daily(figures['disk.used']), most: disk.value })]
        : []),
      ...limits,
      ...(connections
        ? [
            {
              ...ONE,
              id: 'connections',
              kind: 'connections' as const,
              now: connections.highest,
              most: connections.most,
            },
          ]
        : []),
      ...ends,
    ].toSorted((a, b) => (a.reaching?.at ?? Infinity) - (b.reaching?.at ?? Infinity)),
    processes,
    nodes,
    waiting: { due: waiting.due, oldestMs: waiting.oldestMs, ...waiting.states },
    ...bySharesOf(open, own, waiting),
    database: { bytes: grown.at(-1)?.value, perDay: trendOf(grown)?.perDay },
    backup,
    versions: { libellus: version(), node: process.versions.node, schema: readMigrations().at(-1)!.tag },
  };
}

const ONE = { name: '', path: '', readings: [] as Reading[] };

/** Works out when a figure has come to its limit. */
function ending(
  of: Omit<Ending, 'trend' | 'reaching' | 'now'> & { most: number },
  { withSpread = false } = {},
): Ending {
  const trend = trendOf(of.readings);
  const now = withSpread ? Math.max(0, ...of.readings.slice(-7).map((r) => r.value)) : of.readings.at(-1)?.value;
  return {
    ...of,
    ...(now !== undefined && { now }),
    ...(trend && { trend, reaching: reaches(trend, of.most, { withSpread }) }),
  };
}

/** What services with a limit for the day took in each whole day of it. */
async function limitsOf(personId: string, now: number): Promise<Ending[]> {
  const db = database();
  const limited = await db
    .select({ service: services, store: stores.name })
    .from(services)
    .innerJoin(stores, eq(stores.id, services.storeId))
    .innerJoin(memberships, eq(memberships.storeId, services.storeId))
    .where(owned(personId))
    .then((rows) => rows.filter((r) => r.service.perDay !== null));
  if (limited.length === 0) return [];
  const ids = limited.map((r) => r.service.id);
  const days = await db
    .select()
    .from(serviceUse)
    .where(
      and(
        ...[inArray(serviceUse.serviceId, ids), eq(serviceUse.span, 'day')],
        ...[gte(serviceUse.start, new Date(now - TREND_DAYS * DAY_MS)), lt(serviceUse.start, new Date(now - DAY_MS))],
      ),
    )
    .orderBy(asc(serviceUse.start));
  return limited.map(({ service, store }) =>
    ending(
      {
        ...{ id: `limit-${service.id}`, kind: 'limit' as const, name: `${service.name || service.host} (${store})` },
        path: `/s/${service.storeId}/sending/services/${service.id}`,
        readings: days
          .filter((d) => d.serviceId === service.id)
          .map((d) => ({ at: d.start.getTime(), value: d.taken })),
        most: service.perDay!,
      },
      { withSpread: true },
    ),
  );
}

interface OpenStore {
  id: string;
  name: string;
  share: number;
}

const openStores = (): Promise<OpenStore[]> =>
  database()
    .select({ id: stores.id, name: stores.name, share: stores.sendingShare })
    .from(stores)
    .where(isNull(stores.closedAt))
    .orderBy(asc(stores.name));

async function ownStores(personId: string): Promise<string[]> {
  const rows = await database()
    .select({ id: stores.id })
    .from(stores)
    .innerJoin(memberships, eq(memberships.storeId, stores.id))
    .where(owned(personId));
  return rows.map((r) => r.id);
}

/** What is due by store, and which part of the sending each has. Stores of others are one. */
function bySharesOf(
  open: readonly OpenStore[],
  own: readonly string[],
  waiting: Waiting,
): Pick<InstallationSeen, 'stores' | 'otherStores'> {
  if (open.length < 2) return { stores: [], otherStores: undefined };
  const seen = open.map((s) => ({ ...s, ...dueOf(waiting, s.id) }));
  const others = seen.filter((s) => !own.includes(s.id));
  return {
    stores: seen.filter((s) => own.includes(s.id)),
    otherStores:
      others.length > 0
        ? {
            due: others.reduce((sum, s) => sum + s.due, 0),
            oldestMs: Math.max(...others.map((s) => s.oldestMs)),
            share: others.reduce((sum, s) => sum + s.share, 0),
          }
        : undefined,
  };
}

function dueOf({ stores: due }: Waiting, storeId: string): { due: number; oldestMs: number } {
  const { due: n, oldestMs } = due.find((s) => s.id === storeId) ?? { due: 0, oldestMs: 0 };
  return { due: n, oldestMs };
}

/** Stores that somebody owns. */
const owned = (personId: string) =>
  and(
    ...[eq(memberships.userId, personId), eq(memberships.role, 'owner'), eq(memberships.off, false)],
    isNull(stores.closedAt),
  );

/** Of the services of the reader's own stores, and of the address that people open. */
async function certificateEnds(personId: string): Promise<Ending[]> {
  const db = database();
  const [rows, met] = await Promise.all([
    db.select().from(certificates),
    db
      .selectDistinct({ host: services.host, port: services.port })
      .from(services)
      .innerJoin(stores, eq(stores.id, services.storeId))
      .innerJoin(memberships, eq(memberships.storeId, services.storeId))
      .where(owned(personId)),
  ]);
  const { hostname, port } = new URL(config().url);
  const places = new Set([...met.map((m) => `${m.host}:${m.port}`), `${hostname}:${port || 443}`]);
  const own = rows.filter((r) => places.has(r.place));
  return own.map(({ place, until }) => {
    const at = until.getTime();
    return {
      ...{ ...ONE, id: `certificate-${place}`, kind: 'certificate' as const, name: place },
      reaching: { at, earliest: at, latest: at },
    };
  });
}

async function processesSeen(now: number): Promise<ProcessSeen[]> {
  const rows = await database()
    .select()
    .from(heartbeats)
    .where(gte(heartbeats.beatAt, new Date(now - LATELY_MS)))
    .orderBy(asc(heartbeats.kind), asc(heartbeats.id));
  return rows.map(({ id, kind, beatAt, clockAheadMs, trouble, figures }) => {
    const { begunAt, loopLagMs, residentBytes } = figures ?? NO_FIGURES;
    return {
      ...{ id, kind: kind as ProcessKind, alive: now - beatAt.getTime() < STALE_MS },
      ...{ seenAt: beatAt.toISOString(), begunAt: new Date(begunAt).toISOString() },
      ...{ clockAheadMs, loopLagMs, residentBytes, wrongSecret: trouble !== '' },
    };
  });
}

const version = (): string => (JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }).version;
