/** Keys of other programs: the store whose key signed an event, or may read the record. */
import { and, eq, gt, isNull, or, type SQL } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { Webhook, WebhookVerificationError } from 'standardwebhooks';
import type { KeyScope } from '@/contract/keys';
import { database } from '../db/client';
import { keys } from '../db/schema';
import { fingerprint, unseal } from '../base/secrets';

/** What checks signatures with a key, by the key as it is sealed: opening one takes longer than checking. */
const verifiers = new LRUCache<string, Webhook>({ max: 200 });

function verifierOf(sealed: string): Webhook {
  let verifier = verifiers.get(sealed);
  if (!verifier) {
    verifier = new Webhook(unseal(sealed));
    verifiers.set(sealed, verifier);
  }
  return verifier;
}

export type Signed = { ok: true; storeId: string } | { ok: false; message: string };

/**
 * Finds the store whose key signed a body, by Standard Webhooks: `webhook-id`, `webhook-timestamp` (at most five
 * minutes off) and `webhook-signature` over all three.
 */
export async function storeThatSigned(body: string, headers: Headers): Promise<Signed> {
  const names = ['webhook-id', 'webhook-timestamp', 'webhook-signature'] as const;
  const missing = names.filter((n) => !headers.get(n));
  if (missing.length > 0) {
    return {
      ok: false,
      message: `The event is not signed: ${missing.join(', ')} missing. Sign it as Standard Webhooks says, with the store's events key.`,
    };
  }
  const given = Object.fromEntries(names.map((n) => [n, headers.get(n)!]));
  const age = Math.abs(Date.now() / 1000 - Number(given['webhook-timestamp']));
  if (!(age <= 300)) {
    return {
      ok: false,
      message: 'The signature is too old or too new: webhook-timestamp must be within five minutes of now, in seconds.',
    };
  }
  const rows = await database()
    .select({ id: keys.id, storeId: keys.storeId, secret: keys.secret, usedAt: keys.usedAt })
    .from(keys)
    .where(and(eq(keys.kind, 'events'), holds()));
  for (const row of rows) {
    try {
      verifierOf(row.secret).verify(body, given);
    } catch (error) {
      // A signed body that is not JSON fails after its signature was found good.
      if (error instanceof WebhookVerificationError) continue;
      if (!(error instanceof SyntaxError)) throw error;
    }
    await used(row);
    return { ok: true, storeId: row.storeId };
  }
  return {
    ok: false,
    message: 'The signature does not match: it was made with another key, or the body changed on the way.',
  };
}

/** The store that an `Authorization: Bearer` key may read something of. */
export async function storeOfReadKey(headers: Headers, what: KeyScope): Promise<string | undefined> {
  const key = bearerIn(headers);
  if (!key) return undefined;
  const [row] = await database()
    .select({ id: keys.id, storeId: keys.storeId, scopes: keys.scopes, usedAt: keys.usedAt })
    .from(keys)
    .where(and(eq(keys.kind, 'read'), eq(keys.secret, fingerprint(key)), holds()));
  if (!row || (row.scopes && !row.scopes.includes(what))) return undefined;
  await used(row);
  return row.storeId;
}

/** The store that an `Authorization: Bearer` key may rehearse, and what the key is called. */
export async function storeOfRehearsalKey(headers: Headers): Promise<{ storeId: string; name: string } | undefined> {
  const key = bearerIn(headers);
  if (!key) return undefined;
  const [row] = await database()
    .select({ id: keys.id, storeId: keys.storeId, name: keys.name, usedAt: keys.usedAt })
    .from(keys)
    .where(and(eq(keys.kind, 'rehearse'), eq(keys.secret, fingerprint(key)), holds()));
  if (!row) return undefined;
  await used(row);
  return { storeId: row.storeId, name: row.name };
}

const bearerIn = (headers: Headers): string | undefined =>
  /^Bearer\s+(\S+)$/i.exec(headers.get('authorization') ?? '')?.[1];

/** Not one that was revoked, or whose time beside its successor is over. */
const holds = (): SQL | undefined => and(isNull(keys.overAt), or(isNull(keys.until), gt(keys.until, new Date())));

const HOUR = 3_600_000;

/** When a key was last used is kept to the hour. */
async function used({ id, usedAt }: { id: string; usedAt: Date | null }): Promise<void> {
  const now = Date.now();
  if (usedAt && now - usedAt.getTime() < HOUR) return;
  await database()
    .update(keys)
    .set({ usedAt: new Date(now) })
    .where(eq(keys.id, id));
}
