/** Making a store with all that it ships with, and the first of all, with its owner. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { Type } from '@sinclair/typebox';
import { count, eq } from 'drizzle-orm';
import { DEFAULT_LOOK } from '@/core/look';
import type { NotificationFacts, VariantFacts } from '@/core/plan';
import { checker } from '@/core/schema';
import { slugOf } from '@/core/slug';
import { onlyIn, SHIPPED_LANGUAGES, SHIPPED_NOTIFICATIONS, type ShippedNotification } from '@/core/shipped';
import { type Template } from '@/core/template';
import { safeUrl } from '@/core/text';
import { beginTry, succeeded, waitWords } from '../../auth/guard';
import { createUser } from '../../auth/people';
import type { Role } from '../../../contract/policy';
import { config } from '../../base/config';
import { database, type Executor } from '../../db/client';
import {
  channels,
  editions,
  keys,
  LAST_RANK,
  lookDrafts,
  lookEditions,
  memberships,
  notifications,
  stores,
  templates,
  user,
} from '../../db/schema';
import { AppError } from '../../base/errors';
import { settingsChanged } from '../../events/planner';
import { newId } from '../../base/ids';
import { networkOf } from '../../net/addresses';
import { seal } from '../../base/secrets';
import { say } from '@/words/refusals';

export type NewStore = typeof stores.$inferInsert;

export interface MadeNotification {
  facts: NotificationFacts;
  /** What was published, by edition. */
  templates: Map<string, Template>;
}

/**
 * Inserts a store with its channels, an events key, and every notification that ships: as drafts, or live from the
 * start when `published` says by whom and since when, and in the store's own voice if it has one.
 */
export async function createStore(
  db: Executor,
  store: NewStore,
  channelList: readonly { id: string; name: string; customerMail: boolean }[],
  published?: { by: string; at: Date; voice?: (shipped: ShippedNotification) => ShippedNotification },
): Promise<MadeNotification[]> {
  await db.insert(stores).values(store);
  const now = published?.at ?? new Date();
  await db
    .insert(lookDrafts)
    .values({ storeId: store.id, draft: store.look, draftBy: published?.by ?? '', draftAt: now });
  await db.insert(lookEditions).values({
    id: newId(),
    storeId: store.id,
    number: 1,
    look: store.look,
    publishedBy: published?.by ?? '',
    publishedAt: now,
  });
  await db.insert(channels).values(channelList.map((c) => ({ ...c, storeId: store.id })));
  await db.insert(keys).values({
    id: newId(),
    storeId: store.id,
    kind: 'events',
    name: 'The shop',
    secret: seal(`whsec_${randomBytes(24).toString('base64')}`),
  });
  const made: MadeNotification[] = [];
  const ids = new Set(channelList.map((c) => c.id));
  for (const shipped of SHIPPED_NOTIFICATIONS) {
    const said = published?.voice?.(shipped) ?? shipped;
    made.push(await addNotification(db, store.id, onlyIn(said, store.languages), ids, published));
  }
  return made;
}

/** Adds a notification that ships with all its variants, the one for everybody last. */
async function addNotification(
  db: Executor,
  storeId: string,
  shipped: ShippedNotification,
  channelIds: ReadonlySet<string>,
  published?: { by: string; at: Date },
): Promise<MadeNotification> {
  const { slug, name, moment, audience, on, schedule, labels, offers, when: onlyWhen, note = '' } = shipped;
  const variants = (shipped.variants ?? []).filter((v) => !v.channel || channelIds.has(v.channel));
  const id = newId();
  const set = {
    name,
    moment,
    audience,
    on,
    ...(schedule && { schedule }),
    ...(labels && { labels }),
    ...(offers && { offers }),
    ...(onlyWhen && { when: onlyWhen }),
  };
  await db.insert(notifications).values({ id, storeId, slug, note, ...set });
  const facts: NotificationFacts & { variants: VariantFacts[] } = { id, ...set, variants: [] };
  const made: MadeNotification = { facts, templates: new Map() };
  const everybody = { variant: '', name: '', when: undefined, template: shipped.template };
  for (const [i, { variant, name, when, template }] of [...variants, everybody].entries()) {
    const ids = { template: newId(), edition: newId() };
    await db.insert(templates).values({
      id: ids.template,
      storeId,
      notificationId: id,
      variant,
      variantName: name,
      rank: variant === '' ? LAST_RANK : i + 1,
      ...(when && { when }),
      draft: template,
      draftBy: published?.by ?? '',
      draftAt: published?.at ?? new Date(),
      liveEditionId: published ? ids.edition : null,
    });
    if (published) {
      await db.insert(editions).values({
        id: ids.edition,
        storeId,
        templateId: ids.template,
        number: 1,
        template,
        publishedBy: published.by,
        publishedAt: published.at,
      });
      made.templates.set(ids.edition, template);
    }
    const edition = { id: ids.edition, number: 1, languages: Object.keys(template.words) };
    facts.variants.push({ id: ids.template, name, ...(when && { when }), ...(published && { edition }) });
  }
  return made;
}

