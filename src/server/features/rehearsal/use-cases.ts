/** What can be done with rehearsals. */
import { Type } from '@sinclair/typebox';
import {
  AskPicturesSchema,
  AskPostingSchema,
  AskRehearsalSchema,
  ContactSheetSchema,
  ForeseeOwnSchema,
  KeepFoundSchema,
  KeepRecordedSchema,
  NameOwnSchema,
  PictureSchema,
  RehearsalChoiceSchema,
  RemoveOwnSchema,
  SaveOwnSchema,
  StopRehearsalSchema,
  SwitchOwnSchema,
} from '@/contract/rehearsal';
import { ID, object, SLUG } from '../shapes';
import { useCase } from '../use-case';
import { contactSheet } from './contact-sheet';
import { rehearsedBytes } from './message';
import { askPosting, forecastPosting, stopPosting } from './posting';
import { foreseeOwn, keepFound, keepRecorded, nameOwn, removeOwn, saveOwn, switchOwn } from './own-orders';
import { askPictures, pictureBytes, stopPictures } from './pictures';
import { askFaults, stopFaults, askRehearsal, chooseRehearsals, draftsRehearsed, stopRehearsal } from './rehearsal';

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
  forecastPosting: useCase({
    name: 'rehearsal.forecast-posting',
    permission: 'rehearsal.run',
    input: AskPostingSchema,
    run: forecastPosting,
  }),
  askPosting: useCase({
    name: 'rehearsal.ask-posting',
    permission: 'rehearsal.run',
    input: AskPostingSchema,
    run: askPosting,
  }),
  stopPosting: useCase({
    name: 'rehearsal.stop-posting',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: stopPosting,
  }),
  foreseeOwn: useCase({
    name: 'rehearsal.foresee-own',
    permission: 'rehearsal.run',
    input: ForeseeOwnSchema,
    run: foreseeOwn,
  }),
  saveOwn: useCase({ name: 'rehearsal.save-own', permission: 'rehearsal.run', input: SaveOwnSchema, run: saveOwn }),
  nameOwn: useCase({ name: 'rehearsal.name-own', permission: 'rehearsal.run', input: NameOwnSchema, run: nameOwn }),
  switchOwn: useCase({
    name: 'rehearsal.switch-own',
    permission: 'rehearsal.run',
    input: SwitchOwnSchema,
    run: switchOwn,
  }),
  removeOwn: useCase({
    name: 'rehearsal.remove-own',
    permission: 'rehearsal.run',
    input: RemoveOwnSchema,
    run: removeOwn,
  }),
  keepRecorded: useCase({
    name: 'rehearsal.keep-recorded',
    permission: 'rehearsal.run',
    input: KeepRecordedSchema,
    run: keepRecorded,
  }),
  keepFound: useCase({
    name: 'rehearsal.keep-found',
    permission: 'rehearsal.run',
    input: KeepFoundSchema,
    run: keepFound,
  }),
  askFaults: useCase({
    name: 'rehearsal.ask-faults',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: askFaults,
  }),
  stopFaults: useCase({
    name: 'rehearsal.stop-faults',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: stopFaults,
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
