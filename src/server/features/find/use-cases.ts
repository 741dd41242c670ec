/** Finding: one search over the whole store. */
import { Type } from '@sinclair/typebox';
import { object } from '../shapes';
import { useCase } from '../use-case';
import { findAnything } from './find';

export const find = {
  anything: useCase({
    name: 'find.anything',
    permission: 'store.read',
    input: object({ words: Type.String({ maxLength: 100 }) }),
    run: (who, { words }) => findAnything(who, words),
  }),
};
