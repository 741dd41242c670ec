/** A store's services and senders as the code that sends needs them. */
import { asc, eq } from 'drizzle-orm';
import { roomOf } from '@/core/attach';
import type { SenderKind, Security, ServiceStanding, SignInMethod } from '@/core/mail';
import { database, type Executor } from '../db/client';
import { senders, services } from '../db/schema';
import { unseal } from '../base/secrets';
import { domainOf } from './compose';
import { kept } from '@/words/kept';
import { say } from '@/words/diagnosis';

export type ServiceRow = typeof services.$inferSelect;
export type SenderRow = typeof senders.$inferSelect;

/** What it takes to talk to a service. The password is in clear: it goes into no log, record or answer. */
export interface ServiceSettings {
  host: string;
  port: number;
  security: Security;
  signIn: SignInMethod;
  user: string;
  password: string;
  /** Empty for this machine's own name. */
  ehloName: string;
  messagesPerConnection: number;
  /** Seconds. */
  timeout: number;
}

/** How to reach and sign in to a service, its password opened. Throws `SecretError` when the secret does not open it. */
export function settingsOf(row: ServiceRow): ServiceSettings {
  const { host, port, security, signIn, user, ehloName, messagesPerConnection, timeout } = row;
  const password = row.password ? unseal(row.password) : '';
  return { host, port, security, signIn, user, password, ehloName, messagesPerConnection, timeout };
}

/** A service as the choice between them sees it, without what it has taken. */
export function standingOf(row: ServiceRow): ServiceStanding {
  const { id, name, kind, host, user, domains, paused, downUntil, downWords } = row;
  return {
    id,
    name: name || host,
    kind,
    host,
    user,
    domains,
    paused,
    ...(downUntil && { downUntil: downUntil.getTime(), downWords }),
  };
}

/** "smtp.example:587 as orders@example". */
export function viaOf({ host, port, user }: { host: string; port: number; user: string }): string {
  const server = `${host}:${port}`;
  return user ? kept(() => say.viaAs({ server, user })) : server;
}

/** A store's services in the order they are tried. */
export async function servicesOf(storeId: string, db: Executor = database()): Promise<ServiceRow[]> {
  return db.select().from(services).where(eq(services.storeId, storeId)).orderBy(asc(services.rank), asc(services.id));
}

/** A store's senders. */
export async function sendersOf(storeId: string, db: Executor = database()): Promise<SenderRow[]> {
  return db.select().from(senders).where(eq(senders.storeId, storeId));
}

/** The domains that a store's senders are of, in lower case. */
export async function senderDomainsOf(storeId: string, db: Executor = database()): Promise<string[]> {
  const rows = await sendersOf(storeId, db);
  return [...new Set(rows.map((r) => domainOf(r.address).toLowerCase()))];
}

/** The sender for a kind of message: its own, or that of orders. Undefined while the store has none. */
export function senderFor(list: readonly SenderRow[], kind: SenderKind): SenderRow | undefined {
  return list.find((s) => s.kind === kind) ?? list.find((s) => s.kind === 'orders');
}

/** How large a message of a store may be, in bytes: what every service that may get it takes. */
export async function roomOfStore(storeId: string): Promise<number> {
  return roomOf((await servicesOf(storeId)).filter((s) => !s.paused).map((s) => s.check?.size));
}
