/** How long what a store keeps of its customers is kept, in days. */
import { Type, type Static } from '@sinclair/typebox';

const days = (least: number) => Type.Integer({ minimum: least, maximum: 3650 });

export const RetentionSchema = Type.Object(
  {
    /** The messages as they were sent. */
    bodies: days(1),
    /** What was said to and by servers for each attempt: it holds addresses. */
    dialogues: days(1),
    /** What events told, beyond that they came. At least a month: what waits by its timing reads it. */
    events: days(30),
    /** Customers, orders and the record's names and addresses, since the last that was heard of the order. */
    people: days(90),
  },
  { additionalProperties: false },
);
export type Retention = Static<typeof RetentionSchema>;

/**
 * What a store starts with. Bodies and events are kept while a customer may ask about a message, dialogues while a failure may be
 * looked into, people for three years: the usual time in the EU in which claims from an order can be made.
 */
export const DEFAULT_RETENTION: Retention = { bodies: 180, dialogues: 60, events: 365, people: 1095 };
