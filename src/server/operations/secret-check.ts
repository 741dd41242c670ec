/** Whether the secret of this process is the one that passwords and keys were sealed with. */
import { eq } from 'drizzle-orm';
import { database } from '../db/client';
import { installation } from '../db/schema';
import { SecretError } from '../base/faults';
import { seal, unseal } from '../base/secrets';

/** Under this name the sealed text is kept. */
export const SECRET_CHECK = 'secret-check';

/** Why this process must not send, in words; empty when its secret opens what is stored. The first to ask seals what is asked for later. */
export async function secretTrouble(): Promise<string> {
  await database()
    .insert(installation)
    .ignore()
    .values({ name: SECRET_CHECK, value: seal('libellus') });
  const [row] = await database().select().from(installation).where(eq(installation.name, SECRET_CHECK));
  try {
    unseal(row!.value);
    return '';
  } catch (error) {
    if (!(error instanceof SecretError)) throw error;
    return 'LIBELLUS_SECRET is not the one that stored passwords and keys were sealed with.';
  }
}

/** Seals it anew, when the secret is changed. */
export async function resealCheck(secret: string): Promise<void> {
  await database()
    .update(installation)
    .set({ value: seal('libellus', secret) })
    .where(eq(installation.name, SECRET_CHECK));
}
