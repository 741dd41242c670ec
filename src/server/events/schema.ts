/** Events as they arrive: CloudEvents 1.0 in JSON, one schema for each moment that is listened to. */
import { Type, type TObject } from '@sinclair/typebox';
import {
  MomentDetailsSchema,
  type DetailName,
  type MomentDetails,
  TOLD_MOMENTS,
  type ToldMoment,
  momentOf,
  type Moment,
  type MomentId,
} from '@/core/moments';
import { customerOnly, nothingOf, OrderSchema, type Order } from '@/core/order';
import type { KeptFile } from '@/core/attach';
import type { Letter } from '@/core/plan';
import { checker, type Checked } from '@/core/schema';
import { StockCountSchema, type StockCount } from '@/core/stock';

/** Types of events that are listened to. */
export const EVENT_TYPES = TOLD_MOMENTS;
export type EventType = ToldMoment;

/** What an event of a type has to tell besides the order, and what it may. */
function detailsOf(type: EventType): { must: readonly DetailName[]; may: readonly DetailName[] } {
  const { must = [], may = [], forTimers = [], about } = momentOf(type);
  if (about === 'product') return { must: [], may: [] };
  return { must, may: [...may, ...forTimers, ...(about === 'account' ? [] : (['files'] as const))] };
}

/** What an event of a type tells besides the order, in an example of it. */
export function detailsTold(type: EventType): DetailName[] {
  const { must, may } = detailsOf(type);
  return [...must, ...may].filter((name) => name !== 'files');
}

/** What the order of an event of a type has to have. */
export const needsOf = (type: MomentId): Moment['needs'] => momentOf(type).needs;

function detailsSchema({ may, must }: ReturnType<typeof detailsOf>): TObject {
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
export const isAboutAccount = (type: MomentId): boolean => momentOf(type).about === 'account';

/** Whether a moment is about a product, and of no order or customer. */
export const isAboutProduct = (type: MomentId): boolean => momentOf(type).about === 'product';

const TIME = Type.String({ format: 'date-time' });

function schemaFor(type: EventType) {
  const told = detailsOf(type);
  const details = detailsSchema(told);
  return Type.Object(
    {
      specversion: Type.Literal('1.0'),
      id: Type.String({ minLength: 1, maxLength: 200 }),
      source: Type.String({ minLength: 1, maxLength: 200 }),
      type: Type.Literal(type),
      // Counts come in any order: only their times tell which is the newest.
      time: isAboutProduct(type) ? TIME : Type.Optional(TIME),
      subject: Type.Optional(Type.String({ maxLength: 300 })),
      datacontenttype: Type.Optional(Type.Literal('application/json')),
      dataschema: Type.Optional(Type.String({ maxLength: 500 })),
      // The order as it is now, its newest parcel or refund last.
      data: Type.Object(
        {
          ...(isAboutAccount(type)
            ? CUSTOMER
            : isAboutProduct(type)
              ? { stock: StockCountSchema }
              : { order: OrderSchema }),
          ...(told.must.length > 0 ? { details } : told.may.length > 0 ? { details: Type.Optional(details) } : {}),
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
  type: MomentId;
  time?: string;
  data: EventData;
}

/** What an event told, as it is kept. */
export interface EventData {
  order: Order;
  details?: MomentDetails;
  letter?: Letter;
  /** Files that came with it, by their content. Those to be fetched stand in the details. */
  files?: readonly KeptFile[];
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
  if (isAboutProduct(checked.value.type)) {
    const { time, data } = checked.value as unknown as { time: string; data: { stock: StockCount } };
    // What it is called and from when on it is low is looked up when it is taken.
    const stock = { ...data.stock, name: data.stock.sku };
    const order = nothingOf({ channel: '', placedAt: time, currency: 'EUR' });
    return { ok: true, value: { ...checked.value, data: { order, details: { stock } } } };
  }
  // What the moment is about has to be there.
  const { type: moment, data } = checked.value;
  const needs = needsOf(moment);
  if (!needs || data.order[needs]?.length) return checked;
  return { ok: false, problems: [{ path: `/data/order/${needs}`, message: 'This is missing.' }] };
}
