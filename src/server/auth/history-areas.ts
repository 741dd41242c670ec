/** In which part of the work each deed is done, so that a history can be narrowed to it. */
import type { Area } from '@/contract/history';
import type { Deed } from './history';

const DEEDS: Record<Area, readonly Deed[]> = {
  access: [
    ...(['signedIn', 'failedToSignIn', 'setOwnPassword', 'gotNewPassword', 'usedLink', 'choseAlerts'] as const),
    ...(['failedSecondFactor', 'setUpSecondFactor', 'endedSecondFactor', 'renewedRecoveryCodes'] as const),
    ...(['signedInByPasskey', 'signedInByProvider', 'addedPasskey', 'removedPasskey'] as const),
    ...(['usedRecoveryCode', 'requiredTwoFactors', 'requiredOneFactor', 'resetSecondFactor'] as const),
    ...([
      'invitedColleague',
      'tookInvitationBack',
      'tookPart',
      'letColleagueIn',
      'changedRole',
      'removedColleague',
    ] as const),
    ...(['switchedColleagueOff', 'switchedColleagueOn'] as const),
    ...(['madeKey', 'replacedKey', 'revokedKey', 'lookedAtEventsKey'] as const),
    ...(['sharedScreenshots', 'tookSharedBack', 'lookedAtScreenshots'] as const),
  ],
  taken: [
    ...(['exportedTemplate', 'exportedLook', 'exportedAll', 'exportedCustomer', 'exportedRecord'] as const),
    ...(['tookOutSet', 'readMessage', 'downloadedMessage', 'downloadedReply'] as const),
  ],
  messages: [
    ...([
      'published',
      'publishedPassage',
      'publishedLook',
      'turnedOn',
      'turnedOff',
      'sentTest',
      'madePassage',
    ] as const),
    ...(['removedPassage', 'changedPhrase', 'changedSettings', 'removedVersion', 'addedVersion'] as const),
    ...(['madeNotification', 'removedNotification', 'notedShopMail', 'struckShopMail', 'broughtSet'] as const),
    ...(['broughtBack', 'replacedWords', 'didRemark'] as const),
  ],
  languages: [
    ...(['putWordsInUse', 'broughtTranslations', 'tookBackTranslations', 'addedLanguage', 'removedLanguage'] as const),
    ...(['madeLink', 'tookLinkBack', 'gaveLanguages', 'letTranslatorPublish', 'choseFallback'] as const),
    ...(['notedForTranslators', 'askedAuthor', 'answeredQuestion', 'openedQuestion', 'tookQuestionBack'] as const),
    ...(['savedTerm', 'deletedTerm', 'broughtGlossary', 'tookBackGlossary', 'translated'] as const),
    ...(['checkedTranslation', 'keptMemory', 'removedMemory'] as const),
  ],
  sending: [
    ...(['withheld', 'allowed', 'releasedWithheld', 'addedDomain', 'madeFurtherKey', 'removedDomain'] as const),
    ...(['recordsWentBad', 'savedChannels', 'savedSenders', 'savedService', 'pausedService'] as const),
    ...(['resumedService', 'orderedServices', 'removedService', 'servicePassedCheck', 'serviceFailedCheck'] as const),
    ...(['sentAgain', 'sentBeforeTime', 'stoppedDelivery', 'triedAgain', 'triedCauseAgain'] as const),
    ...(['startedNotice', 'pausedNotice', 'resumedNotice', 'stoppedNotice', 'savedSelection'] as const),
    ...(['removedSelection', 'askedRehearsal', 'stoppedRehearsal', 'choseRehearsals', 'askedPictures'] as const),
    ...(['keptOwnOrder', 'changedOwnOrder', 'removedOwnOrder', 'triedFaults', 'postedRehearsal'] as const),
    ...(['savedProof', 'sentProofs'] as const),
  ],
  routing: [
    ...(['addedRule', 'changedRule', 'removedRule', 'pausedRule', 'wentOnWithRule', 'savedCopies'] as const),
    ...(['removedCopies', 'tookRuleChangeBack', 'madeRulesLive'] as const),
  ],
  customers: [
    ...(['actedOnOrder', 'wroteByHand', 'imported', 'tookListBack', 'erasedCustomer', 'changedCustomer'] as const),
    ...(['correctedAddress', 'setContactLimits', 'keptPreferences', 'savedList', 'removedList'] as const),
    ...(['joinedCustomers', 'tookApart'] as const),
  ],
  store: [
    ...(['addedCode', 'changedCode', 'deletedCode', 'countedStock', 'changedThreshold'] as const),
    ...(['removedThreshold', 'addedSeries', 'changedSeries', 'deletedSeries', 'addedFile', 'removedFile'] as const),
    ...(['madeHook', 'changedHook', 'removedHook', 'closedStore', 'reopenedStore'] as const),
    ...(['changedStoreSettings', 'changedTerms', 'madeStore', 'madeSource', 'changedSource'] as const),
    ...(['removedSource', 'switchedSourceOn', 'switchedSourceOff', 'publishedMapping', 'tookAgain'] as const),
  ],
};

const areas = new Map<string, Area>(
  Object.entries(DEEDS).flatMap(([area, deeds]) => deeds.map((deed) => [deed, area as Area] as const)),
);

/** The part of the work that a deed belongs to; nothing for one from before deeds had names. */
export const areaOf = (deed: string): Area | '' => areas.get(deed) ?? '';
