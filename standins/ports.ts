/** Every port follows from the base port, so that a demo and the tests can run side by side. */
export interface Ports {
  web: number;
  database: number;
  mailboxes: number;
  dns: number;
  /** STARTTLS submission, and TLS from the start. */
  smtp: { starttls: number; tls: number };
  relay: number;
  local: number;
  /** Where Libellus listens for bounces. */
  bounces: number;
  registrar: number;
  /** The demo's shop. */
  shop: number;
  /** The mailboxes by IMAP, over TLS. */
  imap: number;
  /** The sign-in of an organisation (OpenID Connect). */
  openid: number;
  /** The proxy to the web that messages lead to. */
  proxy: number;
}

export function portsFrom(base: number): Ports {
  return {
    web: base,
    database: base + 1,
    mailboxes: base + 2,
    dns: base + 3,
    smtp: { starttls: base + 4, tls: base + 5 },
    relay: base + 6,
    local: base + 7,
    bounces: base + 8,
    registrar: base + 9,
    shop: base + 10,
    imap: base + 11,
    openid: base + 12,
    proxy: base + 13,
  };
}
