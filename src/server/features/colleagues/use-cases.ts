/** What Colleagues and one's own page can have done. */
import {
  ChangeColleagueSchema,
  ColleagueIdSchema,
  EndSessionSchema,
  InvitationIdSchema,
  InviteSchema,
  NewPasswordSchema,
  OwnNameSchema,
  PlaceColleagueSchema,
} from '@/contract/colleagues';
import { ChooseAlertSchema } from '@/contract/alerts';
import { RequireFactorSchema } from '@/contract/second-factor';
import { currentSession } from '../../auth/access';
import { useCase } from '../use-case';
import {
  changeColleague,
  invite,
  inviteAgain,
  removeColleague,
  requireFactor,
  resetFactor,
  takeInvitationBack,
} from './colleagues';
import { placeColleague, storesOfColleague } from './elsewhere';
import { changeOwnPassword, chooseAlert, endOwnSession, saveOwnName } from './own';

export const colleague = {
  invite: useCase({ name: 'colleague.invite', permission: 'colleague.edit', input: InviteSchema, run: invite }),
  inviteAgain: useCase({
    name: 'colleague.invite-again',
    permission: 'colleague.edit',
    input: InvitationIdSchema,
    run: inviteAgain,
  }),
  takeInvitationBack: useCase({
    name: 'colleague.take-invitation-back',
    permission: 'colleague.edit',
    input: InvitationIdSchema,
    run: takeInvitationBack,
  }),
  change: useCase({
    name: 'colleague.change',
    permission: 'colleague.edit',
    input: ChangeColleagueSchema,
    run: changeColleague,
  }),
  remove: useCase({
    name: 'colleague.remove',
    permission: 'colleague.edit',
    input: ColleagueIdSchema,
    run: removeColleague,
  }),
  stores: useCase({
    name: 'colleague.stores',
    permission: 'colleague.edit',
    input: ColleagueIdSchema,
    run: storesOfColleague,
  }),
  place: useCase({
    name: 'colleague.place',
    permission: 'colleague.edit',
    input: PlaceColleagueSchema,
    run: placeColleague,
  }),
  requireFactor: useCase({
    name: 'colleague.require-factor',
    permission: 'colleague.edit',
    input: RequireFactorSchema,
    run: requireFactor,
  }),
  resetFactor: useCase({
    name: 'colleague.reset-factor',
    permission: 'colleague.edit',
    input: ColleagueIdSchema,
    run: resetFactor,
  }),
};

export const own = {
  saveName: useCase({ name: 'own.save-name', permission: 'store.read', input: OwnNameSchema, run: saveOwnName }),
  changePassword: useCase({
    name: 'own.change-password',
    permission: 'store.read',
    input: NewPasswordSchema,
    run: async (who, input) => changeOwnPassword(who, input, (await currentSession())?.id),
  }),
  endSession: useCase({
    name: 'own.end-session',
    permission: 'store.read',
    input: EndSessionSchema,
    run: endOwnSession,
  }),
  chooseAlert: useCase({
    name: 'own.choose-alert',
    permission: 'store.read',
    input: ChooseAlertSchema,
    run: chooseAlert,
  }),
};
