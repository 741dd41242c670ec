/**
 * Whatever is wrong with what comes in, a whole sentence says what to do: for every schema of every boundary, with its fields empty, of
 * another kind, too long and out of bounds.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { TSchema } from '@sinclair/typebox';
import { LookSchema } from '@/core/look';
import { OrderSchema } from '@/core/order';
import { NotificationSettingsSchema } from '@/core/plan';
import { CHECKED, checker } from '@/core/schema';
import { fieldWords } from '@/core/schema-words';
import { TemplateSchema } from '@/core/template';
import { TermsSchema } from '@/core/terms';
import { EVENT_SCHEMAS } from '@/server/events/schema';
import '@/server/features/deliveries/use-cases';
import '@/server/features/notifications/use-cases';
import '@/server/features/orders/use-cases';
import '@/server/features/sending/use-cases';
import '@/server/features/templates/use-cases';
import '@/server/features/terms/use-cases';
import { USE_CASES } from '@/server/features/use-case';

const NAMED: [string, TSchema][] = [
  ['template', TemplateSchema],
  ['look', LookSchema],
  ['settings', NotificationSettingsSchema],
  ['terms', TermsSchema],
  ['order', OrderSchema],
  ...Object.entries(EVENT_SCHEMAS),
  ...[...USE_CASES.values()].map((u): [string, TSchema] => [u.name, u.input]),
];

/** What deeds check by themselves, such as a service or a rule, has no name: it is told by its first fields. */
const SCHEMAS: [string, TSchema][] = [
  ...NAMED,
  ...CHECKED.filter(
    (c) => c.properties && !NAMED.some(([, n]) => n === c || (n.$id !== undefined && n.$id === c.$id)),
  ).map((c, i): [string, TSchema] => [
    `deed ${i} (${Object.keys(c.properties as object)
      .slice(0, 4)
      .join(', ')})`,
    c,
  ]),
];

interface Node extends TSchema {
  properties?: Record<string, Node>;
  items?: Node;
  anyOf?: Node[];
  allOf?: Node[];
  patternProperties?: Record<string, Node>;
  pattern?: string;
  minLength?: number;
  minItems?: number;
}

/** Every place of a schema with what stands there; entries of lists are entry 0. */
function* places(schema: Node, path = ''): Generator<[string, Node]> {
  yield [path, schema];
  for (const [name, inner] of Object.entries(schema.properties ?? {})) yield* places(inner, `${path}/${name}`);
  if (schema.items) yield* places(schema.items, `${path}/0`);
  for (const inner of Object.values(schema.patternProperties ?? {})) yield* places(inner, `${path}/0`);
  for (const inner of [...(schema.anyOf ?? []), ...(schema.allOf ?? [])]) yield* places(inner, path);
}

/** A value of the schema's shape with the same thing in every field. */
function filled(schema: Node, leaf: unknown, branch = 0): unknown {
  if (schema.anyOf) return filled(schema.anyOf[branch % schema.anyOf.length]!, leaf, branch);
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((s) => filled(s, leaf, branch)));
  if (schema.properties) {
    return Object.fromEntries(Object.entries(schema.properties).map(([k, s]) => [k, filled(s, leaf, branch)]));
  }
  if (schema.items) return [filled(schema.items, leaf, branch)];
  return schema.const ?? leaf;
}

const SENTENCE = /^["“\p{Lu}\d][^^]*\.$/su;
const WRONG: unknown[] = ['', null, Number.NaN, 'x', 'x'.repeat(5_000), -1e9, 1e15, 1.5, true, [], {}];

describe.each(SCHEMAS)('what is wrong with %s', (_name, schema) => {
  it('is told in sentences', () => {
    const check = checker(schema);
    const told = WRONG.flatMap((leaf) =>
      [0, 1, 2, 3].flatMap((branch) => {
        const checked = check(filled(schema, leaf, branch));
        return checked.ok ? [] : checked.problems.map((p) => p.message);
      }),
    );
    expect(told.filter((m) => !SENTENCE.test(m))).toEqual([]);
  });

  it('names the form that a text needs, where it needs one', () => {
    const silent = [...places(schema)].filter(([path, s]) => s.pattern && fieldWords(path, 'form') === undefined);
    expect(silent.map(([path]) => path)).toEqual([]);
  });
});

/** What a program gives and no person types. */
const NOT_TYPED =
  /\/(slug|id|\d+|notification|variant|service|domain|delivery|order|rule|passage|sku|revision|part|block|from|editionId|segment|standIn|instead|ids|ruleId)$/;

it('what a person has to enter says so in words of its own', () => {
  const typed = SCHEMAS.filter(([name]) => USE_CASES.has(name) || name.startsWith('deed '));
  const silent = typed.flatMap(([name, schema]) =>
    [...places(schema)]
      .filter(([path, s]) => path !== '' && ((s.minLength ?? 0) > 0 || (s.minItems ?? 0) > 0) && !NOT_TYPED.test(path))
      .filter(([path]) => fieldWords(path, 'empty') === undefined)
      .map(([path]) => `${name}: ${path}`),
  );
  expect(silent).toEqual([]);
});

it('no problem is written as half a sentence', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
    (f) => /\.tsx?$/.test(f) && !/\.test\./.test(f),
  );
  const halves = files.flatMap((file) =>
    [...readFileSync(join('src', file), 'utf8').matchAll(/\b(?:message|problem): ['`]([a-z][^'`]*)/g)].map(
      (m) => `${file}: ${m[1]}`,
    ),
  );
  expect(halves).toEqual([]);
});
