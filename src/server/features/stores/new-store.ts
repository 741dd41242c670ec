/** A further store of an installation: with what ships, or with the messages of another store. */
import { Type, type Static } from '@sinclair/typebox';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { DEFAULT_LOOK } from '@/core/look';
import { inLanguages, languagesIn, setItems } from '@/core/sets';
import { SHIPPED_LANGUAGES } from '@/core/shipped';
import { freeSlug, slugOf } from '@/core/slug';
import { accessOf, type Access, type Person, type Store } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { channels, memberships, memoryFiles, memoryPairs, stores } from '../../db/schema';
import { settingsChanged } from '../../events/planner';
import { putSet } from '../sets/apply';
import { bringBytes } from '../sets/pictures';
import { setOf, withBytes } from '../sets/take-out';
import { object } from '../shapes';
import { addMember, createStore, refuseUnsafe, STORE_FIELDS } from './stores';
import { say } from '@/words/refusals';

export const NewStoreSchema = object({
  ...STORE_FIELDS,
  language: Type.String({ format: 'language', maxLength: 20 }),
  /** The store whose messages it begins with; what ships without it. */
  like: Type.Optional(Type.String({ minLength: 1, maxLength: 40 })),
});

/**
 * Makes a store of which the person is the owner. It begins with what ships, as drafts; with `like` the messages, look, phrases,
 * settings, channels and recipients of that store are put over it, as drafts where there are drafts. Throws `invalid` for a language that
 * there are no words in.
 */
export async function makeStore(access: Access, input: Static<typeof NewStoreSchema>): Promise<{ storeId: string }> {
  const { store: name, url, storeEmail, language, further = [], currency, timeZone, like } = input;
  const { person } = access;
  refuseUnsafe(url);
  const model = like === undefined ? undefined : (await accessOf(person, like, 'set.take')).store;
  const known = model ? [...new Set([...model.languages, ...SHIPPED_LANGUAGES])] : SHIPPED_LANGUAGES;
  if (!known.includes(language)) {
    throw new AppError('invalid', say.theStoreCannotBeMade, [{ path: '/language', message: say.noMessagesInIt }]);
  }
  return database().transaction(async (tx) => {
    const taken = new Set((await tx.select({ id: stores.id }).from(stores)).map((s) => s.id));
    const id = freeSlug(slugOf(name, { most: 36, fallback: 'store' }), taken, 'store');
    await createStore(
      tx,
      {
        id,
        name,
        language,
        languages: [...new Set([language, ...(model?.languages ?? []), ...further])],
        locales: model?.locales ?? { en: 'en-GB' },
        // What it begins with is guarded as it was.
        requiresTwoFactors: model?.requiresTwoFactors ?? false,
        currency,
        timeZone,
        facts: { name, email: storeEmail, url },
        look: { ...DEFAULT_LOOK, masthead: { ...DEFAULT_LOOK.masthead, name } },
      },
      model ? await channelsOf(model, tx) : [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
    );
    await addMember(tx, person.id, id, 'owner');
    const [store] = await tx.select().from(stores).where(eq(stores.id, id));
    if (model) await beginLike({ person, store: store!, role: 'owner' }, model, tx);
    await remember(access, 'madeStore', { name }, { db: tx });
    return { storeId: id };
  });
}

async function channelsOf({ id }: Store, tx: Executor) {
  return tx
    .select({ id: channels.id, name: channels.name, customerMail: channels.customerMail })
    .from(channels)
    .where(eq(channels.storeId, id));
}

async function beginLike(access: Access, model: Store, tx: Executor): Promise<void> {
  const { store } = access;
  const found = await withBytes(model, await setOf(model, 'draft', tx));
  const same = Object.fromEntries(languagesIn(found).map((l) => [l, store.languages.includes(l) ? l : '']));
  const set = await bringBytes(access, inLanguages(found, same, store.language));
  const own = {
    ...set,
    ...(set.look && { look: { ...set.look, masthead: { ...set.look.masthead, name: store.name } } }),
  };
  const ours = await setOf(store, 'draft', tx);
  const names = new Set((await channelsOf(store, tx)).map((c) => c.id));
  const items = setItems(own, ours, {
    language: store.language,
    languages: store.languages,
    channels: names,
    names: {},
    on: new Set(),
    pictures: new Set(),
    files: new Set(),
  });
  const keys = new Set(items.filter((i) => i.refused === undefined && i.state !== 'same').map((i) => i.key));
  await putSet(access, own, ours, keys, tx);
  await memoriesLike(store, model, tx);
  await settingsChanged(tx, store.id);
}

/**
 * Memories that were brought in as files go along, for the languages that the new store has: from the same own language, as what they
 * offer is found by its words. What the other store translated itself goes along with its messages.
 */
async function memoriesLike(store: Store, model: Store, tx: Executor): Promise<void> {
  if (store.language !== model.language) return;
  const files = await tx
    .select()
    .from(memoryFiles)
    .where(
      and(
        eq(memoryFiles.storeId, model.id),
        eq(memoryFiles.source, store.language),
        inArray(memoryFiles.language, store.languages),
        isNull(memoryFiles.removedAt),
      ),
    );
  for (const file of files) {
    const id = newId();
    await tx.insert(memoryFiles).values({ ...file, id, storeId: store.id });
    await tx.execute(sql`
      insert into ${memoryPairs} (file_id, place, source, words)
      select ${id}, place, source, words from ${memoryPairs} where file_id = ${file.id}`);
  }
}

/** The stores of a person, with the languages of their messages. */
export async function loadModels(person: Person) {
  return database()
    .select({ id: stores.id, name: stores.name, languages: stores.languages, role: memberships.role })
    .from(memberships)
    .innerJoin(stores, eq(stores.id, memberships.storeId))
    .where(eq(memberships.userId, person.id))
    .orderBy(stores.name);
}
