/** Webhooks of shops: made, changed, mapped, published, switched on, and what came taken again. */
import { randomBytes } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { and, asc, count, desc, eq, inArray, max, sql } from 'drizzle-orm';
import type {
  ChangeSource,
  MakeSource,
  ProofForm,
  RequestRow,
  SaveMapping,
  SourcePage,
  SourceRow,
  TakenAgain,
  Tried,
} from '@/contract/sources';
import { mappingProblems, TARGETS, type Mapping } from '@/core/mapping';
import { momentLabel, momentOf } from '@/core/moments';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { config } from '../../base/config';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { seal } from '../../base/secrets';
import { database } from '../../db/client';
import { channels, orders, sourceEditions, sourceRequests, sources, type Proof } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { EVENT_TYPES } from '../../events/schema';
import { eventOf } from '../../sources/map';
import { newestRequests, OPEN_STATES, takeAgain, type Source } from '../../sources/requests';
import { say } from '@/words/sources';

const MOST = 20;
/** So many of the newest requests a mapping is tried on. */
const TRIED_ON = 50;

/** Events that a shop's own webhook can be: those of orders. */
const TYPES = EVENT_TYPES.filter((type) => !['account', 'product'].includes(momentOf(type).about));

const addressOf = (token: string): string => `${config().url}/api/v1/sources/${token}`;
const mine = ({ store }: Access, id: string) => and(eq(sources.storeId, store.id), eq(sources.id, id));

async function sourceOf(access: Access, id: string): Promise<Source> {
  const [source] = await database().select().from(sources).where(mine(access, id));
  if (!source) throw new AppError('not-found', say.noSuchSource);
  return source;
}

/** The sources of a store in the order in which they were made, with how many requests of each are still to be taken. */
export async function loadSources({ store }: Access): Promise<{ sources: SourceRow[]; refused: RequestRow[] }> {
  const [rows, came, refused] = await Promise.all([
    database().select().from(sources).where(eq(sources.storeId, store.id)).orderBy(asc(sources.id)),
    database()
      .select({
        source: sourceRequests.sourceId,
        last: max(sourceRequests.at),
        waiting: sql<number>`sum(${inArray(sourceRequests.state, [...OPEN_STATES])})`,
      })
      .from(sourceRequests)
      .where(eq(sourceRequests.storeId, store.id))
      .groupBy(sourceRequests.sourceId),
    newestRequests(store.id, ''),
  ]);
  const by = new Map(came.map((c) => [c.source, c]));
  return {
    sources: rows.map(({ id, name, token, proof, on, live }) => {
      const found = by.get(id);
      return {
        ...{ id, name, address: addressOf(token), proof: proof.by, on, edition: live },
        ...(found?.last && { lastAt: new Date(found.last).toISOString() }),
        waiting: Number(found?.waiting ?? 0),
      };
    }),
    refused: refused.map(rowOf),
  };
}

const rowOf = ({ at, againAt, ...row }: Awaited<ReturnType<typeof newestRequests>>[number]): RequestRow => ({
  ...row,
  at: at.toISOString(),
  ...(againAt && { againAt: againAt.toISOString() }),
});

/** A source with its mapping and what came. Throws `not-found`. */
export async function loadSource(access: Access, id: string): Promise<SourcePage> {
  const source = await sourceOf(access, id);
  const { store } = access;
  const [editions, requests, [waiting], channelRows] = await Promise.all([
    database()
      .select()
      .from(sourceEditions)
      .where(eq(sourceEditions.sourceId, id))
      .orderBy(desc(sourceEditions.number))
      .limit(50),
    newestRequests(store.id, id),
    database()
      .select({ n: count() })
      .from(sourceRequests)
      .where(and(eq(sourceRequests.sourceId, id), inArray(sourceRequests.state, [...OPEN_STATES]))),
    database()
      .select({ id: channels.id, name: channels.name })
      .from(channels)
      .where(eq(channels.storeId, store.id))
      .orderBy(channels.name),
  ]);
  const live = editions.find((e) => e.number === source.live);
  return {
    ...{ id, name: source.name, address: addressOf(source.token), proof: withoutSecret(source.proof), on: source.on },
    ...{ edition: source.live, revision: source.revision, mapping: source.draft },
    changed: JSON.stringify(live?.mapping) !== JSON.stringify(source.draft),
    editions: editions.map((e) => ({ number: e.number, by: e.publishedBy, at: e.publishedAt.toISOString() })),
    requests: requests.map(rowOf),
    waiting: waiting!.n,
    targets: TARGETS,
    events: TYPES.map((type) => ({ type, label: momentLabel(type) })),
    ...{ channels: channelRows, currency: store.currency },
  };
}

