/** The store's glossary as its screen shows and sends it. */
import { Type, type Static } from '@sinclair/typebox';
import { EntrySchema, type GlossaryComparison, type GlossaryEntry } from '@/core/glossary';

const strict = { additionalProperties: false } as const;
const REVISION = Type.Integer({ minimum: 0, maximum: 1_000_000 });
const ENTRY = Type.Omit(EntrySchema, ['id'], strict);
const ID = Type.String({ minLength: 1, maxLength: 26 });

/** What glossaries go out as. */
export const GLOSSARY_FORMATS = ['tbx', 'table'] as const;
export type GlossaryFormat = (typeof GLOSSARY_FORMATS)[number];

export const SaveEntrySchema = Type.Object(
  {
    entry: ENTRY,
    /** Without it, a new one. */
    seen: Type.Optional(Type.Object({ id: ID, revision: REVISION }, strict)),
  },
  strict,
);
export type SaveEntry = Static<typeof SaveEntrySchema>;

export const TakeBackGlossarySchema = Type.Object(
  {
    /** Entries that are to go again, as they were seen. */
    remove: Type.Array(Type.Object({ id: ID, revision: REVISION }, strict), { maxItems: 2_000 }),
    /** Entries that are to be as they were. */
    put: Type.Array(Type.Object({ id: ID, revision: REVISION, entry: ENTRY }, strict), { maxItems: 2_000 }),
  },
  strict,
);
export type TakeBackGlossary = Static<typeof TakeBackGlossarySchema>;

/** A text that does not keep to an entry. */
export interface TermBreach {
  language: string;
  kind: 'template' | 'passage';
  slug: string;
  document: string;
  segment: string;
  label: string;
  message: string;
}

export interface EntryOnScreen extends GlossaryEntry {
  revision: number;
  /** Texts of the store's drafts that say it. */
  used: number;
  /** Where it is not kept to. */
  breaches: TermBreach[];
}

export interface GlossaryPage {
  /** The store's own language first. */
  languages: string[];
  entries: EntryOnScreen[];
}

/** What a file would change: looked at before anything is. */
export interface GlossaryPreview {
  /** Told again when it is brought in: what was looked at is what counts. */
  stamp: string;
  comparison: GlossaryComparison;
}

export interface GlossaryBrought {
  added: number;
  changed: number;
  undo: TakeBackGlossary;
}
