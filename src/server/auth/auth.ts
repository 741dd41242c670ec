/** Sign-in: better-auth with its sessions and rate limits in the database, passwords hashed with scrypt. */
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { config } from '../config';
import { database } from '../db/client';
import * as schema from '../db/schema';

function makeAuth() {
  const { url, secret } = config();
  const port = new URL(url).port;
  return betterAuth({
    baseURL: url,
    secret,
    trustedOrigins: [url, `http://localhost:${port}`, `http://127.0.0.1:${port}`],
    database: drizzleAdapter(database(), { provider: 'mysql', schema }),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 200,
      customRules: { '/sign-in/email': { window: 60, max: 10 } },
    },
    advanced: { cookiePrefix: 'libellus', useSecureCookies: url.startsWith('https:') },
    telemetry: { enabled: false },
    plugins: [nextCookies()],
  });
}

type Auth = ReturnType<typeof makeAuth>;
let made: Auth | undefined;

export function auth(): Auth {
  made ??= makeAuth();
  return made;
}
