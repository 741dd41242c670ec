/** The screen of discount codes: codes and series with what promises them, saved and deleted. */
import { and, count, eq, isNull, sql, sum } from 'drizzle-orm';
import {
  CODE_PATTERN,
  codeOfRef,
  outlookOf,
  outlookWords,
  promiseName,
  promiseRef,
  sameCode,
  seriesOfRef,
  type CodeConditions,
} from '@/core/codes';
import { dayKey } from '@/core/time';
import type { CodesPage, PromisedBy, SaveCode, SaveSeries } from '@/contract/codes';
import { say } from '@/words/codes';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { codesOf, pacesOf } from '../../codes/known';
import { insertRows } from '../../db/bulk';
import { database, type Executor } from '../../db/client';
import { databaseTime } from '../../db/time';
import { codeSeries, deliveries, discountCodes, products } from '../../db/schema';
import { livePromises, type Promising } from '../../sending/promises';
import { releaseHeld } from '../../worker/claims';
import { firstMoment, lastMoment } from '@/core/time';

/** Everything the screen opens with. */
export async function loadCodes({ store }: Access): Promise<CodesPage> {
  const db = database();
  const now = await databaseTime();
  const [known, promising, paces, usedOfSeries, mostOfSeries, productRows, [held]] = await Promise.all([
    codesOf(store.id, now),
    livePromises(store.id),
    pacesOf(store.id, now),
    db
      .select({ id: discountCodes.seriesId, n: sum(discountCodes.used) })
      .from(discountCodes)
      .where(and(eq(discountCodes.storeId, store.id), sql`${discountCodes.seriesId} is not null`))
      .groupBy(discountCodes.seriesId),
    db.select({ id: codeSeries.id, most: codeSeries.most }).from(codeSeries).where(eq(codeSeries.storeId, store.id)),
    db
      .select({ sku: products.sku, name: products.name, category: products.category })
      .from(products)
      .where(eq(products.storeId, store.id))
      .orderBy(products.name),
    db
      .select({ n: count() })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), eq(deliveries.state, 'held'), eq(deliveries.cause, 'code'))),
  ]);
  const day = (at: number | undefined): string | undefined =>
    at === undefined ? undefined : dayKey(at, store.timeZone);
  const standing = (ref: string) => {
    const promisedBy = byRef(promising, ref);
    const outlook = outlookOf(ref, known, now, paces);
    // A code for one person or one use is in order as long as no message gives it to everybody.
    const meant =
      outlook.state === 'gone' && ['one-person', 'one-use'].includes(outlook.why) && promisedBy.length === 0;
    const words = meant ? undefined : outlookWords(outlook, promiseName(ref, known), store.timeZone);
    return { state: meant ? ('holds' as const) : outlook.state, ...(words && { words }), promisedBy };
  };
  return {
    codes: known.codes.map((c) => ({
      code: c.code,
      takesOff: { kind: c.kind, value: c.value },
      conditions: conditionsOf(c),
      used: c.used,
      ...days({ startsOn: day(c.startsAt), endsOn: day(c.endsAt) }),
      ...(c.limit !== undefined && { limit: c.limit }),
      ...standing(promiseRef(c)),
    })),
    series: known.series.map((s) => {
      const { id, name, prefix, per, supply, given, left } = s;
      const most = mostOfSeries.find((m) => m.id === id)?.most;
      return {
        ...{ id, name, prefix, per, supply, given },
        takesOff: { kind: s.kind, value: s.value },
        conditions: conditionsOf(s),
        used: Number(usedOfSeries.find((u) => u.id === id)?.n ?? 0),
        ...days({ endsOn: day(s.endsAt) }),
        ...(s.days !== undefined && { days: s.days }),
        ...(most && { most }),
        ...(left !== undefined && { left }),
        ...standing(promiseRef({ code: '', series: id })),
      };
    }),
    currency: store.currency,
    products: productRows.map(({ sku, name }) => ({ sku, name })),
    categories: [...new Set(productRows.map((p) => p.category))].toSorted(),
    missing: [...new Set(promising.map((p) => p.ref))]
      .filter((ref) =>
        seriesOfRef(ref) === undefined ? !codeOfRef(ref, known) : !known.series.some((s) => s.id === seriesOfRef(ref)),
      )
      .map((ref) => {
        const { words = '', promisedBy } = standing(ref);
        return { code: ref, words, promisedBy };
      }),
    held: held?.n ?? 0,
  };
}

