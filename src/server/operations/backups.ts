/** The newest backup, as `./libellus backup` wrote it down. */
import { eq } from 'drizzle-orm';
import type { Backup } from '@/contract/installation';
import { database } from '../db/client';
import { installation } from '../db/schema';

/** Its name among the facts of the installation. */
export const BACKUP = 'backup';

export async function newestBackup(): Promise<Backup | undefined> {
  const [row] = await database().select().from(installation).where(eq(installation.name, BACKUP));
  return row && (JSON.parse(row.value) as Backup);
}
