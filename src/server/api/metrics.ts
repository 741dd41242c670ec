/** Figures of the whole installation for programs that watch it, in the text format of Prometheus. */
import { createHash, timingSafeEqual } from 'node:crypto';
import { eq, gte, isNull } from 'drizzle-orm';
import { Counter, Gauge, Registry } from 'prom-client';
import { isBadProof } from '@/core/proof';
import { config } from '../base/config';
import { database } from '../db/client';
import { askDatabaseTime } from '../db/time';
import { certificates, heartbeats, services, stores } from '../db/schema';
import { newestProofs } from '../features/proof/proof';
import { newestBackup } from '../operations/backups';
import { NO_FIGURES } from '../operations/figures';
import { health } from '../operations/health';
import { HEARTBEAT_MS } from '../operations/heartbeat';
import { readingsOf } from '../operations/readings';
import { waitingNow } from '../operations/waiting';
import { useToday } from '../sending/service-use';

export const METRICS_TYPE = 'text/plain; version=0.0.4; charset=utf-8';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Whether a request's Authorization (RFC 6750) has the installation's key for figures. Never, where none is set. */
export function isMetricsKey(authorization: string | null): boolean {
  const { metricsKey } = config();
  const given = /^Bearer +(\S+)$/i.exec(authorization ?? '')?.[1];
  return metricsKey !== undefined && given !== undefined && timingSafeEqual(digest(given), digest(metricsKey));
}

/** All figures as they are now. What cannot be asked for without a database is left out; `libellus_up` says so. */
export async function metrics(): Promise<string> {
  const registry = new Registry();
  const gauge = <L extends string>(name: string, help: string, labelNames: readonly L[] = []): Gauge<L> =>
    new Gauge({ name: `libellus_${name}`, help, labelNames: [...labelNames], registers: [registry] });
  const up = gauge('up', 'Whether a part of the installation is as it should be.', ['part']);
  const { database: answers, worker, clock, secret } = await health();
  for (const [part, { ok }] of Object.entries({ database: answers, worker, clock, secret }))
    up.set({ part }, Number(ok));
  if (answers.ok) await fromDatabase(registry, gauge);
  return registry.metrics();
}

type MakeGauge = <L extends string>(name: string, help: string, labelNames?: readonly L[]) => Gauge<L>;

async function fromDatabase(registry: Registry, gauge: MakeGauge): Promise<void> {
  const now = await askDatabaseTime();
  await Promise.all([
    processes(registry, gauge, now),
    queue(gauge, now),
    serviceFigures(gauge, now),
    proofs(gauge, now),
    machine(gauge, now),
  ]);
}

async function processes(registry: Registry, gauge: MakeGauge, now: number): Promise<void> {
  const of = ['kind', 'process'] as const;
  const running = gauge('processes', 'Processes that are running.', ['kind']);
  const ahead = gauge('process_clock_ahead_seconds', 'How far the clock of a process is ahead of the database.', of);
  const lag = gauge('process_event_loop_lag_seconds', 'How late timers of a process are, 99 of 100.', of);
  const memory = gauge('process_resident_bytes', 'Memory that a process holds.', of);
  const pool = gauge(
    'process_database_connections',
    'Connections of a process to the database: most in use at once in the last seconds, and how many there are at most.',
    [...of, 'part'],
  );
  const waiting = gauge(
    'process_database_waiting',
    'Most that waited at once in a process for a connection in the last seconds.',
    of,
  );
  const begun = gauge('process_start_time_seconds', 'When a process began.', of);
  const attempts = new Counter({
    ...{ name: 'libellus_attempts_total', help: 'Tries of messages, by the state in which they left them.' },
    ...{ labelNames: [...of, 'state'], registers: [registry] },
  });
  const events = new Counter({
    ...{ name: 'libellus_events_total', help: 'Events received, by how they were answered.' },
    ...{ labelNames: [...of, 'answer'], registers: [registry] },
  });
  const counter = (name: string, help: string, label: string): Counter =>
    new Counter({ name: `libellus_${name}_total`, help, labelNames: [...of, label], registers: [registry] });
  const causes = counter('failures', 'Tries that did not deliver, by cause.', 'cause');
  const planned = counter('planned', 'Messages planned of events that programs told, by moment.', 'moment');
  const interrupted = counter('interrupted', 'Messages of workers that ended: taken up, or put aside.', 'way');
  for (const kind of ['web', 'worker', 'rehearser', 'bounces']) running.set({ kind }, 0);
  const beats = await database()
    .select()
    .from(heartbeats)
    .where(gte(heartbeats.beatAt, new Date(now - 4 * HEARTBEAT_MS)));
  for (const { id: process, kind, clockAheadMs, figures } of beats) {
    const labels = { kind, process };
    const { counts, loopLagMs, residentBytes, begunAt, pool: use } = figures ?? NO_FIGURES;
    running.inc({ kind });
    ahead.set(labels, clockAheadMs / 1_000);
    lag.set(labels, loopLagMs / 1_000);
    memory.set(labels, residentBytes);
    begun.set(labels, begunAt / 1_000);
    if (use) {
      pool.set({ ...labels, part: 'used' }, use.used);
      pool.set({ ...labels, part: 'most' }, use.most);
      waiting.set(labels, use.waiting);
    }
    for (const [state, n] of Object.entries(counts.attempts ?? {})) attempts.inc({ ...labels, state }, n);
    for (const [answer, n] of Object.entries(counts.events ?? {})) events.inc({ ...labels, answer }, n);
    for (const [cause, n] of Object.entries(counts.causes ?? {})) causes.inc({ ...labels, cause }, n);
    for (const [moment, n] of Object.entries(counts.planned ?? {})) planned.inc({ ...labels, moment }, n);
    for (const [way, n] of Object.entries(counts.interrupted ?? {})) interrupted.inc({ ...labels, way }, n);
  }
}