const byRef = (promising: readonly Promising[], ref: string): PromisedBy[] =>
  promising.filter((p) => p.ref === ref).map(({ slug, name, whenGone }) => ({ slug, name, whenGone }));

const conditionsOf = ({
  minimum,
  perCustomer,
  products: of,
  categories,
  customer,
}: CodeConditions): CodeConditions => ({
  ...(minimum !== undefined && { minimum }),
  ...(perCustomer !== undefined && { perCustomer }),
  ...(of && { products: of }),
  ...(categories && { categories }),
  ...(customer !== undefined && { customer }),
});

const days = <T extends Record<string, string | undefined>>(given: T): { [K in keyof T]?: string } =>
  Object.fromEntries(Object.entries(given).filter(([, day]) => day !== undefined)) as { [K in keyof T]?: string };

const invalid = (path: string, message: string): AppError => new AppError('invalid', message, [{ path, message }]);

/** Makes a code or changes it. What waits for it goes out. Answers how many messages were let go. */
export async function saveCode(access: Access, input: SaveCode): Promise<{ released: number }> {
  const { store } = access;
  const { startsOn, endsOn, limit, takesOff, conditions } = input;
  const code = input.code.trim();
  if (startsOn && endsOn && endsOn < startsOn) throw invalid('/endsOn', say.endsBeforeItBegins);
  await refuseUnknown(store.id, conditions);
  const row = {
    ...takesOff,
    startsAt: startsOn ? firstMoment(startsOn, store.timeZone) : null,
    endsAt: endsOn ? lastMoment(endsOn, store.timeZone) : null,
    usesLimit: limit ?? null,
    conditions,
  };
  await database().transaction(async (tx) => {
    const here = and(eq(discountCodes.storeId, store.id), eq(discountCodes.code, code));
    const [there] = await tx.select().from(discountCodes).where(here).for('update');
    if (input.fresh && there) throw invalid('/code', say.isThereAlready({ code: there.code }));
    if (!input.fresh && (!there || there.seriesId)) throw new AppError('not-found', say.wasDeleted({ code }));
    if (there) await tx.update(discountCodes).set(row).where(here);
    else await tx.insert(discountCodes).values({ ...row, storeId: store.id, code });
    await remember(access, input.fresh ? 'addedCode' : 'changedCode', { code }, { db: tx });
  });
  return { released: await releaseHeld(store.id, 'code') };
}

async function refuseUnknown(storeId: string, { products: named, categories }: CodeConditions): Promise<void> {
  if (!named && !categories) return;
  const rows = await database()
    .select({ sku: products.sku, category: products.category })
    .from(products)
    .where(eq(products.storeId, storeId));
  const sku = named?.find((s) => !rows.some((p) => p.sku === s));
  if (sku) throw invalid('/conditions/products', say.noSuchProduct({ name: sku }));
  const category = categories?.find((c) => !rows.some((p) => p.category === c));
  if (category) throw invalid('/conditions/categories', say.noSuchCategory({ name: category }));
}

/** Deletes a code. Messages that promise it do what they are set to. */
export async function deleteCode(access: Access, code: string): Promise<void> {
  await database().transaction(async (tx) => {
    const [gone] = await tx
      .delete(discountCodes)
      .where(
        and(eq(discountCodes.storeId, access.store.id), eq(discountCodes.code, code), isNull(discountCodes.seriesId)),
      );
    if (gone.affectedRows === 0) throw new AppError('not-found', say.wasDeleted({ code }));
    await remember(access, 'deletedCode', { code }, { db: tx });
  });
}

/** Most codes that one series is given at a time. */
const MOST_BROUGHT = 20_000;

