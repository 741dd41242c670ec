/** How far the store's words are in each language, and translating them segment by segment. */
import { Type, type Static } from '@sinclair/typebox';
import type { Briefing } from './briefing';
import type { Audience } from '@/core/moments';
import type { SegmentForm } from '@/core/text';
import type { SegmentStanding, StateCounts } from '@/core/translation';
import type { Template } from '@/core/template';
import type { Comparison } from '@/core/handover';
import type { Fallback } from '@/core/plan';

const strict = { additionalProperties: false } as const;

/** Where words are: a version of a notification, a passage, or words that all messages share. */
export const TEXT_KINDS = ['template', 'passage', 'shared'] as const;
export type TextKind = (typeof TEXT_KINDS)[number];

const KIND = Type.Union(TEXT_KINDS.map((kind) => Type.Literal(kind)));

export interface DocumentCoverage {
  kind: TextKind;
  /** In addresses; of shared words, which of them. */
  slug: string;
  name: string;
  /** Of a version: whom it goes to. */
  audience?: Audience;
  on: boolean;
  /** Messages that went out of it in the last 30 days. */
  sent: number;
  /** By language, without the store's own. */
  counts: Record<string, StateCounts>;
}

export interface LanguageCoverage {
  language: string;
  counts: StateCounts;
  /** Messages of the last 30 days whose customers read this language. */
  wanted: number;
  /** Of these, those that went out in another language because this one was not complete. */
  elsewhere: number;
  /** What its readers get where a message is not complete in it. */
  fallback: Fallback;
  /** Live messages that are not complete in it: how many, and how many of them are in each of the other languages. */
  incomplete: { messages: number; completeIn: Record<string, number> };
}

export const SaveFallbackSchema = Type.Object(
  {
    language: Type.String({ minLength: 1, maxLength: 20 }),
    then: Type.Array(Type.String({ minLength: 1, maxLength: 20 }), { maxItems: 10 }),
    partly: Type.Boolean(),
  },
  strict,
);
export type SaveFallback = Static<typeof SaveFallbackSchema>;

/** A language that was added to a store. */
export interface LanguageAdded {
  language: string;
  /** Texts of drafts that came with it. */
  texts: number;
}

export interface Coverage {
  /** The store's own language, which the others are translated from. */
  source: string;
  languages: LanguageCoverage[];
  documents: DocumentCoverage[];
  /** Languages that the store does not have: how many messages of the last 30 days went to customers who read them, most first. */
  asked: { language: string; wanted: number }[];
}

/** A colleague who translates, and what they are given. */
export interface Translator {
  id: string;
  name: string;
  /** Absent: all of the store's. */
  languages?: string[];
  /** They publish what they translated. */
  publishes: boolean;
}

export const AllowTranslatorSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 36 }),
    languages: Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 20 }), { minItems: 1, maxItems: 40 })),
    publishes: Type.Boolean(),
  },
  strict,
);
export type AllowTranslator = Static<typeof AllowTranslatorSchema>;

export const MakeLinkSchema = Type.Object(
  {
    /** For whom: a person or an agency. */
    name: Type.String({ minLength: 1, maxLength: 120 }),
    language: Type.String({ minLength: 1, maxLength: 20 }),
    days: Type.Integer({ minimum: 1, maximum: 365 }),
    /** Absent for all texts. */
    documents: Type.Optional(
      Type.Array(
        Type.Object(
          {
            kind: KIND,
            slug: Type.String({ minLength: 1, maxLength: 130 }),
          },
          strict,
        ),
        { minItems: 1, maxItems: 400 },
      ),
    ),
  },
  strict,
);
export type MakeLink = Static<typeof MakeLinkSchema>;

/** A link as it is told once. */
export interface MadeLink {
  id: string;
  token: string;
}

/** A link that is open. Times are ISO 8601. */
export interface TranslationLink {
  id: string;
  name: string;
  language: string;
  /** Names of what it opens; absent for all texts. */
  documents?: string[];
  until: string;
  usedAt?: string;
  madeBy: string;
}

/** What texts go out as. */
export const TEXT_FORMATS = ['xliff', 'xliff12', 'po', 'table', 'xlsx', 'tmx'] as const;
export type TextFormat = (typeof TEXT_FORMATS)[number];

