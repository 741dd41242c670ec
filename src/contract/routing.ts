/** What the screen of routing is given. */
import { Type, type Static } from '@sinclair/typebox';
import { ScopeSchema, type RuleForecast, type Scope } from '@/core/plan';
import { RhythmSchema, type Rhythm } from '@/core/time';

export interface Rule {
  id: string;
  notificationId: string;
  /** Of a colleague; an address typed in has none. */
  staffId?: string | undefined;
  name: string;
  address: string;
  job: string;
  scope: Scope;
  /** Its messages wait for the next of these times, and go out in one mail. */
  together?: Rhythm;
  /** Of an address typed in. */
  language?: string;
  /** Whom an order names under it. */
  role?: string;
  /** It rests now: until a time (ISO 8601) or until it goes on, with a colleague who stands in. */
  pause?: { until?: string; standIn?: string };
}

/** A rule as somebody gives it. */
export const RuleSchema = Type.Object(
  {
    notificationId: Type.String({ minLength: 1 }),
    recipient: Type.Union([
      Type.Object({ staffId: Type.String({ minLength: 1 }) }, { additionalProperties: false }),
      Type.Object(
        {
          address: Type.String({ format: 'mail-address' }),
          /** Nothing for the store's own. */
          language: Type.Optional(Type.String({ format: 'language' })),
        },
        { additionalProperties: false },
      ),
      Type.Object(
        {
          /** Whom an order names under it. */
          role: Type.String({ minLength: 1, maxLength: 60 }),
          /** That their addresses may have; they hold for all such rules of the store. */
          domains: Type.Array(Type.String({ minLength: 1, maxLength: 253 }), { minItems: 1, maxItems: 50 }),
        },
        { additionalProperties: false },
      ),
    ]),
    scope: ScopeSchema,
    /** Nothing for each at once. */
    together: Type.Optional(RhythmSchema),
  },
  { additionalProperties: false },
);
export type RuleInput = Static<typeof RuleSchema>;

/** Changes that are gathered and not live yet, in the order in which they were made. */
export interface RuleDraft {
  id: string;
  deed: 'add' | 'change' | 'remove';
  /** The rule that it is about; of one that is added, the one that it will have. */
  ruleId: string;
  /** Nothing for a rule that goes. */
  rule?: RuleInput;
  by: string;
  at: string;
}
export type RuleDrafts = RuleDraft[];

export interface DraftRule {
  ruleId?: string | undefined;
  rule?: unknown;
}

/** What gathered changes would mean, by notification. */
export type DraftSeen = { notification: string; forecast: RuleForecast }[];

export const DraftIdsSchema = Type.Object(
  { ids: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { minItems: 1, maxItems: 200, uniqueItems: true }) },
  { additionalProperties: false },
);

export const PauseRuleSchema = Type.Object(
  {
    /** All of them, or none. */
    ids: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { minItems: 1, maxItems: 200, uniqueItems: true }),
    /** Nothing for rules that go on. */
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

/** What was changed of rules, by whom. */
export interface RuleChange {
  id: string;
  by: string;
  at: string;
  deed: 'added' | 'changed' | 'removed' | 'paused' | 'went-on';
  /** Whom the rules are for, and which notifications they are of. */
  who: string[];
  notifications: string[];
  takenBackBy?: string;
}

/** What taking a change of rules back would mean, by notification. */
export type TakenBackSeen = { notification: string; forecast: RuleForecast }[];

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

const ids = Type.Array(Type.String({ minLength: 1, maxLength: 64 }), { maxItems: 200, uniqueItems: true });

export const SaveCopySchema = Type.Object(
  {
    /** Of one that is changed. */
    id: Type.Optional(Type.String({ minLength: 1, maxLength: 40 })),
    recipient: Type.Union([
      Type.Object({ staffId: Type.String({ minLength: 1, maxLength: 40 }) }, { additionalProperties: false }),
      Type.Object({ address: Type.String({ format: 'mail-address' }) }, { additionalProperties: false }),
    ]),
    /** None for all, as of channels. */
    notifications: ids,
    channels: ids,
    /** In 24 hours; as many as there are without it. */
    mostADay: Type.Optional(Type.Integer({ minimum: 1, maximum: 100_000 })),
  },
  { additionalProperties: false },
);
export type SaveCopy = Static<typeof SaveCopySchema>;

export interface Copies {
  /** What copies can be of. */
  notifications: { id: string; name: string }[];
  /** Messages to customers in the last 30 days. */
  sent: { notification: string; channel: string; n: number }[];
  rules: {
    id: string;
    staffId?: string;
    name: string;
    address: string;
    notifications: string[];
    channels: string[];
    mostADay?: number;
  }[];
}