/** Makes a series or changes it. Codes that were given keep their value and their days. Codes of the shop are added to it. */
export async function saveSeries(
  access: Access,
  input: SaveSeries,
): Promise<{ id: string; added: number; released: number }> {
  const { store } = access;
  const { takesOff, conditions, days: validDays, most, endsOn, prefix, per, supply } = input;
  const name = input.name.trim();
  const codes = input.supply === 'brought' ? codesIn(input.codes ?? '') : [];
  await refuseUnknown(store.id, conditions);
  const row = {
    name,
    prefix,
    ...takesOff,
    conditions,
    endsAt: endsOn ? lastMoment(endsOn, store.timeZone) : null,
    days: validDays ?? null,
    most: supply === 'made' ? (most ?? null) : null,
  };
  const id = input.id ?? newId();
  const added = await database().transaction(async (tx) => {
    const [same] = await tx
      .select({ id: codeSeries.id })
      .from(codeSeries)
      .where(and(eq(codeSeries.storeId, store.id), eq(codeSeries.name, name)));
    if (same && same.id !== id) throw invalid('/name', say.seriesIsThere({ name }));
    if (input.id === undefined) await tx.insert(codeSeries).values({ ...row, id, storeId: store.id, per, supply });
    else {
      const here = and(eq(codeSeries.id, id), eq(codeSeries.storeId, store.id));
      const [there] = await tx.select().from(codeSeries).where(here).for('update');
      if (!there) throw new AppError('not-found', say.seriesWasDeleted);
      // Who had a code under the other rule would get a second one.
      if (there.given > 0 && there.per !== per) throw invalid('/per', say.perIsFixed);
      if (there.supply !== supply) throw invalid('/supply', say.supplyIsFixed);
      await tx
        .update(codeSeries)
        .set({ ...row, per })
        .where(here);
      // What is changed holds for all that nobody has yet.
      await tx
        .update(discountCodes)
        .set({ kind: row.kind, value: row.value, conditions })
        .where(and(eq(discountCodes.seriesId, id), isNull(discountCodes.givenTo)));
    }
    const fresh = await addCodes(tx, store.id, id, codes, row);
    await remember(access, input.id === undefined ? 'addedSeries' : 'changedSeries', { name }, { db: tx });
    return fresh;
  });
  return { id, added, released: await releaseHeld(store.id, 'code') };
}

/** Codes as they were typed or pasted, one on each line. */
function codesIn(text: string): string[] {
  const lines = text.split(/[\r\n]+/).map((l) => l.trim());
  const codes = lines.filter((l) => l !== '');
  if (codes.length > MOST_BROUGHT) throw invalid('/codes', say.tooManyCodes({ n: codes.length, most: MOST_BROUGHT }));
  const wrong = codes.find((c) => !new RegExp(CODE_PATTERN, 'u').test(c));
  if (wrong !== undefined)
    throw invalid('/codes', say.isNoCode({ line: lines.indexOf(wrong) + 1, code: wrong.slice(0, 70) }));
  const seen = new Set<string>();
  for (const code of codes) {
    if (seen.has(code.toLowerCase())) throw invalid('/codes', say.isTwice({ code }));
    seen.add(code.toLowerCase());
  }
  return codes;
}

/** Codes that are there already, in this series or anywhere, are refused with their place: nobody is given one twice. */
async function addCodes(
  tx: Executor,
  storeId: string,
  seriesId: string,
  codes: readonly string[],
  { kind, value, conditions }: SaveSeries['takesOff'] & { conditions: CodeConditions },
): Promise<number> {
  for (let from = 0; from < codes.length; from += 1_000) {
    const part = codes.slice(from, from + 1_000);
    const [there] = await tx
      .select({ code: discountCodes.code })
      .from(discountCodes)
      .where(and(eq(discountCodes.storeId, storeId), sql`${discountCodes.code} in ${part}`))
      .limit(1);
    const typed = there && part.find((c) => sameCode(c, there.code));
    if (typed !== undefined) throw invalid('/codes', say.isThereAlready({ code: typed }));
    await insertRows(
      tx,
      discountCodes,
      part.map((code) => ({ storeId, code, kind, value, conditions, usesLimit: 1, seriesId })),
    );
  }
  return codes.length;
}

/** Deletes a series with the codes that nobody has yet. Those that were given hold as they were promised. */
export async function deleteSeries(access: Access, id: string): Promise<void> {
  const { store } = access;
  await database().transaction(async (tx) => {
    const here = and(eq(codeSeries.id, id), eq(codeSeries.storeId, store.id));
    const [there] = await tx.select({ name: codeSeries.name }).from(codeSeries).where(here).for('update');
    if (!there) throw new AppError('not-found', say.seriesWasDeleted);
    await tx.delete(discountCodes).where(and(eq(discountCodes.seriesId, id), isNull(discountCodes.givenTo)));
    await tx.delete(codeSeries).where(here);
    await remember(access, 'deletedSeries', { name: there.name }, { db: tx });
  });
}
