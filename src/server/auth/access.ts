/** The one way in: who is asking, for which store, and may they. */
import { and, eq, or } from 'drizzle-orm';
import { headers } from 'next/headers';
import { database } from '../db/client';
import { memberships, stores, user } from '../db/schema';
import { AppError } from '../base/errors';
import { auth } from './auth';
import type { CameBy } from '../../contract/colleagues';
import { may, ROLE_WORDS, WHEN_CLOSED, type Action, type Role } from '../../contract/policy';
import { say } from '@/words/refusals';
import { say as factor } from '@/words/secondFactor';
import { say as closing } from '@/words/stores';

export interface Person {
  id: string;
  name: string;
  email: string;
  /** How they are signed in; absent for who acts without a session, such as a key. */
  session?: { by: CameBy; since: Date };
}

export type Store = typeof stores.$inferSelect;

/** A signed-in person in one store, allowed to do what they asked for. */
export interface Access {
  person: Person;
  store: Store;
  role: Role;
  /** Of a translator. */
  translates?: Translates;
  /** Of who came by a link: no member of the store. */
  link?: {
    /** What it opens, "template:" or "passage:" and an id each; absent for all. */
    documents?: readonly string[];
  };
}

/** What is asked within one store, by whoever may. */
export type OfStore = Pick<Access, 'store'>;

/** What an owner lets a translator do. */
export interface Translates {
  /** The languages they are given; absent for all of the store's. */
  languages?: readonly string[];
  /** They publish what they translated. */
  publishes: boolean;
}

/** Detail of a refusal: a store asks for two factors, and somebody has one. */
export const NEEDS_TWO_FACTORS = 'two-factors';

/** The signed-in person, or undefined. */
export async function currentPerson(): Promise<Person | undefined> {
  const found = await auth().api.getSession({ headers: await headers() });
  if (!found) return undefined;
  const { user, session } = found;
  return {
    ...{ id: user.id, name: user.name, email: user.email },
    session: { by: session.by as CameBy, since: session.createdAt },
  };
}

/** A passkey is held, and asks who holds it for a finger, a face or a number: two factors in one. */
export const cameByTwo = ({ session }: Person): boolean => session?.by === 'passkey';

/** The session that asks, or undefined. */
export async function currentSession(): Promise<{ id: string } | undefined> {
  const found = await auth().api.getSession({ headers: await headers() });
  return found ? { id: found.session.id } : undefined;
}

/** Stores that let somebody in as they are: those that ask for no second factor, and all of them when they came in by two. */
export const letsIn = (person: Person) =>
  cameByTwo(person) ? undefined : or(eq(stores.requiresTwoFactors, false), eq(user.twoFactorEnabled, true));

/** The stores a person belongs to, with their role in each; what is in them may ask for a second factor first ({@link letsIn}). */
export async function storesOf(person: Person): Promise<{ id: string; name: string; role: Role }[]> {
  return database()
    .select({ id: stores.id, name: stores.name, role: memberships.role })
    .from(memberships)
    .innerJoin(stores, eq(stores.id, memberships.storeId))
    .where(and(eq(memberships.userId, person.id), eq(memberships.off, false)))
    .orderBy(stores.name);
}

/** Checks that somebody is signed in, belongs to the store, and may do this. Throws an {@link AppError} otherwise. */
export async function access(storeId: string, action: Action): Promise<Access> {
  const person = await currentPerson();
  if (!person) throw new AppError('signed-out', say.youAreSignedOutSign);
  return accessOf(person, storeId, action);
}

/** As {@link access}, for a known person. */
export async function accessOf(person: Person, storeId: string, action: Action): Promise<Access> {
  const [row] = await database()
    .select({
      store: stores,
      role: memberships.role,
      languages: memberships.languages,
      publishes: memberships.publishes,
      off: memberships.off,
      twoFactors: user.twoFactorEnabled,
      seenAt: memberships.seenAt,
    })
    .from(memberships)
    .innerJoin(stores, eq(stores.id, memberships.storeId))
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.userId, person.id), eq(memberships.storeId, storeId)));
  if (!row || row.off) throw new AppError('not-found', say.thereIsNoStoreStoreId({ storeId }));
  if (row.store.requiresTwoFactors && !row.twoFactors && !cameByTwo(person)) {
    throw new AppError('forbidden', factor.setUpFirst({ store: row.store.name }), [], NEEDS_TWO_FACTORS);
  }
  await seen(person, storeId, row.seenAt);
  const found: Access = {
    ...{ person, store: row.store, role: row.role },
    ...(row.role === 'translator' && {
      translates: { publishes: row.publishes, ...(row.languages && { languages: row.languages }) },
    }),
  };
  refuseUnless(found, action);
  if (row.store.closedAt && !WHEN_CLOSED.has(action)) {
    throw new AppError('forbidden', closing.refusedClosed({ name: row.store.name }));
  }
  return found;
}

/** When a colleague was last here is kept to so many ms. */
const SEEN_MS = 10 * 60_000;

async function seen({ id }: Person, storeId: string, before: Date | null): Promise<void> {
  const now = Date.now();
  if (before && Math.abs(now - before.getTime()) < SEEN_MS) return;
  await database()
    .update(memberships)
    .set({ seenAt: new Date(now) })
    .where(and(eq(memberships.userId, id), eq(memberships.storeId, storeId)));
}

/** Whether somebody may do this: by their role, or because an owner lets them publish what they translate. */
export const allows = ({ role, translates }: Access, action: Action): boolean =>
  may(role, action) || (action === 'words.publish' && translates?.publishes === true);

/** Throws `forbidden` when somebody may not do this. */
export function refuseUnless(access: Access, action: Action): void {
  if (allows(access, action)) return;
  const { store, role } = access;
  throw new AppError('forbidden', say.yourRoleInNameRole({ name: store.name, role: ROLE_WORDS[role] }));
}
