/** Colleagues: invited, taking part, given other roles, switched off, removed; their own page; a forgotten password. */
import { and, eq } from 'drizzle-orm';
import type { Role } from '@/contract/policy';
import { accessOf, storesOf, type Person } from '@/server/auth/access';
import { joinAs, joinNew, openInvitation } from '@/server/auth/invitations';
import { createUser, isPassword } from '@/server/auth/people';
import { database } from '@/server/db/client';
import { invitations, memberships, passwordLinks, services, session, user } from '@/server/db/schema';
import {
  changeColleague,
  invite,
  inviteAgain,
  loadColleagues,
  removeColleague,
  takeInvitationBack,
} from '@/server/features/colleagues/colleagues';
import { placeColleague, storesOfColleague } from '@/server/features/colleagues/elsewhere';
import { askForPassword, passwordLinkFor, setForgottenPassword } from '@/server/features/colleagues/forgotten';
import {
  browserOf,
  changeOwnPassword,
  endOwnSession,
  loadOwnPage,
  saveOwnName,
} from '@/server/features/colleagues/own';
import { historyOf } from '@/server/auth/history';
import { addMember, createStore } from '@/server/features/stores/stores';
import { DEFAULT_LOOK } from '@/core/look';
import { STORE } from '@/core/testing';
import { accessAs, connectService, mailbox, MARTA, SHOP, textOf, useDatabase } from './fixture';

useDatabase();

const PASSWORD = 'paper and a long thread';
let count = 0;
const address = (): string => `colleague${(count += 1)}-${Date.now()}@colleague-test.example`;
const tokenIn = (url: string): string => url.slice(url.lastIndexOf('/') + 1);

/** A member of the store who can sign in. */
async function member(role: Role): Promise<Person> {
  const email = address();
  const { id } = await createUser({ name: `Person ${count}`, email, password: PASSWORD });
  await addMember(database(), id, SHOP, role);
  return { id, name: `Person ${count}`, email };
}
const signedIn = async (userId: string, agent = ''): Promise<string> => {
  const id = `session-${Math.random().toString(36).slice(2)}`;
  const now = new Date();
  await database()
    .insert(session)
    .values({
      ...{ id, userId, token: id, userAgent: agent, ipAddress: '192.0.2.7' },
      ...{ expiresAt: new Date(now.getTime() + 86_400_000), createdAt: now, updatedAt: now },
    });
  return id;
};
const said = async (): Promise<string[]> => (await historyOf(SHOP, undefined, 5)).map((h) => h.words);

