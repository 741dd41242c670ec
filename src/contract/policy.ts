/** Who may do what. One table; everything that reads or changes something of a store asks it (see `access.ts`). */

export const ROLES = ['owner', 'designer', 'translator', 'support', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_WORDS: Record<Role, string> = {
  owner: 'owner',
  designer: 'designer',
  translator: 'translator',
  support: 'support',
  viewer: 'viewer',
};

const everyone: readonly Role[] = ROLES;

/** Every action there is, with the roles that may do it. */
export const POLICY = {
  'store.read': everyone,
  'template.edit': ['owner', 'designer', 'translator'],
  'template.publish': ['owner', 'designer'],
  'phrase.edit': ['owner', 'designer'],
  'terms.edit': ['owner'],
  'terms.name': ['owner', 'designer', 'translator'],
  'look.edit': ['owner', 'designer'],
  'look.publish': ['owner', 'designer'],
  'picture.bring': ['owner', 'designer'],
  'notification.switch': ['owner', 'designer'],
  'routing.edit': ['owner', 'designer'],
  'test.send': ['owner', 'designer', 'translator', 'support'],
  'service.edit': ['owner'],
  'service.check': ['owner', 'support'],
  'sender.edit': ['owner'],
  'domain.edit': ['owner'],
  'withholding.edit': ['owner', 'support'],
  'delivery.release': ['owner', 'support'],
  'message.write': ['owner', 'designer', 'support'],
  'order.place': ['owner', 'support'],
  'data.import': ['owner'],
  'data.export': ['owner', 'support'],
  'customers.export': ['owner'],
  'api.read': ['owner'],
  'delivery.resend': ['owner', 'support'],
  'customer.data': ['owner', 'support'],
} as const satisfies Record<string, readonly Role[]>;

export type Action = keyof typeof POLICY;

/** What each action is, as it stands in "Your role may not ..." and in docs/roles.md. */
export const ACTION_WORDS: Record<Action, string> = {
  'store.read': 'read everything of the store but its keys',
  'template.edit': 'change text and blocks of messages',
  'template.publish': 'publish messages',
  'phrase.edit': 'change the phrasebook',
  'terms.edit': 'change payment, shipping, carriers and invoices',
  'terms.name': 'translate the store’s names',
  'look.edit': 'change the look',
  'look.publish': 'publish the look',
  'picture.bring': 'upload pictures',
  'notification.switch': 'turn notifications on and off, and change how they go out',
  'routing.edit': 'change which colleagues get messages about orders',
  'test.send': 'send tests',
  'service.edit': 'connect and change services',
  'service.check': 'check services',
  'sender.edit': 'change senders',
  'domain.edit': 'change domains',
  'withholding.edit': 'change the do-not-send list',
  'delivery.release': 'let go what a restored backup holds',
  'message.write': 'write to customers',
  'order.place': 'place orders and say what happens to them',
  'data.import': 'import lists',
  'data.export': 'export lists',
  'customers.export': 'export all customers and orders',
  'api.read': 'see the shop’s keys',
  'delivery.resend': 'send again, stop and hurry messages',
  'customer.data': 'export or erase what is known of one customer',
};

export function may(role: Role, action: Action): boolean {
  return (POLICY[action] as readonly Role[]).includes(role);
}

/** Several of a role, in a sentence. */
const ROLES_WORDS: Record<Role, string> = {
  owner: 'owners',
  designer: 'designers',
  translator: 'translators',
  support: 'support',
  viewer: 'viewers',
};

/** Who may do something, as the beginning of a sentence: "Owners and support". */
export function whoMay(action: Action): string {
  const who = new Intl.ListFormat('en-GB').format(POLICY[action].map((role) => ROLES_WORDS[role]));
  return who.charAt(0).toUpperCase() + who.slice(1);
}
