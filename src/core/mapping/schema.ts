/** How the JSON of a shop becomes an event: which event it is, and where each value of it comes from (JSONPath, RFC 9535). */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;

/**
 * A query from the whole (`$`, as in RFC 9535) or from one entry of the list that the field belongs to (`@`, which the standard uses for
 * the current node).
 */
const Path = Type.String({ minLength: 1, maxLength: 300 });
/** A place in the event's data, as a JSON Pointer in which `*` is each entry of a list: "/order/lines/*\/quantity". */
const Place = Type.String({ minLength: 2, maxLength: 200, pattern: '^/' });
const text = Type.String({ maxLength: 300 });

/** What a value means: one of the shop's own words, and ours for it. */
const TableSchema = Type.Array(Type.Object({ is: text, means: text }, strict), { maxItems: 200 });

export const FieldSchema = Type.Object(
  {
    to: Place,
    /** Of several the first that is there counts; with `join` all of them, joined. */
    from: Type.Array(Path, { maxItems: 6 }),
    join: Type.Optional(Type.String({ maxLength: 20 })),
    /** The number is in the minor unit already (cents), or a share of 1 and no percentage. */
    unit: Type.Optional(Type.Union([Type.Literal('minor'), Type.Literal('share')])),
    table: Type.Optional(TableSchema),
    /** What it is when nothing is found, or the table has no line for it. */
    otherwise: Type.Optional(Type.String({ minLength: 1, maxLength: 300 })),
  },
  strict,
);
export type MappedField = Static<typeof FieldSchema>;

export const MappingSchema = Type.Object(
  {
    /** Which event a request is. What the table does not name is not listened to, unless `otherwise` says what it is. */
    event: Type.Object(
      { from: Type.Optional(Path), table: TableSchema, otherwise: Type.Optional(Type.String({ maxLength: 60 })) },
      strict,
    ),
    /** What tells one event from another, so that each is taken once; without it the whole request does. */
    id: Type.Optional(Path),
    /** Where the entries of each list come from. */
    lists: Type.Array(Type.Object({ to: Place, from: Path }, strict), { maxItems: 20 }),
    fields: Type.Array(FieldSchema, { maxItems: 200 }),
  },
  strict,
);
export type Mapping = Static<typeof MappingSchema>;

/** What kind of value belongs in a place. */
export type TargetKind = 'text' | 'texts' | 'money' | 'time' | 'whole' | 'number' | 'yes-no';

/** A place that a mapping can fill. */
export interface Target {
  to: string;
  kind: TargetKind;
  /** An order without it is refused. */
  required: boolean;
  /** How text is written there: a language tag with hyphens, a code in capital letters. */
  form?: 'language' | 'capitals';
  /** The only values that there are. */
  choices?: readonly string[];
}
