/** What is of no order and comes to a rehearsal all the same: little stock, summaries of orders, and notices to many. */
import { NOTICE, SUMMARY } from '../moments/registry';
import { customerOnly, nothingOf } from '../order/customer';
import type { Order } from '../order/schema';
import { aboutStock } from '../plan/about-stock';
import type { PlanSettings } from '../plan/types';
import type { SummaryDetail } from '../summary';
import type { LifeEvent } from './event';
import type { Life } from './lives';
import type { Scene } from './scene';

const [HOUR, DAY] = [3_600_000, 86_400_000];
/** From so many pieces on, stock is low in a rehearsal; and so many are left. */
const [LOW_AT, LEFT] = [5, 3];

/** Whom summaries of orders go to, of those that are on: each colleague once. */
export const summariesIn = ({ notifications, rules }: PlanSettings): Scene['summaries'] =>
  notifications
    .filter((n) => n.on && n.moment === SUMMARY)
    .map(({ id }) => ({
      id,
      readers: [
        ...new Map(
          rules
            .filter((r) => r.notificationId === id && r.recipient.address !== '')
            .map(({ recipient: { address, name } }) => [address.toLowerCase(), { address, name }]),
        ).values(),
      ],
    }));

/** The notices that can be sent to many, of those that are on. */
export const noticesIn = ({ notifications }: PlanSettings): Scene['notices'] =>
  notifications.filter((n) => n.on && n.moment === NOTICE).map(({ id }) => ({ id }));

/** The stock of each product of a life becomes low, and is out. */
export function stockEvents({ basket, place }: Life, { currency, url }: Scene, start: number): LifeEvent[] {
  return basket.flatMap(({ product: { sku, name, category, url: page } }, i) =>
    [LEFT, 0].map((left, j): LifeEvent => {
      const at = start + (2 * i + j) * HOUR;
      const stock = {
        ...{ sku, name, left, lowAt: LOW_AT, recordUrl: `${url}/rehearsed/stock` },
        ...(category && { category }),
        ...(place !== '' && { location: place }),
        ...(page && { url: page }),
      };
      const { order, because } = aboutStock(currency, stock, at);
      const moment = left > 0 ? 'product.stock-low' : 'product.stock-out';
      return { moment, at, order, details: { stock }, reckoned: { because } };
    }),
  );
}

/** A summary of a day's orders for each colleague who gets one. */
export function summaryEvents(placed: Order, { currency, url, summaries }: Scene, start: number): LifeEvent[] {
  const summary = summaryOf(placed, currency, `${url}/rehearsed/orders`, start);
  const order = nothingOf({ channel: '', placedAt: new Date(start).toISOString(), currency });
  return summaries.flatMap(({ id, readers }) =>
    readers.map(({ address, name }): LifeEvent => {
      const why = { code: 'summary' as const, person: name || address, scope: '', rhythm: '', orders: '2' };
      const madeFor = { notificationId: id, address, why };
      return { moment: SUMMARY, at: start, order, details: { summary }, reckoned: { madeFor } };
    }),
  );
}

/** Two orders of the day before, one of them cancelled since, and one that waits to be sent. */
function summaryOf(placed: Order, currency: string, recordUrl: string, start: number): SummaryDetail {
  const [first] = placed.lines;
  const at = (days: number): string => new Date(start - days * DAY).toISOString();
  const total = { minor: placed.total ?? 1_290, currency };
  const row = (n: number, standing: 'to-send' | 'cancelled') => ({
    ...{
      number: `${placed.number}-${n}`,
      placedAt: at(0.5),
      item: first?.product.name ?? '',
      pieces: 1,
      total,
      standing,
    },
  });
  return {
    ...{ from: at(1), until: at(0), orders: 2, cancelled: 1, pieces: 1, sums: [total], refunds: 0, refunded: [] },
    ...{ toSend: 1, oldestToSend: { number: `${placed.number}-1`, placedAt: at(0.5) }, unpaid: 0, due: [] },
    ...{ rows: [row(1, 'to-send'), row(2, 'cancelled')], recordUrl },
  };
}

/** Each notice, to a customer who agreed to get them. */
export const noticeEvents = (placed: Order, { notices }: Scene, start: number): LifeEvent[] =>
  notices.map(({ id }, i): LifeEvent => {
    const at = start + i * HOUR;
    const order = customerOnly({ ...placed, number: '', placedAt: new Date(at).toISOString(), lines: [] });
    const letter = { notificationId: id, by: 'Libellus', adapted: [] };
    const customer = { agreed: true, ...(order.language && { language: order.language }) };
    return { moment: NOTICE, at, order, letter, reckoned: { customer } };
  });
