/** An installation as commands beside the running processes see it: its data folder, database and secret. */
import { existsSync, readFileSync, renameSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { RowDataPacket } from 'mysql2/promise';
import { portsFrom } from '../standins/ports';
import { ensureDatabase, startMariaDb } from './mariadb';
import { installationSecret } from './setting';

export interface InstallationOptions {
  port?: string | undefined;
  data?: string | undefined;
}

export interface Installation {
  dataDir: string;
  databaseUrl: string;
  secret: string;
  /** The secret comes from the environment and not from a file of ours. */
  secretGiven: boolean;
  /** Ends what was started for this command only. */
  close: () => Promise<void>;
}

/**
 * Opens an installation, whether it runs or not: that of `DATABASE_URL`, or one whose folder is named and has a MariaDB of its own, which is
 * started for as long as the command takes when it does not answer.
 */
export async function openInstallation({ port = '4310', data }: InstallationOptions): Promise<Installation> {
  const dataDir = resolve(data ?? '.libellus/production');
  const ports = portsFrom(Number(port));
  const secret = (): string => installationSecret(dataDir);
  const outside = process.env.DATABASE_URL;
  const secretGiven = process.env.LIBELLUS_SECRET !== undefined;
  const set = (databaseUrl: string): void => {
    Object.assign(process.env, { DATABASE_URL: databaseUrl, LIBELLUS_SECRET: secret(), LIBELLUS_DATA: dataDir });
  };
  const passwordFile = join(dataDir, 'database-password');
  // A folder that is named may hold pictures and files alone, as it does where parts run on several machines.
  if (outside && (!data || !existsSync(passwordFile))) {
    const { oneNode } = await import('../src/server/db/nodes');
    const node = await oneNode(outside);
    set(node);
    return { dataDir, databaseUrl: node, secret: secret(), secretGiven, close: () => Promise.resolve() };
  }
  const own = existsSync(passwordFile)
    ? `mysql://libellus:${readFileSync(passwordFile, 'utf8')}@127.0.0.1:${ports.database}/libellus`
    : undefined;
  if (own && (await answers(own))) {
    set(own);
    return { dataDir, databaseUrl: own, secret: secret(), secretGiven, close: () => Promise.resolve() };
  }
  const server = await startMariaDb(dataDir, ports.database);
  await ensureDatabase(server, 'libellus');
  const databaseUrl = server.url('libellus');
  set(databaseUrl);
  return { dataDir, databaseUrl, secret: secret(), secretGiven, close: () => server.stop() };
}

async function answers(url: string): Promise<boolean> {
  const { createConnection } = await import('mysql2/promise');
  try {
    await (await createConnection({ uri: url, connectTimeout: 3_000 })).end();
    return true;
  } catch {
    return false;
  }
}

export const secretFile = (dataDir: string): string => join(dataDir, 'secret');
export const nextSecretFile = (dataDir: string): string => join(dataDir, 'secret.next');

/**
 * A change of the secret that was interrupted after everything was sealed anew is brought to its end: the next secret takes the place of
 * the old one when it is the one that opens what is stored. Answers it then.
 */
export async function settleSecret(dataDir: string, databaseUrl: string): Promise<string | undefined> {
  const file = nextSecretFile(dataDir);
  if (!existsSync(file)) return undefined;
  const next = readFileSync(file, 'utf8').trim();
  const { createConnection } = await import('mysql2/promise');
  const { SECRET_CHECK } = await import('../src/server/operations/secret-check');
  const { unseal } = await import('../src/server/base/secrets');
  const connection = await createConnection(databaseUrl);
  try {
    const [rows] = await connection.query<RowDataPacket[]>('select value from installation where name = ?', [
      SECRET_CHECK,
    ]);
    unseal(String(rows[0]?.value), next);
  } catch {
    return undefined;
  } finally {
    await connection.end();
  }
  renameSync(file, secretFile(dataDir));
  return next;
}
