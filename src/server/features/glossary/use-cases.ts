/** What can be done with the glossary. */
import { Type } from '@sinclair/typebox';
import { GLOSSARY_FORMATS, SaveEntrySchema, TakeBackGlossarySchema } from '@/contract/glossary';
import { ID, object, REVISION } from '../shapes';
import { useCase } from '../use-case';
import { deleteEntry, saveEntry } from './entries';
import { bringGlossaryIn, lookAtGlossary, takeBackGlossary, takeGlossaryOut } from './files';

const BYTES = Type.Unsafe<Uint8Array>({});

export const glossary = {
  save: useCase({ name: 'glossary.save', permission: 'glossary.edit', input: SaveEntrySchema, run: saveEntry }),
  delete: useCase({
    name: 'glossary.delete',
    permission: 'glossary.edit',
    input: object({ id: ID, revision: REVISION }),
    run: deleteEntry,
  }),
  takeOut: useCase({
    name: 'glossary.take-out',
    permission: 'words.translate',
    input: object({ as: Type.Union(GLOSSARY_FORMATS.map((format) => Type.Literal(format))) }),
    run: takeGlossaryOut,
  }),
  lookAtFile: useCase({
    name: 'glossary.look-at-file',
    permission: 'glossary.edit',
    input: object({ bytes: BYTES }),
    run: (who, { bytes }) => lookAtGlossary(who, bytes),
  }),
  bringIn: useCase({
    name: 'glossary.bring-in',
    permission: 'glossary.edit',
    input: object({ stamp: Type.String({ maxLength: 60 }), name: Type.String({ maxLength: 300 }), bytes: BYTES }),
    run: (who, { bytes, ...how }) => bringGlossaryIn(who, how, bytes),
  }),
  takeBack: useCase({
    name: 'glossary.take-back',
    permission: 'glossary.edit',
    input: TakeBackGlossarySchema,
    run: takeBackGlossary,
  }),
};
