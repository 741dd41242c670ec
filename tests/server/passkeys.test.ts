/** Passkeys: made, shown, refused where something is wrong, and two factors in one. */
import { eq } from 'drizzle-orm';
import type { Role } from '@/contract/policy';
import { accessOf, NEEDS_TWO_FACTORS, type Person } from '@/server/auth/access';
import { auth, passkeyHost } from '@/server/auth/auth';
import { forgetOldGuesses } from '@/server/auth/guard';
import { historyOf } from '@/server/auth/history';
import { addPasskey, beginPasskey, passkeysOf, removePasskey, renamePasskey } from '@/server/auth/passkeys';
import { createUser } from '@/server/auth/people';
import { config } from '@/server/base/config';
import { database } from '@/server/db/client';
import { passkey, session, stores, verification } from '@/server/db/schema';
import { loadColleagues, requireFactor, resetFactor } from '@/server/features/colleagues/colleagues';
import { loadHealth } from '@/server/features/stores/closing';
import { addMember } from '@/server/features/stores/stores';
import { Authenticator, type Manners } from './authenticator';
import { Browser } from './browser';
import { SHOP, useDatabase } from './fixture';

useDatabase();

const PASSWORD = 'paper and a long thread';
let count = 0;

interface Member extends Person {
  browser: Browser;
}

async function member(role: Role = 'owner'): Promise<Member> {
  count += 1;
  const [email, name] = [`passkey${count}@colleague-test.example`, `Person ${count}`];
  const { id } = await createUser({ name, email, password: PASSWORD });
  await addMember(database(), id, SHOP, role);
  const browser = new Browser();
  await browser.ask('sign-in/email', { email, password: PASSWORD });
  return { id, name, email, browser };
}

/** Makes a passkey of a device for somebody. */
async function add(person: Member, device: Authenticator, manners: Manners = {}): Promise<void> {
  const { browser } = person;
  // The challenge's cookie comes with the answer of an action; here, of the library itself.
  await beginPasskey(person, { password: PASSWORD }, browser.headers());
  const response = await auth().api.generatePasskeyRegistrationOptions({
    headers: browser.headers(),
    asResponse: true,
  });
  browser.keep(response);
  const made = device.make((await response.json()) as { challenge: string }, manners);
  await addPasskey(person, { name: `Device ${count}`, made }, browser.headers());
}

async function withPasskey(role?: Role): Promise<Member & { device: Authenticator }> {
  const person = await member(role);
  const device = new Authenticator(config().url);
  await add(person, device);
  return { ...person, device };
}

/** Shows a passkey in a browser that knows nobody yet. */
async function show(device: Authenticator, manners: Manners = {}, browser = new Browser()) {
  const { body } = await browser.ask('sign-in/passkey/challenge', {});
  const response = device.show(body as { challenge: string }, manners);
  return { browser, response, ...(await browser.ask('sign-in/passkey', { response })) };
}

/** Who is in, as a page is told. */
async function personIn(browser: Browser): Promise<Person> {
  const found = await auth().api.getSession({ headers: browser.headers() });
  const { user, session: own } = found!;
  return {
    ...{ id: user.id, name: user.name, email: user.email },
    session: { by: own.by as 'passkey', since: own.createdAt },
  };
}

const said = async (): Promise<string> => (await historyOf(SHOP, undefined, 1))[0]!.words;

afterEach(() => database().update(stores).set({ requiresTwoFactors: false }));

