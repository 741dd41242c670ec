/** What can be done with notices. */
import { Type } from '@sinclair/typebox';
import { useCase } from '../use-case';
import { DEED_CHECKS, ID, object, SLUG } from '../shapes';
import {
  beginNotice,
  forecastNotice,
  pauseNotice,
  removeSelection,
  resumeNotice,
  saveSelection,
  stopNotice,
} from './notices';

export const notice = {
  forecast: useCase({
    name: 'notice.forecast',
    permission: 'notice.send',
    input: object({ message: SLUG, selection: DEED_CHECKS }),
    run: (who, wanted) => forecastNotice(who, wanted),
  }),
  begin: useCase({
    name: 'notice.begin',
    permission: 'notice.send',
    input: object({ id: Type.String({ format: 'uuid' }), message: SLUG, selection: DEED_CHECKS }),
    run: (who, wanted) => beginNotice(who, wanted),
  }),
  pause: useCase({
    name: 'notice.pause',
    permission: 'notice.send',
    input: object({ id: ID }),
    run: (who, { id }) => pauseNotice(who, id),
  }),
  resume: useCase({
    name: 'notice.resume',
    permission: 'notice.send',
    input: object({ id: ID }),
    run: (who, { id }) => resumeNotice(who, id),
  }),
  stop: useCase({
    name: 'notice.stop',
    permission: 'notice.send',
    input: object({ id: ID }),
    run: (who, { id }) => stopNotice(who, id),
  }),
  saveSelection: useCase({
    name: 'notice.save-selection',
    permission: 'notice.send',
    input: object({ name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }), selection: DEED_CHECKS }),
    run: (who, wanted) => saveSelection(who, wanted),
  }),
  removeSelection: useCase({
    name: 'notice.remove-selection',
    permission: 'notice.send',
    input: object({ id: ID }),
    run: (who, { id }) => removeSelection(who, id),
  }),
};
