/** Notifications: on and off, how they go out, made and taken away; rules of who gets those for the staff; the phrasebook. */
import { Type } from '@sinclair/typebox';
import { AUDIENCES } from '@/core/moments';
import { useCase } from '../use-case';
import { switchNotification } from '../templates/templates';
import { impactOf } from './impact';
import { saveNotification } from './notification';
import { addShopMail, inBulk, makeNotification, removeNotification, removeShopMail } from './notifications';
import { savePhrase } from '../templates/phrasebook';
import { addRule, changeRule, removeRule, testRule, tryOrder } from '../routing/routing';
import { DEED_CHECKS, ID, NUMBER, object, REVISION, SLUG } from '../shapes';

const AUDIENCE = Type.Union(AUDIENCES.map((a) => Type.Literal(a)));
const NAME = Type.String({ maxLength: 300 });
const MOMENT = Type.String({ maxLength: 40 });
const SLUGS = Type.Array(SLUG, { maxItems: 200 });

export const notification = {
  switch: useCase({
    name: 'notification.switch',
    permission: 'notification.switch',
    input: object({ slug: SLUG, on: Type.Boolean() }),
    run: (who, { slug, on }) => switchNotification(who, slug, on),
  }),
  impact: useCase({
    name: 'notification.impact',
    permission: 'store.read',
    input: object({ slug: SLUG }),
    run: (who, { slug }) => impactOf(who, slug),
  }),
  bulkSwitch: useCase({
    name: 'notification.bulk-switch',
    permission: 'notification.switch',
    input: object({ on: Type.Boolean(), slugs: SLUGS }),
    run: (who, { on, slugs }) => inBulk(who, on ? 'on' : 'off', slugs),
  }),
  bulkPublish: useCase({
    name: 'notification.bulk-publish',
    permission: 'template.publish',
    input: object({ slugs: SLUGS }),
    run: (who, { slugs }) => inBulk(who, 'publish', slugs),
  }),
  make: useCase({
    name: 'notification.make',
    permission: 'notification.switch',
    input: object({ name: NAME, moment: MOMENT, audience: AUDIENCE, from: Type.Optional(SLUG) }),
    run: makeNotification,
  }),
  remove: useCase({
    name: 'notification.remove',
    permission: 'notification.switch',
    input: object({ slug: SLUG }),
    run: (who, { slug }) => removeNotification(who, slug),
  }),
  save: useCase({
    name: 'notification.save',
    permission: 'notification.switch',
    input: object({ slug: SLUG, revision: REVISION, settings: DEED_CHECKS }),
    run: (who, { slug, revision, settings }) => saveNotification(who, slug, revision, settings),
  }),
};

export const shopMail = {
  add: useCase({
    name: 'shop-mail.add',
    permission: 'notification.switch',
    input: object({ name: NAME, moment: MOMENT, audience: AUDIENCE }),
    run: addShopMail,
  }),
  remove: useCase({
    name: 'shop-mail.remove',
    permission: 'notification.switch',
    input: object({ id: ID }),
    run: (who, { id }) => removeShopMail(who, id),
  }),
};

export const rule = {
  add: useCase({
    name: 'rule.add',
    permission: 'routing.edit',
    input: object({ rule: DEED_CHECKS }),
    run: (who, { rule }) => addRule(who, rule),
  }),
  change: useCase({
    name: 'rule.change',
    permission: 'routing.edit',
    input: object({ id: ID, rule: DEED_CHECKS }),
    run: (who, { id, rule }) => changeRule(who, id, rule),
  }),
  remove: useCase({
    name: 'rule.remove',
    permission: 'routing.edit',
    input: object({ id: ID }),
    run: (who, { id }) => removeRule(who, id),
  }),
  try: useCase({
    name: 'rule.try',
    permission: 'store.read',
    input: object({ order: NUMBER }),
    run: (who, { order }) => tryOrder(who, order),
  }),
  test: useCase({
    name: 'rule.test',
    permission: 'test.send',
    input: object({ id: ID, order: NUMBER }),
    run: (who, { id, order }) => testRule(who, id, order),
  }),
};

export const phrase = {
  save: useCase({
    name: 'phrase.save',
    permission: 'phrase.edit',
    input: object({
      phrase: Type.String({ maxLength: 40 }),
      language: Type.String({ maxLength: 20 }),
      source: Type.String({ maxLength: 4_000 }),
    }),
    run: savePhrase,
  }),
};