describe('an invitation', () => {
  it('is handed over while no mail can go, and makes somebody a colleague with the role that it says', async () => {
    await database().delete(services).where(eq(services.storeId, SHOP));
    const access = await accessAs();
    const email = address();
    const made = await invite(access, { email: email.toUpperCase(), role: 'support' });
    expect(made).toMatchObject({ email, sent: false });
    const token = tokenIn(made.url);
    expect(await openInvitation(token)).toMatchObject({ email, role: 'support', by: MARTA.name, known: false });
    const { storeId } = await joinNew(token, { name: ' Ada  Quill ', password: PASSWORD });
    expect(storeId).toBe(SHOP);
    const [ada] = await database().select().from(user).where(eq(user.email, email));
    expect(ada!.name).toBe('Ada Quill');
    expect(await isPassword(ada!.id, PASSWORD)).toBe(true);
    expect((await accessOf(ada!, SHOP, 'order.place')).role).toBe('support');
    await expect(accessOf(ada!, SHOP, 'service.edit')).rejects.toMatchObject({ code: 'forbidden' });
    // The link is over; a second one comes by it no more.
    expect(await openInvitation(token)).toBeUndefined();
    await expect(joinNew(token, { name: 'Eve', password: PASSWORD })).rejects.toMatchObject({ code: 'conflict' });
    expect((await loadColleagues(access)).colleagues.find((c) => c.email === email)?.seenAt).toBeDefined();
    expect((await said()).join(' ')).toContain('Ada Quill came in by an invitation, as support');
  });

  it('goes by the store’s own service, once for an address, again with a link of its own, and back', async () => {
    await connectService();
    const access = await accessAs();
    const email = address();
    const first = await invite(access, { email, role: 'viewer' });
    expect(first.sent).toBe(true);
    const [mail] = await mailbox(email);
    expect(mail!.subject).toBe('Marta Oyelaran invites you to Quillwick');
    expect(await textOf(mail)).toContain(first.url);
    await expect(invite(access, { email, role: 'owner' })).rejects.toMatchObject({
      code: 'conflict',
      problems: [{ path: '/email' }],
    });
    const [open] = (await loadColleagues(access)).invitations.filter((i) => i.email === email);
    const second = await inviteAgain(access, { id: open!.id });
    expect(await openInvitation(tokenIn(first.url))).toBeUndefined();
    expect(await openInvitation(tokenIn(second.url))).toBeDefined();
    await takeInvitationBack(access, { id: open!.id });
    expect(await openInvitation(tokenIn(second.url))).toBeUndefined();
    await expect(takeInvitationBack(access, { id: open!.id })).rejects.toMatchObject({ code: 'not-found' });
    await expect(inviteAgain(access, { id: open!.id })).rejects.toMatchObject({ code: 'not-found' });
  });

  it('opens no longer than it says, for no other address, and for nobody who is here', async () => {
    const access = await accessAs();
    const there = await member('viewer');
    await expect(invite(access, { email: there.email, role: 'owner' })).rejects.toThrow('is a colleague here already');
    const old = await invite(access, { email: address(), role: 'viewer' });
    await database()
      .update(invitations)
      .set({ until: new Date(Date.now() - 1000) })
      .where(eq(invitations.email, old.email));
    expect(await openInvitation(tokenIn(old.url))).toBeUndefined();
    expect((await loadColleagues(access)).invitations.find((i) => i.email === old.email)?.over).toBe(true);
    const { url } = await invite(access, { email: address(), role: 'owner' });
    await expect(joinAs(there, tokenIn(url))).rejects.toMatchObject({ code: 'conflict' });
    for (const wrong of ['', 'x'.repeat(43), undefined, { $ne: '' }])
      expect(await openInvitation(wrong)).toBeUndefined();
  });

  it('to somebody who signs in already is for them alone, without a new password', async () => {
    const email = address();
    const { id } = await createUser({ name: 'Bo', email, password: PASSWORD });
    const { url } = await invite(await accessAs(), { email, role: 'translator' });
    expect(await openInvitation(tokenIn(url))).toMatchObject({ known: true });
    await expect(joinNew(tokenIn(url), { name: 'Eve', password: 'another long one' })).rejects.toMatchObject({
      code: 'conflict',
    });
    await joinAs({ id, name: 'Bo', email }, tokenIn(url));
    expect(await storesOf({ id, name: 'Bo', email })).toMatchObject([{ id: SHOP, role: 'translator' }]);
    expect(await isPassword(id, PASSWORD)).toBe(true);
  });
});

describe('a colleague', () => {
  it('gets another role, is switched off and on, and removed, each at once and told in the history', async () => {
    const access = await accessAs();
    const person = await member('viewer');
    await changeColleague(access, { id: person.id, role: 'designer' });
    expect((await accessOf(person, SHOP, 'template.publish')).role).toBe('designer');
    await changeColleague(access, { id: person.id, off: true });
    await expect(accessOf(person, SHOP, 'store.read')).rejects.toMatchObject({ code: 'not-found' });
    expect(await storesOf(person)).toEqual([]);
    expect((await loadColleagues(access)).colleagues.find((c) => c.id === person.id)?.off).toBe(true);
    await changeColleague(access, { id: person.id, off: false });
    expect(await storesOf(person)).toHaveLength(1);
    await removeColleague(access, { id: person.id });
    await expect(accessOf(person, SHOP, 'store.read')).rejects.toMatchObject({ code: 'not-found' });
    expect(await said()).toEqual(
      expect.arrayContaining([
        `Marta Oyelaran removed ${person.name} from the store`,
        `Marta Oyelaran switched ${person.name} off`,
        `Marta Oyelaran made ${person.name} designer`,
      ]),
    );
    await expect(removeColleague(access, { id: person.id })).rejects.toMatchObject({ code: 'not-found' });
  });

  it('who is the last owner stays one, though two leave at once; and who was a translator is given nothing any more', async () => {
    const access = await accessAs();
    const others = await database()
      .select({ id: memberships.userId })
      .from(memberships)
      .where(and(eq(memberships.storeId, SHOP), eq(memberships.role, 'owner'), eq(memberships.off, false)));
    const [a, b] = [await member('owner'), await member('owner')];
    for (const { id } of others) await changeColleague(access, { id, off: true });
    const left = await Promise.allSettled([a, b].map(({ id }) => changeColleague(access, { id, role: 'viewer' })));
    expect(left.map((l) => l.status).toSorted()).toEqual(['fulfilled', 'rejected']);
    const last = left[0]!.status === 'rejected' ? a : b;
    for (const leave of [
      () => changeColleague(access, { id: last.id, off: true }),
      () => removeColleague(access, { id: last.id }),
    ])
      await expect(leave()).rejects.toMatchObject({ code: 'conflict', message: expect.stringContaining('only owner') });
    for (const { id } of others) await changeColleague(access, { id, off: false });

    const translator = await member('translator');
    const own = and(eq(memberships.userId, translator.id), eq(memberships.storeId, SHOP));
    await database()
      .update(memberships)
      .set({ languages: ['de'], publishes: true })
      .where(own);
    await changeColleague(access, { id: translator.id, role: 'support' });
    const [row] = await database().select().from(memberships).where(own);
    expect(row).toMatchObject({ languages: null, publishes: false });
  });
});

