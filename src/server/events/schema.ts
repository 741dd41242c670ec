/** Events as they arrive: CloudEvents 1.0 in JSON, one schema for each moment that is listened to. */
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { OrderSchema } from '@/core/order';
import { checker, type Checked } from '@/core/schema';

const envelope = <T extends string, D extends TSchema>(type: T, data: D) =>
  Type.Object(
    {
      specversion: Type.Literal('1.0'),
      id: Type.String({ minLength: 1, maxLength: 200 }),
      source: Type.String({ minLength: 1, maxLength: 200 }),
      type: Type.Literal(type),
      time: Type.Optional(Type.String({ format: 'date-time' })),
      subject: Type.Optional(Type.String({ maxLength: 300 })),
      datacontenttype: Type.Optional(Type.Literal('application/json')),
      dataschema: Type.Optional(Type.String({ maxLength: 500 })),
      data,
    },
    // CloudEvents allows extension attributes; they are taken and not used.
    { additionalProperties: true },
  );

export const OrderPlacedSchema = envelope(
  'order.placed',
  Type.Object({ order: OrderSchema }, { additionalProperties: false }),
);
export type OrderPlaced = Static<typeof OrderPlacedSchema>;

/** An order that is known changes: the event carries it as it is now, its newest parcel or refund last. */
const laterSchema = <T extends string>(type: T) =>
  envelope(type, Type.Object({ order: OrderSchema }, { additionalProperties: false }));
export const ShipmentDispatchedSchema = laterSchema('shipment.dispatched');
export const RefundIssuedSchema = laterSchema('refund.issued');
export type OrderEvent = OrderPlaced | Static<typeof ShipmentDispatchedSchema> | Static<typeof RefundIssuedSchema>;

const CHECKERS = {
  'order.placed': checker(OrderPlacedSchema),
  'shipment.dispatched': checker(ShipmentDispatchedSchema),
  'refund.issued': checker(RefundIssuedSchema),
} as const;

export const EVENT_TYPES = Object.keys(CHECKERS) as (keyof typeof CHECKERS)[];

/** Checks an event of any type that is listened to; an unknown type is a problem at `/type`. */
export function checkEvent(body: unknown): Checked<OrderEvent> {
  const type = typeof body === 'object' && body !== null ? (body as { type?: unknown }).type : undefined;
  if (typeof type === 'string' && !Object.hasOwn(CHECKERS, type)) {
    return {
      ok: false,
      problems: [
        { path: '/type', message: `"${type.slice(0, 60)}" is not listened to. Known: ${EVENT_TYPES.join(', ')}` },
      ],
    };
  }
  const check = CHECKERS[(typeof type === 'string' ? type : 'order.placed') as keyof typeof CHECKERS];
  const checked: Checked<OrderEvent> = check(body);
  if (!checked.ok) return checked;
  // What the moment is about has to be there.
  const { type: moment, data } = checked.value;
  const missing =
    moment === 'shipment.dispatched' && !data.order.shipments?.length
      ? '/data/order/shipments'
      : moment === 'refund.issued' && !data.order.refunds?.length
        ? '/data/order/refunds'
        : undefined;
  return missing ? { ok: false, problems: [{ path: missing, message: 'is missing' }] } : checked;
}
