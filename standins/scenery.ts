/** The made-up outside world of the demo: servers that take mail, their accounts, and what DNS knows from the start. */

export const PROVIDER_HOST = 'smtp.harrowpost.example';
export const RELAY_HOST = 'relay.fernbridge.example';
export const LOCAL_HOST = 'mail.mill.quillwick.example';
/** Where people's mailboxes are read. */
export const MAILBOX_HOST = 'imap.harrowpost.example';
/** Where Libellus takes bounces. */
export const BOUNCE_HOST = 'bounces.quillwick.example';

/** Hosts of the made-up web. */
export const WEB_HOSTS: readonly string[] = [
  'quillwick.example',
  'trade.quillwick.example',
  'fieldpost.example',
  'carterline.example',
];

export interface Account {
  user: string;
  password: string;
}

export type ServerId = 'harrowpost' | 'fernbridge' | 'mill';

export interface SendingServer {
  id: ServerId;
  host: string;
  /** As it greets. */
  banner: string;
  /** For people, what kind of service it is. */
  words: string;
  accounts: readonly Account[];
  /** An account sends as itself only; a relay for verified domains; a local server for anybody who reaches it. */
  allows: 'itself' | { domains: readonly string[] } | 'anybody';
  perDay: number | undefined;
}

/** The passwords are public: they open nothing but these stand-ins. */
export const SERVERS: readonly SendingServer[] = [
  {
    id: 'harrowpost',
    host: PROVIDER_HOST,
    banner: 'Harrowpost submission',
    words: 'A mail host: an account sends as itself only, at most 500 messages a day',
    accounts: [
      { user: 'orders@quillwick.example', password: 'linen-thread-18' },
      { user: 'trade@quillwick.example', password: 'board-and-cloth' },
    ],
    allows: 'itself',
    // The tests of a whole run send more through one account.
    perDay: Number(process.env.LIBELLUS_STANDIN_PER_DAY ?? 500),
  },
  {
    id: 'fernbridge',
    host: RELAY_HOST,
    banner: 'Fernbridge relay',
    words: 'A relay: sends for every address of a verified domain',
    accounts: [{ user: 'quillwick', password: 'fern-and-bracken' }],
    allows: { domains: ['quillwick.example'] },
    perDay: undefined,
  },
  {
    id: 'mill',
    host: LOCAL_HOST,
    banner: 'The Mill',
    words: 'A server on the shop’s own network: takes mail without signing in, in clear',
    accounts: [],
    allows: 'anybody',
    perDay: undefined,
  },
];

export const ACCOUNTS = SERVERS[0]!.accounts;

const MAIL_EXCHANGE = 'mx.harrowpost.example';

export interface DnsRecord {
  type: 'A' | 'MX' | 'TXT' | 'SRV';
  name: string;
  /** As a zone file has it: "127.0.0.1", "10 mx.example", "0 1 587 smtp.example", or the text. */
  value: string;
  ttl: number;
}

const record = (type: DnsRecord['type'], name: string, value: string, ttl = 3600): DnsRecord => ({
  type,
  name,
  value,
  ttl,
});

/** @param ports where the servers really listen, which SRV records name */
export function fixedRecords(ports: { starttls: number; tls: number }): DnsRecord[] {
  return [
    record('A', PROVIDER_HOST, '127.0.0.1'),
    record('A', MAIL_EXCHANGE, '127.0.0.1'),
    record('A', MAILBOX_HOST, '127.0.0.1'),
    record('A', RELAY_HOST, '127.0.0.1'),
    record('A', LOCAL_HOST, '127.0.0.1'),
    record('A', BOUNCE_HOST, '127.0.0.1'),
    record('TXT', 'spf.harrowpost.example', 'v=spf1 ip4:127.0.0.1 ~all'),
    record('TXT', '_spf.fernbridge.example', 'v=spf1 ip4:127.0.0.1 ~all'),
    record('SRV', '_submission._tcp.quillwick.example', `0 1 ${ports.starttls} ${PROVIDER_HOST}`),
    record('SRV', '_submissions._tcp.quillwick.example', `0 1 ${ports.tls} ${PROVIDER_HOST}`),
  ];
}

/** What Quillwick's own zone holds when the demo begins: the records of a provider they left. */
export const FIRST_ZONE: readonly DnsRecord[] = [
  record('TXT', 'quillwick.example', 'v=spf1 include:_spf.oldmill-post.example ~all'),
  record('TXT', '_spf.oldmill-post.example', 'v=spf1 ip4:192.0.2.25 ~all'),
  record('TXT', '_dmarc.quillwick.example', 'v=DMARC1; p=none'),
];

/** Every domain below `.example` that people have mailboxes at takes mail here, unless its zone says something else. */
export function mailRecordsOf(name: string): DnsRecord[] {
  const labels = name.split('.');
  if (labels.length !== 2 || labels[1] !== 'example') return [];
  return [record('MX', name, `10 ${MAIL_EXCHANGE}`, 300), record('A', name, '127.0.0.1', 300)];
}

/** How Libellus is known to the stand-in provider, and what people call that. */
export const OPENID_CLIENT = { id: 'libellus', secret: 'quillwick-staff-sign-in', name: 'Quillwick staff' };
