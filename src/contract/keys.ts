/** Keys of other programs: what their screen is given, and what can be done with them. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const id = Type.String({ minLength: 1, maxLength: 40 });

/** What a key is for: telling of orders, reading, or rehearsing. */
export const KEY_KINDS = ['events', 'read', 'rehearse'] as const;
export type KeyKind = (typeof KEY_KINDS)[number];

/** What a reading key may be narrowed to; `customers` is the contacts of one whose address is known, `people` all customers. */
export const KEY_SCOPES = ['deliveries', 'orders', 'people', 'customers', 'notifications', 'codes'] as const;
export type KeyScope = (typeof KEY_SCOPES)[number];

/** For so many hours the old key goes on holding when a new one takes its place. */
export const OVERLAPS = [0, 24, 168, 720] as const;

export interface ApiKey {
  id: string;
  kind: KeyKind;
  name: string;
  /** What it ends with, to be told apart by. */
  ends: string;
  /** What it is narrowed to; all without it. */
  scopes?: KeyScope[];
  madeBy: string;
  /** ISO 8601; nothing for one from before that was kept. */
  madeAt?: string;
  usedAt?: string;
  /** It holds until then: another one took its place. */
  until?: string;
}

/** A key as it was made: it is told this once. */
export interface MadeKey {
  name: string;
  kind: KeyKind;
  key: string;
}

export const MakeKeySchema = Type.Object(
  {
    kind: Type.Union(KEY_KINDS.map((k) => Type.Literal(k))),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    scopes: Type.Optional(
      Type.Array(Type.Union(KEY_SCOPES.map((s) => Type.Literal(s))), { minItems: 1, uniqueItems: true }),
    ),
  },
  strict,
);
export type MakeKey = Static<typeof MakeKeySchema>;

export const ReplaceKeySchema = Type.Object({ id, hours: Type.Union(OVERLAPS.map((h) => Type.Literal(h))) }, strict);
export type ReplaceKey = Static<typeof ReplaceKeySchema>;

export const KeyIdSchema = Type.Object({ id }, strict);
