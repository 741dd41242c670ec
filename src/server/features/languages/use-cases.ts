/** Languages: coverage, and translating segment by segment. */
import { Type } from '@sinclair/typebox';
import {
  AllowTranslatorSchema,
  MakeLinkSchema,
  PutInUseSchema,
  SaveFallbackSchema,
  TakeBackSchema,
  TEXT_FORMATS,
  TranslateSchema,
} from '@/contract/languages';
import { ID, object } from '../shapes';
import { useCase } from '../use-case';
import { putInUse } from './aside';
import { addLanguage, removeLanguage } from './choose';
import { saveFallback } from './fallbacks';
import { bringInFile, lookAtFile, takeBackFile, takeOut } from './files';
import { offerMemory } from './kept-memory';
import { makeLink, takeLinkBack } from './links';
import { takeMemory } from './memory';
import { translate } from './translating';
import { allowTranslator } from './translators';

const LANGUAGE = Type.String({ minLength: 1, maxLength: 20 });
const BYTES = Type.Unsafe<Uint8Array>({});

export const languages = {
  add: useCase({
    name: 'languages.add',
    permission: 'language.choose',
    input: object({ language: LANGUAGE }),
    run: addLanguage,
  }),
  remove: useCase({
    name: 'languages.remove',
    permission: 'language.choose',
    input: object({ language: LANGUAGE }),
    run: removeLanguage,
  }),
  fallback: useCase({
    name: 'languages.fallback',
    permission: 'language.choose',
    input: SaveFallbackSchema,
    run: saveFallback,
  }),
  allowTranslator: useCase({
    name: 'languages.allow-translator',
    permission: 'translator.allow',
    input: AllowTranslatorSchema,
    run: allowTranslator,
  }),
  makeLink: useCase({
    name: 'languages.make-link',
    permission: 'translator.allow',
    input: MakeLinkSchema,
    run: makeLink,
  }),
  takeLinkBack: useCase({
    name: 'languages.take-link-back',
    permission: 'translator.allow',
    input: object({ id: ID }),
    run: takeLinkBack,
  }),
  translate: useCase({
    name: 'languages.translate',
    permission: 'words.translate',
    input: TranslateSchema,
    run: translate,
  }),
  putInUse: useCase({
    name: 'languages.put-in-use',
    permission: 'words.translate',
    input: PutInUseSchema,
    run: putInUse,
  }),
  memory: useCase({
    name: 'languages.memory',
    permission: 'words.translate',
    input: object({ language: LANGUAGE }),
    run: takeMemory,
  }),
  takeOut: useCase({
    name: 'languages.take-out',
    permission: 'words.translate',
    input: object({
      language: LANGUAGE,
      as: Type.Union(TEXT_FORMATS.map((format) => Type.Literal(format))),
      open: Type.Boolean(),
      of: Type.Optional(Type.String({ maxLength: 150 })),
      each: Type.Optional(Type.Boolean()),
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
  offerMemory: useCase({
    name: 'languages.offer-memory',
    permission: 'words.translate',
    input: object({ id: ID, offered: Type.Boolean() }),
    run: offerMemory,
  }),
};
