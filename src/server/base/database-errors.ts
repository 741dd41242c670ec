/** What a database's errors say: to be tried again at once, or once it is back. */

/** The code mysql2 gives an error, which Drizzle wraps. */
function codeOf(error: unknown): string {
  const { code, cause } = error as { code?: string; cause?: { code?: string } };
  return cause?.code ?? code ?? '';
}

/** Whether a transaction was ended for another's sake, and can be begun again. */
export const isDeadlock = (error: unknown): boolean => ['ER_LOCK_DEADLOCK', 'ER_CHECKREAD'].includes(codeOf(error));

/**
 * What a server answers that cannot do what it is asked, and another node of the same database may: it is apart from the others (1047),
 * it has no room to write (1114, 1021, 1026), it only reads (1290, 1836).
 */
const UNFIT = [
  'ER_UNKNOWN_COM_ERROR',
  'ER_RECORD_FILE_FULL',
  'ER_DISK_FULL',
  'ER_ERROR_ON_WRITE',
  'ER_OPTION_PREVENTS_STATEMENT',
  'ER_READ_ONLY_MODE',
];

/** Whether an error is one of the server that was asked, and not of what it was asked. Nothing of the statement was done. */
export const isUnfit = (error: unknown): boolean => UNFIT.includes(codeOf(error));

const AWAY = new Set([
  ...UNFIT,
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_STATEMENT_TIMEOUT',
  'NO_CONNECTION',
]);

/** Whether an error says that the database cannot be reached, which may be over in a moment. mysql2 calls errors fatal that end the connection. */
export function isAway(error: unknown): boolean {
  const { fatal, cause } = error as { fatal?: boolean; cause?: { fatal?: boolean } };
  return (cause?.fatal ?? fatal) === true || AWAY.has(codeOf(error));
}

/** Whether a row was refused because another has its key. */
export const isDuplicate = (error: unknown): boolean => codeOf(error) === 'ER_DUP_ENTRY';

/** Whether what was asked for was locked by another for too long. */
export const isLockWait = (error: unknown): boolean => codeOf(error) === 'ER_LOCK_WAIT_TIMEOUT';
