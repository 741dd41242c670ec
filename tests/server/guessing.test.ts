/** Guessing passwords and codes is slow, whoever the guesser says to be, and locks nobody out. */
import { desc, eq } from 'drizzle-orm';
import { hasSession } from '@/server/web/door';
import { addressList, clientAddress, networkOf } from '@/server/net/addresses';
import { beginTry, waitAfter } from '@/server/auth/guard';
import { ADDRESS_HEADER } from '@/server/net/addresses';
import { database } from '@/server/db/client';
import { guesses, history, session, user } from '@/server/db/schema';
import { historyOf } from '@/server/auth/history';
import { createUser } from '@/server/auth/people';
import { addMember, setUpFirst } from '@/server/features/stores/stores';
import { config } from '@/server/base/config';
import { SHOP, useDatabase } from './fixture';

useDatabase();

const EMAIL = 'tom@quillwick.example';
const PASSWORD = 'paper-and-thread';
const JSON_TYPE = { 'content-type': 'application/json' };

const post = async (path: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> => {
  const { POST } = await import('@/app/api/auth/[...all]/route');
  return POST(
    new Request(`${config().url}/api/auth${path}`, {
      method: 'POST',
      headers: { ...JSON_TYPE, ...headers },
      body: JSON.stringify(body),
    }),
  );
};
const signIn = (password: string, from: string, cookie = '', email = EMAIL): Promise<Response> =>
  post('/sign-in/email', { email, password }, { [ADDRESS_HEADER]: from, ...(cookie && { cookie }) });

beforeAll(async () => {
  const { id } = await createUser({ name: 'Tom Vale', email: EMAIL, password: PASSWORD });
  await addMember(database(), id, SHOP, 'viewer');
});
beforeEach(() => database().delete(guesses));

describe('signing in', () => {
  it('waits longer and longer after failures, from whatever addresses they come', async () => {
    const answers: number[] = [];
    for (let i = 0; i < 12; i += 1) answers.push((await signIn('wrong', `192.0.2.${i}`)).status);
    expect(answers.slice(0, 8)).toEqual(Array(8).fill(401));
    expect(answers.slice(8)).toContain(429);
    const refused = await signIn(PASSWORD, '198.51.100.7');
    expect(refused.status).toBe(429);
    expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(0);
    expect(((await refused.json()) as { message: string }).message).toMatch(/^Too many tries failed\. Wait /);
    expect([8, 9, 10, 30].map((n) => waitAfter(n, 8))).toEqual([1, 2, 4, 900]);
  });

  it('counts many at once each by itself', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, (_, i) => signIn('wrong', `192.0.2.${i}`)));
    expect(answers.filter((a) => a.status === 401).length).toBeLessThanOrEqual(9);
  });

  it('lets the rightful owner in from a browser that signed in before, whatever others tried', async () => {
    const first = await signIn(PASSWORD, '203.0.113.5');
    expect(first.status).toBe(200);
    const known = first.headers
      .getSetCookie()
      .find((c) => c.startsWith('libellus.known'))!
      .split(';')[0]!;
    for (let i = 0; i < 40; i += 1) await signIn('wrong', `192.0.2.${i % 3}`);
    // The account, which has failed most, waits for longer than a slow machine takes over the rest of this.
    const [account] = await database().select().from(guesses).orderBy(desc(guesses.failures)).limit(1);
    expect(account!.failures).toBeGreaterThanOrEqual(8);
    await database()
      .update(guesses)
      .set({ waitUntil: new Date(account!.waitUntil.getTime() + 600_000) })
      .where(eq(guesses.key, account!.key));
    expect((await signIn(PASSWORD, '203.0.113.5')).status).toBe(429);
    expect((await signIn(PASSWORD, '192.0.2.1', known)).status).toBe(200);
    // The mark is of this account, and cannot be made up.
    expect((await signIn(PASSWORD, '192.0.2.9', `${known.slice(0, -4)}AAAA`)).status).toBe(429);
  });

  it('slows a network that guesses at many accounts', async () => {
    const answers: number[] = [];
    for (let i = 0; i < 34; i += 1) {
      answers.push((await signIn('wrong', `2001:db8:1:2:${i}::1`, '', `person${i}@quillwick.example`)).status);
    }
    expect(answers.slice(0, 30)).toEqual(Array(30).fill(401));
    expect(answers.slice(30)).toContain(429);
    expect((await signIn('wrong', '2001:db8:9:9::1', '', 'other@quillwick.example')).status).toBe(401);
  });

  it('gives the token to the browser alone, and has no other door', async () => {
    const answer = await signIn(PASSWORD, '203.0.113.9');
    expect(await answer.json()).toEqual({ ok: true });
    const cookie = answer.headers.getSetCookie().find((c) => c.includes('session_token'))!;
    expect(cookie).toMatch(/HttpOnly/i);
    expect(hasSession(cookie.split(';')[0]!, config().secret)).toBe(true);
    expect(hasSession(cookie.split(';')[0]!.slice(0, -8), config().secret)).toBe(false);
    for (const path of ['/list-sessions', '/update-user', '/change-email', '/get-session', '/sign-up/email']) {
      expect((await post(path, { name: 'Marta' }, { cookie: cookie.split(';')[0]! })).status).toBe(404);
    }
    const open = await database().select().from(session);
    expect(open.length).toBeGreaterThan(0);
  });

  it('is refused from the page of another site', async () => {
    const answer = await post(
      '/sign-in/email',
      { email: EMAIL, password: PASSWORD },
      { origin: 'https://evil.example' },
    );
    expect(answer.status).toBe(403);
  });

  it('stands in the history, failed or not, under who it is and not under what they call themselves', async () => {
    await database().delete(history);
    await signIn('wrong', '203.0.113.1');
    await signIn(PASSWORD, '203.0.113.1');
    await database().update(user).set({ name: 'Marta Oyelaran' }).where(eq(user.email, EMAIL));
    const [newest, before] = await historyOf(SHOP);
    expect([before!.words, newest!.words]).toEqual([
      `Marta Oyelaran failed to sign in (${EMAIL})`,
      `Marta Oyelaran signed in (${EMAIL})`,
    ]);
    const [tom] = await database().select().from(user).where(eq(user.email, EMAIL));
    expect(newest!.userId).toBe(tom!.id);
    await database().update(user).set({ name: 'Tom Vale' }).where(eq(user.email, EMAIL));
    expect((await historyOf(SHOP))[0]!.words).toBe(`Tom Vale signed in (${EMAIL})`);
  });
});

