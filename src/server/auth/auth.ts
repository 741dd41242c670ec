/** Sign-in: better-auth with its sessions in the database, passwords hashed with scrypt. */
import { isIP } from 'node:net';
import { passkey } from '@better-auth/passkey';
import { APIError, betterAuth, type BetterAuthOptions } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor } from 'better-auth/plugins/two-factor';
import type { CameBy } from '@/contract/colleagues';
import { TRUSTED_DAYS } from '@/contract/second-factor';
import { config } from '../base/config';
import { log } from '../base/log';
import { database } from '../db/client';
import * as schema from '../db/schema';

/** Where pages of this installation come from. */
export function trustedOrigins(): string[] {
  const { url } = config();
  const { port, origin } = new URL(url);
  return [origin, `http://localhost:${port}`, `http://127.0.0.1:${port}`];
}

/** What all ways of signing in share: where sessions are kept, for how long, and by what they were begun. */
export function shared() {
  const { url, secret } = config();
  return {
    baseURL: url,
    secret,
    trustedOrigins: trustedOrigins(),
    database: drizzleAdapter(database(), { provider: 'mysql', schema }),
    session: {
      ...{ expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
      // What asks for proof asks for it itself, see `proving.ts`.
      freshAge: 0,
      additionalFields: { by: { type: 'string', required: false, input: false } },
    },
    // Guessing is counted in `guard.ts`, by account and network; nothing else of the library can be asked for.
    rateLimit: { enabled: false },
    advanced: { cookiePrefix: 'libellus', useSecureCookies: url.startsWith('https:') },
    telemetry: { enabled: false },
    // What it takes for errors is mostly what somebody outside did.
    logger: { level: 'error', log: (_, message, ...details) => log.warn({ details }, `sign-in: ${message}`) },
  } satisfies BetterAuthOptions;
}

/** Marks a new session by how it was begun. */
export const markSession = {
  create: {
    before: (made: object, context: { path?: string } | null) =>
      Promise.resolve({ data: { ...made, by: cameBy(context?.path) } }),
  },
};

/** Codes besides the password. */
export const codes = () =>
  twoFactor({ issuer: 'Libellus', trustDeviceMaxAge: TRUSTED_DAYS * 86_400, allowPasswordless: true });

function makeAuth() {
  const { url } = config();
  return betterAuth({
    ...shared(),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    databaseHooks: { session: markSession },
    plugins: [
      codes(),
      passkey({
        ...{ rpName: 'Libellus', rpID: passkeyHost(url), origin: trustedOrigins() },
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
        registration: { afterVerification: ({ verification }) => refuseUnverified(verification.registrationInfo) },
        authentication: { afterVerification: ({ verification }) => refuseUnverified(verification.authenticationInfo) },
      }),
      nextCookies(),
    ],
  });
}

/** By which of the library's doors somebody comes in. */
function cameBy(path: string | undefined): CameBy {
  if (path === '/passkey/verify-authentication') return 'passkey';
  if (path === '/callback/:id') return 'provider';
  return path?.startsWith('/two-factor/') ? 'code' : 'password';
}

/** The host that passkeys are for: a name, as WebAuthn knows no addresses of machines. */
export function passkeyHost(url: string): string {
  const { hostname } = new URL(url);
  return isIP(hostname.replace(/^\[|\]$/g, '')) ? 'localhost' : hostname;
}

/** A passkey stands for two factors, so its device has to have asked for the second. */
function refuseUnverified(info: { userVerified: boolean } | undefined): void {
  if (!info?.userVerified) throw new APIError('UNAUTHORIZED', { message: 'The device did not ask who holds it.' });
}

type Auth = ReturnType<typeof makeAuth>;
let made: Auth | undefined;

/** The library that keeps sessions, made when it is first asked for. */
export function auth(): Auth {
  made ??= makeAuth();
  return made;
}
