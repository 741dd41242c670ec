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
  'api.read': ['owner'],
  'delivery.resend': ['owner', 'support'],
  'customer.data': ['owner', 'support'],
} as const satisfies Record<string, readonly Role[]>;

export type Action = keyof typeof POLICY;

export function may(role: Role, action: Action): boolean {
  return (POLICY[action] as readonly Role[]).includes(role);
}
