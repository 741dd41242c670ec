/** The stand-ins' own database, apart from Libellus's. */
import { createPool, type Pool } from 'mysql2/promise';

/** @param url a MariaDB address whose database is the stand-ins' own */
export function openPool(url: string, connectionLimit = 4): Pool {
  return createPool({ uri: url, timezone: 'Z', charset: 'utf8mb4_unicode_ci', connectionLimit });
}
