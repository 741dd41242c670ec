/** What an author tells translators of a text, and what they ask. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const words = (most: number) => Type.String({ maxLength: most });

/** A text of a document's draft. */
export const PlaceSchema = Type.Object(
  {
    kind: Type.Union([Type.Literal('template'), Type.Literal('passage'), Type.Literal('shared')]),
    slug: Type.String({ minLength: 1, maxLength: 130 }),
    segment: Type.String({ minLength: 1, maxLength: 40 }),
  },
  strict,
);
export type BriefingPlace = Static<typeof PlaceSchema>;

const NoteSchema = Type.Object(
  {
    words: words(1_000),
    /** How long a translation may be, in characters. */
    most: Type.Optional(Type.Integer({ minimum: 1, maximum: 10_000 })),
  },
  strict,
);
export type NoteWords = Static<typeof NoteSchema>;

export const SaveNoteSchema = Type.Object(
  {
    place: PlaceSchema,
    note: NoteSchema,
    /** As it was seen. */
    before: NoteSchema,
  },
  strict,
);
export type SaveNote = Static<typeof SaveNoteSchema>;

export const AskSchema = Type.Object(
  {
    place: PlaceSchema,
    language: Type.String({ minLength: 1, maxLength: 20 }),
    question: Type.String({ minLength: 1, maxLength: 1_000, pattern: '\\S' }),
  },
  strict,
);
export type Ask = Static<typeof AskSchema>;

export const AnswerSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 26 }),
    /** Empty: it is open again. */
    answer: words(1_000),
    /** As it was seen. */
    before: words(1_000),
  },
  strict,
);
export type Answer = Static<typeof AnswerSchema>;

interface Said {
  by: string;
  /** ISO 8601. */
  at: string;
}

export interface Question {
  id: string;
  /** The language that it came up in. */
  language: string;
  question: string;
  asked: Said;
  answer?: Said & { words: string };
}

/** What is known of a text besides its words. */
export interface Briefing {
  note?: NoteWords & Said;
  questions: Question[];
}

/** By segment; a text that nobody said anything of is not in it. */
export type Briefings = Record<string, Briefing>;

/** A question that waits for an answer, with where it is. */
export interface OpenQuestion extends Question {
  place: BriefingPlace;
  document: string;
  label: string;
}
