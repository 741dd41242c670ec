/** The process's settings, read from the environment in one place. */

export interface Config {
  databaseUrl: string;
  /** Where people open Libellus, without a slash at the end. */
  url: string;
  /** The secret that passwords and keys are sealed with, and sessions signed. */
  secret: string;
  /** DNS servers to ask instead of the machine's own, as "127.0.0.1:4313". */
  dnsServers: string[];
  /** The host that takes bounces, as others reach it; without one, return-paths are the senders' own. */
  bounceHost: string | undefined;
  /** Where bounces are listened for; undefined where another process does. */
  bounceListen: { host: string; port: number } | undefined;
  /** The demo's registrar and mailboxes, which the real thing has not. */
  registrarUrl: string | undefined;
  mailboxesUrl: string | undefined;
  /** A file of further certificate authorities (PEM). */
  extraAuthorities: string | undefined;
  /** The proxy that the web is asked through, as "http://proxy.example:3128"; undefined where hosts are reached directly. */
  webProxy: string | undefined;
  /** Folder of pictures and other files. */
  dataDir: string;
  /** How long a worker may hold a delivery, in milliseconds. */
  leaseMs: number;
  /** Messages that a worker makes and sends at once. */
  slots: number;
  /** Proxies whose X-Forwarded-For is believed: addresses and networks. */
  trustedProxies: string[];
  /** Private networks that mail may be sent into: addresses and networks. */
  privateNetworks: string[];
  /** The browser that takes pictures of messages, where it is not found by itself. */
  chromium: string | undefined;
  /** What a program that gathers figures has to show; without one, there are none to be had. */
  metricsKey: string | undefined;
  /** How long a web process that is to end still takes requests, so that others can be sent them, ms. */
  drainMs: number;
  /** Who vouches for colleagues besides their own passwords (OpenID Connect); undefined without one. */
  provider: ProviderSettings | undefined;
  demo: boolean;
}

export interface ProviderSettings {
  /** As its documents name it, without a slash at the end. */
  issuer: string;
  clientId: string;
  /** Undefined for a client without one, which PKCE proves. */
  clientSecret: string | undefined;
  /** What people call it. */
  name: string;
  /** Its addresses are believed even where it does not say that it has verified them. */
  trustsAddresses: boolean;
}

let current: Config | undefined;

/** Reads the settings once. Throws with the name of the first that is missing. */
export function config(): Config {
  current ??= readConfig(process.env);
  return current;
}

/** Reads the configuration from environment variables. Throws with the name of one that is missing or wrong. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const required = (name: string): string => {
    const value = env[name];
    if (!value) throw new Error(`${name} is not set. ./libellus start sets it; see README.md.`);
    return value;
  };
  return {
    databaseUrl: required('DATABASE_URL'),
    url: (env.LIBELLUS_URL ?? 'http://127.0.0.1:4310').replace(/\/+$/, ''),
    secret: required('LIBELLUS_SECRET'),
    dnsServers: (env.LIBELLUS_DNS ?? '').split(',').filter(Boolean),
    bounceHost: env.LIBELLUS_BOUNCE_HOST || undefined,
    bounceListen:
      env.LIBELLUS_BOUNCE_PORT && env.LIBELLUS_BOUNCE_LISTEN !== 'off'
        ? { host: env.LIBELLUS_BOUNCE_LISTEN || '127.0.0.1', port: Number(env.LIBELLUS_BOUNCE_PORT) }
        : undefined,
    registrarUrl: env.LIBELLUS_REGISTRAR || undefined,
    mailboxesUrl: env.LIBELLUS_MAILBOXES || undefined,
    extraAuthorities: env.LIBELLUS_EXTRA_CA || undefined,
    webProxy: readProxy(env.LIBELLUS_WEB_PROXY),
    dataDir: env.LIBELLUS_DATA ?? '.libellus',
    leaseMs: Number(env.LIBELLUS_LEASE_MS ?? 180_000),
    slots: readSlots(env.LIBELLUS_SLOTS),
    trustedProxies: (env.LIBELLUS_TRUSTED_PROXIES ?? '').split(',').filter(Boolean),
    privateNetworks: (env.LIBELLUS_PRIVATE_NETWORKS ?? '').split(',').filter(Boolean),
    chromium: env.LIBELLUS_CHROMIUM || undefined,
    metricsKey: env.LIBELLUS_METRICS_KEY || undefined,
    drainMs: Number(env.LIBELLUS_DRAIN_MS ?? 0) || 0,
    provider: readProvider(env),
    demo: env.LIBELLUS_DEMO === '1',
  };
}

function readSlots(text = '8'): number {
  const slots = Number(text);
  if (!Number.isInteger(slots) || slots < 1 || slots > 256)
    throw new Error('LIBELLUS_SLOTS is not a whole number from 1 to 256. See docs/operations.md.');
  return slots;
}

function readProxy(text = ''): string | undefined {
  if (text === '') return undefined;
  if (!/^https?:/.test(text) || !URL.canParse(text))
    throw new Error('LIBELLUS_WEB_PROXY is not an address. See docs/operations.md.');
  return text;
}

function readProvider(env: NodeJS.ProcessEnv): ProviderSettings | undefined {
  const issuer = (env.LIBELLUS_OIDC_ISSUER ?? '').replace(/\/+$/, '');
  if (issuer === '') return undefined;
  if (!URL.canParse(issuer)) throw new Error('LIBELLUS_OIDC_ISSUER is not an address. See docs/operations.md.');
  const clientId = env.LIBELLUS_OIDC_CLIENT_ID;
  if (!clientId) throw new Error('LIBELLUS_OIDC_CLIENT_ID is not set, but LIBELLUS_OIDC_ISSUER is.');
  return {
    ...{ issuer, clientId, clientSecret: env.LIBELLUS_OIDC_CLIENT_SECRET || undefined },
    name: env.LIBELLUS_OIDC_NAME || new URL(issuer).hostname,
    trustsAddresses: env.LIBELLUS_OIDC_ADDRESSES === 'trusted',
  };
}
