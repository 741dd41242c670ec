/** Notifications: on and off, how they go out, made and taken away; rules of who gets those for the staff; the phrasebook. */
import { Type } from '@sinclair/typebox';
import { AUDIENCES } from '@/core/moments';
import { useCase } from '../use-case';
import { switchNotification } from '../templates/templates';
import { changeImpact, impactOf } from './impact';
import { saveNotification } from './notification';
import { draftsOf, publishMany } from './many';
import { addShopMail, makeNotification, removeNotification, removeShopMail, switchMany } from './notifications';
import { savePhrase } from '../templates/phrasebook';
import { addRule, changeRule, forecastRule, pauseRules, removeRule, testRule, tryOrder } from '../routing/routing';
import { DraftIdsSchema, PauseRuleSchema, SaveCopySchema } from '@/contract/routing';
import { draftRule, dropDrafts, lookAtDrafts, makeDraftsLive } from '../routing/drafts';
import { lookAtTakingBack, takeRuleChangeBack } from '../routing/changes';
import { removeCopy, saveCopy } from '../routing/copies';
import { DEED_CHECKS, EDITION_NOTE, ID, NUMBER, object, REVISION, SLUG } from '../shapes';

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
  changeImpact: useCase({
    name: 'notification.change-impact',
    permission: 'store.read',
    input: object({ slug: SLUG, settings: DEED_CHECKS }),
    run: (who, { slug, settings }) => changeImpact(who, slug, settings),
  }),
  bulkSwitch: useCase({
    name: 'notification.bulk-switch',
    permission: 'notification.switch',
    input: object({ on: Type.Boolean(), slugs: SLUGS }),
    run: (who, { on, slugs }) => switchMany(who, on, slugs),
  }),
  bulkPublish: useCase({
    name: 'notification.bulk-publish',
    permission: 'words.publish',
    input: object({
      drafts: Type.Array(object({ slug: SLUG, revision: REVISION }), { maxItems: 400 }),
      note: EDITION_NOTE,
    }),
    run: (who, { drafts, note }) => publishMany(who, drafts, note),
  }),
  drafts: useCase({
    name: 'notification.drafts',
    permission: 'store.read',
    input: object({ slugs: SLUGS }),
    run: (who, { slugs }) => draftsOf(who, slugs),
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
  pause: useCase({
    name: 'rule.pause',
    permission: 'routing.edit',
    input: PauseRuleSchema,
    run: pauseRules,
  }),
  forecast: useCase({
    name: 'rule.forecast',
    permission: 'routing.edit',
    input: object({ rule: DEED_CHECKS, instead: Type.Optional(ID) }),
    run: (who, { rule, instead }) => forecastRule(who, rule, instead),
  }),
  lookAtTakingBack: useCase({
    name: 'rule.look-at-taking-back',
    permission: 'routing.edit',
    input: object({ id: ID }),
    run: lookAtTakingBack,
  }),
  draft: useCase({
    name: 'rule.draft',
    permission: 'routing.edit',
    input: object({ ruleId: Type.Optional(ID), rule: Type.Optional(DEED_CHECKS) }),
    run: draftRule,
  }),
  dropDrafts: useCase({
    name: 'rule.drop-drafts',
    permission: 'routing.edit',
    input: DraftIdsSchema,
    run: dropDrafts,
  }),
  lookAtDrafts: useCase({
    name: 'rule.look-at-drafts',
    permission: 'routing.edit',
    input: object({}),
    run: lookAtDrafts,
  }),
  makeDraftsLive: useCase({
    name: 'rule.make-drafts-live',
    permission: 'routing.edit',
    input: DraftIdsSchema,
    run: makeDraftsLive,
  }),
  takeBack: useCase({
    name: 'rule.take-back',
    permission: 'routing.edit',
    input: object({ id: ID }),
    run: takeRuleChangeBack,
  }),
  saveCopy: useCase({
    name: 'rule.save-copy',
    permission: 'routing.edit',
    input: SaveCopySchema,
    run: saveCopy,
  }),
  removeCopy: useCase({
    name: 'rule.remove-copy',
    permission: 'routing.edit',
    input: object({ id: ID }),
    run: removeCopy,
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
    // Those of the store's own language need more: see there.
    permission: 'words.translate',
    input: object({
      phrase: Type.String({ maxLength: 40 }),
      language: Type.String({ maxLength: 20 }),
      source: Type.String({ maxLength: 4_000 }),
    }),
    run: savePhrase,
  }),
};
