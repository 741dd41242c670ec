/** Whether a database has every table, column, index and foreign key that the code relies on. */
import { is } from 'drizzle-orm';
import { getTableConfig, MySqlTable } from 'drizzle-orm/mysql-core';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import * as schema from './schema';

function tables(): MySqlTable[] {
  return Object.values(schema as Record<string, unknown>).filter((t): t is MySqlTable => is(t, MySqlTable));
}

/** What is missing, each as "table X is missing" or "column X.y is missing"; empty when all is there. */
export async function schemaDifferences(connection: Connection): Promise<string[]> {
  const names = async (sql: string): Promise<Set<string>> => {
    const [rows] = await connection.query<RowDataPacket[]>(sql);
    return new Set(rows.map((r) => String(r.name)));
  };
  const columns = await names(
    "select concat(table_name, '.', column_name) as name from information_schema.columns where table_schema = database()",
  );
  const exactColumns = await names(
    "select concat(table_name, '.', column_name) as name from information_schema.columns where table_schema = database() and collation_name = 'utf8mb4_nopad_bin'",
  );
  const indexes = await names(
    "select distinct concat(table_name, '.', index_name) as name from information_schema.statistics where table_schema = database()",
  );
  const foreign = await names(
    "select concat(table_name, '.', constraint_name) as name from information_schema.table_constraints where table_schema = database() and constraint_type = 'FOREIGN KEY'",
  );
  const missing: string[] = [];
  for (const table of tables()) {
    const { name, columns: wanted, indexes: keys, foreignKeys } = getTableConfig(table);
    for (const column of wanted) {
      const place = `${name}.${column.name}`;
      if (!columns.has(place)) missing.push(`column ${place} is missing`);
      else if (column.getSQLType().includes('utf8mb4_nopad_bin') && !exactColumns.has(place)) {
        missing.push(`column ${place} does not tell upper from lower case`);
      }
    }
    for (const { config } of keys) {
      if (!indexes.has(`${name}.${config.name}`)) missing.push(`index ${config.name} of ${name} is missing`);
    }
    for (const key of foreignKeys) {
      if (!foreign.has(`${name}.${key.getName()}`)) missing.push(`foreign key ${key.getName()} of ${name} is missing`);
    }
  }
  return missing;
}
