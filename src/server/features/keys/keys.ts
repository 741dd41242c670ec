/** Keys of other programs: made, replaced with time for both, revoked, and when each was last used. */
import { randomBytes } from 'node:crypto';
import { and, asc, eq, gt, isNull, or, type SQL } from 'drizzle-orm';
import type { ApiKey, KeyKind, MadeKey, MakeKey, ReplaceKey } from '@/contract/keys';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { fingerprint, seal } from '../../base/secrets';
import { database } from '../../db/client';
import { keys } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { useCase } from '../use-case';
import { KeyIdSchema, MakeKeySchema, ReplaceKeySchema } from '@/contract/keys';
import { say } from '@/words/refusals';

const HOUR = 3_600_000;
const MOST = 50;

/** Keys that hold at a time. */
const holding = (now: number): SQL | undefined =>
  and(isNull(keys.overAt), or(isNull(keys.until), gt(keys.until, new Date(now))));

/** The keys of a store that hold, in the order in which they were made. */
export async function loadKeys({ store }: Access): Promise<ApiKey[]> {
  const rows = await database()
    .select()
    .from(keys)
    .where(and(eq(keys.storeId, store.id), holding(await databaseTime())))
    .orderBy(asc(keys.id));
  return rows.map(({ id, kind, name, ends, scopes, madeBy, madeAt, usedAt, until }) => ({
    ...{ id, kind, name, ends, madeBy },
    ...(scopes && { scopes }),
    ...(madeAt && { madeAt: madeAt.toISOString() }),
    ...(usedAt && { usedAt: usedAt.toISOString() }),
    ...(until && { until: until.toISOString() }),
  }));
}

/** What keys that are only recognised begin with. */
const BEGINS = { read: 'lbr_', rehearse: 'lbp_' } as const;

/** A fresh key of 192 bits, and what is kept of it: an events key signs, so it is kept sealed; the others are only recognised. */
function freshKey(kind: KeyKind): { key: string; secret: string; ends: string } {
  const key =
    kind === 'events'
      ? `whsec_${randomBytes(24).toString('base64')}`
      : BEGINS[kind] + randomBytes(24).toString('base64url');
  return { key, secret: kind === 'events' ? seal(key) : fingerprint(key), ends: key.slice(-4) };
}

/** Makes a key. It is told this once. Throws `invalid` for one without a name, and for too many. */
export async function makeKey(access: Access, { kind, name, scopes }: MakeKey): Promise<MadeKey> {
  const called = plainLine(name);
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path: '/name', message }]);
  };
  if (called === '') refuse(say.nameTheKey);
  if ((await loadKeys(access)).length >= MOST) refuse(say.tooManyKeys({ most: MOST }));
  const { key, secret, ends } = freshKey(kind);
  const now = new Date(await databaseTime());
  await database().transaction(async (tx) => {
    await tx.insert(keys).values({
      ...{ id: newId(), storeId: access.store.id, kind, name: called, secret, ends },
      ...{ madeBy: access.person.name, madeAt: now },
      scopes: kind === 'read' && scopes ? scopes : null,
    });
    await remember(access, 'madeKey', { name: called }, { db: tx });
  });
  return { name: called, kind, key };
}

async function keyOf(access: Access, id: string) {
  const mine = and(eq(keys.storeId, access.store.id), eq(keys.id, id), holding(await databaseTime()));
  const [row] = await database().select().from(keys).where(mine);
  if (!row) throw new AppError('not-found', say.noSuchKey);
  return { row, mine };
}

/** Makes a key in the place of one, which goes on holding for some hours. Throws `not-found`, `conflict` for one that was replaced. */
export async function replaceKey(access: Access, { id, hours }: ReplaceKey): Promise<MadeKey> {
  const { row, mine } = await keyOf(access, id);
  if (row.until) throw new AppError('conflict', say.keyIsReplaced);
  const { key, secret, ends } = freshKey(row.kind);
  const now = await databaseTime();
  await database().transaction(async (tx) => {
    const [old] = await tx
      .update(keys)
      .set(hours === 0 ? { overAt: new Date(now) } : { until: new Date(now + hours * HOUR) })
      .where(and(mine, isNull(keys.until)));
    if (old.affectedRows === 0) throw new AppError('conflict', say.keyIsReplaced);
    await tx.insert(keys).values({
      ...{ id: newId(), storeId: access.store.id, kind: row.kind, name: row.name, secret, ends },
      ...{ madeBy: access.person.name, madeAt: new Date(now), scopes: row.scopes },
    });
    await remember(access, 'replacedKey', { name: row.name }, { db: tx });
  });
  return { name: row.name, kind: row.kind, key };
}

/** Revokes a key: from now on it opens nothing. Throws `not-found`. */
export async function revokeKey(access: Access, { id }: { id: string }): Promise<void> {
  const { row, mine } = await keyOf(access, id);
  await database().transaction(async (tx) => {
    await tx
      .update(keys)
      .set({ overAt: new Date(await databaseTime(tx)) })
      .where(mine);
    await remember(access, 'revokedKey', { name: row.name }, { db: tx });
  });
}

export const key = {
  make: useCase({ name: 'key.make', permission: 'key.edit', input: MakeKeySchema, run: makeKey }),
  replace: useCase({ name: 'key.replace', permission: 'key.edit', input: ReplaceKeySchema, run: replaceKey }),
  revoke: useCase({ name: 'key.revoke', permission: 'key.edit', input: KeyIdSchema, run: revokeKey }),
};
