/** Orders: placed, walked through their life, written to; lists in and out; the key of the shop. */
import { Type } from '@sinclair/typebox';
import { LISTS } from '@/core/exchange';
import { windClock } from '../../db/demo-clock';
import { useCase } from '../use-case';
import { eraseCustomer, exportCustomer } from '../people/customer-data';
import { eventsKey } from './connect';
import { takeListBack } from '../exchange/bring-customers';
import { bringIn, previewFile } from '../exchange/bring-in';
import { takeOut } from '../exchange/take-out';
import { doWithOrder, forecastAction } from './order-actions';
import { replyFile } from './replies';
import { findOrders, orderSnapshot } from './orders';
import { forecastPlacing, placeOrder } from './placing';
import { startWalk, takeStep } from './walk';
import { keepLetter } from './keep-letter';
import { writeLetter } from './letters';
import { DEED_CHECKS, ID, NOTHING, NUMBER, object } from '../shapes';

const LIST = Type.Union(LISTS.map((l) => Type.Literal(l)));
const FILE = Type.Unsafe<Uint8Array>({});
const EMAIL = Type.String({ format: 'mail-address' });
const HOUR_MS = 3_600_000;

export const order = {
  read: useCase({
    name: 'order.read',
    permission: 'store.read',
    input: object({ number: NUMBER }),
    run: (who, { number }) => orderSnapshot(who, number),
  }),
  search: useCase({
    name: 'order.search',
    permission: 'store.read',
    input: object({ search: Type.String({ maxLength: 100 }) }),
    run: (who, { search }) => findOrders(who, search),
  }),
  place: useCase({
    name: 'order.place',
    permission: 'order.place',
    input: object({ order: DEED_CHECKS }),
    run: (who, { order }) => placeOrder(who, order),
  }),
  forecastPlacing: useCase({
    name: 'order.forecast-placing',
    permission: 'order.place',
    input: object({ order: DEED_CHECKS }),
    run: (who, { order }) => forecastPlacing(who, order),
  }),
  act: useCase({
    name: 'order.act',
    permission: 'order.place',
    input: object({ number: NUMBER, action: DEED_CHECKS }),
    run: (who, { number, action }) => doWithOrder(who, number, action),
  }),
  forecast: useCase({
    name: 'order.forecast',
    permission: 'order.place',
    input: object({ number: NUMBER, action: DEED_CHECKS }),
    run: (who, { number, action }) => forecastAction(who, number, action),
  }),
  startWalk: useCase({
    name: 'order.start-walk',
    permission: 'order.place',
    input: object({
      email: Type.String({ maxLength: 254 }),
      firstName: Type.String({ maxLength: 120 }),
      lastName: Type.String({ maxLength: 120 }),
      language: Type.String({ maxLength: 20 }),
      asGuest: Type.Boolean(),
    }),
    run: startWalk,
  }),
  takeStep: useCase({
    name: 'order.take-step',
    permission: 'order.place',
    input: object({ number: NUMBER, step: Type.String({ maxLength: 60 }) }),
    run: (who, { number, step }) => takeStep(who, number, step),
  }),
  wind: useCase({
    name: 'order.wind',
    permission: 'order.place',
    input: object({ hours: Type.Number({ minimum: 0, maximum: 24 * 366 }) }),
    run: (_, { hours }) => windClock(Math.round(hours * HOUR_MS)),
  }),
  keep: useCase({
    name: 'order.keep',
    permission: 'notification.switch',
    input: object({ letter: DEED_CHECKS }),
    run: (who, { letter }) => keepLetter(who, letter),
  }),
  write: useCase({
    name: 'order.write',
    permission: 'message.write',
    input: object({ letter: DEED_CHECKS }),
    run: (who, { letter }) => writeLetter(who, letter),
  }),
};

export const list = {
  preview: useCase({
    name: 'list.preview',
    permission: 'data.import',
    input: object({ list: LIST, bytes: FILE, clear: Type.Optional(Type.Boolean()) }),
    run: (who, { list, bytes, clear }) => previewFile(who, list, bytes, clear),
  }),
  bring: useCase({
    name: 'list.bring',
    permission: 'data.import',
    input: object({ list: LIST, bytes: FILE, goodOnly: Type.Boolean(), clear: Type.Optional(Type.Boolean()) }),
    run: (who, { list, bytes, goodOnly, clear }) => bringIn(who, list, bytes, goodOnly, clear),
  }),
  takeBack: useCase({
    name: 'list.take-back',
    permission: 'data.import',
    input: object({ id: ID }),
    run: takeListBack,
  }),
  take: useCase({
    name: 'list.take',
    permission: 'data.export',
    input: object({ list: LIST, as: Type.Union([Type.Literal('csv'), Type.Literal('json')]) }),
    run: (who, { list, as }) => takeOut(who, list, as),
  }),
};

export const shop = {
  eventsKey: useCase({ name: 'shop.events-key', permission: 'api.read', input: NOTHING, run: eventsKey }),
};

export const customer = {
  export: useCase({
    name: 'customer.export',
    permission: 'customer.data',
    input: object({ email: EMAIL }),
    run: (who, { email }) => exportCustomer(who, email),
  }),
  erase: useCase({
    name: 'customer.erase',
    permission: 'customer.data',
    input: object({ email: EMAIL }),
    run: (who, { email }) => eraseCustomer(who, email),
  }),
};

export const reply = {
  download: useCase({
    name: 'reply.download',
    permission: 'store.read',
    input: object({ id: Type.String({ maxLength: 40 }) }),
    run: (who, { id }) => replyFile(who, id),
  }),
};
