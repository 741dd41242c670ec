/** Another secret: everything sealed with the old one is opened and sealed anew, all of it or nothing. */
import { randomBytes } from 'node:crypto';
import { symmetricDecrypt, symmetricEncrypt } from 'better-auth/crypto';
import { eq, gte, ne } from 'drizzle-orm';
import { database } from '../db/client';
import { askDatabaseTime, databaseNow } from '../db/time';
import { makeKeyPair } from '../sending/dkim';
import {
  domains,
  heartbeats,
  hooks,
  installation,
  keys,
  proofMailboxes,
  services,
  session,
  sources,
  twoFactor,
  user,
  verification,
} from '../db/schema';
import { HEARTBEAT_MS } from './heartbeat';
import { resealCheck, SECRET_CHECK } from './secret-check';
import { seal, unseal } from '../base/secrets';

/** Whether processes run that have the present secret. */
export async function secretInUse(): Promise<boolean> {
  const since = new Date((await askDatabaseTime()) - 4 * HEARTBEAT_MS);
  return (await database().$count(heartbeats, gte(heartbeats.beatAt, since))) > 0;
}

/** Changes from one secret to another in one transaction, and ends all sessions. Throws when the old one does not open everything. */
export async function changeSecretTo(next: string, old: string): Promise<void> {
  const anew = (sealed: string): string => (sealed === '' ? '' : seal(unseal(sealed, old), next));
  const anewByLibrary = async (sealed: string): Promise<string> =>
    symmetricEncrypt({ key: next, data: await symmetricDecrypt({ key: old, data: sealed }) });
  await database().transaction(async (tx) => {
    for (const { id, password } of await tx.select().from(services).for('update')) {
      await tx
        .update(services)
        .set({ password: anew(password) })
        .where(eq(services.id, id));
    }
    for (const { storeId, password } of await tx.select().from(proofMailboxes).for('update')) {
      await tx
        .update(proofMailboxes)
        .set({ password: anew(password) })
        .where(eq(proofMailboxes.storeId, storeId));
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
    for (const { id, proof } of await tx.select().from(sources).for('update')) {
      await tx
        .update(sources)
        .set({ proof: { ...proof, secret: anew(proof.secret) } })
        .where(eq(sources.id, id));
    }
    for (const { id, secret } of await tx.select().from(hooks).for('update')) {
      await tx
        .update(hooks)
        .set({ secret: anew(secret) })
        .where(eq(hooks.id, id));
    }
    for (const { id, secret, backupCodes } of await tx.select().from(twoFactor).for('update')) {
      const sealed = { secret: await anewByLibrary(secret), backupCodes: await anewByLibrary(backupCodes) };
      await tx.update(twoFactor).set(sealed).where(eq(twoFactor.id, id));
    }
    await tx.delete(session);
    await tx.delete(verification);
    // What proves the secret is made if nobody asked for it yet.
    await tx
      .insert(installation)
      .ignore()
      .values({ name: SECRET_CHECK, value: seal('libellus', next) });
    await resealCheck(next);
  });
}

/**
 * The old secret is lost: what it had sealed is given up, and made anew where that can be. Passwords of services have to be entered
 * again, shops need their new key, and domains their new record in DNS; until then nothing is sent by what needs one of them.
 */
export async function giveUpSealed(secret: string): Promise<{ services: number; shops: number; domains: number }> {
  return database().transaction(async (tx) => {
    const withPassword = await tx.select({ id: services.id }).from(services).where(ne(services.password, ''));
    await tx.update(services).set({ password: '' }).where(ne(services.password, ''));
    await tx.update(proofMailboxes).set({ password: '' });
    const shops = await tx.select({ id: keys.id }).from(keys).where(eq(keys.kind, 'events'));
    for (const { id } of shops) {
      await tx
        .update(keys)
        .set({ secret: seal(`whsec_${randomBytes(24).toString('base64')}`, secret) })
        .where(eq(keys.id, id));
    }
    // Until the shop's secret is entered again, nothing that it sends is proven.
    const webhooks = await tx.select({ id: sources.id, proof: sources.proof }).from(sources);
    for (const { id, proof } of webhooks) {
      const unknown = seal(randomBytes(24).toString('base64'), secret);
      await tx
        .update(sources)
        .set({ proof: { ...proof, secret: unknown } })
        .where(eq(sources.id, id));
    }
    // Programs that are told of messages need their new secret as well: they are made anew.
    await tx.delete(hooks);
    const own = await tx.select({ id: domains.id }).from(domains);
    for (const { id } of own) {
      const { privateKey, publicKey } = await makeKeyPair();
      const anew = {
        privateKey: seal(privateKey, secret),
        publicKey,
        nextSelector: '',
        nextPrivateKey: '',
        nextPublicKey: '',
      };
      await tx
        .update(domains)
        .set({ ...anew, signing: false, good: false, looks: 0, nextLookAt: new Date(databaseNow()) })
        .where(eq(domains.id, id));
    }
    // Second factors are set up anew: whoever can do this here can read the database as well.
    await tx.delete(twoFactor);
    await tx.update(user).set({ twoFactorEnabled: false }).where(eq(user.twoFactorEnabled, true));
    await tx.delete(session);
    await tx.delete(verification);
    await tx.delete(installation).where(eq(installation.name, SECRET_CHECK));
    await tx.insert(installation).values({ name: SECRET_CHECK, value: seal('libellus', secret) });
    return { services: withPassword.length, shops: shops.length + webhooks.length, domains: own.length };
  });
}
