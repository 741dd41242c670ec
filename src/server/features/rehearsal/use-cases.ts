/** What can be done with rehearsals. */
import { Type } from '@sinclair/typebox';
import {
  AskPicturesSchema,
  AskRehearsalSchema,
  ContactSheetSchema,
  PictureSchema,
  RehearsalChoiceSchema,
  StopRehearsalSchema,
} from '@/contract/rehearsal';
import { ID, object, SLUG } from '../shapes';
import { useCase } from '../use-case';
import { contactSheet } from './contact-sheet';
import { rehearsedBytes } from './message';
import { askPictures, pictureBytes, stopPictures } from './pictures';
import { askRehearsal, chooseRehearsals, draftsRehearsed, stopRehearsal } from './rehearsal';

export const rehearsal = {
  ask: useCase({ name: 'rehearsal.ask', permission: 'rehearsal.run', input: AskRehearsalSchema, run: askRehearsal }),
  drafts: useCase({
    name: 'rehearsal.drafts',
    permission: 'store.read',
    input: object({ versions: Type.Array(SLUG, { minItems: 1, maxItems: 50 }) }),
    run: draftsRehearsed,
  }),
  stop: useCase({
    name: 'rehearsal.stop',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: stopRehearsal,
  }),
  choose: useCase({
    name: 'rehearsal.choose',
    permission: 'rehearsal.run',
    input: RehearsalChoiceSchema,
    run: chooseRehearsals,
  }),
  askPictures: useCase({
    name: 'rehearsal.ask-pictures',
    permission: 'rehearsal.run',
    input: AskPicturesSchema,
    run: askPictures,
  }),
  stopPictures: useCase({
    name: 'rehearsal.stop-pictures',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: stopPictures,
  }),
  picture: useCase({
    name: 'rehearsal.picture',
    permission: 'store.read',
    input: PictureSchema,
    run: pictureBytes,
  }),
  contactSheet: useCase({
    name: 'rehearsal.contact-sheet',
    permission: 'store.read',
    input: ContactSheetSchema,
    run: contactSheet,
  }),
  download: useCase({
    name: 'rehearsal.download',
    permission: 'store.read',
    input: object({ id: ID }),
    run: (access, { id }) => rehearsedBytes(access, id),
  }),
};