describe('codes of the first set-up', () => {
  it('are guessed more slowly with each that was wrong, and others are not held up', async () => {
    const input = {
      code: 'wrong',
      store: 'S',
      url: 'https://s.example',
      storeEmail: 'a@s.example',
      language: 'en',
      currency: 'EUR',
      timeZone: 'UTC',
      name: 'A',
      email: 'a@s.example',
      password: 'long enough it is',
    };
    const words: string[] = [];
    for (let i = 0; i < 8; i += 1) {
      words.push(
        await setUpFirst(input, '192.0.2.1').then(
          () => '',
          (e: Error) => e.message,
        ),
      );
    }
    expect(words.slice(0, 5)).toEqual(Array(5).fill('The set-up code is not the one that was printed.'));
    expect(words.at(-1)).toMatch(/^Too many wrong codes/);
    await expect(setUpFirst(input, '192.0.2.2')).rejects.toThrow('not the one that was printed');
  });
});

describe('who asks', () => {
  const none = addressList([]);
  const proxies = addressList(['10.0.0.0/8', '2001:db8::/32']);

  it('is who connects, whatever a header says', () => {
    expect(clientAddress('192.0.2.1', '203.0.113.9', none)).toBe('192.0.2.1');
    expect(clientAddress('192.0.2.1', '203.0.113.9', proxies)).toBe('192.0.2.1');
  });

  it('is who a trusted proxy names, and not what was written before that', () => {
    expect(clientAddress('10.0.0.1', '203.0.113.9', proxies)).toBe('203.0.113.9');
    expect(clientAddress('::ffff:10.0.0.1', '1.1.1.1, 203.0.113.9, 10.0.0.7', proxies)).toBe('203.0.113.9');
    expect(clientAddress('10.0.0.1', 'nonsense', proxies)).toBe('10.0.0.1');
  });

  it('is counted by the /64 that one customer of a provider has', () => {
    expect(networkOf('2001:db8:1:2:aaaa::1')).toBe(networkOf('2001:0db8:0001:0002:bbbb:cccc::'));
    expect(networkOf('2001:db8:1:3::1')).not.toBe(networkOf('2001:db8:1:2::1'));
    expect(networkOf('::ffff:192.0.2.7')).toBe('192.0.2.7');
  });
});

it('is counted in the database, so that more web processes are not more tries', async () => {
  const counter = { of: 'account somebody', free: 1 };
  expect(await beginTry([counter])).toBe(0);
  const wait = await beginTry([counter]);
  expect(wait).toBe(1);
});

describe('the language one reads', () => {
  const choose = (language: unknown, headers: Record<string, string> = {}) => post('/language', { language }, headers);
  const set = (response: Response): string => response.headers.getSetCookie().find((c) => c.includes('language')) ?? '';

  it('is theirs in any browser that they sign in with', async () => {
    const first = await signIn(PASSWORD, '203.0.113.9');
    expect(set(first)).toBe('');
    const cookie = first.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
    expect(set(await choose('de', { cookie }))).toMatch(/^libellus-language=de; Path=\/; .*SameSite=Lax$/);
    // Another browser, where nobody chose.
    const second = await signIn(PASSWORD, '203.0.113.10');
    expect(set(second)).toContain('libellus-language=de');
    expect(await second.json()).toEqual({ ok: true, language: 'de' });
    await database().update(user).set({ reads: '' }).where(eq(user.email, EMAIL));
  });

  it('is kept by the browser where nobody is signed in, and only one that is spoken, from the page itself', async () => {
    expect(set(await choose('de'))).toContain('libellus-language=de');
    for (const language of ['xx', '', 7, 'constructor', 'de; Domain=evil.example'])
      expect((await choose(language)).status).toBe(400);
    expect((await choose('de', { origin: 'https://evil.example' })).status).toBe(403);
    const [row] = await database().select({ reads: user.reads }).from(user).where(eq(user.email, EMAIL));
    expect(row!.reads).toBe('');
  });
});