describe('one’s own page', () => {
  it('changes the name everywhere and the password with the one of before, and ends other sessions', async () => {
    const person = await member('viewer');
    const access = await accessOf(person, SHOP, 'store.read');
    const [here, there] = [
      await signedIn(person.id, 'Mozilla/5.0 (X11; Linux) Firefox/140.0'),
      await signedIn(person.id),
    ];
    const page = await loadOwnPage(access, here);
    expect(page.sessions.find((s) => s.id === here)).toMatchObject({ here: true, browser: 'Firefox, Linux' });
    await saveOwnName(access, { name: 'Cleo Rag' });
    expect((await loadColleagues(access)).colleagues.map((c) => c.name)).toContain('Cleo Rag');
    await expect(saveOwnName(access, { name: ' ' })).rejects.toMatchObject({ problems: [{ path: '/name' }] });

    const next = { before: PASSWORD, password: 'linen and a longer thread' };
    await expect(changeOwnPassword(access, { ...next, before: 'not it' }, here)).rejects.toMatchObject({
      problems: [{ path: '/before' }],
    });
    await changeOwnPassword(access, next, here);
    expect(await isPassword(person.id, next.password)).toBe(true);
    expect((await loadOwnPage(access, here)).sessions.map((s) => s.id)).toEqual([here]);
    await expect(endOwnSession(access, { id: there })).rejects.toMatchObject({ code: 'not-found' });
    // Nobody ends what is another's.
    const other = await signedIn((await member('viewer')).id);
    await expect(endOwnSession(access, { id: other })).rejects.toMatchObject({ code: 'not-found' });
    await endOwnSession(access, { id: here });
    expect((await loadOwnPage(access, here)).sessions).toEqual([]);
  });

  it('makes guessing the password slow', async () => {
    const access = await accessOf(await member('viewer'), SHOP, 'store.read');
    const guess = () => changeOwnPassword(access, { before: 'guess', password: PASSWORD }, undefined);
    for (let i = 0; i < 8; i += 1) await expect(guess()).rejects.toThrow('not your password');
    await expect(guess()).rejects.toThrow('Too many wrong passwords');
  });

  it.each([
    ['Mozilla/5.0 (Windows NT 10.0) AppleWebKit Chrome/130 Safari/537 Edg/130', 'Edge, Windows'],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 18 like Mac OS X) Safari/604', 'Safari, iOS'],
    ['curl/8', ''],
  ])('knows %s', (agent, browser) => expect(browserOf(agent)).toBe(browser));
});

