/** Orders as rows, one for each line; and rows as orders, whose figures have to add up. */
import type { Address, Contact, Order, OrderLine } from '../order/schema';
import { amountText } from '../order/amounts';
import { figuresOf } from '../order/placing';
import { orderProblems } from '../order/problems';
import { lineTotal } from '../order/totals';
import { isMailAddress } from '../schema';
import type { Cells, ReadRow, RowProblem } from './csv';
import { say } from '../../words/problems';

const str = (value: Cells[string]): string => (typeof value === 'string' ? value : '');
const num = (value: Cells[string]): number | undefined => (typeof value === 'number' ? value : undefined);

export interface ReadOrders {
  orders: { order: Order; row: number }[];
  problems: RowProblem[];
}

/** Puts rows of the same number together. What belongs to the order as a whole is taken from its first row. */
export function ordersOf(rows: readonly ReadRow[], currency: string, channels: readonly string[]): ReadOrders {
  const steps = ordersInSteps(rows, currency, channels);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** As {@link ordersOf}, some orders at each step, for whoever has others to answer in between. */
export function* ordersInSteps(
  rows: readonly ReadRow[],
  currency: string,
  channels: readonly string[],
): Generator<void, ReadOrders> {
  const byNumber = new Map<string, ReadRow[]>();
  let sorted = 0;
  for (const row of rows) {
    sorted += 1;
    if (sorted % 1_000 === 0) yield;
    const number = str(row.cells.number);
    const list = byNumber.get(number);
    if (list) list.push(row);
    else byNumber.set(number, [row]);
  }
  const result: ReadOrders = { orders: [], problems: [] };
  let read = 0;
  for (const [number, own] of byNumber) {
    read += 1;
    if (read % 50 === 0) yield;
    const { row, cells } = own[0]!;
    const channel = str(cells.channel);
    if (!channels.includes(channel)) {
      result.problems.push({ row, column: 'channel', message: say.channelIsNotAChannel({ channel }) });
      continue;
    }
    const order = orderFrom(number, own, currency);
    const [problem] = orderProblems(order);
    if (problem) result.problems.push({ row, column: problem.path.split('/')[1] ?? '', message: problem.message });
    else result.orders.push({ order, row });
  }
  return result;
}

function orderFrom(number: string, rows: readonly ReadRow[], currency: string): Order {
  const { cells } = rows[0]!;
  const lines: OrderLine[] = rows.map(({ cells: c }) => ({
    product: { sku: str(c.sku), name: str(c.product), ...(c.category && { category: str(c.category) }) },
    quantity: num(c.quantity) ?? 1,
    unitPrice: num(c.unit_price) ?? 0,
    ...(c.line_discount && { discount: num(c.line_discount) ?? 0 }),
  }));
  const rate = num(cells.tax_rate) ?? 0;
  const discount = num(cells.discount) ?? 0;
  const subtotal = lines.reduce((sum, l) => sum + lineTotal(l), 0);
  const figures = figuresOf({
    lines: lines.map((l) => ({ ...l, taxRate: rate })),
    ...(cells.shipping && {
      shipping: { method: str(cells.shipping), price: num(cells.shipping_price) ?? 0, taxRate: rate },
    }),
    ...(discount > 0 && { code: { code: '', kind: 'amount' as const, value: discount, label: 'Discount' } }),
    taxIncluded: true,
    rounding: 'order',
  });
  const paid = cells.paid === true;
  const address = addressFrom(cells, [str(cells.first_name), str(cells.last_name)].filter(Boolean).join(' '));
  return {
    number,
    placedAt: str(cells.placed_at),
    status: paid ? 'OrderProcessing' : 'OrderPaymentDue',
    currency,
    ...(cells.language && { language: str(cells.language) }),
    channel: str(cells.channel),
    customer: {
      email: str(cells.email),
      ...(cells.first_name && { firstName: str(cells.first_name) }),
      ...(cells.last_name && { lastName: str(cells.last_name) }),
    },
    ...(address && { shippingAddress: address, billingAddress: address }),
    ...figures,
    // More was taken off than the goods come to: said of the order, and not silently made less.
    ...(discount > subtotal && { discounts: [{ label: 'Discount', amount: discount }], total: figures.total }),
    ...(figures.discounts && discount <= subtotal && { discounts: [{ label: 'Discount', amount: discount }] }),
    payment: { method: str(cells.payment) || 'Bank transfer', paid },
  };
}

/** The rows of an order, one for each line. */
export function rowsOf(order: Order): Cells[] {
  const { currency, customer, shippingAddress } = order;
  const money = (minor: number | undefined): string | undefined =>
    minor === undefined ? undefined : amountText(minor, currency);
  const discount = (order.discounts ?? []).reduce((sum, d) => sum + d.amount, 0);
  return order.lines.map((line, i) => ({
    number: order.number,
    placed_at: order.placedAt,
    email: customer.email,
    first_name: customer.firstName,
    last_name: customer.lastName,
    channel: order.channel,
    language: order.language,
    sku: line.product.sku,
    product: line.product.name,
    category: line.product.category,
    quantity: line.quantity,
    unit_price: money(line.unitPrice),
    line_discount: money(line.discount),
    // Of the order as a whole, on its first row only.
    discount: i === 0 && discount > 0 ? money(discount) : undefined,
    shipping: i === 0 ? order.shipping?.method : undefined,
    shipping_price: i === 0 ? money(order.shipping?.price) : undefined,
    tax_rate: i === 0 ? order.taxes?.[0]?.rate : undefined,
    payment: i === 0 ? order.payment?.method : undefined,
    paid: order.payment?.paid ?? false,
    street: shippingAddress?.lines[0],
    postal_code: shippingAddress?.postalCode,
    city: shippingAddress?.city,
    country: shippingAddress?.country,
  }));
}

/** A postal address of a row, when it has a city and a country. */
export function addressFrom(cells: Cells, name: string): Address | undefined {
  const city = str(cells.city);
  const country = str(cells.country);
  if (city === '' || country === '') return undefined;
  return {
    name: name || str(cells.company) || str(cells.email),
    ...(cells.company && { company: str(cells.company) }),
    lines: cells.street ? [str(cells.street)] : [],
    ...(cells.postal_code && { postalCode: str(cells.postal_code) }),
    city,
    country,
  };
}

/** "Accounts: accounts@firm.example; Goods in: goods@firm.example" as contacts, or what is wrong with it. */
export function contactsFrom(cell: string): { contacts: Contact[]; problem?: string } {
  const contacts: Contact[] = [];
  for (const part of cell
    .split(';')
    .map((p) => p.trim())
    .filter(Boolean)) {
    const at = part.lastIndexOf(':');
    const [label, email] = [part.slice(0, Math.max(0, at)).trim(), part.slice(at + 1).trim()];
    if (label === '' || !isMailAddress(email)) {
      return {
        contacts: [],
        problem: say.sliceIsNotALabel({ slice: part.slice(0, 60) }),
      };
    }
    contacts.push({ label, email });
  }
  return { contacts };
}

/** A customer's contacts in one cell: "Buyer: a@shop.example; Accounts: b@shop.example". */
export function contactsText(contacts: readonly Contact[]): string {
  return contacts.map((c) => `${c.label}: ${c.email}`).join('; ');
}