describe('a passkey', () => {
  it('is for a name, also where Libellus is opened by the address of a machine', () => {
    expect(passkeyHost('https://letters.quillwick.example')).toBe('letters.quillwick.example');
    expect(passkeyHost('http://127.0.0.1:4310')).toBe('localhost');
    expect(passkeyHost('http://[::1]:4310')).toBe('localhost');
  });

  it('is made after the password, and lets in without it; each use is kept', async () => {
    const person = await member();
    await expect(beginPasskey(person, { password: 'wrong' }, person.browser.headers())).rejects.toMatchObject({
      problems: [{ path: '/password' }],
    });
    const device = new Authenticator(config().url);
    await add(person, device);
    expect(await said()).toBe(`${person.name} made a passkey`);
    expect(await passkeysOf(person)).toEqual([
      { id: expect.any(String), name: `Device ${count}`, madeAt: expect.any(String) },
    ]);
    const { browser, status } = await show(device);
    expect(status).toBe(200);
    expect(await browser.isIn()).toBe(person.email);
    expect(await said()).toBe(`${person.name} signed in with a passkey (${person.email})`);
    expect((await passkeysOf(person))[0]).toHaveProperty('usedAt');
    const [own] = await database()
      .select()
      .from(session)
      .where(eq(session.userId, person.id))
      .orderBy(session.createdAt);
    expect(own).toMatchObject({ by: 'password' });
  });

  it.each<[string, Manners]>([
    ['its device did not ask who holds it', { verified: false }],
    ['it was shown to a page of another address', { origin: 'https://quillwick.elsewhere.example' }],
    ['it is for another host', { rpId: 'elsewhere.example' }],
    ['it answers to another challenge', { challenge: Buffer.from('an older one').toString('base64url') }],
  ])('lets nobody in where %s', async (_, manners) => {
    const { device, email } = await withPasskey();
    const { browser, status, body } = await show(device, manners);
    expect([status, body.message]).toEqual([401, expect.stringContaining('does not let you in')]);
    expect(await browser.isIn()).toBeUndefined();
    expect(await said()).toMatch(new RegExp(`fail.*${email}`));
  });

  it('is not kept where its device did not ask who holds it, or answers from elsewhere', async () => {
    const person = await member();
    for (const manners of [{ verified: false }, { origin: 'https://elsewhere.example' }]) {
      await expect(add(person, new Authenticator(config().url), manners)).rejects.toMatchObject({ code: 'invalid' });
    }
    expect(await passkeysOf(person)).toEqual([]);
  });

  it('answers once: the same answer lets nobody in again', async () => {
    const { device } = await withPasskey();
    const { browser, response } = await show(device);
    const again = await browser.ask('sign-in/passkey', { response });
    expect(again.status).toBe(401);
    const elsewhere = new Browser();
    await elsewhere.ask('sign-in/passkey/challenge', {});
    expect((await elsewhere.ask('sign-in/passkey', { response })).status).toBe(401);
    expect(await elsewhere.isIn()).toBeUndefined();
  });

  it('that nobody here has is told apart from one that does not hold', async () => {
    const { status, body } = await show(new Authenticator(config().url));
    expect([status, body.message]).toEqual([401, expect.stringContaining('does not know this passkey')]);
    const odd = await new Browser().ask('sign-in/passkey', { response: { id: 'x'.repeat(5000) } });
    expect(odd.status).toBe(400);
  });

  it('is asked for so often from one network, unless somebody comes in; what was never ended is forgotten', async () => {
    const { device } = await withPasskey();
    const browser = new Browser();
    const begun = (): Promise<number> => browser.ask('sign-in/passkey/challenge', {}).then((r) => r.status);
    for (let i = 0; i < 60; i += 1) expect(await begun()).toBe(200);
    expect((await show(device, {}, browser)).status).toBe(200);
    const answers: number[] = [];
    for (let i = 0; i < 103; i += 1) answers.push(await begun());
    expect(answers.indexOf(429)).toBeGreaterThan(98);
    const left = await database().$count(verification);
    expect(left).toBeGreaterThan(100);
    await database()
      .update(verification)
      .set({ expiresAt: new Date(Date.now() - 60_000) });
    await forgetOldGuesses();
    expect(await database().$count(verification)).toBe(0);
  });

  it('lets in whom it belongs to, whoever is signed in in this browser', async () => {
    const [one, other] = [await withPasskey(), await member()];
    const { status } = await show(one.device, {}, other.browser);
    expect(status).toBe(200);
    expect(await other.browser.isIn()).toBe(one.email);
  });

  it('is called and removed by whom it belongs to alone', async () => {
    const [one, other] = [await withPasskey(), await member()];
    const { id } = (await passkeysOf(one))[0]!;
    await expect(renamePasskey(other, { id, name: 'Mine' })).rejects.toMatchObject({ code: 'not-found' });
    await expect(removePasskey(other, id, { password: PASSWORD })).rejects.toMatchObject({ code: 'not-found' });
    await renamePasskey(one, { id, name: '  The key at my ring ' });
    expect((await passkeysOf(one))[0]).toMatchObject({ name: 'The key at my ring' });
    await expect(removePasskey(one, id, {})).rejects.toMatchObject({ code: 'invalid' });
    await removePasskey(one, id, { password: PASSWORD });
    expect((await show(one.device)).status).toBe(401);
  });

  it('is two factors in one for a store that asks for them; a password of the same person is not', async () => {
    const { device, browser: byPassword } = await withPasskey();
    await database().update(stores).set({ requiresTwoFactors: true }).where(eq(stores.id, SHOP));
    await expect(accessOf(await personIn(byPassword), SHOP, 'store.read')).rejects.toMatchObject({
      detail: NEEDS_TWO_FACTORS,
    });
    const { browser } = await show(device);
    const inside = await personIn(browser);
    expect(await accessOf(inside, SHOP, 'store.read')).toMatchObject({ role: 'owner' });
    expect((await loadHealth(inside)).map((s) => s.id)).toEqual([SHOP]);
    expect(await loadHealth(await personIn(byPassword))).toEqual([]);
  });

  it('lets an owner ask everybody for two factors, and is forgotten when another owner resets them', async () => {
    const { device, ...one } = await withPasskey();
    const other = await member();
    const [asOne, asOther] = await Promise.all([
      accessOf(await personIn(one.browser), SHOP, 'colleague.edit'),
      accessOf(other, SHOP, 'colleague.edit'),
    ]);
    await expect(requireFactor(asOne, { required: true })).rejects.toMatchObject({ code: 'conflict' });
    const inside = await personIn((await show(device)).browser);
    const access = await accessOf(inside, SHOP, 'colleague.edit');
    expect(await loadColleagues(access)).toMatchObject({ mayRequire: true });
    await requireFactor(access, { required: true });
    await database().update(stores).set({ requiresTwoFactors: false });
    expect((await loadColleagues(asOther)).colleagues.find((c) => c.id === one.id)).toMatchObject({
      passkey: true,
      twoFactors: false,
    });
    await resetFactor(asOther, { id: one.id });
    expect(await database().$count(passkey, eq(passkey.userId, one.id))).toBe(0);
    expect((await show(device)).status).toBe(401);
  });
});
