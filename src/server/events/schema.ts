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

const CHECKERS = { 'order.placed': checker(OrderPlacedSchema) } as const;

export const EVENT_TYPES = Object.keys(CHECKERS) as (keyof typeof CHECKERS)[];

/** Checks an event of any type that is listened to; an unknown type is a problem at `/type`. */
export function checkEvent(body: unknown): Checked<OrderPlaced> {
  const type = typeof body === 'object' && body !== null ? (body as { type?: unknown }).type : undefined;
  if (typeof type === 'string' && !Object.hasOwn(CHECKERS, type)) {
    return {
      ok: false,
      problems: [
        { path: '/type', message: `"${type.slice(0, 60)}" is not listened to. Known: ${EVENT_TYPES.join(', ')}` },
      ],
    };
  }
  return CHECKERS['order.placed'](body);
}
