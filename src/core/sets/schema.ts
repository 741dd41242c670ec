/** A store's messages with all that belongs to them as one file: documented as JSON Schema, read and written by other programs too. */
import { Type, type Static } from '@sinclair/typebox';
import { ConditionSchema } from '../conditions/condition';
import { EntrySchema, MOST_ENTRIES } from '../glossary';
import { checkLook } from '../look/complete';
import { LookSchema, type Look } from '../look/schema';
import { AUDIENCES } from '../moments/audience';
import { ScopeSchema } from '../plan/rules';
import { jsonTooLarge, type SizeLimits } from '../size';
import { checker, type Checked, type SchemaProblem } from '../schema';
import { BlockSchema, SegmentsSchema, TemplateSchema, type Block, type Template } from '../template/schema';
import { RhythmSchema } from '../time/rhythm';
import { ScheduleSchema } from '../time/timing';
import { say } from '../../words/sets';

/** The head of the file. */
export const SET = { kind: 'libellus set', version: 1 } as const;

/** Largest file that is read, in bytes: what a server action takes, less its frame. */
export const MOST_SET_BYTES = 12_000_000;

const strict = { additionalProperties: false } as const;
const tag = Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$', maxLength: 20 });
const slug = (least: number) => Type.String({ pattern: '^[a-z0-9-]*$', minLength: least, maxLength: 60 });
const base64 = (most: number) => Type.String({ maxLength: most, contentEncoding: 'base64' });

// What a file holds of these is checked by itself, with what is compiled for it already: all in one takes seconds to compile.
const PART = 'x-libellus-part';
const TEMPLATE = Type.Unsafe<Template>({ type: 'object', [PART]: 'template' });
const BLOCKS = Type.Unsafe<Block[]>({ type: 'array', [PART]: 'blocks' });
const LOOK = Type.Unsafe<Look>({ type: 'object', [PART]: 'look' });

/** Who on the staff gets a notification, and of which orders. */
export const RecipientInSetSchema = Type.Object(
  {
    address: Type.String({ format: 'mail-address' }),
    /** Of a colleague; without it an address alone. */
    name: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
    job: Type.Optional(Type.String({ maxLength: 120 })),
    language: Type.Optional(tag),
    scope: ScopeSchema,
    /** Their messages wait for these times and go out in one mail. */
    together: Type.Optional(RhythmSchema),
  },
  strict,
);

/** One version of a notification; the last is for everyone else and has neither address nor condition. */
export const VersionInSetSchema = Type.Object(
  {
    /** In addresses; empty for everyone else. */
    variant: slug(0),
    name: Type.String({ maxLength: 120 }),
    when: Type.Optional(ConditionSchema),
    /** Who falls under it gets nothing. */
    nothing: Type.Optional(Type.Boolean()),
    template: TEMPLATE,
  },
  strict,
);
export type VersionInSet = Static<typeof VersionInSetSchema>;

export const NotificationInSetSchema = Type.Object(
  {
    slug: slug(1),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    moment: Type.String({ minLength: 1, maxLength: 40 }),
    audience: Type.Union(AUDIENCES.map((a) => Type.Literal(a))),
    note: Type.Optional(Type.String({ maxLength: 1000 })),
    owner: Type.Optional(Type.String({ maxLength: 120 })),
    offChannels: Type.Optional(Type.Array(Type.String({ maxLength: 64 }), { maxItems: 100, uniqueItems: true })),
    labels: Type.Optional(
      Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { maxItems: 20, uniqueItems: true }),
    ),
    offers: Type.Optional(Type.Boolean()),
    when: Type.Optional(ConditionSchema),
    schedule: ScheduleSchema,
    versions: Type.Array(VersionInSetSchema, { minItems: 1, maxItems: 20 }),
    recipients: Type.Optional(Type.Array(RecipientInSetSchema, { maxItems: 500 })),
  },
  strict,
);
export type NotificationInSet = Static<typeof NotificationInSetSchema>;

export const PassageInSetSchema = Type.Object(
  {
    id: slug(1),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    blocks: BLOCKS,
    words: Type.Record(tag, SegmentsSchema, strict),
  },
  strict,
);
export type PassageInSet = Static<typeof PassageInSetSchema>;

