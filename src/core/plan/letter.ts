/** A message written by hand: which notification a colleague chose, and the words they adapted for this once. */
import { Type, type Static } from '@sinclair/typebox';
import type { KeptFile } from '../attach';
import { SegmentsSchema, type Segments, type Template } from '../template/schema';

const strict = { additionalProperties: false } as const;

/** Words that take the place of an edition's own in one language; segments that are not named stay as they are. */
export const AdaptedSchema = Type.Object(
  {
    editionId: Type.String({ minLength: 1, maxLength: 40 }),
    language: Type.String({ minLength: 2, maxLength: 20 }),
    words: SegmentsSchema,
  },
  strict,
);
export type Adapted = Static<typeof AdaptedSchema>;

/** Who gets a letter besides, or instead of, the customer. */
export interface LetterWhom {
  customer: boolean;
  /** Contacts of the customer, and addresses that were typed. */
  others: readonly { address: string; name: string; language?: string }[];
  /** Colleagues who get the same. */
  copies: readonly { address: string; name: string }[];
}

export interface Letter {
  notificationId: string;
  /** Who wrote it. */
  by: string;
  adapted: readonly Adapted[];
  /** Files that go with it besides those of its template. */
  files?: readonly KeptFile[];
  /** Its notification's own recipients without it. */
  whom?: LetterWhom;
}

/** What a letter says instead of an edition's words in a language, or undefined when it says the same. */
export function adaptedFor({ adapted }: Letter, editionId: string, language: string): Segments | undefined {
  return adapted.find((a) => a.editionId === editionId && a.language === language)?.words;
}

/** A template in one language as a letter says it. Words for segments that the template does not have are left out. */
export function adaptedTemplate(template: Template, language: string, words: Segments): Template {
  const own = template.words[language] ?? {};
  const known = Object.entries(words).filter(([id]) => own[id] !== undefined);
  return { ...template, words: { ...template.words, [language]: { ...own, ...Object.fromEntries(known) } } };
}
