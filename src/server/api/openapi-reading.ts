/** What a program reads with a reading key besides the record: orders, customers and notifications, as OpenAPI describes them. */
import { DELIVERY_STATES } from '@/core/mail';
import { AUDIENCES, MOMENT_IDS } from '@/core/moments';
import { ContactSchema, ORDER_STATUSES, OrderSchema } from '@/core/order';
import { answers, asked, errors, list, object, oneOf, part, text, time, whole, yesOrNo } from './openapi-parts';

const security = [{ readingKey: [] }];
const status = oneOf(ORDER_STATUSES);
const money = { type: 'integer', description: 'In the smallest unit of its currency' };
const country = { type: 'string', description: 'ISO 3166-1' };
const language = { type: 'string', description: 'BCP 47' };
const before = asked('before', '`next` of the page before');

const ORDER_ROW = object({
  ...{ number: text, placedAt: time, status, channel: text, customerName: text, customerEmail: text },
  ...{ language, currency: text, total: money },
});

const ORDER = object({
  ...{ order: OrderSchema, status, language },
  deliveries: list(
    object(
      {
        ...{ id: text, notification: text, recipient: text, recipientName: text, role: oneOf(AUDIENCES), language },
        ...{ state: oneOf(DELIVERY_STATES), subject: text, words: text, at: time },
        withheld: { type: 'string', description: 'Why it will not go out as things are' },
      },
      ['withheld'],
    ),
  ),
  notWritten: list(object({ notification: text, recipient: text, recipientName: text, reason: text })),
  replies: list(object({ id: text, at: time, from: text, notification: text, subject: text, text, state: text })),
});

const CUSTOMER_ROW = object(
  {
    ...{ email: text, name: text, company: text, guest: yesOrNo, country, language, channel: text },
    ...{ orders: whole, spent: money, lastOrderAt: time },
  },
  ['lastOrderAt'],
);

const since = (more: Record<string, object>) => list(object({ ...more, at: time }));

const CUSTOMER = object(
  {
    ...{ email: text, firstName: text, lastName: text, company: text, guest: yesOrNo },
    address: { ...list(text), description: 'Its lines' },
    contacts: list(ContactSchema),
    ...{ language, orders: whole, spent: money, currency: text },
    news: { ...object({ agreed: yesOrNo, at: time }), description: 'Absent where nobody said' },
    former: since({ address: text }),
    joined: since({ address: text }),
    mail: list(object({ address: text, withheld: since({ reason: text }), unsubscribed: since({ kind: text }) })),
  },
  ['news'],
);

const NOTIFICATION = object(
  {
    ...{ notification: text, name: text, moment: oneOf(MOMENT_IDS), audience: oneOf(AUDIENCES) },
    on: yesOrNo,
    live: { type: 'boolean', description: 'It is on and published: messages go out' },
    draft: { type: 'boolean', description: 'Something of it is not published' },
    versions: { type: 'integer', description: 'Versions for some orders, and that for everyone else' },
    edition: { type: 'integer', description: 'Of the version for everyone else' },
    timing: text,
    complete: { ...list(language), description: 'Languages in which every version is complete' },
    waiting: { type: 'integer', description: 'Messages that wait for their time' },
    failedToday: { type: 'integer', description: 'Messages that failed in the last 24 hours' },
    last: object({ state: oneOf(DELIVERY_STATES), at: time }),
  },
  ['edition', 'last'],
);

/** Where orders, customers and notifications are read. */
export const readingPaths = (problem: object) => ({
  '/orders': {
    get: {
      operationId: 'listOrders',
      summary: 'Read the orders, newest first',
      security,
      parameters: [
        asked('search', 'A part of a number, name or address'),
        asked('status', undefined, status),
        asked('channel', 'Its id'),
        asked('language', undefined, language),
        before,
      ],
      responses: {
        ...answers('A page of orders', object({ orders: list(ORDER_ROW), next: text }, ['next'])),
        ...errors(problem, 400, 401, 429, 503),
      },
    },
  },
  '/orders/{number}': {
    get: {
      operationId: 'readOrder',
      summary: 'Read an order, everything that was sent about it, and what was not and why',
      security,
      parameters: [part('number', 'Its number, percent-encoded')],
      responses: { ...answers('The order', ORDER), ...errors(problem, 401, 404, 429, 503) },
    },
  },
  '/customers': {
    get: {
      operationId: 'listCustomers',
      summary: 'Read the customers, those who ordered last first',
      security,
      parameters: [
        asked('search', 'The beginnings of words of a name, company or address, or the number of an order'),
        asked('country', undefined, country),
        asked('language', undefined, language),
        asked('channel', 'Its id'),
        asked('kind', undefined, oneOf(['account', 'guest'])),
        asked(
          'mail',
          'Who is not written to, who unsubscribed, or whose mail failed in the last 30 days',
          oneOf(['withheld', 'unsubscribed', 'failed']),
        ),
        asked('bought', 'A category, or the stock number of a product'),
        asked('ordered', 'Their last order is at most so many days old, or older: `30`, `-365`'),
        asked('spent', 'They spent at least so much: `250`, `99.50`'),
        before,
      ],
      responses: {
        ...answers(
          'A page of customers',
          object({ currency: text, customers: list(CUSTOMER_ROW), next: text }, ['next']),
        ),
        ...errors(problem, 400, 401, 429, 503),
      },
    },
  },
  '/customers/{address}': {
    get: {
      operationId: 'readCustomer',
      summary: 'Read who a customer is, their addresses and contacts, and whether they are written to',
      security,
      parameters: [
        part('address', 'The address that the customer orders with, or did, percent-encoded', {
          ...{ type: 'string', format: 'email' },
        }),
      ],
      responses: { ...answers('The customer', CUSTOMER), ...errors(problem, 401, 404, 429, 503) },
    },
  },
  '/notifications': {
    get: {
      operationId: 'listNotifications',
      summary: 'Read the notifications and how each stands',
      security,
      responses: {
        ...answers('All of them', object({ languages: list(language), notifications: list(NOTIFICATION) })),
        ...errors(problem, 401, 429, 503),
      },
    },
  },
});
