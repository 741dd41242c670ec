/** Inserting many rows at once: a statement with a parameter for each value of each row takes longer to make than to run. */
import { getTableColumns, getTableName, sql, type SQL } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import { format } from 'mysql2';
import type { Executor } from './client';

type SqlValue = string | number | boolean | Date | null;

interface Otherwise<T extends MySqlTable> {
  /** Rows whose key is there already are left out. */
  ignore?: boolean;
  /** What becomes of a row that is there already, by column. Without parameters: what is in the rows may hold a `?`. */
  onDuplicate?: { [key in keyof T['$inferInsert']]?: SQL };
}

/**
 * Inserts rows that all name the same columns. What they do not name takes what the table gives by itself.
 * @returns how many rows the database counts as affected: those that are new, where the others are left out
 */
export async function insertRows<T extends MySqlTable>(
  tx: Executor,
  table: T,
  rows: readonly T['$inferInsert'][],
  { ignore, onDuplicate }: Otherwise<T> = {},
): Promise<number> {
  const [first] = rows;
  if (!first) return 0;
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
  const insert = sql.raw(
    format(`insert ${ignore ? 'ignore ' : ''}into ?? (??) values ?`, [name, names, values], false, 'Z'),
  );
  // In the order of the table, as MariaDB sets them one after the other.
  const became = new Map<string, SQL | undefined>(Object.entries(onDuplicate ?? {}));
  const changes = Object.entries(columns).flatMap(([key, column]) => {
    const value = became.get(key);
    return value === undefined ? [] : [sql`${sql.identifier(column.name)} = ${value}`];
  });
  const [answer] = await tx.execute(
    changes.length > 0 ? sql`${insert} on duplicate key update ${sql.join(changes, sql`, `)}` : insert,
  );
  return answer.affectedRows;
}
