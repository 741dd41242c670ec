/** The screens of a store, in the order of the spine, each with the letter that goes there after `g`, and what else one can go to. */
import type { Action } from '@/contract/policy';
import { inEachLanguage } from '@/words/speak';
import { say as colleagues } from '@/words/colleagues';
import { say as customers } from '@/words/customers';
import { say as record } from '@/words/deliveries';
import { say as installation } from '@/words/installation';
import { say as keys } from '@/words/keys';
import { say as languages } from '@/words/languages';
import { say as hooks } from '@/words/hooks';
import { say as past } from '@/words/past';
import { say as proof } from '@/words/proof';
import { say as own } from '@/words/ownOrders';
import { say as rehearsal } from '@/words/rehearsal';
import { say as removed } from '@/words/removed';
import { say as replace } from '@/words/replace';
import { say as sets } from '@/words/sets';
import { say as settings } from '@/words/settings';
import { say as sources } from '@/words/sources';
import { say as stores } from '@/words/stores';
import { say as terms } from '@/words/terms';
import { say } from '@/words/shell';

/** What places stand under, in the order of the spine; the first have no heading. */
export const GATHERINGS = ['', 'compose', 'send', 'keep'] as const;
export type Gathering = (typeof GATHERINGS)[number];

export interface Place {
  name: string;
  path: string;
  gathering: Gathering;
  letter: string;
  /** Further paths that belong to it. */
  also?: string[];
}

export const PLACES: readonly Place[] = inEachLanguage(() => [
  { name: say.today, path: '/today', gathering: '', letter: 't' },
  { name: say.journey, path: '/journey', gathering: 'compose', letter: 'j', also: ['/desk', '/passages', '/replace'] },
  { name: say.look, path: '/look', gathering: 'compose', letter: 'l' },
  { name: say.phrasebook, path: '/phrasebook', gathering: 'compose', letter: 'p' },
  { name: languages.languages, path: '/languages', gathering: 'compose', letter: 'a' },
  { name: say.notices, path: '/notices', gathering: 'send', letter: 'v' },
  { name: say.routing, path: '/routing', gathering: 'send', letter: 'r' },
  { name: say.sending, path: '/sending', gathering: 'send', letter: 's' },
  { name: rehearsal.rehearsal, path: '/rehearsal', gathering: 'send', letter: 'e' },
  { name: say.orders, path: '/orders', gathering: 'keep', letter: 'o' },
  { name: customers.customers, path: '/customers', gathering: 'keep', letter: 'c' },
  { name: say.deliveries, path: '/deliveries', gathering: 'keep', letter: 'd' },
  { name: say.store, path: '/store', gathering: 'keep', letter: 'm' },
]);

/** What one can go to besides the screens of the spine: parts of them and deeds, with other words that one may look for. */
export interface Goal {
  name: string;
  path: string;
  /** Other words for it. */
  also: string;
  /** The key that goes there. */
  key?: string;
  /** What one has to be allowed to do there. */
  needs?: Action;
}

