/** What other programs may read with a store's reading key: what people read in the record, of orders, customers and notifications. */
import { eq } from 'drizzle-orm';
import type { KeyScope } from '@/contract/keys';
import type { Store } from '../auth/access';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { database } from '../db/client';
import { stores } from '../db/schema';
import { listCodes } from '../features/codes/list';
import { contactsOf } from '../features/customers/contacts';
import { customerOfAddress, loadCustomer } from '../features/customers/customer';
import { listCustomers, readCustomerFilter } from '../features/customers/list';
import { listDeliveries, readDeliveryFilter } from '../features/deliveries/deliveries';
import { loadBoard } from '../features/notifications/board';
import { listOrders, orderDetail, readOrderFilter } from '../features/orders/orders';
import { storeOfReadKey } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, refusal, tooOften } from './problem';

type Query = Record<string, string>;

interface Reading {
  scope: KeyScope;
  /** For people: what cannot be read just now. */
  what: string;
  /** Of what comes in pages: the parameter that says where one begins. */
  cursor?: string;
  /** What takes longer counts as so many readings. */
  weight?: number;
}

/** Where the next page is (RFC 8288): the same question from where this one ended. */
function nextPage(url: URL, cursor: string | undefined, answer: object): { link?: string } {
  if (cursor === undefined || !('next' in answer) || typeof answer.next !== 'string') return {};
  const query = new URLSearchParams(url.searchParams);
  query.set(cursor, answer.next);
  return { link: `<${url.pathname}?${query}>; rel="next"` };
}

/** Answers a question of the store whose reading key asks, with what its address asks for. */
async function answerReading(
  request: Request,
  { scope, what, cursor, weight = 1 }: Reading,
  read: (store: Store, query: Query) => Promise<object>,
): Promise<Response> {
  try {
    const wait = await guessesTooMuch(request.headers);
    if (wait !== undefined) return tooOften(wait);
    const storeId = await storeOfReadKey(request.headers, scope);
    if (!storeId) {
      await countWrong(request.headers);
      const title = 'A reading key that may read this is needed: Authorization: Bearer and the key.';
      return problem('no-reading-key', title, [], { 'www-authenticate': 'Bearer' });
    }
    const { wait: often, headers } = await counted('reading', storeId, weight);
    if (often !== undefined) return tooOften(often, headers);
    const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
    const url = new URL(request.url);
    const answer = await read(store!, Object.fromEntries(url.searchParams));
    return Response.json(answer, { headers: { ...headers, ...nextPage(url, cursor, answer) } });
  } catch (error) {
    const refused = refusal(error);
    if (refused) return refused;
    log.error({ err: error, what }, 'a reading could not be answered');
    return problem('unavailable', `The ${what} cannot be read just now. Ask again in a minute.`, [], {
      'retry-after': '5',
    });
  }
}

/** Refuses what was asked by and could not be read: a program that mistypes must not get everything instead. */
function allRead(query: Query, read: Readonly<Record<string, unknown>>, names: readonly string[]): void {
  const unread = names.filter((name) => query[name] && !read[name]);
  if (unread.length === 0) return;
  const problems = unread.map((name) => ({
    path: `/${name}`,
    message: `This cannot be "${query[name]!.slice(0, 40)}".`,
  }));
  throw new AppError('invalid', `It cannot be narrowed by ${unread.join(' and ')} so.`, problems);
}

/** `GET /api/v1/deliveries`: a page of the record. */
export const handleRecord = (request: Request): Promise<Response> =>
  answerReading(request, { scope: 'deliveries', what: 'record', cursor: 'before' }, async ({ id }, query) => {
    const { rows, next } = await listDeliveries(id, readDeliveryFilter(query));
    return { deliveries: rows, next };
  });

/** `GET /api/v1/codes`: a page of the discount codes, those that customers were given among them. */
export const handleCodes = (request: Request): Promise<Response> =>
  answerReading(
    request,
    { scope: 'codes', what: 'discount codes', cursor: 'after' },
    ({ id }, { after = '', givenSince }) =>
      listCodes(id, { after: after.slice(0, 64), ...(givenSince !== undefined && { givenSince }) }),
  );

