/** Templates, passages and the look: drafts saved and published, tests sent, pictures brought in, files taken out. */
import { Type } from '@sinclair/typebox';
import { FindWordsSchema, PutWordsSchema } from '@/contract/replace';
import { shippedTemplate } from '@/core/shipped';
import { AppError } from '../../base/errors';
import { useCase } from '../use-case';
import { bringPicture, coloursOf } from '../../documents/pictures';
import { copyBlockTo, saveTemplate, templateEdition, templateFor } from './templates';
import { exportMessage } from './exported';
import { copyLook, exportLook, importLook, lookEdition, publishLook, saveLook } from './look';
import { makePassage, passageEdition, publishPassage, removePassage, savePassage } from './passages';
import { sendTest, sendTests } from './test-message';
import { findWords, putWords } from './replace';
import { loadVersions, publishVersions } from './versions';
import { say } from '@/words/refusals';
import { DEED_CHECKS, EDITION_NOTE, NOTHING, NUMBER, object, REVISION, SLUG } from '../shapes';

const LANGUAGE = Type.String({ maxLength: 20 });
const EDITION = Type.Integer({ minimum: 1, maximum: 2_000_000_000 });
const PASSAGE = Type.String({ minLength: 1, maxLength: 60 });

export const template = {
  save: useCase({
    name: 'template.save',
    permission: 'template.edit',
    input: object({ slug: SLUG, revision: REVISION, template: DEED_CHECKS }),
    run: (who, { slug, revision, template }) => saveTemplate(who, slug, revision, template),
  }),
  publish: useCase({
    name: 'template.publish',
    permission: 'words.publish',
    input: object({
      slug: SLUG,
      revision: REVISION,
      // Other versions of the same notification, published with it.
      also: Type.Optional(Type.Array(object({ slug: SLUG, revision: REVISION }), { maxItems: 20 })),
      note: EDITION_NOTE,
    }),
    run: (who, { also = [], note, ...seen }) => publishVersions(who, seen, also, note),
  }),
  edition: useCase({
    name: 'template.edition',
    permission: 'store.read',
    input: object({ slug: SLUG, number: EDITION }),
    run: (who, { slug, number }) => templateEdition(who, slug, number),
  }),
  draft: useCase({
    name: 'template.draft',
    permission: 'store.read',
    input: object({ slug: SLUG }),
    run: async (who, { slug }) => (await templateFor(who, slug, 'draft')).template,
  }),
  shipped: useCase({
    name: 'template.shipped',
    permission: 'store.read',
    input: object({ slug: SLUG }),
    run: async ({ store }, { slug }) => {
      const ships = shippedTemplate(slug, store.languages);
      if (!ships) throw new AppError('not-found', say.nothingShipsFor({ slug }));
      return ships;
    },
  }),
  versions: useCase({
    name: 'template.versions',
    permission: 'store.read',
    input: object({ slug: SLUG }),
    run: (who, { slug }) => loadVersions(who, slug),
  }),
  testMany: useCase({
    name: 'template.test-many',
    permission: 'test.send',
    input: object({ slugs: Type.Array(SLUG, { maxItems: 20 }) }),
    run: (who, { slugs }) => sendTests(who, slugs),
  }),
  test: useCase({
    name: 'template.test',
    permission: 'test.send',
    input: object({
      slug: SLUG,
      draft: Type.Optional(DEED_CHECKS),
      language: LANGUAGE,
      order: NUMBER,
      to: Type.String({ maxLength: 300 }),
    }),
    run: sendTest,
  }),
  copyBlock: useCase({
    name: 'template.copy-block',
    permission: 'template.edit',
    input: object({ slug: SLUG, block: DEED_CHECKS, words: DEED_CHECKS }),
    run: (who, { slug, block, words }) => copyBlockTo(who, slug, block, words),
  }),
  export: useCase({
    name: 'template.export',
    permission: 'store.read',
    input: object({
      slug: SLUG,
      as: Type.String({ maxLength: 10 }),
      language: LANGUAGE,
      order: Type.String({ maxLength: 64 }),
    }),
    run: (who, { slug, ...how }) => exportMessage(who, slug, how),
  }),
};

export const words = {
  find: useCase({
    name: 'words.find',
    permission: 'store.read',
    input: FindWordsSchema,
    run: findWords,
  }),
  put: useCase({
    name: 'words.put',
    permission: 'template.edit',
    input: PutWordsSchema,
    run: (who, { puts }) => putWords(who, puts),
  }),
};

export const picture = {
  bring: useCase({
    name: 'picture.bring',
    permission: 'picture.bring',
    input: object({
      bytes: Type.Unsafe<Buffer>({}),
      name: Type.String({ maxLength: 500 }),
      shown: Type.Integer({ minimum: 16, maximum: 800 }),
    }),
    run: (who, { bytes, name, shown }) => bringPicture(who, bytes, name, shown),
  }),
  colours: useCase({
    name: 'picture.colours',
    permission: 'store.read',
    input: object({ path: Type.String({ maxLength: 220 }) }),
    run: (who, { path }) => coloursOf(who, path),
  }),
};

export const passage = {
  make: useCase({
    name: 'passage.make',
    permission: 'template.publish',
    input: object({ name: Type.String({ maxLength: 300 }), blocks: DEED_CHECKS, words: DEED_CHECKS }),
    run: (who, { name, blocks, words }) => makePassage(who, name, blocks, words),
  }),
  save: useCase({
    name: 'passage.save',
    permission: 'template.edit',
    input: object({ id: PASSAGE, revision: REVISION, template: DEED_CHECKS }),
    run: (who, { id, revision, template }) => savePassage(who, id, revision, template),
  }),
  publish: useCase({
    name: 'passage.publish',
    permission: 'words.publish',
    input: object({ id: PASSAGE, revision: REVISION, note: EDITION_NOTE }),
    run: (who, { id, revision, note }) => publishPassage(who, id, revision, note),
  }),
  edition: useCase({
    name: 'passage.edition',
    permission: 'store.read',
    input: object({ id: PASSAGE, number: EDITION }),
    run: (who, { id, number }) => passageEdition(who, id, number),
  }),
  remove: useCase({
    name: 'passage.remove',
    permission: 'template.publish',
    input: object({ id: PASSAGE }),
    run: (who, { id }) => removePassage(who, id),
  }),
};

export const look = {
  save: useCase({
    name: 'look.save',
    permission: 'look.edit',
    input: object({ revision: REVISION, look: DEED_CHECKS }),
    run: (who, { revision, look }) => saveLook(who, revision, look),
  }),
  publish: useCase({
    name: 'look.publish',
    permission: 'look.publish',
    input: object({ revision: REVISION, note: EDITION_NOTE }),
    run: (who, { revision, note }) => publishLook(who, revision, note),
  }),
  import: useCase({
    name: 'look.import',
    permission: 'look.edit',
    input: object({ text: Type.String() }),
    run: (who, { text }) => importLook(who, text),
  }),
  copy: useCase({
    name: 'look.copy',
    permission: 'look.edit',
    input: object({ from: Type.String({ maxLength: 40 }) }),
    run: (who, { from }) => copyLook(who, from),
  }),
  edition: useCase({
    name: 'look.edition',
    permission: 'store.read',
    input: object({ number: EDITION }),
    run: (who, { number }) => lookEdition(who, number),
  }),
  export: useCase({ name: 'look.export', permission: 'store.read', input: NOTHING, run: exportLook }),
};
