/** Watching: who may hear what moves in a store. */
import { object } from '../shapes';
import { useCase } from '../use-case';

export const watch = {
  store: useCase({
    name: 'watch.store',
    permission: 'store.read',
    input: object({}),
    run: ({ store }) => Promise.resolve(store.id),
  }),
};