async function queue(gauge: MakeGauge, now: number): Promise<void> {
  const states = gauge('deliveries_waiting', 'Messages that are not sent yet, by state.', ['state']);
  const due = gauge('deliveries_due', 'Messages that are due and not sent yet.');
  const oldest = gauge('oldest_due_seconds', 'How long the message that is due longest has been due; 0 with none.');
  const dueOf = gauge('store_deliveries_due', 'Messages of a store that are due and not sent yet; none with none.', [
    'store',
  ]);
  const oldestOf = gauge(
    'store_oldest_due_seconds',
    'How long the message of a store that is due longest has been due; none with none.',
    ['store'],
  );
  const waiting = await waitingNow(now);
  for (const { id: store, due: n, oldestMs } of waiting.stores) {
    dueOf.set({ store }, n);
    oldestOf.set({ store }, oldestMs / 1_000);
  }
  for (const [state, n] of Object.entries(waiting.states)) states.set({ state }, n);
  due.set(waiting.due);
  oldest.set(waiting.oldestMs / 1_000);
}

async function serviceFigures(gauge: MakeGauge, now: number): Promise<void> {
  const of = ['store', 'service'] as const;
  const taken = gauge('service_taken_today', 'Messages that a service took in the day of its limit.', of);
  const limit = gauge('service_limit', 'How many messages a service takes in a day; none without a limit.', of);
  const sends = gauge('service_available', 'Whether a service is neither paused nor resting after failures.', of);
  const rows = await database()
    .select({ service: services, timeZone: stores.timeZone })
    .from(services)
    .innerJoin(stores, eq(stores.id, services.storeId))
    .where(isNull(stores.closedAt));
  const zones = new Map(
    rows.map((r) => [r.timeZone, rows.filter((x) => x.timeZone === r.timeZone).map((x) => x.service)]),
  );
  for (const [zone, own] of zones) {
    const use = await useToday(own, zone, now);
    for (const service of own) {
      const labels = { store: service.storeId, service: service.name || service.host };
      taken.set(labels, use.get(service.id)?.used ?? 0);
      if (service.perDay !== null) limit.set(labels, service.perDay);
      sends.set(labels, Number(!service.paused && (service.downUntil?.getTime() ?? 0) <= now));
    }
  }
}

/** What will be used up. */
async function machine(gauge: MakeGauge, now: number): Promise<void> {
  const bytes = gauge('database_bytes', 'How much room the database takes, read once an hour.');
  const disk = gauge('database_disk_bytes', 'The disk of the database, where it is on a machine of Libellus.', [
    'part',
  ]);
  const ends = gauge('certificate_seconds_left', 'Until when the certificate of a server holds that is met.', [
    'place',
  ]);
  const backup = gauge('backup_age_seconds', 'How old the newest backup is; none before the first.');
  const [figures, seen, newest] = await Promise.all([
    readingsOf(['database.bytes', 'disk.used', 'disk.size'], 2),
    database().select().from(certificates),
    newestBackup(),
  ]);
  const size = figures['database.bytes'].at(-1);
  if (size) bytes.set(size.value);
  for (const part of ['used', 'size'] as const) {
    const read = figures[`disk.${part}`].at(-1);
    if (read) disk.set({ part }, read.value);
  }
  for (const { place, until } of seen) ends.set({ place }, (until.getTime() - now) / 1_000);
  if (newest) backup.set((now - Date.parse(newest.at)) / 1_000);
}

async function proofs(gauge: MakeGauge, now: number): Promise<void> {
  const of = ['store', 'service', 'domain'] as const;
  const good = gauge('proof_good', 'Whether the newest proof by a path arrived as it should.', of);
  const at = gauge(
    'proof_time_seconds',
    'When the newest proof by a path of which is known what it shows went out.',
    of,
  );
  for (const { storeId: store, serviceName: service, domain, standing, sentAt } of await newestProofs(now)) {
    good.set({ store, service, domain }, Number(!isBadProof(standing)));
    if (sentAt) at.set({ store, service, domain }, sentAt.getTime() / 1_000);
  }
}
