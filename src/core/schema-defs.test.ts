/** Parts of a schema that repeat are written once, and the same values fit. */
import { Type } from '@sinclair/typebox';
import Ajv from 'ajv';
import { SHIPPED_NOTIFICATIONS } from './shipped';
import { checker } from './schema';
import { withDefs } from './schema-defs';
import { TemplateSchema, type Template } from './template';

const strict = { additionalProperties: false } as const;
const part = Type.Object(
  { type: Type.String({ minLength: 1, maxLength: 10 }), anyOf: Type.Array(Type.Integer({ minimum: 0, maximum: 9 })) },
  { ...strict, description: 'A part whose properties are called like keywords. '.repeat(4) },
);
const schema = Type.Object({ a: part, b: Type.Optional(part), c: Type.Array(Type.Union([part, Type.Null()])) }, strict);

it('what repeats stands once, also where properties are called like keywords', () => {
  const made = JSON.stringify(withDefs(schema));
  expect(made.match(/A part whose/g)!.length).toBeLessThan(JSON.stringify(schema).match(/A part whose/g)!.length);
  const fits = new Ajv({ strict: false }).compile(withDefs(schema));
  const good = { type: 'x', anyOf: [1] };
  expect(fits({ a: good, c: [null, good] })).toBe(true);
  for (const bad of [{ type: 'x' }, { ...good, more: 1 }, { type: 'x', anyOf: [10] }, { type: '', anyOf: [] }])
    expect([fits({ a: bad, c: [] }), fits({ a: good, b: bad, c: [] }), fits({ a: good, c: [bad] })]).toEqual([
      false,
      false,
      false,
    ]);
});

it('a template fits as it did, and errors are told at their place as before', () => {
  const made = JSON.stringify(withDefs(TemplateSchema)).length;
  expect(made).toBeLessThan(JSON.stringify(TemplateSchema).length / 4);
  const check = checker(TemplateSchema);
  const { template } = SHIPPED_NOTIFICATIONS[0]!;
  expect(check(template)).toMatchObject({ ok: true });
  const broken = { ...template, blocks: [...template.blocks, { id: 'x', kind: 'space', height: 1 }] } as Template;
  expect(check(broken)).toMatchObject({ ok: false, problems: [{ path: `/blocks/${template.blocks.length}/height` }] });
});