function withoutSecret(proof: Proof): ProofForm {
  const { secret: _secret, ...shown } = proof;
  return shown;
}

/** So many of the newest orders say which channel most come through. */
const LATELY = 500;

/** What a source begins with: every request is an order that was placed, through the channel that most orders came through of late. */
async function beginning({ store }: Access): Promise<Mapping> {
  const lately = database()
    .select({ channel: orders.channel })
    .from(orders)
    .where(eq(orders.storeId, store.id))
    .orderBy(desc(orders.id))
    .limit(LATELY)
    .as('lately');
  const [[busiest], [first]] = await Promise.all([
    database()
      .select({ id: channels.id })
      .from(lately)
      .innerJoin(channels, and(eq(channels.storeId, store.id), eq(channels.id, lately.channel)))
      .groupBy(channels.id)
      .orderBy(desc(count()))
      .limit(1),
    database()
      .select({ id: channels.id })
      .from(channels)
      .where(eq(channels.storeId, store.id))
      .orderBy(asc(channels.id))
      .limit(1),
  ]);
  const channel = busiest ?? first;
  return {
    event: { table: [], otherwise: 'order.placed' },
    lists: [],
    fields: channel ? [{ to: '/order/channel', from: [], otherwise: channel.id }] : [],
  };
}

/** Makes a source, switched off. Its secret is told this once, when it was made here. */
export async function makeSource(
  access: Access,
  { name: given, proof }: MakeSource,
): Promise<{ id: string; address: string; secret: string }> {
  const name = nameOf(given);
  const secret = proof.secret ?? randomBytes(24).toString('base64url');
  const [id, token] = [newId(), randomBytes(24).toString('base64url')];
  await database().transaction(async (tx) => {
    const [{ n } = { n: 0 }] = await tx
      .select({ n: count() })
      .from(sources)
      .where(eq(sources.storeId, access.store.id));
    if (n >= MOST) throw new AppError('invalid', say.tooManySources({ most: MOST }));
    await tx.insert(sources).values({
      ...{ id, storeId: access.store.id, name, token, draft: await beginning(access) },
      proof: { ...proof, secret: seal(secret) },
      ...{ madeBy: access.person.name, madeAt: new Date(await databaseTime(tx)) },
    });
    await remember(access, 'madeSource', { name }, { db: tx, about: id });
  });
  return { id, address: addressOf(token), secret };
}

function nameOf(given: string): string {
  const name = plainLine(given);
  if (name === '') throw new AppError('invalid', say.nameTheSource, [{ path: '/name', message: say.nameTheSource }]);
  return name;
}

/** Changes what a source is called and how its requests prove themselves; without a secret in it, that stays. */
export async function changeSource(access: Access, { id, name: given, proof }: ChangeSource): Promise<void> {
  const source = await sourceOf(access, id);
  const name = nameOf(given);
  const secret = proof.secret === undefined ? source.proof.secret : seal(proof.secret);
  await database().transaction(async (tx) => {
    await tx
      .update(sources)
      .set({ name, proof: { ...proof, secret } })
      .where(mine(access, id));
    await remember(access, 'changedSource', { name }, { db: tx, about: id });
  });
}

/** Removes a source with all that came and was not taken. Throws `not-found`. */
export async function removeSource(access: Access, { id }: { id: string }): Promise<void> {
  const { name } = await sourceOf(access, id);
  await database().transaction(async (tx) => {
    await tx.delete(sources).where(mine(access, id));
    await tx
      .delete(sourceRequests)
      .where(and(eq(sourceRequests.storeId, access.store.id), eq(sourceRequests.sourceId, id)));
    await remember(access, 'removedSource', { name }, { db: tx, about: id });
  });
}

/** Saves the draft of a mapping. Throws `conflict` when somebody saved another since. */
export async function saveMapping(
  access: Access,
  { id, revision, mapping }: SaveMapping,
): Promise<{ revision: number }> {
  await sourceOf(access, id);
  const [saved] = await database()
    .update(sources)
    .set({ draft: mapping, revision: revision + 1 })
    .where(and(mine(access, id), eq(sources.revision, revision)));
  if (saved.affectedRows === 0) throw new AppError('conflict', say.mappingChangedSince);
  return { revision: revision + 1 };
}

/**
 * Makes an edition of the draft, by which requests are read from now on. Throws `conflict` when somebody saved another since, and
 * `invalid` with the places of what cannot be.
 */
