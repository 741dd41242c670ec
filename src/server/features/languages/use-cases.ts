/** Languages: coverage, and translating segment by segment. */
import { Type } from '@sinclair/typebox';
import { TakeBackSchema, TranslateSchema } from '@/contract/languages';
import { object } from '../shapes';
import { useCase } from '../use-case';
import { bringInFile, lookAtFile, takeBackFile, takeOut } from './files';
import { translate } from './translating';

const LANGUAGE = Type.String({ minLength: 1, maxLength: 20 });
const BYTES = Type.Unsafe<Uint8Array>({});

export const languages = {
  translate: useCase({
    name: 'languages.translate',
    permission: 'words.translate',
    input: TranslateSchema,
    run: translate,
  }),
  takeOut: useCase({
    name: 'languages.take-out',
    permission: 'words.translate',
    input: object({
      language: LANGUAGE,
      open: Type.Boolean(),
      of: Type.Optional(Type.String({ maxLength: 150 })),
    }),
    run: takeOut,
  }),
  lookAtFile: useCase({
    name: 'languages.look-at-file',
    permission: 'words.translate',
    input: object({ language: LANGUAGE, bytes: BYTES }),
    run: (who, { language, bytes }) => lookAtFile(who, language, bytes),
  }),
  bringIn: useCase({
    name: 'languages.bring-in',
    permission: 'words.translate',
    input: object({
      language: LANGUAGE,
      stamp: Type.String({ maxLength: 60 }),
      name: Type.String({ maxLength: 300 }),
      bytes: BYTES,
    }),
    run: (who, { bytes, ...how }) => bringInFile(who, how, bytes),
  }),
  takeBack: useCase({
    name: 'languages.take-back',
    permission: 'words.translate',
    input: TakeBackSchema,
    run: takeBackFile,
  }),
};
