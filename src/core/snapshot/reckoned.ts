/** What messages say that are about no order: of a product's stock, and of the orders of a period. */
import { moneyFormatter } from '../text/formatters';
import { plainLine, type Money, type Values } from '../text/values';
import type { StockDetail } from '../stock';
import type { OrderStanding, SummaryDetail } from '../summary';
import type { namesFor } from './own-names';

const line = (text: string | undefined): string | undefined => (text ? plainLine(text) : undefined);

export function stockValues(stock: StockDetail | undefined, names: ReturnType<typeof namesFor>): Values {
  if (!stock) return {};
  const { location } = stock;
  return {
    'stock.product': line(stock.name),
    'stock.sku': line(stock.sku),
    'stock.category': line(stock.category),
    'stock.left': stock.left,
    'stock.lowAt': stock.lowAt,
    'stock.location': line(location && names.of('place', location)),
    'stock.url': stock.url,
    'stock.recordUrl': stock.recordUrl,
  };
}

/** Sums of several currencies, one after the other, as a locale writes them. */
const sumsText = (sums: readonly Money[], locale: string): string | undefined =>
  sums.length === 0 ? undefined : sums.map(({ minor, currency }) => moneyFormatter(locale, currency)(minor)).join(', ');

export function summaryValues(summary: SummaryDetail | undefined, locale: string): Values {
  if (!summary) return {};
  const { oldestToSend, rows } = summary;
  const first = rows[0];
  return {
    'summary.from': Date.parse(summary.from),
    'summary.until': Date.parse(summary.until),
    'summary.orders': summary.orders,
    'summary.cancelled': summary.cancelled,
    'summary.pieces': summary.pieces,
    'summary.total': sumsText(summary.sums, locale),
    'summary.refunds': summary.refunds,
    'summary.refunded': sumsText(summary.refunded, locale),
    'summary.toSend': summary.toSend,
    'summary.oldestNumber': line(oldestToSend?.number),
    'summary.oldestPlacedAt': oldestToSend && Date.parse(oldestToSend.placedAt),
    'summary.unpaid': summary.unpaid,
    'summary.due': sumsText(summary.due, locale),
    'summary.firstNumber': line(first?.number),
    'summary.firstPlacedAt': first && Date.parse(first.placedAt),
    'summary.firstTotal': first?.total,
    'summary.unlisted': summary.orders > rows.length ? summary.orders - rows.length : undefined,
    'summary.recordUrl': summary.recordUrl,
  };
}

/** One order of a summary, as a message shows it. */
export interface SummaryOrder {
  number: string;
  /** Where colleagues look at it; empty when it is not known. */
  url: string;
  item: string;
  pieces: number;
  total: Money;
  standing: OrderStanding;
}

const NO_ORDERS: readonly SummaryOrder[] = [];

export function summaryOrders(
  summary: SummaryDetail | undefined,
  ordersUrl: string | undefined,
): readonly SummaryOrder[] {
  if (!summary) return NO_ORDERS;
  return summary.rows.map(({ number, item, pieces, total, standing }) => ({
    number: plainLine(number),
    url: ordersUrl ? `${ordersUrl}/${encodeURIComponent(number)}` : '',
    item: plainLine(item),
    pieces,
    total,
    standing,
  }));
}