export async function publishMapping(
  access: Access,
  { id, revision }: { id: string; revision: number },
): Promise<{ edition: number }> {
  return database().transaction(async (tx) => {
    const [source] = await tx.select().from(sources).where(mine(access, id)).for('update');
    if (!source) throw new AppError('not-found', say.noSuchSource);
    if (source.revision !== revision) throw new AppError('conflict', say.mappingChangedSince);
    const problems = mappingProblems(source.draft);
    if (problems.length > 0) throw new AppError('invalid', say.mappingCannotBe, problems);
    const edition = source.live + 1;
    const [{ last } = { last: 0 }] = await tx
      .select({ last: max(sourceEditions.number) })
      .from(sourceEditions)
      .where(eq(sourceEditions.sourceId, id));
    const number = Math.max(edition, (last ?? 0) + 1);
    await tx.insert(sourceEditions).values({
      ...{ sourceId: id, number, mapping: source.draft, publishedBy: access.person.name },
      publishedAt: new Date(await databaseTime(tx)),
    });
    await tx.update(sources).set({ live: number }).where(mine(access, id));
    await remember(access, 'publishedMapping', { name: source.name, edition: number }, { db: tx, about: id });
    return { edition: number };
  });
}

/** Puts the mapping of an edition in the place of the draft. Throws `not-found`. */
export async function startFromEdition(access: Access, { id, number }: { id: string; number: number }): Promise<void> {
  await sourceOf(access, id);
  const [edition] = await database()
    .select()
    .from(sourceEditions)
    .where(and(eq(sourceEditions.sourceId, id), eq(sourceEditions.number, number)));
  if (!edition) throw new AppError('not-found', say.noSuchEdition({ n: number }));
  await database()
    .update(sources)
    .set({ draft: edition.mapping, revision: sql`${sources.revision} + 1` })
    .where(mine(access, id));
}

/** Switches a source on or off. Throws `conflict` for one that nothing was published of. */
export async function switchSource(access: Access, { id, on }: { id: string; on: boolean }): Promise<void> {
  const source = await sourceOf(access, id);
  if (on && source.live === 0) throw new AppError('conflict', say.publishFirst);
  await database().transaction(async (tx) => {
    await tx.update(sources).set({ on }).where(mine(access, id));
    await remember(access, on ? 'switchedSourceOn' : 'switchedSourceOff', { name: source.name }, { db: tx, about: id });
  });
}

/** What a mapping makes of the newest requests that came. Throws `invalid` with the places of what cannot be. Nothing is changed. */
export async function tryMapping(access: Access, { id, mapping }: { id: string; mapping: Mapping }): Promise<Tried[]> {
  await sourceOf(access, id);
  const problems = mappingProblems(mapping);
  if (problems.length > 0) throw new AppError('invalid', say.mappingCannotBe, problems);
  const rows = await database()
    .select({ id: sourceRequests.id, body: sourceRequests.body })
    .from(sourceRequests)
    .where(
      and(
        eq(sourceRequests.storeId, access.store.id),
        eq(sourceRequests.sourceId, id),
        sql`${sourceRequests.state} <> 'refused'`,
      ),
    )
    .orderBy(desc(sourceRequests.id))
    .limit(TRIED_ON);
  const tried: Tried[] = [];
  for (const row of rows) {
    const made = eventOf(mapping, { store: access.store, sourceId: id, body: row.body });
    const number = (made.event?.data as { order?: { number?: unknown } } | undefined)?.order?.number;
    tried.push({
      ...{ request: row.id, word: made.word, problems: made.problems, data: made.event?.data ?? {} },
      ...(made.type !== undefined && { type: made.type }),
      order: typeof number === 'string' ? number : '',
    });
    // Large ones take their time, and others want to be answered in between.
    await setImmediate();
  }
  return tried;
}

/** What a request said, as it came. That it was read is written down. Throws `not-found`. */
export async function readRequestBody(
  access: Access,
  { source, request }: { source: string; request: string },
): Promise<{ body: string }> {
  const [row] = await database()
    .select({ body: sourceRequests.body })
    .from(sourceRequests)
    .where(
      and(
        eq(sourceRequests.storeId, access.store.id),
        eq(sourceRequests.sourceId, source),
        eq(sourceRequests.id, request),
      ),
    );
  if (!row) throw new AppError('not-found', say.noSuchRequest);
  return row;
}

/** Takes what came and was not taken by the live mapping. Throws `conflict` while the source is off. */
export async function takeRequestsAgain(
  access: Access,
  { source: id, requests }: { source: string; requests?: string[] },
): Promise<TakenAgain> {
  const source = id === '' ? undefined : await sourceOf(access, id);
  if (source && !source.on) throw new AppError('conflict', say.switchOnFirst);
  const counts = await takeAgain(access.store, source, requests);
  await remember(access, 'tookAgain', { n: counts.taken, name: source?.name ?? say.ownEvents }, { about: id });
  return counts;
}
