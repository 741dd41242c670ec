/** A second factor: set up, asked for at sign-in, lost, required by a store, and kept through another secret. */
import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { accessOf, NEEDS_TWO_FACTORS, type Person } from '@/server/auth/access';
import { historyOf } from '@/server/auth/history';
import { createUser, setPassword } from '@/server/auth/people';
import { beginFactor, confirmFactor, endFactor, factorOf, renewRecoveryCodes } from '@/server/auth/second-factor';
import { config } from '@/server/base/config';
import { database } from '@/server/db/client';
import { memberships, session, stores, twoFactor, user } from '@/server/db/schema';
import { loadColleagues, requireFactor, resetFactor } from '@/server/features/colleagues/colleagues';
import { addMember, createStore } from '@/server/features/stores/stores';
import { changeSecretTo, giveUpSealed } from '@/server/operations/secret-change';
import { DEFAULT_LOOK } from '@/core/look';
import { STORE } from '@/core/testing';
import type { Role } from '@/contract/policy';
import { codeAt } from '../totp';
import { Browser } from './browser';
import { SHOP, useDatabase } from './fixture';

useDatabase();

const PASSWORD = 'paper and a long thread';
let count = 0;
/** Half minutes that the phone's clock is ahead: each code is used once only. */
let ahead = 0;
const nextCode = (key: string): string => {
  ahead = ahead === 1 ? -1 : ahead + 1;
  return codeAt(key, Date.now() + ahead * 30_000);
};

interface Member extends Person {
  browser: Browser;
}

async function member(role: Role = 'owner', store = SHOP): Promise<Member> {
  count += 1;
  const email = `factor${count}@colleague-test.example`;
  const { id } = await createUser({ name: `Person ${count}`, email, password: PASSWORD });
  await addMember(database(), id, store, role);
  const browser = new Browser();
  expect(await browser.ask('sign-in/email', { email, password: PASSWORD })).toMatchObject({ body: { ok: true } });
  return { id, name: `Person ${count}`, email, browser };
}
async function withFactor(role: Role = 'owner'): Promise<Member & { key: string; recoveryCodes: string[] }> {
  const person = await member(role);
  const { key, recoveryCodes } = await beginFactor(person, { password: PASSWORD }, person.browser.headers());
  await confirmFactor(person, codeAt(key), person.browser.headers());
  return { ...person, key, recoveryCodes };
}
const asked = async (email: string): Promise<Browser> => {
  const browser = new Browser();
  expect(await browser.ask('sign-in/email', { email, password: PASSWORD })).toMatchObject({
    status: 200,
    body: { ok: true, asks: 'code' },
  });
  expect(await browser.isIn()).toBeUndefined();
  return browser;
};
const said = async (): Promise<string[]> => (await historyOf(SHOP, undefined, 4)).map((h) => h.words);

afterEach(() => database().update(stores).set({ requiresTwoFactors: false }));

