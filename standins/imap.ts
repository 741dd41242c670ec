/**
 * The same mailboxes by IMAP (RFC 3501), over TLS: what a program needs that looks for a message, reads it and removes it. Folders say
 * what they are for (RFC 6154), and messages are named by their numbers in the store (RFC 4315).
 */
import { readFileSync } from 'node:fs';
import { createServer, type TLSSocket } from 'node:tls';
import type { MailboxStore, StoredMessage } from './store';

/** The password of every mailbox here is public: nothing but made-up mail is in them. */
export const MAILBOX_PASSWORD = 'paper-and-thread';

const FOLDERS = [
  { path: 'INBOX', stored: 'Inbox', attributes: '\\HasNoChildren' },
  { path: 'Junk', stored: 'Junk', attributes: '\\HasNoChildren \\Junk' },
] as const;
const CAPABILITIES = 'IMAP4rev1 SASL-IR AUTH=PLAIN SPECIAL-USE UIDPLUS UNSELECT ID NAMESPACE';

type Token = string | Token[];

/** Reads the words of a command: atoms, quoted texts, literals (already put in as quoted) and lists. */
function tokensOf(line: string): Token[] {
  const stack: Token[][] = [[]];
  const pattern = /\s*(?:(\()|(\))|"((?:[^"\\]|\\.)*)"|([^\s()"]+))/gy;
  for (let match = pattern.exec(line); match; match = pattern.exec(line)) {
    if (match[1]) {
      const list: Token[] = [];
      stack.at(-1)!.push(list);
      stack.push(list);
    } else if (match[2]) {
      if (stack.length > 1) stack.pop();
    } else stack.at(-1)!.push(match[3] === undefined ? match[4]! : match[3].replace(/\\(.)/g, '$1'));
  }
  return stack[0]!;
}

