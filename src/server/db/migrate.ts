/** Brings a database to the present schema. Safe to run at every start. */
import { join } from 'node:path';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { connect } from './client';

export async function migrateDatabase(url: string, root = process.cwd()): Promise<void> {
  const { pool, db } = connect(url, 1);
  try {
    await migrate(db, { migrationsFolder: join(root, 'src/server/db/migrations') });
  } finally {
    await pool.end();
  }
}
