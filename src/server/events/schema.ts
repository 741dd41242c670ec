/** Events as they arrive: CloudEvents 1.0 in JSON, one schema for each moment that is listened to. */
import { Type, type TObject } from '@sinclair/typebox';
import {
  customerOnly,
  MomentDetailsSchema,
  OrderSchema,
  type DetailName,
  type MomentDetails,
  type Order,
} from '@/core/order';
import type { BY_HAND } from '@/core/placeholders';
import type { Letter } from '@/core/plan';
import { checker, type Checked } from '@/core/schema';

/** What an event may tell besides the order, and what it has to. */
interface Told {
  may?: readonly DetailName[];
  must?: readonly DetailName[];
  /** Of the order, what the moment is about. */
  needs?: 'shipments' | 'refunds';
  /** What it is about, when not an order: then no order stands in it. */
  about?: 'customer';
}

/** The moments that a shop tells of. Timers and bounces are ours. */
const TOLD = {
  'order.placed': { may: ['payUrl'] },
  'order.payment-received': {},
  'order.payment-failed': { may: ['reason', 'payUrl'] },
  'order.paused': { may: ['reason'] },
  'order.item-delayed': { must: ['delay'] },
  'order.note-added': { must: ['note'] },
  'invoice.issued': { must: ['invoice'] },
  'shipment.dispatched': { needs: 'shipments' },
  'shipment.updated': { needs: 'shipments' },
  'shipment.ready-for-pickup': { needs: 'shipments' },
  'shipment.delivered': { needs: 'shipments' },
  'download.ready': {},
  'refund.issued': { needs: 'refunds' },
  'return.received': { may: ['returned'] },
  'order.cancelled': { may: ['reason'] },
  'account.created': { may: ['account'], about: 'customer' },
  'account.reset-requested': { must: ['reset'], about: 'customer' },
  // Nobody is written to for it: it ends the asking.
  'feedback.answered': {},
} satisfies Record<string, Told>;

export type EventType = keyof typeof TOLD;
export const EVENT_TYPES = Object.keys(TOLD) as EventType[];

/** What an event of a type may or must tell besides the order. */
export function detailsTold(type: EventType): DetailName[] {
  const { must = [], may = [] }: Told = TOLD[type];
  return [...must, ...may];
}

/** Which part of the order an event of a type is about. */
export function needsOf(type: EventType): 'shipments' | 'refunds' | undefined {
  const { needs }: Told = TOLD[type];
  return needs;
}

function detailsSchema({ may = [], must = [] }: Told): TObject {
  const all = MomentDetailsSchema.properties;
  return Type.Object(
    Object.fromEntries([
      ...must.map((name) => [name, Type.Required(Type.Object({ [name]: all[name] })).properties[name]!]),
      ...may.map((name) => [name, all[name]]),
    ]),
    { additionalProperties: false },
  );
}

/** What an event of an account tells: who, in which language, and through which channel. */
const CUSTOMER = {
  customer: OrderSchema.properties.customer,
  language: OrderSchema.properties.language,
  channel: OrderSchema.properties.channel,
};

interface AccountData {
  customer: Order['customer'];
  language?: string;
  channel: string;
  details?: MomentDetails;
}

/**
 * An account's event carries no order. From here on it goes the way of all events, with an order that has nothing but its customer;
 * it is kept with the event and never among the orders.
 */
function withoutOrder({ time, data }: { time?: string; data: AccountData }): Order {
  return customerOnly({ ...data, number: '', placedAt: time ?? '1970-01-01T00:00:00Z', currency: 'EUR', lines: [] });
}

/** Whether a moment is about a customer's account and no order. */
export const isAboutAccount = (type: string): boolean => (TOLD as Record<string, Told>)[type]?.about === 'customer';

function schemaFor(type: EventType) {
  const told: Told = TOLD[type];
  const details = detailsSchema(told);
  return Type.Object(
    {
      specversion: Type.Literal('1.0'),
      id: Type.String({ minLength: 1, maxLength: 200 }),
      source: Type.String({ minLength: 1, maxLength: 200 }),
      type: Type.Literal(type),
      time: Type.Optional(Type.String({ format: 'date-time' })),
      subject: Type.Optional(Type.String({ maxLength: 300 })),
      datacontenttype: Type.Optional(Type.Literal('application/json')),
      dataschema: Type.Optional(Type.String({ maxLength: 500 })),
      // The order as it is now, its newest parcel or refund last.
      data: Type.Object(
        {
          ...(told.about === 'customer' ? CUSTOMER : { order: OrderSchema }),
          ...(told.must?.length ? { details } : told.may?.length ? { details: Type.Optional(details) } : {}),
        },
        { additionalProperties: false },
      ),
    },
    // CloudEvents allows extension attributes; they are taken and not used.
    { additionalProperties: true, $id: `libellus:event:${type}` },
  );
}

/** One JSON schema for each moment, as they are published. */
export const EVENT_SCHEMAS = Object.fromEntries(EVENT_TYPES.map((type) => [type, schemaFor(type)])) as Record<
  EventType,
  ReturnType<typeof schemaFor>
>;

/** An event of any moment, checked. */
export interface OrderEvent {
  specversion: '1.0';
  id: string;
  source: string;
  type: EventType | 'delivery.bounced' | typeof BY_HAND;
  time?: string;
  data: { order: Order; details?: MomentDetails; letter?: Letter };
}

const checkers = new Map(
  EVENT_TYPES.map((type) => [type as string, checker(Type.Unsafe<OrderEvent>(EVENT_SCHEMAS[type]))]),
);

/** Checks an event of any type that is listened to; an unknown type is a problem at `/type`. */
export function checkEvent(body: unknown): Checked<OrderEvent> {
  const type = typeof body === 'object' && body !== null ? (body as { type?: unknown }).type : undefined;
  if (typeof type === 'string' && !checkers.has(type)) {
    return {
      ok: false,
      problems: [
        { path: '/type', message: `"${type.slice(0, 60)}" is not listened to. Known: ${EVENT_TYPES.join(', ')}` },
      ],
    };
  }
  const checked = checkers.get(typeof type === 'string' ? type : 'order.placed')!(body);
  if (!checked.ok) return checked;
  if (isAboutAccount(checked.value.type)) {
    const event = checked.value as unknown as { time?: string; data: AccountData };
    const { details } = event.data;
    return {
      ok: true,
      value: { ...checked.value, data: { order: withoutOrder(event), ...(details && { details }) } },
    };
  }
  // What the moment is about has to be there.
  const { type: moment, data } = checked.value;
  const { needs }: Told = TOLD[moment as EventType];
  if (!needs || data.order[needs]?.length) return checked;
  return { ok: false, problems: [{ path: `/data/order/${needs}`, message: 'is missing' }] };
}