export const GOALS: readonly Goal[] = inEachLanguage(() => [
  { name: say.placeAnOrder2, path: '/orders/new', also: say.newOrderTelephoneTest, key: 'n', needs: 'order.place' },
  { name: say.writeAMessage, path: '/orders/write', also: say.mailLetterCustomerMany, needs: 'message.write' },
  {
    name: say.importAndExport,
    path: '/orders/exchange',
    also: say.csvJsonProductsCustomersContacts,
    needs: 'data.export',
  },
  { name: say.connectAShop, path: '/orders/connect', also: say.apiKeysEventsWebhookIntegration, needs: 'api.read' },
  { name: say.deliveriesThatFailed, path: '/deliveries?state=failed,bounced', also: say.errorsBouncesProblems },
  { name: say.deliveriesOverdue, path: '/deliveries?state=overdue', also: say.lateMissingNotSent },
  { name: record.byNotificationTitle, path: '/deliveries/notifications', also: say.lastMissingExpected },
  { name: say.deliveriesOnHold, path: '/deliveries?state=held', also: say.waitingStopped },
  { name: say.scheduledDeliveries, path: '/deliveries?state=planned,deferred', also: say.waitingPlannedNextReminders },
  { name: say.notificationsAsAList, path: '/journey?view=list', also: say.languagesTranslationsVersionsOwnerSearch },
  { name: say.sendingServices, path: '/sending/services', also: say.smtpSettingsLimitsServerConnect },
  {
    name: say.connectASendingService,
    path: '/sending/services/new',
    also: say.smtpSettingsAccountHostPassword,
    needs: 'service.edit',
  },
  { name: rehearsal.rehearse, path: '/rehearsal', also: rehearsal.rehearsalWords, needs: 'rehearsal.run' },
  {
    name: own.ownOrders,
    path: '/rehearsal/orders',
    also: own.ownOrdersWords,
    needs: 'rehearsal.run',
  },
  { name: say.senders, path: '/sending/senders', also: say.fromReplyToNameAddress },
  { name: say.domains, path: '/sending/domains', also: say.dnsSpfDkimDmarcRecords },
  { name: say.channels, path: '/sending/channels', also: say.marketplaceHiddenAddressesPicturesSettings },
  { name: proof.livingProof, path: '/sending/proof', also: proof.livingProofWords },
  { name: say.doNotSendList, path: '/sending/withheld', also: say.blockedSuppressedWithheldUnsubscribedBounced },
  { name: say.staffRecipients, path: '/routing', also: say.colleaguesTeamRulesWhoGets },
  { name: say.paymentMethods, path: '/store/payment', also: say.settingsBankIbanDue },
  { name: say.shippingMethods, path: '/store/shipping', also: say.settingsDeliveryTax },
  { name: say.carriers, path: '/store/carriers', also: say.settingsTrackingParcel },
  { name: terms.places, path: '/store/places', also: terms.placesWords },
  { name: say.namesInOtherLanguages, path: '/store/names', also: say.settingsLanguagesTranslationsCategories },
  { name: say.invoices, path: '/store/invoices', also: say.settingsSellerTaxVatNumber },
  { name: say.files, path: '/store/files', also: say.attachmentsGuidesPdf },
  { name: say.stock, path: '/store/stock', also: say.stockWords },
  { name: replace.findAndReplace, path: '/replace', also: replace.findAndReplaceWords },
  { name: stores.newStore, path: '/store/new', also: stores.newStoreWords, needs: 'store.make' },
  { name: sources.sources, path: '/store/sources', also: sources.sourcesWords },
  { name: past.history, path: '/store/history', also: past.historyWords, needs: 'history.read' },
  { name: hooks.webhooks, path: '/store/webhooks', also: hooks.webhooksWords },
  {
    name: installation.installation,
    path: '/store/installation',
    also: installation.installationWords,
    needs: 'installation.read',
  },
  { name: stores.stores, path: '/store/stores', also: stores.storesWords },
  { name: settings.settings, path: '/store/settings', also: settings.settingsWords },
  { name: colleagues.colleagues, path: '/store/colleagues', also: colleagues.colleaguesWords },
  { name: keys.keys, path: '/store/keys', also: keys.keysWords },
  { name: colleagues.yourPage, path: '/you', also: colleagues.yourPageWords },
  { name: sets.sets, path: '/store/sets', also: sets.setsWords },
  { name: removed.removed, path: '/store/removed', also: removed.removedWords },
  { name: say.discountCodes, path: '/store/codes', also: say.discountCodesWords },
  { name: say.productNotes, path: '/store/notes', also: say.careGuideWorkshopLink },
  { name: say.newNotice, path: '/notices/new', also: say.manyCustomersNewsOffer, needs: 'notice.send' },
]);
