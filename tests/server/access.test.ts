/** Who may do what, asked where everything asks: a table of role by action, against a real membership. */
import { eq } from 'drizzle-orm';
import { accessOf } from '@/server/auth/access';
import { may, POLICY, ROLES, type Action, type Role } from '@/contract/policy';
import { database } from '@/server/db/client';
import { memberships, user } from '@/server/db/schema';
import { SHOP, useDatabase } from './fixture';

// Sign-in itself is driven in the browser; here only what follows from who one is.
jest.mock('@/server/auth/auth', () => ({ auth: () => ({}) }));
jest.mock('next/headers', () => ({ headers: () => Promise.resolve(new Headers()) }));

useDatabase();

const person = { id: 'somebody', name: 'Somebody', email: 'somebody@quillwick.example' };
beforeAll(async () => {
  const now = new Date();
  await database()
    .insert(user)
    .values({ ...person, createdAt: now, updatedAt: now });
});
const become = async (role: Role | undefined): Promise<void> => {
  await database().delete(memberships).where(eq(memberships.userId, person.id));
  if (role) await database().insert(memberships).values({ userId: person.id, storeId: SHOP, role });
};

describe.each(ROLES)('a %s', (role) => {
  beforeAll(() => become(role));

  it.each(Object.keys(POLICY) as Action[])('asking for %s gets what the policy says', async (action) => {
    const asked = accessOf(person, SHOP, action);
    if (may(role, action)) await expect(asked).resolves.toMatchObject({ role, store: { id: SHOP } });
    else await expect(asked).rejects.toMatchObject({ code: 'forbidden', message: expect.stringContaining(role) });
  });
});

describe('somebody who does not belong to the store', () => {
  beforeAll(() => become(undefined));

  it('is not told that it exists', async () => {
    const stranger = await accessOf(person, SHOP, 'store.read').catch((e: Error) => e.message.replace(SHOP, 'X'));
    const nothing = await accessOf(person, 'no-such-store', 'store.read').catch((e: Error) =>
      e.message.replace('no-such-store', 'X'),
    );
    expect(stranger).toBe(nothing);
  });
});
