/** All messages of a store taken out as one set, and brought in; further stores. */
import { Type } from '@sinclair/typebox';
import { SET_OF, SetLanguagesSchema, SetSourceSchema } from '@/contract/sets';
import { object } from '../shapes';
import { useCase } from '../use-case';
import { makeStore, NewStoreSchema } from '../stores/new-store';
import { bringSet, lookAtSet } from './bring-in';
import { takeOutSet } from './take-out';

export const newStore = {
  make: useCase({ name: 'new-store.make', permission: 'store.make', input: NewStoreSchema, run: makeStore }),
};

export const set = {
  take: useCase({
    name: 'set.take',
    permission: 'set.take',
    input: object({ of: Type.Union(SET_OF.map((o) => Type.Literal(o))) }),
    run: (who, { of }) => takeOutSet(who, of),
  }),
  look: useCase({
    name: 'set.look',
    permission: 'set.bring',
    input: object({ source: SetSourceSchema, languages: Type.Optional(SetLanguagesSchema) }),
    run: (who, { source, languages }) => lookAtSet(who, source, languages),
  }),
  bring: useCase({
    name: 'set.bring',
    permission: 'set.bring',
    input: object({
      source: SetSourceSchema,
      languages: SetLanguagesSchema,
      keys: Type.Array(Type.String({ minLength: 1, maxLength: 100 }), { maxItems: 2_000 }),
      stamp: Type.String({ minLength: 1, maxLength: 64 }),
    }),
    run: bringSet,
  }),
};
