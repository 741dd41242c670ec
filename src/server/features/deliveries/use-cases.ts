/** What can be done with deliveries. */
import { Type } from '@sinclair/typebox';
import { useCase } from '../use-case';
import { sendAgain } from './again';
import { sendNow, sentFile, sentMessage, stopDelivery, tryAgain, tryAllOfCause } from './deliveries';
import { releaseOnce } from '../sending/withheld';
import { ID, object } from '../shapes';

export const delivery = {
  retry: useCase({
    name: 'delivery.retry',
    permission: 'delivery.resend',
    input: object({ id: ID }),
    run: (who, { id }) => tryAgain(who, id),
  }),
  retryCause: useCase({
    name: 'delivery.retry-cause',
    permission: 'delivery.resend',
    input: object({ id: ID }),
    run: (who, { id }) => tryAllOfCause(who, id),
  }),
  release: useCase({
    name: 'delivery.release',
    permission: 'delivery.release',
    input: object({ id: ID }),
    run: (who, { id }) => releaseOnce(who, id),
  }),
  sendNow: useCase({
    name: 'delivery.send-now',
    permission: 'delivery.resend',
    input: object({ id: ID }),
    run: (who, { id }) => sendNow(who, id),
  }),
  stop: useCase({
    name: 'delivery.stop',
    permission: 'delivery.resend',
    input: object({ id: ID }),
    run: (who, { id }) => stopDelivery(who, id),
  }),
  sendAgain: useCase({
    name: 'delivery.send-again',
    permission: 'delivery.resend',
    input: object({ id: ID, to: Type.String({ maxLength: 300 }) }),
    run: (who, { id, to }) => sendAgain(who, id, { to }),
  }),
  file: useCase({
    name: 'delivery.file',
    permission: 'store.read',
    input: object({ id: ID, place: Type.Integer({ minimum: 0, maximum: 100 }) }),
    run: (who, { id, place }) => sentFile(who, id, place),
  }),
  download: useCase({
    name: 'delivery.download',
    permission: 'store.read',
    input: object({ id: ID }),
    run: (who, { id }) => sentMessage(who, id),
  }),
};
