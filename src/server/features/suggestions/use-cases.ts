/** What can be asked of suggested products. */
import { Type } from '@sinclair/typebox';
import { MOST_SUGGESTED } from '@/core/suggest';
import { NUMBER, object } from '../shapes';
import { useCase } from '../use-case';
import { showSuggestions } from './suggestions';

const WANT = object({
  id: Type.String({ minLength: 1, maxLength: 200 }),
  rule: Type.Union([Type.Literal('bought-with'), Type.Literal('category'), Type.Literal('chosen')]),
  count: Type.Integer({ minimum: 1, maximum: MOST_SUGGESTED }),
  products: Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 64 }), { maxItems: 12 })),
  fill: Type.Optional(Type.Boolean()),
});

export const suggestion = {
  show: useCase({
    name: 'suggestion.show',
    permission: 'store.read',
    input: object({
      number: NUMBER,
      moment: Type.String({ maxLength: 60 }),
      wants: Type.Array(WANT, { minItems: 1, maxItems: 30 }),
    }),
    run: (who, input) => showSuggestions(who, input),
  }),
};
