/** Who may do what. One table; everything that reads or changes something of a store asks it (see `access.ts`). */
import { inEachLanguage, listed } from '@/words/speak';
import { say } from '@/words/policy';

export const ROLES = ['owner', 'designer', 'translator', 'support', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_WORDS: Record<Role, string> = inEachLanguage(() => ({
  owner: say.owner,
  designer: say.designer,
  translator: say.translator,
  support: say.support,
  viewer: say.viewer,
}));

const everyone: readonly Role[] = ROLES;

/** Every action there is, with the roles that may do it. */
export const POLICY = {
  'store.read': everyone,
  'template.edit': ['owner', 'designer'],
  'words.translate': ['owner', 'designer', 'translator'],
  'glossary.edit': ['owner', 'designer', 'translator'],
  'language.choose': ['owner', 'designer'],
  'translator.allow': ['owner'],
  // An owner can let a translator publish what they translated: see `allows`.
  'words.publish': ['owner', 'designer'],
  'template.publish': ['owner', 'designer'],
  'phrase.edit': ['owner', 'designer'],
  'terms.edit': ['owner'],
  'terms.name': ['owner', 'designer', 'translator'],
  'look.edit': ['owner', 'designer'],
  'look.publish': ['owner', 'designer'],
  'picture.bring': ['owner', 'designer'],
  'file.bring': ['owner', 'designer', 'support'],
  'code.edit': ['owner', 'designer'],
  'stock.edit': ['owner', 'support'],
  'notification.switch': ['owner', 'designer'],
  'routing.edit': ['owner', 'designer'],
  'store.make': ['owner'],
  'set.take': ['owner', 'designer'],
  'set.bring': ['owner', 'designer'],
  'test.send': ['owner', 'designer', 'translator', 'support'],
  'rehearsal.run': ['owner', 'designer'],
  'service.edit': ['owner'],
  'service.check': ['owner', 'support'],
  'sender.edit': ['owner'],
  'domain.edit': ['owner'],
  'withholding.edit': ['owner', 'support'],
  'delivery.release': ['owner', 'support'],
  'message.write': ['owner', 'designer', 'support'],
  'notice.send': ['owner', 'designer'],
  'order.place': ['owner', 'support'],
  'data.import': ['owner'],
  'data.export': ['owner', 'support'],
  'customers.export': ['owner'],
  'api.read': ['owner'],
  'delivery.resend': ['owner', 'support'],
  'customer.edit': ['owner', 'support'],
  'contacts.limit': ['owner'],
  'colleague.edit': ['owner'],
  'key.edit': ['owner'],
  'settings.edit': ['owner'],
  'store.close': ['owner'],
  'history.read': ['owner'],
  'installation.read': ['owner'],
  'source.edit': ['owner'],
  'customer.data': ['owner', 'support'],
} as const satisfies Record<string, readonly Role[]>;

export type Action = keyof typeof POLICY;

/** What each action is, as it stands in "Your role may not ..." and in docs/roles.md. */
export const ACTION_WORDS: Record<Action, string> = inEachLanguage(() => ({
  'store.read': say.readEverythingOfTheStore,
  'template.edit': say.changeTextAndBlocksOf,
  'words.translate': say.translateTexts,
  'glossary.edit': say.editTheGlossary,
  'language.choose': say.chooseLanguages,
  'translator.allow': say.letTranslators,
  'words.publish': say.publishTranslations,
  'template.publish': say.publishMessages,
  'phrase.edit': say.changeThePhrasebook,
  'terms.edit': say.changePaymentShippingCarriersAnd,
  'terms.name': say.translateTheStoresNames,
  'look.edit': say.changeTheLook,
  'look.publish': say.publishTheLook,
  'picture.bring': say.uploadPictures,
  'file.bring': say.addAndRemoveFiles,
  'code.edit': say.changeDiscountCodes,
  'stock.edit': say.countStock,
  'notification.switch': say.turnNotificationsOnAndOff,
  'routing.edit': say.changeWhichColleaguesGetMessages,
  'store.make': say.makeStores,
  'set.take': say.saveAllMessagesAsAFile,
  'set.bring': say.bringMessagesIn,
  'test.send': say.sendTests,
  'rehearsal.run': say.rehearseMessages,
  'service.edit': say.connectAndChangeServices,
  'service.check': say.checkServices,
  'sender.edit': say.changeSenders,
  'domain.edit': say.changeDomains,
  'withholding.edit': say.changeTheDoNotSend,
  'delivery.release': say.letGoWhatARestored,
  'message.write': say.writeToCustomers,
  'notice.send': say.sendNotices,
  'order.place': say.placeOrdersAndSayWhat,
  'data.import': say.importLists,
  'data.export': say.exportLists,
  'customers.export': say.exportAllCustomersAndOrders,
  'api.read': say.seeTheShopsKeys,
  'delivery.resend': say.sendAgainStopAndHurry,
  'customer.edit': say.changeCustomers,
  'contacts.limit': say.limitContacts,
  'colleague.edit': say.editColleagues,
  'key.edit': say.editKeys,
  'settings.edit': say.editSettings,
  'store.close': say.closeStores,
  'history.read': say.readHistory,
  'installation.read': say.readInstallation,
  'source.edit': say.editSources,
  'customer.data': say.exportOrEraseWhatIs,
}));

/** What can be done in a store that is closed: reading, saving as files, a further store, and opening it again. */
export const WHEN_CLOSED: ReadonlySet<Action> = new Set<Action>([
  ...([
    'store.read',
    'store.make',
    'store.close',
    'history.read',
    'installation.read',
    'api.read',
    'set.take',
  ] as const),
  ...(['data.export', 'customers.export', 'customer.data'] as const),
]);

export function may(role: Role, action: Action): boolean {
  return (POLICY[action] as readonly Role[]).includes(role);
}

/** Several of a role, in a sentence. */
const ROLES_WORDS: Record<Role, string> = inEachLanguage(() => ({
  owner: say.owners,
  designer: say.designers,
  translator: say.translators,
  support: say.supportTeam,
  viewer: say.viewers,
}));

/** Who may do something, as the beginning of a sentence: "Owners and support". */
export function whoMay(action: Action): string {
  const who = listed(POLICY[action].map((role) => ROLES_WORDS[role]));
  return who.charAt(0).toUpperCase() + who.slice(1);
}
