/** What the screen of routing is given. */
import { Type, type Static } from '@sinclair/typebox';
import type { Scope } from '@/core/plan';

export interface Rule {
  id: string;
  notificationId: string;
  /** Of a colleague; an address typed in has none. */
  staffId?: string | undefined;
  name: string;
  address: string;
  job: string;
  scope: Scope;
  /** Of an address typed in. */
  language?: string;
  /** It rests now: until a time (ISO 8601) or until it goes on, with a colleague who stands in. */
  pause?: { until?: string; standIn?: string };
}

export const PauseRuleSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 40 }),
    /** Nothing for a rule that goes on. */
    pause: Type.Optional(
      Type.Object(
        {
          until: Type.Optional(Type.String({ format: 'date-time' })),
          /** Id of a colleague. */
          standIn: Type.Optional(Type.String({ minLength: 1, maxLength: 40 })),
        },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
);
export type PauseRule = Static<typeof PauseRuleSchema>;

export interface TriedOrder {
  number: string;
  written: {
    /** At another moment than when it is placed, should that come. */
    later: boolean;
    notification: string;
    recipient: { address: string; name: string; role: string };
    language: string;
    /** More than one of a row of reminders. */
    messages: number;
    reasons: string[];
  }[];
  notWritten: { notification: string; recipient?: { address: string; name: string } | undefined; reasons: string[] }[];
}
