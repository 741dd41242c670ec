/** Domains that messages are sent from: begun with a key of their own, changed to a further key, taken away. */
import { and, eq } from 'drizzle-orm';
import type { DkimKey } from '@/core/domain';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { domains } from '../db/schema';
import { newId } from '../base/ids';
import { seal } from '../base/secrets';
import { makeKeyPair } from '../sending/dkim';

export type DomainRow = typeof domains.$inferSelect;

/** "lb261": of our name, the year and a number, so that two keys stand beside each other in DNS. */
function selectorAfter(before: readonly string[]): string {
  const year = new Date().getUTCFullYear() % 100;
  for (let n = 1; ; n += 1) {
    const selector = `lb${year}${n}`;
    if (!before.includes(selector)) return selector;
  }
}

/** The key that mail of a domain is signed with. */
export const keyOf = (row: DomainRow): DkimKey => ({ selector: row.selector, publicKey: row.publicKey });
/** The key that takes over once DNS has it, while one waits. */
export const nextKeyOf = (row: DomainRow): DkimKey | undefined =>
  row.nextSelector === '' ? undefined : { selector: row.nextSelector, publicKey: row.nextPublicKey };

/** Begins a domain, with a new key. One that is there already is left as it is. */
export async function beginDomain(storeId: string, name: string): Promise<DomainRow> {
  const find = async (): Promise<DomainRow | undefined> => {
    const [row] = await database()
      .select()
      .from(domains)
      .where(and(eq(domains.storeId, storeId), eq(domains.name, name)));
    return row;
  };
  const there = await find();
  if (there) return there;
  const key = await makeKeyPair();
  await database()
    .insert(domains)
    .ignore()
    .values({
      id: newId(),
      storeId,
      name,
      selector: selectorAfter([]),
      privateKey: seal(key.privateKey),
      publicKey: key.publicKey,
      nextPrivateKey: '',
      nextPublicKey: '',
      earlier: [],
      records: [],
      nextLookAt: new Date(await databaseTime()),
    });
  return (await find())!;
}

/** Makes a further key. Messages are signed with the present one until DNS has the new one. */
export async function makeNextKey(row: DomainRow): Promise<void> {
  const key = await makeKeyPair();
  await database()
    .update(domains)
    .set({
      nextSelector: selectorAfter([row.selector, row.nextSelector, ...row.earlier.map((k) => k.selector)]),
      nextPrivateKey: seal(key.privateKey),
      nextPublicKey: key.publicKey,
      looks: 0,
      nextLookAt: new Date(await databaseTime()),
    })
    .where(eq(domains.id, row.id));
}

/** The further key takes over. The one before stays in DNS for messages that are still on their way. */
export function turnedKeys(row: DomainRow): Partial<DomainRow> {
  return {
    selector: row.nextSelector,
    privateKey: row.nextPrivateKey,
    publicKey: row.nextPublicKey,
    nextSelector: '',
    nextPrivateKey: '',
    nextPublicKey: '',
    earlier: [keyOf(row), ...row.earlier].slice(0, 5),
  };
}
