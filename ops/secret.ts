/** `./libellus secret`: another secret for the installation. Everything sealed is sealed anew, and everybody has to sign in again. */
import { randomBytes } from 'node:crypto';
import { renameSync, writeFileSync } from 'node:fs';
import { nextSecretFile, secretFile, type Installation } from './installation';

/** Gives up what a secret that is lost had sealed; answers what has to be entered again, in words. */
export async function loseSecret({ secret }: Installation): Promise<string> {
  const { closeDatabase } = await import('../src/server/db/client');
  const { giveUpSealed, secretInUse } = await import('../src/server/operations/secret-change');
  try {
    if (await secretInUse()) throw new Error('Libellus runs. End it first.');
    const { services, shops, domains } = await giveUpSealed(secret);
    return `Given up: ${services} passwords of services, ${shops} keys of shops, ${domains} keys of domains. Enter the passwords under Sending, give each shop its new key (Orders, Connect the shop), and enter the new records of each domain.`;
  } finally {
    await closeDatabase();
  }
}

/** Changes the secret; answers the new one. Refused while processes run that know only the old one. */
export async function changeSecret({ dataDir, secret, secretGiven }: Installation): Promise<string> {
  const { closeDatabase } = await import('../src/server/db/client');
  const { changeSecretTo, secretInUse } = await import('../src/server/operations/secret-change');
  try {
    if (await secretInUse()) throw new Error('Libellus runs. End it first: its processes know the old secret only.');
    if (secretGiven && !process.env.LIBELLUS_NEW_SECRET) {
      throw new Error(
        'The secret comes from LIBELLUS_SECRET. Give the new one as LIBELLUS_NEW_SECRET, and set it in its place afterwards.',
      );
    }
    const next = process.env.LIBELLUS_NEW_SECRET ?? randomBytes(32).toString('base64url');
    if (next.length < 16) throw new Error('LIBELLUS_NEW_SECRET is shorter than 16 characters.');
    // There before the database changes: whatever ends this command, one of the two files opens what is sealed.
    if (!secretGiven) writeFileSync(nextSecretFile(dataDir), next, { mode: 0o600 });
    await changeSecretTo(next, secret);
    if (!secretGiven) renameSync(nextSecretFile(dataDir), secretFile(dataDir));
    return next;
  } finally {
    await closeDatabase();
  }
}
