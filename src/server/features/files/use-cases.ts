/** What can be done with the store's files. */
import { Type } from '@sinclair/typebox';
import { useCase } from '../use-case';
import { object } from '../shapes';
import { shelfFile, takeIn, takeOff } from './files';

const DIGEST = Type.String({ pattern: '^[0-9a-f]{64}$' });

export const file = {
  bring: useCase({
    name: 'file.bring',
    permission: 'file.bring',
    input: object({
      bytes: Type.Unsafe<Buffer>({}),
      name: Type.String({ maxLength: 500 }),
      onShelf: Type.Boolean(),
    }),
    run: (who, input) => takeIn(who, input),
  }),
  remove: useCase({
    name: 'file.remove',
    permission: 'file.bring',
    input: object({ digest: DIGEST }),
    run: (who, { digest }) => takeOff(who, digest),
  }),
  read: useCase({
    name: 'file.read',
    permission: 'store.read',
    input: object({ digest: DIGEST }),
    run: (who, { digest }) => shelfFile(who, digest),
  }),
};
