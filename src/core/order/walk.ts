/** A walk through an order's whole life, one step at a time. Which step is next is read off the order and what it has had. */
import { ORDER_ACTIONS, stillToRefund, stillToSend, type OrderAction } from './actions';
import type { Order } from './schema';

export interface WalkStep {
  id: string;
  label: string;
  /** What it shows. */
  note: string;
  /** What is done; undefined where the demo's clock is wound instead. */
  action?: (order: Order) => OrderAction;
  /** How far the clock is wound. */
  windMs?: number;
  done: (order: Order, had: ReadonlySet<string>, ahead: number) => boolean;
}

const HOUR = 3_600_000;
const had = (kind: keyof typeof ORDER_ACTIONS) => (_order: Order, events: ReadonlySet<string>) =>
  events.has(ORDER_ACTIONS[kind].event);

/** The steps, in their order. What waits is wound for in the demo only. */
export const WALK: readonly WalkStep[] = [
  {
    id: 'remind',
    label: 'A day passes without payment',
    note: 'The first reminder goes out by itself; two more wait.',
    windMs: 24 * HOUR + 60_000,
    done: (order, events, ahead) =>
      events.has('order.payment-received') || order.payment?.paid === true || ahead >= 24 * HOUR,
  },
  {
    id: 'pay',
    label: 'The payment comes in',
    note: 'What still waited for it is stopped.',
    action: () => ({ do: 'pay' }),
    done: (order, events) => order.payment?.paid === true || events.has('order.payment-received'),
  },
  {
    id: 'invoice',
    label: 'The invoice is issued',
    note: 'With a PDF attached, to the customer and to their accounts.',
    action: (order) => ({ do: 'invoice', number: `R-${order.number}`, dueInDays: 14 }),
    done: had('invoice'),
  },
  {
    id: 'first-parcel',
    label: 'A first parcel leaves',
    note: 'The message shows what is in it and nothing else.',
    action: (order) => parcel(order, 1),
    done: (order) => (order.shipments?.length ?? 0) > 0,
  },
  {
    id: 'rest',
    label: 'The rest leaves',
    note: 'A second message, about the second parcel.',
    action: (order) => parcel(order, Infinity),
    done: (order) => (order.shipments?.length ?? 0) > 0 && stillToSend(order).length === 0,
  },
  {
    id: 'delivered',
    label: 'It is delivered',
    note: 'From here the question how it went waits, if it is on.',
    action: (order) => ({ do: 'deliver', shipment: (order.shipments?.length ?? 1) - 1 }),
    done: had('deliver'),
  },
  {
    id: 'return',
    label: 'One piece comes back',
    note: 'The customer learns that it arrived.',
    action: (order) => ({ do: 'return', lines: [{ sku: order.lines[0]!.product.sku, quantity: 1 }] }),
    done: had('return'),
  },
  {
    id: 'refund',
    label: 'It is refunded',
    note: 'What was paid for this piece, to the cent.',
    action: (order) => ({
      do: 'refund',
      lines: [{ sku: stillToRefund(order).lines[0]!.sku, quantity: 1 }],
      shipping: 0,
      goodwill: 0,
      reason: 'sent back within the fortnight',
    }),
    done: had('refund'),
  },
];

/** A parcel with the first so many lines of what has not left. */
function parcel(order: Order, lines: number): OrderAction {
  const number = `FP ${order.number.replace(/\D/g, '').slice(-4)} ${String(1001 + (order.shipments?.length ?? 0))}`;
  return {
    do: 'dispatch',
    lines: stillToSend(order)
      .slice(0, lines)
      .map(({ sku, quantity }) => ({ sku, quantity })),
    carrier: 'Fieldpost',
    trackingNumber: number,
    trackingUrl: `https://fieldpost.example/t/${number.replace(/\D/g, '')}`,
    location: order.location ?? '',
  };
}

/** The next step of an order's walk, or undefined when it has had them all. */
export function nextStep(
  order: Order,
  events: ReadonlySet<string>,
  ahead: number,
  winds: boolean,
): WalkStep | undefined {
  return WALK.find((step) => !step.done(order, events, ahead) && (step.action !== undefined || winds));
}
