/** Kinds of columns that tables share. */
import { customType, datetime, varchar } from 'drizzle-orm/mysql-core';
import type { Look } from '@/core/look';
// By its path: this file is also read where no aliases are known.
import { completeLook } from '../../core/look/complete';

/** JSON, which MariaDB keeps as text: read back as what was written. */
export const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'json',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value: unknown) => (typeof value === 'string' ? (JSON.parse(value) as T) : (value as T)),
  })(name);
/** A look, with what looks have learnt since it was kept. */
export const lookColumn = (name: string) =>
  customType<{ data: Look; driverData: string }>({
    dataType: () => 'json',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value: unknown) => completeLook(typeof value === 'string' ? JSON.parse(value) : value),
  })(name);
/**
 * Text that is equal only when every byte is: ids and numbers that others give. The database's usual collation takes "a" and "A",
 * and "a" and "a ", for the same.
 */
export const exact = (name: string, length: number) =>
  customType<{ data: string }>({
    dataType: () => `varchar(${length}) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin`,
  })(name);
export const blob = customType<{ data: Buffer }>({ dataType: () => 'mediumblob' });
export const longText = customType<{ data: string }>({ dataType: () => 'mediumtext' });

// Times are UTC with milliseconds; the connection's zone is set to match.
/** A time in UTC, to the millisecond. */
export const time = (name: string) => datetime(name, { mode: 'date', fsp: 3 });
/** A ULID. */
export const id = (name = 'id') => varchar(name, { length: 26 });
/** Of what belongs to a store through something else, which has the foreign key. */
export const storeId = () => varchar('store_id', { length: 40 }).notNull();
/** A mail address (RFC 5321, 4.5.3.1). */
export const address = (name: string) => varchar(name, { length: 254 });
