/**
 * Signing in through a provider (OpenID Connect Core 1.0, by code with PKCE), by the library's plugin. It is an instance of the library of
 * its own: one that asks the provider for its documents when it is made, and so may wait, while everybody else is let in.
 *
 * Nobody gets an account by this alone. Who has one comes in, if the provider vouches for their address; who was invited gets one. From
 * then on the provider's name for them (`sub`) says who it is, whatever their address becomes there.
 */
import { betterAuth } from 'better-auth';
import { APIError } from 'better-auth/api';
import { genericOAuth } from 'better-auth/plugins/generic-oauth';
import { and, eq, gt, isNull } from 'drizzle-orm';
import { config } from '../base/config';
import { database } from '../db/client';
import { account, invitations } from '../db/schema';
import { databaseTime } from '../db/time';
import { codes, markSession, shared } from './auth';

/** What the library calls the provider, and what its address here ends with. */
export const PROVIDER_ID = 'provider';

/** What people call the provider; undefined where there is none. */
export const providerName = (): string | undefined => config().provider?.name;

function make() {
  const { provider, url } = config();
  if (!provider) throw new Error('There is no provider.');
  const { issuer, clientId, clientSecret, trustsAddresses } = provider;
  const factor = codes();
  return betterAuth({
    ...shared(),
    onAPIError: { errorURL: `${url}/sign-in` },
    account: {
      accountLinking: { enabled: true, trustedProviders: trustsAddresses ? [PROVIDER_ID] : [] },
      updateAccountOnSignIn: false,
    },
    databaseHooks: {
      session: markSession,
      user: { create: { before: refuseUninvited } },
      // What the provider would let us do in somebody's name is not kept: nothing of it is needed.
      account: {
        create: {
          before: async (made) => {
            await refuseOther(made.userId);
            return { data: { ...made, accessToken: null, refreshToken: null, idToken: null } };
          },
        },
      },
    },
    plugins: [
      factor,
      // Whoever has set up a second factor here is asked for it: the provider stands for the password.
      {
        id: 'code-after-provider',
        hooks: {
          after: [{ matcher: ({ path }) => path === '/callback/:id', handler: factor.hooks.after[0]!.handler }],
        },
      },
      genericOAuth({
        config: [
          {
            ...{ providerId: PROVIDER_ID, clientId, ...(clientSecret && { clientSecret }) },
            discoveryUrl: `${issuer}/.well-known/openid-configuration`,
            scopes: ['openid', 'email', 'profile'],
            ...{ pkce: true, requireIdTokenVerification: true, disableImplicitSignUp: true },
          },
        ],
      }),
    ],
  });
}

const refuse = (code: string): never => {
  throw new APIError('FORBIDDEN', { code, message: code });
};

/** An address that somebody else was given at the provider opens nobody's account: one person is one there. */
async function refuseOther(userId: string): Promise<void> {
  if (await isLinked(userId)) refuse('is_somebody_else');
}

/** Who was not invited gets no account, nor does anybody at an address that the provider does not vouch for. */
async function refuseUninvited(made: { email: string; emailVerified: boolean }): Promise<void> {
  if (!made.emailVerified && !config().provider?.trustsAddresses) refuse('account_not_linked');
  const open = await database().$count(
    invitations,
    and(
      eq(invitations.email, made.email.toLowerCase()),
      isNull(invitations.overAt),
      gt(invitations.until, new Date(await databaseTime())),
    ),
  );
  if (open === 0) refuse('signup_disabled');
}

type Through = ReturnType<typeof make>;
let made: Through | undefined;

/** The library for the provider, made when it is first asked for. */
export function throughProvider(): Through {
  made ??= make();
  return made;
}

/** Makes the library for the provider anew at the next sign-in: what it heard of the provider was nothing, or is old. */
export function forgetProvider(): void {
  made = undefined;
}

/** Forgets who somebody is at the provider: they are linked anew when they come in next. */
export async function forgetAtProvider(userId: string): Promise<void> {
  await database()
    .delete(account)
    .where(and(eq(account.userId, userId), eq(account.providerId, PROVIDER_ID)));
}

/** Whether somebody came in through the provider before. */
export async function isLinked(userId: string): Promise<boolean> {
  const n = await database().$count(account, and(eq(account.userId, userId), eq(account.providerId, PROVIDER_ID)));
  return n > 0;
}
