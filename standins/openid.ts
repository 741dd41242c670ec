/**
 * The stand-in provider of OpenID Connect: the sign-in that Quillwick's people have for everything. It is a certified implementation of
 * the standard with a page that believes who one says one is, and can be told to vouch for an address or not.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type Provider from 'oidc-provider';
import { COLLEAGUES } from '../demo/quillwick';
import { answer, escapeHtml, formOf, page, sameOrigin } from './pages';
import { OPENID_CLIENT } from './scenery';

const port = Number(process.env.STANDIN_OPENID_PORT);
const issuer = `http://127.0.0.1:${port}`;

interface Somebody {
  email: string;
  name: string;
  /** The provider vouches for the address. */
  verified: boolean;
}

/** Who signed in, by what the provider calls them. */
const known = new Map<string, Somebody>();

/** What the provider calls somebody: the same for the same address, and none of its letters. */
const subjectOf = (email: string): string => `qw-${Buffer.from(email.toLowerCase()).toString('base64url')}`;

/** Made when it is first asked for: most who look at the demo never do. */
async function make(): Promise<Provider> {
  const [{ default: OpenIdProvider }, { exportJWK, generateKeyPair }] = await Promise.all([
    import('oidc-provider'),
    import('jose'),
  ]);
  const { privateKey } = await generateKeyPair('RS256', { extractable: true });
  return new OpenIdProvider(issuer, {
    clients: [
      {
        ...{ client_id: OPENID_CLIENT.id, client_secret: OPENID_CLIENT.secret },
        redirect_uris: [`${process.env.LIBELLUS_URL}/api/auth/callback/provider`],
        token_endpoint_auth_method: 'client_secret_post',
      },
    ],
    jwks: { keys: [{ ...(await exportJWK(privateKey)), use: 'sig', alg: 'RS256' }] },
    cookies: { keys: ['quillwick'] },
    claims: { email: ['email', 'email_verified'], profile: ['name'] },
    features: { devInteractions: { enabled: false } },
    interactions: { url: (_, { uid }) => `/sign-in/${uid}` },
    findAccount: (_, sub) => {
      const who = known.get(sub);
      if (!who) return undefined;
      const { email, name, verified } = who;
      return { accountId: sub, claims: () => ({ sub, email, email_verified: verified, name }) };
    },
    // Its own programs need nobody's consent.
    loadExistingGrant: async ({ oidc }) => {
      const grant = new oidc.provider.Grant({
        ...(oidc.client && { clientId: oidc.client.clientId }),
        ...(oidc.session?.accountId && { accountId: oidc.session.accountId }),
      });
      grant.addOIDCScope('openid email profile');
      await grant.save();
      return grant;
    },
    ttl: { Session: 600, Interaction: 600, Grant: 600, AccessToken: 600, IdToken: 600 },
    renderError: (ctx, out) => {
      ctx.type = 'html';
      ctx.body = page('Quillwick staff', `<p role="alert">${escapeHtml(out.error_description ?? out.error)}</p>`);
    },
  });
}

let made: Promise<Provider> | undefined;

function signInPage(uid: string): string {
  const staff = COLLEAGUES.map(
    ({ name, email }) =>
      `<li><form method="post" action="/sign-in/${uid}"><input type="hidden" name="email" value="${email}"><input type="hidden" name="name" value="${escapeHtml(name)}"><input type="hidden" name="verified" value="on"><button>${escapeHtml(name)}</button></form></li>`,
  ).join('');
  return page(
    'Quillwick staff',
    `<p>Stand-in for the sign-in of an organisation. It believes who you say you are.</p><ul>${staff}</ul>
<form method="post" action="/sign-in/${uid}"><p><label>Another address <input name="email" type="email" required></label> <label>Name <input name="name" value="Somebody"></label> <label><input type="checkbox" name="verified" checked> vouch for the address</label> <button>Sign in</button></p></form>
<form method="post" action="/sign-in/${uid}"><button name="refuse" value="1">Refuse</button></form>`,
  );
}

async function signIn(provider: Provider, uid: string, request: IncomingMessage, response: ServerResponse) {
  if (request.method === 'GET') return answer(response, 200, 'text/html; charset=utf-8', signInPage(uid));
  if (!sameOrigin(request)) return answer(response, 403, 'text/plain', 'Only from this page.');
  const form = await formOf(request);
  if (form.get('refuse')) {
    return provider.interactionFinished(request, response, {
      error: 'access_denied',
      error_description: 'You refused.',
    });
  }
  const email = (form.get('email') ?? '').trim();
  const sub = subjectOf(email);
  known.set(sub, { email, name: form.get('name') ?? '', verified: form.get('verified') === 'on' });
  return provider.interactionFinished(request, response, { login: { accountId: sub } });
}

async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  made ??= make();
  const provider = await made;
  const uid = /^\/sign-in\/([\w-]+)$/.exec(request.url ?? '')?.[1];
  if (uid) return signIn(provider, uid, request, response);
  await provider.callback()(request, response);
}

const server = createServer((request, response) => {
  handle(request, response).catch((error: Error) =>
    answer(
      response,
      400,
      'text/html; charset=utf-8',
      page('Quillwick staff', `<p role="alert">${escapeHtml(error.message)}</p>`),
    ),
  );
});
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
