/** The made-up outside world of the demo: one mail provider and its accounts, and what DNS knows. */

export const PROVIDER_HOST = 'smtp.harrowpost.example';

/** Accounts at the provider. The passwords are public: they open nothing but this stand-in. */
export const ACCOUNTS: readonly { user: string; password: string }[] = [
  { user: 'orders@quillwick.example', password: 'linen-thread-18' },
  { user: 'trade@quillwick.example', password: 'board-and-cloth' },
];

const MAIL_EXCHANGE = 'mx.harrowpost.example';

export type DnsRecord =
  | { type: 'A'; name: string; address: string; ttl: number }
  | { type: 'MX'; name: string; exchange: string; priority: number; ttl: number };

/** What the name server answers with. Every domain below `.example` that people have mailboxes at takes mail here. */
export function recordsFor(name: string): DnsRecord[] {
  const asked = name.toLowerCase().replace(/\.$/, '');
  if (asked === PROVIDER_HOST || asked === MAIL_EXCHANGE) {
    return [{ type: 'A', name: asked, address: '127.0.0.1', ttl: 300 }];
  }
  const labels = asked.split('.');
  if (labels.length === 2 && labels[1] === 'example') {
    return [
      { type: 'MX', name: asked, exchange: MAIL_EXCHANGE, priority: 10, ttl: 300 },
      { type: 'A', name: asked, address: '127.0.0.1', ttl: 300 },
    ];
  }
  return [];
}