/** "1:3,7" as a test; "*" is the last. */
function inSet(set: string, last: number): (n: number) => boolean {
  const number = (text: string): number => (text === '*' ? last : Number(text));
  const spans = set.split(',').map((part) => {
    const [from = '', to = from] = part.split(':');
    return [Math.min(number(from), number(to)), Math.max(number(from), number(to))] as const;
  });
  return (n) => spans.some(([from, to]) => n >= from && n <= to);
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const two = (n: number): string => String(n).padStart(2, '0');
const internalDate = (d: Date): string =>
  `${two(d.getUTCDate())}-${MONTHS[d.getUTCMonth()]}-${d.getUTCFullYear()} ${two(d.getUTCHours())}:${two(d.getUTCMinutes())}:${two(d.getUTCSeconds())} +0000`;

function sinceOf(text: string): number {
  const [day, month = '', year] = text.split('-');
  return Date.UTC(Number(year), MONTHS.indexOf(month), Number(day));
}

class Session {
  private user = '';
  private list: StoredMessage[] = [];
  private folder: (typeof FOLDERS)[number] | undefined;
  private readonly doomed = new Set<number>();
  private pending = Buffer.alloc(0);
  private command = '';
  /** Bytes of a literal that are still to come. */
  private literal: number | undefined;
  private chain = Promise.resolve();
  /** What the next line is, when it is no command. */
  private answer: ((line: string) => Promise<void>) | undefined;

  constructor(
    private readonly socket: TLSSocket,
    private readonly store: MailboxStore,
  ) {
    socket.on('error', () => undefined);
    socket.on('data', (chunk) => {
      this.pending = Buffer.concat([this.pending, chunk]);
      this.chain = this.chain.then(() => this.read()).catch(() => void socket.destroy());
    });
    this.say('* OK The stand-in mailboxes are ready');
  }

  private say(line: string): void {
    this.socket.write(`${line}\r\n`);
  }

  private async read(): Promise<void> {
    for (;;) {
      if (this.literal !== undefined) {
        if (this.pending.length < this.literal) return;
        const text = this.pending.subarray(0, this.literal).toString('utf8');
        this.pending = this.pending.subarray(this.literal);
        this.literal = undefined;
        this.command += `"${text.replace(/["\\]/g, '\\$&')}"`;
      }
      const end = this.pending.indexOf('\r\n');
      if (end < 0) return;
      const line = this.pending.subarray(0, end).toString('utf8');
      this.pending = this.pending.subarray(end + 2);
      const literal = /\{(\d+)(\+?)\}$/.exec(line);
      if (literal && Number(literal[1]) < 100_000) {
        this.command += line.slice(0, literal.index);
        this.literal = Number(literal[1]);
        if (!literal[2]) this.say('+ Go on');
        continue;
      }
      const whole = this.command + line;
      this.command = '';
      const { answer } = this;
      this.answer = undefined;
      await (answer ? answer(whole) : this.run(whole));
    }
  }

  private async run(line: string): Promise<void> {
    const [tag = '*', name = '', ...args] = tokensOf(line);
    const verb = String(name).toUpperCase();
    const done = (words = 'Done'): void => this.say(`${String(tag)} OK ${words}`);
    const no = (words: string): void => this.say(`${String(tag)} NO ${words}`);
    switch (verb) {
      case 'CAPABILITY':
        this.say(`* CAPABILITY ${CAPABILITIES}`);
        return done();
      case 'NOOP':
      case 'CHECK':
        return done();
      case 'ID':
        this.say('* ID ("name" "stand-in mailboxes")');
        return done();
      case 'LOGOUT':
        this.say('* BYE Until next time');
        done();
        this.socket.end();
        return;
      case 'LOGIN':
        return this.enter(String(tag), String(args[0]), String(args[1]));
      case 'AUTHENTICATE': {
        const plain = async (text: string): Promise<void> => {
          const [, user = '', password = ''] = Buffer.from(text, 'base64').toString('utf8').split('\0');
          await this.enter(String(tag), user, password);
        };
        if (String(args[0]).toUpperCase() !== 'PLAIN') return no('Only PLAIN');
        if (args[1] !== undefined) return plain(String(args[1]));
        this.answer = plain;
        return this.say('+ ');
      }
    }
    if (this.user === '') return no('Sign in first');
    switch (verb) {
      case 'NAMESPACE':
        this.say('* NAMESPACE (("" "/")) NIL NIL');
        return done();
      case 'LIST':
      case 'LSUB':
        if (args.at(-1) === '') this.say(`* ${verb} (\\Noselect) "/" ""`);
        else for (const f of FOLDERS) this.say(`* ${verb} (${f.attributes}) "/" "${f.path}"`);
        return done();
      case 'SELECT':
      case 'EXAMINE': {
        this.folder = FOLDERS.find((f) => f.path.toLowerCase() === String(args[0]).toLowerCase());
        if (!this.folder) return no('[NONEXISTENT] No such folder');
        await this.refresh();
        this.say('* FLAGS (\\Seen \\Deleted)');
        this.say('* OK [PERMANENTFLAGS (\\Seen \\Deleted)] Kept');
        this.say(`* ${this.list.length} EXISTS`);
        this.say('* 0 RECENT');
        this.say('* OK [UIDVALIDITY 1] For good');
        this.say(`* OK [UIDNEXT ${(this.list.at(-1)?.id ?? 0) + 1}] Next`);
        return done(`[READ-${verb === 'SELECT' ? 'WRITE' : 'ONLY'}] Done`);
      }
      case 'CLOSE':
      case 'UNSELECT':
        if (verb === 'CLOSE') await this.expunge(() => true, false);
        this.folder = undefined;
        return done();
      case 'EXPUNGE':
        await this.expunge(() => true, true);
        return done();
      case 'UID':
        return this.byUid(String(tag), String(args[0]).toUpperCase(), args.slice(1));
      default:
        this.say(`${String(tag)} BAD Not known here`);
    }
  }

  private async enter(tag: string, user: string, password: string): Promise<void> {
    if (password !== MAILBOX_PASSWORD || !user.includes('@')) {
      return this.say(`${tag} NO [AUTHENTICATIONFAILED] Wrong user or password`);
    }
    this.user = user.toLowerCase();
    this.say(`${tag} OK [CAPABILITY ${CAPABILITIES}] Come in`);
  }

  private async refresh(): Promise<void> {
    const all = await this.store.list(this.user);
    this.list = all.filter((m) => m.folder === this.folder?.stored).toSorted((a, b) => a.id - b.id);
    this.doomed.clear();
  }

  private async byUid(tag: string, verb: string, args: readonly Token[]): Promise<void> {
    const last = this.list.at(-1)?.id ?? 0;
    const matching = (set: Token | undefined) => {
      const within = inSet(String(set), last);
      return this.list.map((m, at) => ({ m, n: at + 1 })).filter(({ m }) => within(m.id));
    };
    const flags = (id: number): string => (this.doomed.has(id) ? '\\Deleted' : '');
    switch (verb) {
      case 'SEARCH':
        this.say(`* SEARCH ${this.search(args).join(' ')}`.trimEnd());
        break;
      case 'FETCH':
        for (const { m, n } of matching(args[0])) {
          const wanted = JSON.stringify(args[1]).toUpperCase();
          const head = `UID ${m.id} FLAGS (${flags(m.id)}) INTERNALDATE "${internalDate(m.receivedAt)}"`;
          const raw = wanted.includes('BODY') ? (await this.store.raw(m.id))?.raw : undefined;
          if (!raw) {
            this.say(`* ${n} FETCH (${head})`);
            continue;
          }
          this.socket.write(`* ${n} FETCH (${head} BODY[] {${raw.length}}\r\n`);
          this.socket.write(raw);
          this.say(')');
        }
        break;
      case 'STORE':
        for (const { m, n } of matching(args[0])) {
          if (/\\Deleted/i.test(JSON.stringify(args.slice(2)))) {
            if (String(args[1]).startsWith('-')) this.doomed.delete(m.id);
            else this.doomed.add(m.id);
          }
          if (!/SILENT/i.test(String(args[1]))) this.say(`* ${n} FETCH (UID ${m.id} FLAGS (${flags(m.id)}))`);
        }
        break;
      case 'EXPUNGE':
        await this.expunge(inSet(String(args[0]), last), true);
        break;
      default:
        return this.say(`${tag} BAD Not known here`);
    }
    this.say(`${tag} OK Done`);
  }

  /** Keys that are not known here narrow nothing. */
  private search(args: readonly Token[]): number[] {
    let found = this.list;
    for (let i = 0; i < args.length; i += 1) {
      const key = String(args[i]).toUpperCase();
      if (key === 'HEADER') {
        const [field, value] = [String(args[i + 1]).toLowerCase(), String(args[i + 2]).toLowerCase()];
        found = found.filter((m) => field === 'message-id' && m.messageId.toLowerCase().includes(value));
        i += 2;
      } else if (key === 'SINCE') {
        const since = sinceOf(String(args[i + 1]));
        found = found.filter((m) => m.receivedAt.getTime() >= since);
        i += 1;
      } else if (key === 'UID') {
        const within = inSet(String(args[i + 1]), this.list.at(-1)?.id ?? 0);
        found = found.filter((m) => within(m.id));
        i += 1;
      }
    }
    return found.map((m) => m.id);
  }

  private async expunge(within: (id: number) => boolean, telling: boolean): Promise<void> {
    for (let at = this.list.length - 1; at >= 0; at -= 1) {
      const { id } = this.list[at]!;
      if (!this.doomed.has(id) || !within(id)) continue;
      await this.store.remove(id);
      this.list.splice(at, 1);
      this.doomed.delete(id);
      if (telling) this.say(`* ${at + 1} EXPUNGE`);
    }
  }
}

/** Serves the mailboxes by IMAP over TLS. Rejects when the port cannot be had. */
export async function serveImap(store: MailboxStore, port: number): Promise<void> {
  const server = createServer(
    { key: readFileSync(process.env.STANDIN_TLS_KEY!), cert: readFileSync(process.env.STANDIN_TLS_CERT!) },
    (socket) => void new Session(socket, store),
  );
  server.on('tlsClientError', () => undefined);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
}
