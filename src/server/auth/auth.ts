/** Sign-in: better-auth with its sessions in the database, passwords hashed with scrypt. */
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { TRUSTED_DAYS } from '@/contract/second-factor';
import { config } from '../base/config';
import { database } from '../db/client';
import * as schema from '../db/schema';

/** Where pages of this installation come from. */
export function trustedOrigins(): string[] {
  const { url } = config();
  const { port, origin } = new URL(url);
  return [origin, `http://localhost:${port}`, `http://127.0.0.1:${port}`];
}

function makeAuth() {
  const { url, secret } = config();
  return betterAuth({
    baseURL: url,
    secret,
    trustedOrigins: trustedOrigins(),
    database: drizzleAdapter(database(), { provider: 'mysql', schema }),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    // Guessing is counted in `guard.ts`, by account and network; nothing else of the library can be asked for.
    rateLimit: { enabled: false },
    advanced: { cookiePrefix: 'libellus', useSecureCookies: url.startsWith('https:') },
    telemetry: { enabled: false },
    logger: { level: 'error' },
    plugins: [twoFactor({ issuer: 'Libellus', trustDeviceMaxAge: TRUSTED_DAYS * 86_400 }), nextCookies()],
  });
}

type Auth = ReturnType<typeof makeAuth>;
let made: Auth | undefined;

/** The library that keeps sessions, made when it is first asked for. */
export function auth(): Auth {
  made ??= makeAuth();
  return made;
}
