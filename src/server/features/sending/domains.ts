/** Sending domains: what each needs in DNS, what DNS answers, and its keys. */
import { and, asc, eq } from 'drizzle-orm';
import { isGood } from '@/core/domain';
import type { DomainView } from '@/contract/sending';
import type { Access } from '../../auth/access';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { domains } from '../../db/schema';
import { beginDomain, makeNextKey, type DomainRow } from '../../domains/keys';
import { domainOfStore, lookAtDomain } from '../../domains/look';
import { AppError } from '../../base/errors';
import { remember } from '../../auth/history';
import { say } from '@/words/refusals';
import { readKeptIn } from '../../base/reading';

const DOMAIN = /^(?=.{4,200}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z][a-z0-9-]*[a-z0-9]$/i;

/** A domain as screens see it: all but its private keys. */
export function domainView(row: DomainRow): DomainView {
  const must = row.records.filter((r) => !r.advised);
  return {
    name: row.name,
    good: row.good,
    signing: row.signing,
    bouncing: row.bouncing,
    records: readKeptIn(row.records),
    right: must.filter((r) => isGood(r.judgement)).length,
    must: must.length,
    selector: row.selector,
    nextSelector: row.nextSelector,
    ...(row.lookedAt && { lookedAt: row.lookedAt.toISOString() }),
    nextLookAt: row.nextLookAt.toISOString(),
    ...(row.goodSince && { goodSince: row.goodSince.toISOString() }),
  };
}

/** The store's domains by name. */
export async function domainViews(access: Access): Promise<DomainView[]> {
  const rows = await database()
    .select()
    .from(domains)
    .where(eq(domains.storeId, access.store.id))
    .orderBy(asc(domains.name));
  return rows.map(domainView);
}

async function needDomain(access: Access, name: string): Promise<DomainRow> {
  const row = await domainOfStore(access.store.id, name);
  if (!row) throw new AppError('not-found', say.nameIsNotASending({ name, name2: access.store.name }));
  return row;
}

/** What the screen of a domain opens with. Throws `not-found`. */
export async function loadDomain(access: Access, name: string) {
  const row = await needDomain(access, name);
  return { domain: domainView(row), zone: access.store.timeZone, registrar: config().registrarUrl };
}

/** Begins a domain with a key of its own and looks at it once. */
export async function addDomain(access: Access, given: string): Promise<{ name: string }> {
  const name = given.trim().toLowerCase().replace(/\.$/, '').replace(/^@/, '');
  if (!DOMAIN.test(name)) {
    throw new AppError('invalid', say.theDomainCannotBeAdded, [
      { path: '/name', message: say.givenIsNotADomain({ given }) },
    ]);
  }
  await lookAtDomain(await beginDomain(access.store.id, name));
  await remember(access, 'addedDomain', { domain: name });
  return { name };
}

/** Asks DNS now instead of with the next look. */
export async function lookNow(access: Access, name: string): Promise<DomainView> {
  const row = await needDomain(access, name);
  // Somebody is working on it: from here on it is looked at in short steps again.
  return domainView(await lookAtDomain({ ...row, looks: 0 }));
}

/** Begins a change of keys: a further key beside the present one. */
export async function changeKey(access: Access, name: string): Promise<DomainView> {
  const row = await needDomain(access, name);
  if (row.nextSelector !== '') throw new AppError('invalid', say.aFurtherKeyWaitsAlready);
  await makeNextKey(row);
  await remember(access, 'madeFurtherKey', { domain: name });
  return lookNow(access, name);
}

/** Takes a domain and its keys away; mail from it is signed no longer. Throws `not-found`. */
export async function removeDomain(access: Access, name: string): Promise<void> {
  const row = await needDomain(access, name);
  await database()
    .delete(domains)
    .where(and(eq(domains.storeId, access.store.id), eq(domains.id, row.id)));
  await remember(access, 'removedDomain', { domain: name });
}
