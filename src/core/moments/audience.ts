/** Who hears of a moment, and what is usual for them. */
import { momentOf, type MomentColumn } from './registry';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

export const AUDIENCES = ['customer', 'contact', 'staff'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** Who can hear of a moment. */
export const audiencesOf = (id: string): readonly Audience[] => (momentOf(id)?.staffOnly ? ['staff'] : AUDIENCES);

/** What somebody of an audience is to an order. */
export const AUDIENCE_WORDS: Record<Audience, string> = inEachLanguage(() => ({
  customer: say.roleCustomer,
  contact: say.roleContact,
  staff: say.roleStaff,
}));

/** Nothing is usual there. */
const NOTHING = '';

/** What is usual in a column for an audience: said where a board would be empty. */
export const USUAL: Record<MomentColumn, Record<Audience, string>> = inEachLanguage(() => ({
  Placed: { customer: say.aConfirmationNearlyAlways, contact: NOTHING, staff: say.whoeverMakesItReady },
  Payment: { customer: say.remindersWhileItIsOpen, contact: NOTHING, staff: say.whoHoldsTheParcelBack },
  'In preparation': {
    customer: say.onlyWhatIsOutOf,
    contact: say.theInvoiceForAccounts,
    staff: say.whatStopsAnOrder,
  },
  'On its way': { customer: say.carrierNumberAndLink, contact: say.whoTakesTheGoodsIn, staff: NOTHING },
  Received: { customer: say.whereToCollectIt, contact: NOTHING, staff: NOTHING },
  Returned: { customer: say.returnedGoodsAndRefunds, contact: NOTHING, staff: say.whoBooksTheRefund },
  Cancelled: { customer: say.aCancellationNotice, contact: NOTHING, staff: say.whoStopsTheParcel },
  Other: { customer: say.aFeedbackRequestDaysLater, contact: NOTHING, staff: say.messagesThatBounced },
}));
