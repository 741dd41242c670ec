/** A mailbox read by IMAP (RFC 3501, RFC 6154 for which folder is Junk), by imapflow. */
import { ImapFlow, type ListResponse } from 'imapflow';
import { diagnose, type CheckStep, type Diagnosis } from '@/core/mail';
import type { ProofSecurity } from '@/contract/proof';
import { kept } from '@/words/kept';
import { say } from '@/words/proof';
import { resolveHost } from '../sending/dns';
import { authorities } from '../sending/authorities';

export interface ImapSettings {
  host: string;
  port: number;
  security: ProofSecurity;
  user: string;
  password: string;
}

export interface Found {
  messageId: string;
  folder: string;
  junk: boolean;
  /** When the mailbox got it, ms since 1970. */
  arrivedAt: number;
  /** The message as it lies there, with what its server wrote on top of it. */
  raw: Buffer;
}

/** Why a mailbox cannot be read. */
export class MailboxTrouble extends Error {
  constructor(readonly diagnosis: Diagnosis) {
    super(diagnosis.cause);
  }
}

/** In all; a server that never answers holds nothing up longer, ms. */
const LIMIT_MS = 40_000;
/** A mailbox with very many folders is looked through no further. */
const MOST_FOLDERS = 30;
/** A day before, as IMAP searches by day and a mailbox has a zone of its own. */
const SINCE_MS = 2 * 86_400_000;

/**
 * Looks for messages in all folders, Inbox and Junk first, and removes those that it finds. Throws {@link MailboxTrouble} when the
 * mailbox cannot be reached, does not let us in, or does not answer.
 */
export async function findInMailbox(
  settings: ImapSettings,
  messageIds: readonly string[],
  now: number,
): Promise<Found[]> {
  return within(settings, async (client) => {
    const left = new Set(messageIds);
    const found: Found[] = [];
    for (const folder of foldersOf(await client.list())) {
      if (left.size === 0) break;
      const lock = await client.getMailboxLock(folder.path);
      try {
        for (const messageId of [...left]) {
          const uids = await client.search(
            { since: new Date(now - SINCE_MS), header: { 'message-id': messageId } },
            { uid: true },
          );
          const [uid] = uids || [];
          if (uid === undefined) continue;
          const message = await client.fetchOne(String(uid), { source: true, internalDate: true }, { uid: true });
          if (!message || !message.source) continue;
          left.delete(messageId);
          found.push({
            messageId,
            folder: folder.name || folder.path,
            junk: folder.specialUse === '\\Junk',
            arrivedAt: new Date(message.internalDate ?? now).getTime(),
            raw: message.source,
          });
          await client.messageDelete((uids || []).join(','), { uid: true });
        }
      } finally {
        lock.release();
      }
    }
    return found;
  });
}

/** The names of a mailbox's folders, the one for Junk first told apart. Throws as {@link findInMailbox}. */
export async function tryMailbox(settings: ImapSettings): Promise<{ folders: string[]; junk: string | undefined }> {
  return within(settings, async (client) => {
    const list = foldersOf(await client.list());
    return {
      folders: list.map((f) => f.name || f.path),
      junk: list.find((f) => f.specialUse === '\\Junk')?.name,
    };
  });
}

/** Inbox, Junk, then the others; what only shows others again comes last, and what nothing arrives in not at all. */
function foldersOf(list: readonly ListResponse[]): ListResponse[] {
  const rank = ({ path, specialUse }: ListResponse): number =>
    path.toUpperCase() === 'INBOX' ? 0 : specialUse === '\\Junk' ? 1 : specialUse === '\\All' ? 3 : 2;
  return list
    .filter((f) => !f.flags.has('\\Noselect') && !f.flags.has('\\NonExistent'))
    .filter((f) => !['\\Sent', '\\Drafts', '\\Flagged'].includes(f.specialUse ?? ''))
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, MOST_FOLDERS);
}

async function within<T>(settings: ImapSettings, work: (client: ImapFlow) => Promise<T>): Promise<T> {
  const { host, port, security, user, password } = settings;
  let step: CheckStep = 'resolve';
  let client: ImapFlow | undefined;
  let timer: NodeJS.Timeout | undefined;
  try {
    const [address] = await resolveHost(host);
    step = 'connect';
    client = new ImapFlow({
      host: address!,
      port,
      servername: host,
      secure: security === 'tls',
      doSTARTTLS: security === 'starttls',
      auth: { user, pass: password },
      tls: { servername: host, ca: authorities(), minVersion: 'TLSv1.2' },
      logger: false,
      disableAutoIdle: true,
      connectionTimeout: 15_000,
      greetingTimeout: 10_000,
      socketTimeout: 20_000,
    });
    const connected = client;
    // What breaks the connection is heard by the command under way.
    connected.on('error', () => undefined);
    const late = new Promise<never>((_resolve, reject) => {
      timer = setTimeout(
        () => reject(Object.assign(new Error('The mailbox does not answer.'), { code: 'ETIMEDOUT' })),
        LIMIT_MS,
      );
    });
    const all = async (): Promise<T> => {
      await connected.connect();
      step = 'message';
      const result = await work(connected);
      await connected.logout();
      return result;
    };
    return await Promise.race([all(), late]);
  } catch (caught) {
    throw troubleOf(settings, step, caught as ImapError);
  } finally {
    clearTimeout(timer);
    client?.close();
  }
}

interface ImapError extends Error {
  code?: string;
  authenticationFailed?: boolean;
  responseText?: string;
  cause?: unknown;
}

function troubleOf({ host, port, security, user }: ImapSettings, step: CheckStep, error: ImapError): MailboxTrouble {
  const of = { host, port, security, user };
  if (error.authenticationFailed) {
    const text = error.responseText ?? '';
    return new MailboxTrouble(
      diagnose({ ...of, step: 'sign-in', reply: { code: 535, enhanced: '5.7.8', text, lines: [text] } }),
    );
  }
  const silent = ['CONNECT_TIMEOUT', 'GREETING_TIMEOUT', 'UPGRADE_TIMEOUT', 'ETIMEOUT'].includes(error.code ?? '');
  const code = silent ? 'ETIMEDOUT' : error.code === 'NoConnection' ? 'ECLOSED' : error.code;
  const found = diagnose({ ...of, step, code, detail: error.responseText ?? error.message });
  // What is usual for sending mail is not for reading it.
  const byPort = ['nothing listens', 'silent', 'speaks TLS', 'speaks plain', 'dropped', 'not SMTP', 'other'];
  return new MailboxTrouble(byPort.includes(found.kind) ? { ...found, remedy: kept(() => say.checkImapPort) } : found);
}