export const StoreSetSchema = Type.Object(
  {
    $schema: Type.Optional(Type.String({ maxLength: 300 })),
    kind: Type.Literal(SET.kind),
    version: Type.Literal(SET.version),
    /** The store's name. */
    name: Type.String({ minLength: 1, maxLength: 80 }),
    /** Its own language. */
    language: tag,
    languages: Type.Array(tag, { minItems: 1, maxItems: 60, uniqueItems: true }),
    look: Type.Optional(LOOK),
    /** The store's own words for phrases, by language and phrase. */
    phrases: Type.Optional(
      Type.Record(tag, Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 1000 }), strict), strict),
    ),
    /** Words that are to be the same in every message. */
    glossary: Type.Optional(Type.Array(EntrySchema, { maxItems: MOST_ENTRIES })),
    passages: Type.Optional(Type.Array(PassageInSetSchema, { maxItems: 500 })),
    notifications: Type.Optional(Type.Array(NotificationInSetSchema, { maxItems: 500 })),
    /** Bytes of the pictures that stand in it, by their path. */
    pictures: Type.Optional(Type.Record(Type.String({ maxLength: 220 }), base64(14_000_000), { maxProperties: 300 })),
    /** Files that go with messages, by the SHA-256 of their bytes. */
    files: Type.Optional(
      Type.Record(
        Type.String({ pattern: '^[0-9a-f]{64}$' }),
        Type.Object({ name: Type.String({ minLength: 1, maxLength: 120 }), data: base64(14_000_000) }, strict),
        { ...strict, maxProperties: 100 },
      ),
    ),
  },
  { ...strict, title: 'Messages of a store as a file' },
);
export type StoreSet = Static<typeof StoreSetSchema>;

/** The schema as it is published, with those of a template, its blocks and a look in their places. */
export function publishedSetSchema(): object {
  const whole: Record<string, object> = {
    // Without its $id, which stands for the file of a template.
    template: Type.Object(TemplateSchema.properties, strict),
    blocks: Type.Array(BlockSchema, { minItems: 1, maxItems: 200 }),
    look: LookSchema,
  };
  const filled = (part: unknown): unknown => {
    if (typeof part !== 'object' || part === null) return part;
    if (Array.isArray(part)) return part.map(filled);
    const { [PART]: kind } = part as { [PART]?: string };
    return kind === undefined
      ? Object.fromEntries(Object.entries(part).map(([key, value]) => [key, filled(value)]))
      : whole[kind];
  };
  return filled(StoreSetSchema) as object;
}

const LIMITS: SizeLimits = { values: 400_000, depth: 40 };
const check = checker(StoreSetSchema, LIMITS);
const checkTemplate = checker(TemplateSchema);

/** Reads a file: one problem is enough for nothing of it to be used, and each names its place and what to do. */
export function readSet(text: string): Checked<StoreSet> {
  const fail = (message: string, path = ''): Checked<StoreSet> => ({ ok: false, problems: [{ path, message }] });
  const large = jsonTooLarge(text, LIMITS);
  if (large !== undefined) return fail(large);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return fail(say.isNoJson({ why: (error as Error).message }));
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return fail(say.isNoSet);
  const { kind, version } = value as { kind?: unknown; version?: unknown };
  if (kind !== SET.kind) {
    const other = typeof kind === 'string' && kind.startsWith('libellus ') ? kind.slice(9) : undefined;
    return fail(other ? say.isOtherFile({ kind: other }) : say.isNoSet, '/kind');
  }
  if (typeof version === 'number' && version > SET.version) return fail(say.isNewer({ version }), '/version');
  const checked = check(value);
  if (!checked.ok) return checked;
  const problems = [...partProblems(checked.value), ...twiceIn(checked.value)];
  return problems.length > 0 ? { ok: false, problems } : checked;
}

/** What is wrong in the templates, passages and look of a set, at its place. */
function partProblems({ look, notifications = [], passages = [] }: StoreSet): SchemaProblem[] {
  const within = (path: string, checked: Checked<unknown>): SchemaProblem[] =>
    checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: `${path}${p.path}` }));
  return [
    ...(look ? within('/look', checkLook(look)) : []),
    ...passages.flatMap(({ blocks, words }, i) =>
      within(`/passages/${i}`, checkTemplate({ version: 1, blocks, words })),
    ),
    ...notifications.flatMap(({ versions }, i) =>
      versions.flatMap(({ template }, v) =>
        within(`/notifications/${i}/versions/${v}/template`, checkTemplate(template)),
      ),
    ),
  ];
}

/** The same address twice, and versions that do not end with the one for everyone else. */
function twiceIn({ notifications = [], passages = [] }: StoreSet): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  const once = (keys: readonly string[], path: (i: number) => string): void =>
    keys.forEach((key, i) => {
      if (keys.indexOf(key) !== i) problems.push({ path: path(i), message: say.standsTwice({ key }) });
    });
  once(
    notifications.map((n) => n.slug),
    (i) => `/notifications/${i}/slug`,
  );
  once(
    passages.map((p) => p.id),
    (i) => `/passages/${i}/id`,
  );
  notifications.forEach(({ versions }, i) => {
    once(
      versions.map((v) => v.variant),
      (v) => `/notifications/${i}/versions/${v}/variant`,
    );
    const last = versions.at(-1)!;
    if (last.variant !== '' || last.when || versions.slice(0, -1).some((v) => !v.when)) {
      problems.push({ path: `/notifications/${i}/versions`, message: say.lastIsForEveryone });
    }
  });
  return problems;
}