/**
 * Gives stores that were made by an earlier version the notifications that ship since, as drafts: nothing of them goes out before
 * somebody publishes it.
 */
export async function addNewlyShipped(db: Executor): Promise<void> {
  const storeRows = await db.select({ id: stores.id, languages: stores.languages }).from(stores);
  for (const { id, languages } of storeRows) {
    const there = await db
      .select({ slug: notifications.slug })
      .from(notifications)
      .where(eq(notifications.storeId, id));
    const known = new Set(there.map((n) => n.slug));
    const rows = await db.select({ id: channels.id }).from(channels).where(eq(channels.storeId, id));
    const channelIds = new Set(rows.map((c) => c.id));
    for (const shipped of SHIPPED_NOTIFICATIONS) {
      if (known.has(shipped.slug)) continue;
      await addNotification(db, id, onlyIn(shipped, languages), channelIds);
      await settingsChanged(db, id);
    }
  }
}

/** Makes somebody a member of a store. */
export async function addMember(db: Executor, userId: string, storeId: string, role: Role): Promise<void> {
  await db.insert(memberships).values({ userId, storeId, role });
}

/** True while nobody can sign in yet. */
export async function needsSetUp(): Promise<boolean> {
  const [row] = await database().select({ n: count() }).from(user);
  return (row?.n ?? 0) === 0;
}

/** The code that `./libellus start` prints while there is nobody: only who runs the machine can make the first owner. */
export function setUpCode(secret = config().secret): string {
  return createHmac('sha256', secret).update('first set-up').digest('hex').slice(0, 12);
}

/** What is asked about each store. */
export const STORE_FIELDS = {
  store: Type.String({ minLength: 1, maxLength: 80 }),
  url: Type.String({ format: 'uri', maxLength: 300 }),
  storeEmail: Type.String({ format: 'mail-address' }),
  currency: Type.String({ format: 'currency' }),
  timeZone: Type.String({ format: 'time-zone' }),
  /** Languages that its messages are in besides its own. */
  further: Type.Optional(
    Type.Array(Type.Union(SHIPPED_LANGUAGES.map((l) => Type.Literal(l))), { uniqueItems: true, maxItems: 40 }),
  ),
};

const SetUpSchema = Type.Object(
  {
    code: Type.String({ minLength: 1, maxLength: 100 }),
    ...STORE_FIELDS,
    language: Type.Union(SHIPPED_LANGUAGES.map((l) => Type.Literal(l))),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    email: Type.String({ format: 'mail-address' }),
    password: Type.String({ minLength: 10, maxLength: 128 }),
  },
  { additionalProperties: false },
);
const checkSetUp = checker(SetUpSchema, { values: 40, depth: 3 });

/** A scheme alone is a URI by RFC 3986, and no place that a message could link to. */
export function refuseUnsafe(url: string): void {
  if (safeUrl(url) !== undefined) return;
  throw new AppError('invalid', say.theStoreCannotBeMade, [{ path: '/url', message: say.enterAFullLinkSuch }]);
}

/**
 * Makes the first store and its owner. Refused without the code, and once there is anybody.
 * @param from the address of who asks: codes are guessed more slowly with each that was wrong
 */
export async function setUpFirst(input: unknown, from: string): Promise<{ storeId: string }> {
  const checked = checkSetUp(input);
  if (!checked.ok) throw new AppError('invalid', say.theStoreCannotBeMade, checked.problems);
  const {
    code,
    store,
    url,
    storeEmail,
    language,
    further = [],
    currency,
    timeZone,
    name,
    email,
    password,
  } = checked.value;
  const network = { of: `set-up ${networkOf(from)}`, free: 5 };
  const wait = await beginTry([network]);
  if (wait > 0) {
    throw new AppError('invalid', say.tooManyWrongCodesWere({ waitWords: waitWords(wait) }), [
      { path: '/code', message: say.theCodeCannotBeTried },
    ]);
  }
  const wanted = Buffer.from(setUpCode());
  const given = Buffer.from(code.trim());
  if (wanted.length !== given.length || !timingSafeEqual(wanted, given)) {
    throw new AppError('invalid', say.theSetUpCodeIs, [{ path: '/code', message: say.enterTheCodeThatLibellus }]);
  }
  await succeeded([network], []);
  refuseUnsafe(url);
  if (!(await needsSetUp())) throw new AppError('conflict', say.thereIsAStoreAlready);
  const storeId = slugOf(store, { most: 40, fallback: 'store' });
  const owner = await createUser({ name, email, password });
  await database().transaction(async (tx) => {
    await createStore(
      tx,
      {
        id: storeId,
        name: store,
        language,
        languages: [...new Set([language, ...further])],
        locales: { en: 'en-GB' },
        currency,
        timeZone,
        facts: { name: store, email: storeEmail, url },
        look: { ...DEFAULT_LOOK, masthead: { ...DEFAULT_LOOK.masthead, name: store } },
      },
      [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
    );
    await addMember(tx, owner.id, storeId, 'owner');
  });
  return { storeId };
}