/** What a translator's file would change: looked at before anything is. */
export interface FilePreview {
  language: string;
  /** Told again when it is brought in: what was looked at is what counts. */
  stamp: string;
  comparison: Comparison;
  /** Of a memory (TMX): pairs that would be kept to be offered, and those that are offered already. */
  memory?: { fresh: number; known: number };
}

/** A memory that was brought in and is kept. */
export interface MemoryFile {
  id: string;
  name: string;
  pairs: number;
  by: string;
  /** ISO 8601. */
  at: string;
}

/** Pairs that a store keeps for a language at most. */
export const MOST_PAIRS = 50_000;
/** Characters of them at most: all of them go to the desk of whoever translates. */
export const MOST_MEMORY_CHARACTERS = 20_000_000;

export interface FileBrought {
  segments: number;
  /** Notifications whose drafts changed, to be published. */
  notifications: string[];
  /** Of a memory: pairs that are kept. */
  pairs: number;
  /** For taking it back. */
  undo: Pick<TakeBack, 'segments' | 'memory'>;
}

export const TakeBackSchema = Type.Object(
  {
    language: Type.String({ minLength: 1, maxLength: 20 }),
    segments: Type.Array(
      Type.Object(
        {
          kind: KIND,
          slug: Type.String({ minLength: 1, maxLength: 130 }),
          segment: Type.String({ minLength: 1, maxLength: 40 }),
          before: Type.String({ maxLength: 100_000 }),
          words: Type.String({ maxLength: 100_000 }),
          /** What was said of them before. */
          state: Type.Optional(Type.Union([Type.Literal('begun'), Type.Literal('done'), Type.Literal('checked')])),
        },
        strict,
      ),
      { maxItems: 20_000 },
    ),
    /** The kept memory that came with it. */
    memory: Type.Optional(Type.String({ maxLength: 26 })),
  },
  strict,
);
export type TakeBack = Static<typeof TakeBackSchema>;

/** Bytes of a translator's file at most. */
export const MOST_FILE_BYTES = 10_000_000;

/** A segment on the translating desk. */
export interface SegmentToTranslate extends SegmentStanding {
  id: string;
  label: string;
  form: SegmentForm;
  source: string;
  words: string;
  /** Who said last how it is, and when. */
  said?: { by: string; at: string };
  /** What the author tells of it, and what was asked. */
  briefing?: Briefing;
  /** Of shared words: what is written here is not in use yet. */
  aside?: true;
  /** Characters at most, where the place has room for no more. */
  most?: number;
}

export interface DocumentToTranslate {
  kind: TextKind;
  slug: string;
  name: string;
  moment: string;
  /** Of a notification: its id, to find an order for it. */
  notificationId?: string;
  /** As the draft is now, whose words are those of the segments. */
  template: Template;
  /** The version that shared words come from, when it follows one. */
  follows?: { slug: string; name: string };
  segments: SegmentToTranslate[];
}

export const TranslateSchema = Type.Object(
  {
    kind: KIND,
    slug: Type.String({ minLength: 1, maxLength: 130 }),
    language: Type.String({ minLength: 1, maxLength: 20 }),
    segment: Type.String({ minLength: 1, maxLength: 40 }),
    /** The source that was seen. */
    source: Type.String({ maxLength: 100_000 }),
    /** The words that were seen. */
    before: Type.String({ maxLength: 100_000 }),
    words: Type.String({ maxLength: 100_000 }),
    state: Type.Union([Type.Literal('begun'), Type.Literal('done'), Type.Literal('checked')]),
  },
  strict,
);
export type Translate = Static<typeof TranslateSchema>;

/** What a segment is after it was saved. */
export interface Translated extends SegmentStanding {
  /** Of shared words: not in use yet. */
  aside?: true;
}

export const PutInUseSchema = Type.Object(
  { slug: Type.String({ minLength: 1, maxLength: 20 }), language: Type.String({ minLength: 1, maxLength: 20 }) },
  strict,
);
export type PutInUse = Static<typeof PutInUseSchema>;

/** What stands where somebody else changed it meanwhile: detail of a `conflict`. */
export interface ChangedMeanwhile {
  source: string;
  words: string;
  by: string;
}
