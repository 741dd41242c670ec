/** What the screen of sets is given and sends. */
import { Type, type Static } from '@sinclair/typebox';
import type { SetItem } from '@/core/sets';

const strict = { additionalProperties: false } as const;

/** Of a store's messages: what is written now, or what goes out now. */
export const SET_OF = ['draft', 'live'] as const;
export type SetOf = (typeof SET_OF)[number];

/** Where a set comes from: a file's bytes, or another store that the same person belongs to. */
export const SetSourceSchema = Type.Union([
  Type.Object({ from: Type.Literal('file'), bytes: Type.Unsafe<Uint8Array>({}) }, strict),
  Type.Object(
    {
      from: Type.Literal('store'),
      store: Type.String({ minLength: 1, maxLength: 40 }),
      of: Type.Union(SET_OF.map((o) => Type.Literal(o))),
    },
    strict,
  ),
]);
export type SetSource = Static<typeof SetSourceSchema>;

/** For each language of a set the store's language that it becomes; one that is not named is left out. */
export const SetLanguagesSchema = Type.Record(Type.String({ maxLength: 20 }), Type.String({ maxLength: 20 }), {
  ...strict,
  maxProperties: 100,
});

/** What bringing a set in would change. */
export interface SetPreview {
  /** The store that it was taken out of. */
  name: string;
  languages: { id: string; name: string; becomes: string }[];
  items: SetItem[];
  /** What it was compared with: when that changes, one has to look again. */
  stamp: string;
}

export interface SetOutcome {
  /** Parts that were brought in. */
  parts: number;
  /** Under what the state before can be brought back. */
  undo: string;
  /** Notifications whose drafts are others now. */
  notifications: string[];
}
