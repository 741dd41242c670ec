/** Another secret: everything sealed with the old one is opened and sealed anew, all of it or nothing. */
import { eq, gte } from 'drizzle-orm';
import { database } from './db/client';
import { askDatabaseTime } from './db/time';
import { domains, heartbeats, installation, keys, services, session } from './db/schema';
import { HEARTBEAT_MS } from './heartbeat';
import { resealCheck, SECRET_CHECK } from './secret-check';
import { seal, unseal } from './secrets';

/** Whether processes run that have the present secret. */
export async function secretInUse(): Promise<boolean> {
  const since = new Date((await askDatabaseTime()) - 4 * HEARTBEAT_MS);
  return (await database().$count(heartbeats, gte(heartbeats.beatAt, since))) > 0;
}

/** Changes from one secret to another in one transaction, and ends all sessions. Throws when the old one does not open everything. */
export async function changeSecretTo(next: string, old: string): Promise<void> {
  const anew = (sealed: string): string => (sealed === '' ? '' : seal(unseal(sealed, old), next));
  await database().transaction(async (tx) => {
    for (const { id, password } of await tx.select().from(services).for('update')) {
      await tx
        .update(services)
        .set({ password: anew(password) })
        .where(eq(services.id, id));
    }
    for (const { id, privateKey, nextPrivateKey } of await tx.select().from(domains).for('update')) {
      const sealed = { privateKey: anew(privateKey), nextPrivateKey: anew(nextPrivateKey) };
      await tx.update(domains).set(sealed).where(eq(domains.id, id));
    }
    for (const { id, secret } of await tx.select().from(keys).where(eq(keys.kind, 'events')).for('update')) {
      await tx
        .update(keys)
        .set({ secret: anew(secret) })
        .where(eq(keys.id, id));
    }
    await tx.delete(session);
    // What proves the secret is made if nobody asked for it yet.
    await tx
      .insert(installation)
      .ignore()
      .values({ name: SECRET_CHECK, value: seal('libellus', next) });
    await resealCheck(next);
  });
}
