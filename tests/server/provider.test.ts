/** Signing in through a provider (OpenID Connect): the stand-in speaks the standard; what it says and who it vouches for varies. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { eq } from 'drizzle-orm';
import type { Role } from '@/contract/policy';
import { accessOf } from '@/server/auth/access';
import { auth } from '@/server/auth/auth';
import { historyOf } from '@/server/auth/history';
import { joinAs, openInvitation } from '@/server/auth/invitations';
import { createUser, hasPassword, setPassword } from '@/server/auth/people';
import { forgetProvider, isLinked } from '@/server/auth/provider';
import { beginFactor, confirmFactor } from '@/server/auth/second-factor';
import { config, readConfig } from '@/server/base/config';
import { database } from '@/server/db/client';
import { account, passwordLinks, session, user } from '@/server/db/schema';
import { invite, loadColleagues, resetFactor } from '@/server/features/colleagues/colleagues';
import { askForPassword } from '@/server/features/colleagues/forgotten';
import { addMember } from '@/server/features/stores/stores';
import { codeAt } from '../totp';
import { Browser } from './browser';
import { SHOP, useDatabase } from './fixture';

useDatabase();

const PASSWORD = 'paper and a long thread';
let count = 0;

async function member(role: Role = 'owner'): Promise<{ id: string; name: string; email: string }> {
  count += 1;
  const [email, name] = [`staff${count}@quillwick.example`, `Person ${count}`];
  const { id } = await createUser({ name, email, password: PASSWORD });
  await addMember(database(), id, SHOP, role);
  return { id, name, email };
}

/** At the provider: says who one is, and follows to where the provider sends one back to. */
async function atProvider(url: string, form: Record<string, string>): Promise<string> {
  const jar = new Map<string, string>();
  let next = url;
  let body: URLSearchParams | undefined;
  for (let hop = 0; hop < 10; hop += 1) {
    const response = await fetch(next, {
      redirect: 'manual',
      headers: { cookie: [...jar].map(([name, value]) => `${name}=${value}`).join('; ') },
      ...(body && { method: 'POST', body }),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      jar.set(name, value);
    }
    const location = response.headers.get('location');
    if (location === null) {
      expect(await response.text()).toContain('It believes who you say you are');
      body = new URLSearchParams(form);
      continue;
    }
    body = undefined;
    next = new URL(location, next).href;
    if (next.startsWith(config().url)) return next;
  }
  throw new Error(`The provider never sent anybody back from ${next}.`);
}

const as = (email: string, verified = true): Record<string, string> => ({
  ...{ email, name: 'Somebody' },
  ...(verified && { verified: 'on' }),
});

/** Signs in through the provider in a browser; returns where one is sent in the end. */
async function through(browser: Browser, form: Record<string, string>, to = `/s/${SHOP}/today`): Promise<string> {
  const asked = await browser.ask('sign-in/provider', { to });
  expect(asked.status).toBe(200);
  return browser.comeBack(await atProvider(String(asked.body.url), form));
}

const said = async (): Promise<string> => (await historyOf(SHOP, undefined, 1))[0]!.words;

describe('signing in through a provider', () => {
  it('lets in who has an account at an address that the provider vouches for, and keeps nothing that opens the provider', async () => {
    const person = await member();
    const browser = new Browser();
    expect(await isLinked(person.id)).toBe(false);
    expect(await through(browser, as(person.email))).toBe(`${config().url}/s/${SHOP}/today`);
    expect(await browser.isIn()).toBe(person.email);
    expect(await said()).toContain(`${person.name} signed in through`);
    expect(await isLinked(person.id)).toBe(true);
    const rows = await database().select().from(account).where(eq(account.userId, person.id));
    expect(rows.find((r) => r.providerId === 'provider')).toMatchObject({
      ...{ accessToken: null, refreshToken: null, idToken: null },
    });
    expect(await database().select({ by: session.by }).from(session).where(eq(session.userId, person.id))).toEqual([
      { by: 'provider' },
    ]);
    // The browser is known from now on, so that guessing elsewhere does not hold it up.
    expect([...browser.jar.keys()].some((name) => name.startsWith('libellus.known'))).toBe(true);
    await through(browser, as(person.email));
    expect(await database().$count(account, eq(account.userId, person.id))).toBe(2);
  });

  it('asks for a second factor that somebody set up here', async () => {
    const person = await member();
    const first = new Browser();
    await first.ask('sign-in/email', { email: person.email, password: PASSWORD });
    const { key } = await beginFactor(person, { password: PASSWORD }, first.headers());
    await confirmFactor(person, codeAt(key), first.headers());
    const browser = new Browser();
    expect(await through(browser, as(person.email))).toBe(`${config().url}/sign-in?asks=code`);
    expect(await browser.isIn()).toBeUndefined();
    expect((await browser.ask('sign-in/code', { code: '000000' })).status).toBe(401);
    expect((await browser.ask('sign-in/code', { code: codeAt(key, Date.now() + 30_000) })).status).toBe(200);
    expect(await browser.isIn()).toBe(person.email);
  });

  it('lets nobody in at an address that it does not vouch for, and links nothing', async () => {
    const person = await member();
    const browser = new Browser();
    const where = new URL(await through(browser, as(person.email, false)));
    expect([where.pathname, where.searchParams.get('error')]).toEqual(['/sign-in', 'account_not_linked']);
    expect(where.searchParams.get('to')).toBe(`/s/${SHOP}/today`);
    expect(await browser.isIn()).toBeUndefined();
    expect(await isLinked(person.id)).toBe(false);
  });

  it('knows one person by one name there, letter by letter, until an owner resets it', async () => {
    const [person, other, owner] = [await member(), await member(), await member()];
    const sub = `qw-${Buffer.from(person.email).toString('base64url')}`;
    const row = { providerId: 'provider', createdAt: new Date(), updatedAt: new Date() };
    // Somebody whose name there differs in the size of a letter alone.
    const alike = [...sub].map((c) => (c === c.toLowerCase() ? c.toUpperCase() : c.toLowerCase())).join('');
    await database()
      .insert(account)
      .values([
        { ...row, id: 'alike', accountId: alike, userId: other.id },
        { ...row, id: 'before', accountId: 'qw-who-had-the-address-before', userId: person.id },
      ]);
    const browser = new Browser();
    const where = new URL(await through(browser, as(person.email)));
    expect(where.searchParams.get('error')).toBe('is_somebody_else');
    expect(await browser.isIn()).toBeUndefined();
    const access = await accessOf(owner, SHOP, 'colleague.edit');
    expect((await loadColleagues(access)).colleagues.find((c) => c.id === person.id)).toMatchObject({
      atProvider: true,
    });
    await resetFactor(access, { id: person.id });
    await through(browser, as(person.email));
    expect(await browser.isIn()).toBe(person.email);
  });

  it('makes nobody an account who was not invited', async () => {
    const before = await database().$count(user);
    const where = new URL(await through(new Browser(), as('stranger@elsewhere.example')));
    expect(where.searchParams.get('error')).toBe('signup_disabled');
    expect(await database().$count(user)).toBe(before);
  });

  it('says that somebody refused, and lets nobody in by what another browser began', async () => {
    const { email } = await member();
    const refused = new URL(await through(new Browser(), { refuse: '1' }));
    expect(refused.searchParams.get('error')).toBe('access_denied');
    const browser = new Browser();
    const asked = await browser.ask('sign-in/provider', { to: '/' });
    const back = await atProvider(String(asked.body.url), as(email));
    const other = new Browser();
    expect(new URL(await other.comeBack(back)).searchParams.get('error')).toMatch(/^(state|please_restart)/);
    expect(await other.isIn()).toBeUndefined();
  });

  it('takes a code once', async () => {
    const { email } = await member();
    const browser = new Browser();
    const asked = await browser.ask('sign-in/provider', { to: '/' });
    const back = await atProvider(String(asked.body.url), as(email));
    await browser.comeBack(back);
    expect(await browser.isIn()).toBe(email);
    const again = new Browser();
    for (const [name, value] of browser.jar) if (!name.includes('session')) again.jar.set(name, value);
    expect(new URL(await again.comeBack(back)).searchParams.get('error')).not.toBeNull();
    expect(await again.isIn()).toBeUndefined();
  });

  it('goes to this installation only, and is begun on its own pages', async () => {
    for (const to of ['https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example', 'today'])
      expect((await new Browser().ask('sign-in/provider', { to })).status).toBe(400);
  });

  it('makes who was invited an account without a password, once they take part', async () => {
    const owner = await member();
    const access = await accessOf(owner, SHOP, 'colleague.edit');
    const email = 'newcomer@quillwick.example';
    const { url } = await invite(access, { email, role: 'support' });
    const token = url.slice(url.lastIndexOf('/') + 1);
    const other = new Browser();
    const wrong = new URL(await through(other, as('stranger2@elsewhere.example'), `/join/${token}`));
    expect(wrong.searchParams.get('error')).toBe('signup_disabled');
    const unproven = new URL(await through(new Browser(), as(email, false), `/join/${token}`));
    expect(unproven.searchParams.get('error')).toBe('account_not_linked');
    expect(await openInvitation(token)).toMatchObject({ known: false });

    const browser = new Browser();
    expect(await through(browser, as(email), `/join/${token}`)).toBe(`${config().url}/join/${token}`);
    const found = await auth().api.getSession({ headers: browser.headers() });
    expect(found?.user).toMatchObject({ email, name: 'Somebody' });
    const person = { id: found!.user.id, name: found!.user.name, email };
    expect(await joinAs(person, token)).toEqual({ storeId: SHOP });
    expect(await hasPassword(person.id)).toBe(false);
    const inside = { ...person, session: { by: 'provider' as const, since: new Date() } };
    // Having signed in just now is their proof; a while ago is not.
    expect(await beginFactor(inside, {}, browser.headers())).toMatchObject({ key: expect.any(String) });
    const since = new Date(Date.now() - 3_600_000);
    await expect(beginFactor({ ...inside, session: { by: 'provider', since } }, {}, browser.headers())).rejects.toThrow(
      'Sign in once more',
    );

    // Who asks for a new password has none to forget.
    await (await askForPassword(email, '192.0.2.250')).work();
    expect(await database().$count(passwordLinks, eq(passwordLinks.userId, person.id))).toBe(0);
    // Where the provider is gone, a link sets the first.
    await setPassword(person.id, PASSWORD);
    expect(await hasPassword(person.id)).toBe(true);
    expect((await new Browser().ask('sign-in/email', { email, password: PASSWORD })).status).toBe(200);
  });

  it('that hangs or is down is said so, and holds up nobody who signs in otherwise', async () => {
    const silent = createServer(() => undefined);
    await new Promise<void>((resolve) => silent.listen(0, '127.0.0.1', resolve));
    const { port } = silent.address() as AddressInfo;
    const person = await member();
    const settings = config();
    const { provider } = settings;
    settings.provider = { ...provider!, issuer: `http://127.0.0.1:${port}` };
    forgetProvider();
    try {
      const connected = new Promise((resolve) => silent.once('connection', resolve));
      const asked = new Browser().ask('sign-in/provider', { to: '/' });
      await connected;
      const browser = new Browser();
      await browser.ask('sign-in/email', { email: person.email, password: PASSWORD });
      expect(await browser.isIn()).toBe(person.email);
      silent.closeAllConnections();
      silent.close();
      expect(await asked).toMatchObject({ status: 502, body: { message: expect.stringContaining('does not answer') } });
    } finally {
      settings.provider = provider;
    }
    const browser = new Browser();
    await through(browser, as(person.email));
    expect(await browser.isIn()).toBe(person.email);
  });

  it('is set as a whole or not at all', () => {
    const env = { DATABASE_URL: 'mysql://x', LIBELLUS_SECRET: 'x' } as unknown as NodeJS.ProcessEnv;
    expect(readConfig(env).provider).toBeUndefined();
    const half = { ...env, LIBELLUS_OIDC_ISSUER: 'https://id.quillwick.example/' };
    expect(() => readConfig(half)).toThrow('LIBELLUS_OIDC_CLIENT_ID');
    expect(readConfig({ ...half, LIBELLUS_OIDC_CLIENT_ID: 'libellus' }).provider).toEqual({
      ...{ issuer: 'https://id.quillwick.example', clientId: 'libellus', clientSecret: undefined },
      ...{ name: 'id.quillwick.example', trustsAddresses: false },
    });
    expect(() => readConfig({ ...half, LIBELLUS_OIDC_ISSUER: 'id.quillwick' })).toThrow('not an address');
  });
});
