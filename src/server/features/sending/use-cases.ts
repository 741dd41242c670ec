/** Services, senders, channels, domains, and addresses not to write to. */
import { Type } from '@sinclair/typebox';
import { useCase } from '../use-case';
import { saveChannels } from './channels';
import { addDomain, changeKey, lookNow, removeDomain } from './domains';
import { saveSenders } from './senders';
import { findFor, moveService, pauseService, removeService, runCheck, saveService } from './services';
import { allowAgain, withhold } from './withheld';
import { DEED_CHECKS, ID, object } from '../shapes';

const ADDRESS = Type.String({ maxLength: 254 });
const DOMAIN = Type.String({ minLength: 1, maxLength: 253 });

export const service = {
  save: useCase({
    name: 'service.save',
    permission: 'service.edit',
    input: object({ id: Type.Optional(ID), service: DEED_CHECKS }),
    run: (who, { id, service }) => saveService(who, id, service),
  }),
  check: useCase({
    name: 'service.check',
    permission: 'service.check',
    input: object({ id: ID, to: Type.Optional(ADDRESS) }),
    run: (who, { id, to }) => runCheck(who, id, to),
  }),
  find: useCase({
    name: 'service.find',
    permission: 'service.edit',
    input: object({ address: ADDRESS }),
    run: (who, { address }) => findFor(who, address),
  }),
  pause: useCase({
    name: 'service.pause',
    permission: 'service.edit',
    input: object({ id: ID, paused: Type.Boolean() }),
    run: (who, { id, paused }) => pauseService(who, id, paused),
  }),
  move: useCase({
    name: 'service.move',
    permission: 'service.edit',
    input: object({ id: ID, by: Type.Union([Type.Literal(-1), Type.Literal(1)]) }),
    run: (who, { id, by }) => moveService(who, id, by),
  }),
  remove: useCase({
    name: 'service.remove',
    permission: 'service.edit',
    input: object({ id: ID }),
    run: (who, { id }) => removeService(who, id),
  }),
};

export const sender = {
  save: useCase({
    name: 'sender.save',
    permission: 'sender.edit',
    input: object({ senders: DEED_CHECKS }),
    run: (who, { senders }) => saveSenders(who, senders),
  }),
};

export const channel = {
  save: useCase({
    name: 'channel.save',
    permission: 'sender.edit',
    input: object({ channels: DEED_CHECKS }),
    run: (who, { channels }) => saveChannels(who, channels),
  }),
};

export const domain = {
  add: useCase({
    name: 'domain.add',
    permission: 'domain.edit',
    input: object({ name: Type.String({ maxLength: 300 }) }),
    run: (who, { name }) => addDomain(who, name),
  }),
  look: useCase({
    name: 'domain.look',
    permission: 'service.check',
    input: object({ name: DOMAIN }),
    run: (who, { name }) => lookNow(who, name),
  }),
  changeKey: useCase({
    name: 'domain.change-key',
    permission: 'domain.edit',
    input: object({ name: DOMAIN }),
    run: (who, { name }) => changeKey(who, name),
  }),
  remove: useCase({
    name: 'domain.remove',
    permission: 'domain.edit',
    input: object({ name: DOMAIN }),
    run: (who, { name }) => removeDomain(who, name),
  }),
};

export const withholding = {
  add: useCase({
    name: 'withholding.add',
    permission: 'withholding.edit',
    input: object({ entry: DEED_CHECKS }),
    run: (who, { entry }) => withhold(who, entry),
  }),
  remove: useCase({
    name: 'withholding.remove',
    permission: 'withholding.edit',
    // An entry of the list, or a kind and the address that unsubscribed from it.
    input: object({ id: Type.String({ minLength: 1, maxLength: 280 }) }),
    run: (who, { id }) => allowAgain(who, id),
  }),
};