describe('a second factor', () => {
  it('is on once a code of it was entered, and not before; elsewhere one is signed out', async () => {
    const person = await member();
    const elsewhere = new Browser();
    await elsewhere.ask('sign-in/email', { email: person.email, password: PASSWORD });
    const refused = beginFactor(person, { password: 'not the password' }, person.browser.headers());
    await expect(refused).rejects.toMatchObject({ problems: [{ path: '/password' }] });
    const { key, picture, recoveryCodes } = await beginFactor(person, { password: PASSWORD }, person.browser.headers());
    expect(key).toMatch(/^([A-Z2-7]{4} ?)+[A-Z2-7]*$/);
    expect(picture).toMatch(/^data:image\/png;base64,/);
    expect(new Set(recoveryCodes).size).toBe(10);
    expect(await factorOf(person)).toMatchObject({ on: false });
    await expect(confirmFactor(person, '000000', person.browser.headers())).rejects.toMatchObject({
      problems: [{ path: '/code', message: expect.stringContaining('clock of the phone') }],
    });
    const late = new Browser();
    expect((await late.ask('sign-in/email', { email: person.email, password: PASSWORD })).body).not.toHaveProperty(
      'asks',
    );
    const spaced = codeAt(key).replace(/(...)/, '$1 ');
    await confirmFactor(person, spaced, person.browser.headers());
    expect(await factorOf(person)).toEqual({ on: true, codesLeft: 10, requiredBy: [], hasPassword: true });
    expect([await elsewhere.isIn(), await late.isIn()]).toEqual([undefined, undefined]);
    expect(await database().$count(session, eq(session.userId, person.id))).toBe(1);
    expect((await said())[0]).toBe(`${person.name} set up a second factor`);
    await expect(beginFactor(person, { password: PASSWORD }, person.browser.headers())).rejects.toMatchObject({
      code: 'conflict',
    });
  });

  it('is asked for after the password, and lets in once by each code', async () => {
    const { email, name, key } = await withFactor();
    const browser = await asked(email);
    const wrong = await browser.ask('sign-in/code', { code: '000000' });
    expect(wrong).toMatchObject({ status: 401, body: { message: expect.stringContaining('not right') } });
    expect((await said())[0]).toBe(`${name} gave a wrong code when signing in (${email})`);
    const code = nextCode(key);
    expect(await browser.ask('sign-in/code', { code })).toMatchObject({ status: 200, body: { ok: true } });
    expect(await browser.isIn()).toBe(email);
    expect((await said())[0]).toBe(`${name} signed in (${email})`);
    const other = await asked(email);
    expect(await other.ask('sign-in/code', { code })).toMatchObject({
      status: 401,
      body: { message: 'This code was used already. Wait for the next one.' },
    });
    const [one, two] = [await asked(email), await asked(email)];
    const next = nextCode(key);
    const both = await Promise.all([one, two].map((b) => b.ask('sign-in/code', { code: next })));
    expect(both.map((b) => b.status).toSorted()).toEqual([200, 401]);
  });

  it('is of who was asked, whoever else is signed in in that browser', async () => {
    const [first, second] = [await withFactor(), await withFactor()];
    const browser = await asked(first.email);
    for (const [name, value] of second.browser.jar) if (!browser.jar.has(name)) browser.jar.set(name, value);
    expect((await browser.ask('sign-in/code', { code: nextCode(second.key) })).status).toBe(401);
    expect((await browser.ask('sign-in/code', { code: nextCode(first.key) })).status).toBe(200);
  });

  it('is locked for a while after wrong codes, and a question is over in time', async () => {
    const { email, key } = await withFactor();
    const browser = await asked(email);
    const answers: number[] = [];
    for (let i = 0; i < 12; i += 1)
      answers.push((await browser.ask('sign-in/code', { code: String(100000 + i) })).status);
    expect(answers.slice(0, 5)).toEqual([401, 401, 401, 401, 401]);
    expect(answers.at(-1)).not.toBe(200);
    expect((await browser.ask('sign-in/code', { code: nextCode(key) })).status).not.toBe(200);
    expect(await new Browser().ask('sign-in/code', { code: nextCode(key) })).toMatchObject({
      status: 410,
      body: { message: 'This took too long, or too many codes were wrong. Sign in again.' },
    });
    expect(await browser.ask('sign-in/code', {})).toMatchObject({ status: 400 });
  });

  it('is stood in for by a recovery code, once each; new ones replace them', async () => {
    const person = await withFactor();
    const { email, name, recoveryCodes } = person;
    const [code] = recoveryCodes;
    const browser = await asked(email);
    expect((await browser.ask('sign-in/code', { code, recovery: true })).status).toBe(200);
    expect((await said()).slice(0, 2)).toContain(`${name} came in by a recovery code`);
    expect((await factorOf(person)).codesLeft).toBe(9);
    const again = await asked(email);
    expect((await again.ask('sign-in/code', { code, recovery: true })).status).toBe(401);
    const fresh = await renewRecoveryCodes(person, { password: PASSWORD }, browser.headers());
    expect((await factorOf(person)).codesLeft).toBe(10);
    const other = await asked(email);
    expect((await other.ask('sign-in/code', { code: recoveryCodes[1], recovery: true })).status).toBe(401);
    expect((await other.ask('sign-in/code', { code: fresh[0], recovery: true })).status).toBe(200);
  });

  it('is not asked for in a browser that is trusted, until the password changes', async () => {
    const { id, email, key } = await withFactor();
    const browser = await asked(email);
    expect((await browser.ask('sign-in/code', { code: nextCode(key), trust: true })).status).toBe(200);
    expect((await browser.ask('sign-in/email', { email, password: PASSWORD })).body).not.toHaveProperty('asks');
    await setPassword(id, PASSWORD);
    expect((await browser.ask('sign-in/email', { email, password: PASSWORD })).body).toMatchObject({ asks: 'code' });
  });

  it('is turned off by its owner with the password, but not where a store asks for it', async () => {
    const person = await withFactor();
    const access = await accessOf(person, SHOP, 'colleague.edit');
    await requireFactor(access, { required: true });
    await expect(endFactor(person, { password: PASSWORD })).rejects.toMatchObject({ code: 'forbidden' });
    await requireFactor(await accessOf(person, SHOP, 'colleague.edit'), { required: false });
    await expect(endFactor(person, { password: 'wrong' })).rejects.toMatchObject({ code: 'invalid' });
    await endFactor(person, { password: PASSWORD });
    expect(await factorOf(person)).toMatchObject({ on: false });
    const browser = new Browser();
    expect((await browser.ask('sign-in/email', { email: person.email, password: PASSWORD })).body).toEqual({
      ok: true,
    });
  });
});

