/** Programs that are told what becomes of messages: what their screen is given, and what can be done with them. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const id = Type.String({ minLength: 1, maxLength: 40 });

/** What a program can be told of. These names stay what they are. */
export const HOOK_TYPES = [
  ...(['delivery.accepted', 'delivery.failed', 'delivery.bounced', 'delivery.held'] as const),
  ...(['reply.received', 'contacts.changed'] as const),
] as const;
export type HookType = (typeof HOOK_TYPES)[number];

const fields = {
  name: Type.String({ minLength: 1, maxLength: 80 }),
  url: Type.String({ format: 'uri', maxLength: 500 }),
  types: Type.Array(Type.Union(HOOK_TYPES.map((t) => Type.Literal(t))), { minItems: 1, uniqueItems: true }),
};
export const MakeHookSchema = Type.Object(fields, strict);
export type MakeHook = Static<typeof MakeHookSchema>;
export const ChangeHookSchema = Type.Object({ id, on: Type.Boolean(), ...fields }, strict);
export type ChangeHook = Static<typeof ChangeHookSchema>;
export const HookIdSchema = Type.Object({ id }, strict);
export const RepeatCallSchema = Type.Object({ id, call: id }, strict);

export interface HookCall {
  id: string;
  type: HookType;
  at: string;
  state: 'waiting' | 'told' | 'given-up';
  attempts: number;
  status: number;
  said: string;
  body: string;
  /** Of one that waits: when it is tried next. */
  dueAt?: string;
}

export interface Hook {
  id: string;
  name: string;
  url: string;
  types: HookType[];
  on: boolean;
  /** Of the newest. */
  calls: HookCall[];
  waiting: number;
  givenUp: number;
}
