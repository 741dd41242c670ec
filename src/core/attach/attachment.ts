/**
 * What goes with the messages of a template: files of the store's shelf, and what is made for each order. Each may be for some languages
 * only, and on a condition.
 */
import { Type, type Static } from '@sinclair/typebox';
import {
  conditionHolds,
  ConditionSchema,
  conditionWords,
  type Condition,
  type ConditionNames,
  type OrderFacts,
} from '../conditions';
import { say } from '../../words/files';
import { KeptFileSchema } from './file';

const strict = { additionalProperties: false } as const;
const base = {
  id: Type.String({ pattern: '^[a-z][a-z0-9]{0,15}$' }),
  /** Goes with a message only when this holds. */
  when: Type.Optional(ConditionSchema),
};

/** Made for the order: the list of what is in a parcel, an entry for a calendar, and the files that the shop's event brings. */
export const MADE_KINDS = ['delivery-note', 'calendar', 'from-shop'] as const;
export type MadeKind = (typeof MADE_KINDS)[number];

export const AttachmentSchema = Type.Union([
  Type.Object(
    {
      ...base,
      kind: Type.Literal('file'),
      file: KeptFileSchema,
      /** Languages it goes with; with all when left out. */
      languages: Type.Optional(Type.Array(Type.String({ minLength: 2, maxLength: 20 }), { minItems: 1, maxItems: 60 })),
    },
    strict,
  ),
  Type.Object({ ...base, kind: Type.Union(MADE_KINDS.map((k) => Type.Literal(k))) }, strict),
]);
export type Attachment = Static<typeof AttachmentSchema>;

/** What an attachment is called. */
export function attachmentName(attachment: Attachment): string {
  if (attachment.kind === 'file') return attachment.file.name;
  return { 'delivery-note': say.deliveryNote, calendar: say.calendar, 'from-shop': say.fromShop }[attachment.kind];
}

/** When an attachment goes with a message, as a sentence: "Attached when the order contains workshops". */
export function attachedWhen(condition: Condition, names: ConditionNames = {}): string {
  return say.attachedWhen({ condition: conditionWords(condition, names) });
}

/** The most that a template's attachments weigh in one message, in bytes: of the language with the largest, conditions aside. */
export function heaviest(all: readonly Attachment[]): { bytes: number }[] {
  const files = all.flatMap((a) => (a.kind === 'file' ? [a] : []));
  const languages = [undefined, ...new Set(files.flatMap((f) => f.languages ?? []))];
  const sets = languages.map((l) => files.filter((f) => !f.languages || (l !== undefined && f.languages.includes(l))));
  const sum = (set: typeof files): number => set.reduce((bytes, f) => bytes + f.file.bytes, 0);
  return sets.reduce((most, set) => (sum(set) > sum(most) ? set : most)).map((f) => f.file);
}

/** Those that go with a message about an order in a language. */
export function attachmentsFor(
  all: readonly Attachment[] | undefined,
  facts: OrderFacts,
  language: string,
): Attachment[] {
  return (all ?? []).filter(
    (a) =>
      (a.kind !== 'file' || !a.languages || a.languages.includes(language)) &&
      (!a.when || conditionHolds(a.when, facts, language)),
  );
}