describe('a store that asks for it', () => {
  it('lets nobody in without, and says where to set one up; who asks for it has one', async () => {
    const viewer = await member('viewer');
    const bare = await member();
    await expect(requireFactor(await accessOf(bare, SHOP, 'colleague.edit'), { required: true })).rejects.toMatchObject(
      { code: 'conflict', message: expect.stringContaining('your own second factor') },
    );
    const owner = await withFactor();
    const access = await accessOf(owner, SHOP, 'colleague.edit');
    await requireFactor(access, { required: true });
    expect(await loadColleagues(await accessOf(owner, SHOP, 'store.read'))).toMatchObject({
      required: true,
      colleagues: expect.arrayContaining([
        expect.objectContaining({ id: owner.id, twoFactors: true }),
        expect.objectContaining({ id: viewer.id, twoFactors: false }),
      ]),
    });
    await expect(accessOf(viewer, SHOP, 'store.read')).rejects.toMatchObject({
      code: 'forbidden',
      detail: NEEDS_TWO_FACTORS,
    });
    expect((await factorOf(viewer)).requiredBy).toEqual(['Quillwick']);
    const { key } = await beginFactor(viewer, { password: PASSWORD }, viewer.browser.headers());
    await confirmFactor(viewer, codeAt(key), viewer.browser.headers());
    expect(await accessOf(viewer, SHOP, 'store.read')).toMatchObject({ role: 'viewer' });
  });

  it('has owners who reset the factor of who lost it, but not of who works for others as well', async () => {
    const owner = await withFactor();
    const lost = await withFactor('designer');
    const access = await accessOf(owner, SHOP, 'colleague.edit');
    await expect(resetFactor(access, { id: owner.id })).rejects.toMatchObject({ code: 'forbidden' });
    await resetFactor(access, { id: lost.id });
    expect(await factorOf(lost)).toMatchObject({ on: false });
    expect(await lost.browser.isIn()).toBeUndefined();
    expect((await said())[0]).toBe(`${owner.name} reset how ${lost.name} signs in`);

    const settings = { language: 'en', languages: ['en'], locales: {}, currency: 'EUR', timeZone: 'UTC' };
    await createStore(
      database(),
      { id: 'elsewhere', name: 'Elsewhere', ...settings, facts: STORE, look: DEFAULT_LOOK },
      [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
    );
    const shared = await withFactor('viewer');
    await addMember(database(), shared.id, 'elsewhere', 'owner');
    await expect(resetFactor(access, { id: shared.id })).rejects.toMatchObject({
      code: 'forbidden',
      message: expect.stringContaining('works in a store of which you are no owner'),
    });
    await database().delete(memberships).where(eq(memberships.storeId, 'elsewhere'));
  });
});

describe('another secret', () => {
  it('keeps second factors and recovery codes; one that is lost gives them up', async () => {
    const before = config().secret;
    const { email, key, recoveryCodes } = await withFactor();
    try {
      const next = randomBytes(32).toString('base64');
      await changeSecretTo(next, before);
      // Processes that begin with the new secret.
      process.env.LIBELLUS_SECRET = next;
      jest.resetModules();
      const anew = await import('@/server/auth/sign-in');
      const ask = async (path: string, body: unknown, cookie = ''): Promise<Response> =>
        (path === 'sign-in/email' ? anew.signIn : anew.giveCode)(
          new Request(`${config().url}/api/auth/${path}`, {
            method: 'POST',
            headers: { 'content-type': 'application/json', cookie },
            body: JSON.stringify(body),
          }),
        );
      const cookiesOf = (response: Response): string =>
        response.headers
          .getSetCookie()
          .map((c) => c.split(';')[0])
          .join('; ');
      // Read off when it is asked for: what goes before may take longer than a code holds.
      for (const given of [() => ({ code: nextCode(key) }), () => ({ code: recoveryCodes[3], recovery: true })]) {
        const first = await ask('sign-in/email', { email, password: PASSWORD });
        expect(await first.clone().json()).toMatchObject({ asks: 'code' });
        expect((await ask('sign-in/code', given(), cookiesOf(first))).status).toBe(200);
      }
    } finally {
      process.env.LIBELLUS_SECRET = before;
    }
    await giveUpSealed(before);
    expect(await database().$count(twoFactor)).toBe(0);
    expect(await database().$count(user, eq(user.twoFactorEnabled, true))).toBe(0);
  });
});
