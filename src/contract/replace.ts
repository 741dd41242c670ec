/** Finding and replacing across all messages of a store. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;

export const FindWordsSchema = Type.Object(
  {
    search: Type.String({ minLength: 1, maxLength: 200 }),
    replacement: Type.String({ maxLength: 200 }),
    matchCase: Type.Boolean(),
    wholeWords: Type.Boolean(),
    /** Only in this language; in all of them when it is empty. */
    language: Type.String({ maxLength: 20 }),
  },
  strict,
);
export type FindWords = Static<typeof FindWordsSchema>;

export const WordsPutSchema = Type.Object(
  {
    kind: Type.Union([Type.Literal('template'), Type.Literal('passage')]),
    /** Of the version, or of the passage. */
    slug: Type.String({ minLength: 1, maxLength: 130 }),
    /** Of the draft that was seen. */
    revision: Type.Integer({ minimum: 0, maximum: 2_000_000_000 }),
    language: Type.String({ minLength: 1, maxLength: 20 }),
    segment: Type.String({ minLength: 1, maxLength: 60 }),
    source: Type.String({ maxLength: 60_000 }),
  },
  strict,
);
export const PutWordsSchema = Type.Object(
  { puts: Type.Array(WordsPutSchema, { minItems: 1, maxItems: 5_000 }) },
  strict,
);
export type WordsPut = Static<typeof WordsPutSchema>;

/** Words of one segment in one language that a search finds. */
export interface FoundWords {
  kind: WordsPut['kind'];
  slug: string;
  /** Of the message or passage. */
  name: string;
  revision: number;
  language: string;
  segment: string;
  /** What the segment is called: "Text 2". */
  label: string;
  places: number;
  /** Versions that follow this one in this place: they are changed with it. */
  followers: string[];
  before: string;
  after: string;
}

export interface FoundInStore {
  found: FoundWords[];
  /** Messages whose words cannot be read, so that nothing was looked for in them. */
  unread: { name: string; label: string; language: string }[];
}

/** What replacing changed. */
export interface PutOutcome {
  /** Notifications whose drafts changed, to be published. */
  notifications: string[];
  documents: number;
  /** The same places as they are now, for putting the words back. */
  revisions: { kind: WordsPut['kind']; slug: string; revision: number }[];
}