describe('a forgotten password', () => {
  it('is set anew by a link that is mailed, once, and ends every session', async () => {
    await connectService();
    const person = await member('viewer');
    await signedIn(person.id);
    const { work } = await askForPassword(` ${person.email.toUpperCase()}`, '192.0.2.40');
    await work();
    const text = await textOf((await mailbox(person.email))[0]);
    const token = /\/sign-in\/new\/([\w-]{43})/.exec(text)![1]!;
    expect(await passwordLinkFor(token)).toEqual({ email: person.email });
    expect(await setForgottenPassword(token, { password: 'one that I remember' })).toEqual({ email: person.email });
    expect(await isPassword(person.id, 'one that I remember')).toBe(true);
    expect(await passwordLinkFor(token)).toBeUndefined();
    await expect(setForgottenPassword(token, { password: PASSWORD })).rejects.toMatchObject({ code: 'conflict' });
    expect(await database().select().from(session).where(eq(session.userId, person.id))).toEqual([]);
  });

  it('is answered the same for who is not known, and not asked for again and again', async () => {
    const unknown = address();
    const { work } = await askForPassword(unknown, '192.0.2.41');
    await work();
    expect(await mailbox(unknown)).toEqual([]);
    for (let i = 0; i < 2; i += 1) await askForPassword(unknown, '192.0.2.41');
    await expect(askForPassword(unknown, '192.0.2.41')).rejects.toThrow('Too many links');
    await expect(askForPassword('no address', '192.0.2.41')).rejects.toMatchObject({ problems: [{ path: '/email' }] });
  });

  it('an hour later sets nothing', async () => {
    const person = await member('viewer');
    const { work } = await askForPassword(person.email, '192.0.2.42');
    await work();
    const token = /\/sign-in\/new\/([\w-]{43})/.exec(await textOf((await mailbox(person.email))[0]))![1]!;
    await database()
      .update(passwordLinks)
      .set({ until: new Date(Date.now() - 1000) })
      .where(eq(passwordLinks.userId, person.id));
    await expect(setForgottenPassword(token, { password: 'too late for this' })).rejects.toMatchObject({
      code: 'conflict',
    });
  });
});

describe('a colleague in several stores', () => {
  const other = async (id: string, owner: Person, role: Role = 'owner'): Promise<void> => {
    const settings = {
      language: 'de',
      languages: ['de', 'en'],
      locales: {},
      currency: 'EUR',
      timeZone: 'Europe/Berlin',
    };
    await createStore(database(), { id, name: `Store ${id}`, ...settings, facts: STORE, look: DEFAULT_LOOK }, [
      { id: 'web-shop', name: 'Web shop', customerMail: true },
    ]);
    await addMember(database(), owner.id, id, role);
  };

  it('is given a role in each by who owns them, told by mail where they are new, and taken out again', async () => {
    await connectService();
    const [owner, colleague, stranger] = [await member('owner'), await member('support'), await member('viewer')];
    await other('second', owner);
    await other('third', owner, 'designer');
    const access = await accessOf(owner, SHOP, 'colleague.edit');
    const inStores = async () => (await storesOfColleague(access, colleague)).map((s) => [s.id, s.role]);
    expect(await inStores()).toEqual([
      [SHOP, 'support'],
      ['second', undefined],
    ]);
    const second = await accessOf(owner, 'second', 'colleague.edit');
    await placeColleague(second, { id: colleague.id, role: 'designer' });
    expect(await inStores()).toContainEqual(['second', 'designer']);
    expect((await accessOf(colleague, 'second', 'store.read')).role).toBe('designer');
    expect((await historyOf('second', undefined, 1))[0]!.words).toContain(`let ${colleague.name} in, as designer`);
    await placeColleague(second, { id: colleague.id, role: 'viewer' });
    expect((await accessOf(colleague, 'second', 'store.read')).role).toBe('viewer');
    await placeColleague(second, { id: colleague.id });
    await expect(accessOf(colleague, 'second', 'store.read')).rejects.toMatchObject({ code: 'not-found' });
    // Where one is no owner, one lets nobody in.
    await expect(accessOf(owner, 'third', 'colleague.edit')).rejects.toMatchObject({ code: 'forbidden' });
    // Who is a colleague in none of one's stores is found by no id.
    await database().delete(memberships).where(eq(memberships.userId, stranger.id));
    await expect(placeColleague(second, { id: stranger.id, role: 'viewer' })).rejects.toMatchObject({
      code: 'not-found',
    });
    await expect(storesOfColleague(access, { id: 'nobody' })).rejects.toMatchObject({ code: 'not-found' });
    // The last owner stays.
    await expect(placeColleague(second, { id: owner.id })).rejects.toMatchObject({ code: 'conflict' });
  });
});
