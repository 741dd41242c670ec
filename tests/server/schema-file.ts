/** The schema of a migrated database as one list of statements: a test file's own database is made from it in a moment. */
import { writeFileSync } from 'node:fs';
import { createConnection, type RowDataPacket } from 'mysql2/promise';

/** Writes down every table of a database, and which migrations it has had. */
export async function makeSchemaFile(databaseUrl: string, file: string): Promise<void> {
  const connection = await createConnection(databaseUrl);
  const [tables] = await connection.query<RowDataPacket[]>("show full tables where table_type = 'BASE TABLE'");
  const statements = ['set foreign_key_checks = 0'];
  for (const row of tables) {
    const name = String(Object.values(row)[0]);
    const [[made]] = await connection.query<RowDataPacket[]>(`show create table \`${name}\``);
    statements.push(String(made!['Create Table']));
    if (!['__drizzle_migrations', 'migration_lock'].includes(name)) continue;
    const [rows] = await connection.query<RowDataPacket[]>(`select * from \`${name}\``);
    for (const r of rows) statements.push(connection.format(`insert into \`${name}\` set ?`, [r]));
  }
  statements.push('set foreign_key_checks = 1');
  await connection.end();
  writeFileSync(file, statements.join(';\n'));
}