/** `GET /api/v1/customers/{address}/contacts`: for an account page. */
export const handleContacts = (request: Request, address: string): Promise<Response> =>
  answerReading(request, { scope: 'customers', what: 'contacts' }, ({ id }) => contactsOf(id, address));

/** `GET /api/v1/orders`: a page of orders, newest first. */
export const handleOrders = (request: Request): Promise<Response> =>
  answerReading(request, { scope: 'orders', what: 'orders', cursor: 'before' }, async (store, query) => {
    const filter = readOrderFilter(query);
    allRead(query, { ...filter }, ['status']);
    const { rows, next } = await listOrders({ store }, filter);
    return { orders: rows.map(({ id: _, ...order }) => order), next };
  });

/** `GET /api/v1/orders/{number}`: an order, everything that was sent about it, and what was not and why. */
export const handleOrder = (request: Request, number: string): Promise<Response> =>
  answerReading(request, { scope: 'orders', what: 'order' }, async (store) => {
    const { order, status, language, sent, notWritten, replies } = await orderDetail({ store }, number);
    return {
      ...{ order, status, language },
      deliveries: sent.map(({ waits: _, at, withheld, ...d }) => ({ ...d, at, ...(withheld && { withheld }) })),
      notWritten: notWritten.map(({ id: _, ...n }) => n),
      replies: replies.map(({ id, at, from, notification, subject, text, state }) => ({
        ...{ id, at, from, notification, subject, text, state },
      })),
    };
  });

/** `GET /api/v1/customers`: a page of customers, those who ordered last first. */
export const handleCustomers = (request: Request): Promise<Response> =>
  answerReading(request, { scope: 'people', what: 'customers', cursor: 'before' }, async (store, query) => {
    const filter = readCustomerFilter(query);
    allRead(query, { ...filter }, ['country', 'kind', 'mail', 'ordered', 'spent']);
    const { rows, next } = await listCustomers({ store }, filter, query.before?.slice(0, 80));
    return { currency: store.currency, customers: rows.map(({ id: _, ...customer }) => customer), next };
  });

/** `GET /api/v1/customers/{address}`: who a customer is, their addresses and contacts, and whether they are written to. */
export const handleCustomer = (request: Request, address: string): Promise<Response> =>
  answerReading(request, { scope: 'people', what: 'customer' }, async (store) => {
    const found = await customerOfAddress({ store }, address);
    if (!found) throw new AppError('not-found', `The store knows no customer ${address.slice(0, 254)}.`);
    const page = await loadCustomer({ store }, found.id, {});
    const { email, firstName, lastName, company, guest, address: lines, contacts, orders, spent, news } = page;
    return {
      ...{ email, firstName, lastName, company, guest, address: lines, contacts },
      language: page.language || page.orderLanguage,
      ...{ orders, spent, currency: store.currency },
      ...(news && { news }),
      former: page.former.map((f) => ({ address: f.address, at: f.at })),
      joined: page.joined.map((j) => ({ address: j.address, at: j.at })),
      mail: page.mail.map((m) => ({
        address: m.address,
        withheld: m.withheld.map(({ reason, at }) => ({ reason, at })),
        unsubscribed: m.unsubscribed.map(({ kind, at }) => ({ kind, at })),
      })),
    };
  });

/** `GET /api/v1/notifications`: each with how it stands. */
export const handleNotifications = (request: Request): Promise<Response> =>
  answerReading(request, { scope: 'notifications', what: 'notifications', weight: 10 }, async (store) => {
    const { cards, languages } = await loadBoard({ store });
    return {
      languages,
      notifications: cards.map(({ slug, name, moment, audience, on, live, edition, changed, variants, ...card }) => ({
        ...{ notification: slug, name, moment, audience, on, live, draft: changed, versions: variants + 1 },
        ...(edition !== undefined && { edition }),
        timing: card.timing,
        complete: card.complete,
        waiting: card.waiting,
        failedToday: card.failures,
        ...(card.last && { last: card.last }),
      })),
    };
  });
