/** Inserting many rows at once: a statement with a parameter for each value of each row takes longer to make than to run. */
import { getTableColumns, getTableName, sql } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import { format } from 'mysql2';

type SqlValue = string | number | boolean | Date | null;
import type { Executor } from './client';

/** Inserts rows that all name the same columns. What they do not name takes what the table gives by itself. */
export async function insertRows<T extends MySqlTable>(
  tx: Executor,
  table: T,
  rows: readonly T['$inferInsert'][],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const columns = getTableColumns(table);
  const named = Object.keys(first).map((key) => ({ key, column: columns[key]! }));
  const values = rows.map((row) =>
    named.map(({ key, column }): SqlValue => {
      const value = (row as Record<string, unknown>)[key];
      return value === null || value === undefined ? null : (column.mapToDriverValue(value) as SqlValue);
    }),
  );
  const names = named.map(({ column }) => column.name);
  const name: string = getTableName(table);
  await tx.execute(sql.raw(format('insert into ?? (??) values ?', [name, names, values], false, 'Z')));
}
