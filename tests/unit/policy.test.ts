import { may, POLICY, ROLES, type Action } from '@/contract/policy';

/** Who may do what, written out once more by hand: a change of the policy has to be made in two places on purpose. */
const TABLE: Record<Action, string> = {
  'store.read': 'owner designer translator support viewer',
  'template.edit': 'owner designer translator',
  'template.publish': 'owner designer',
  'phrase.edit': 'owner designer',
  'terms.edit': 'owner',
  'terms.name': 'owner designer translator',
  'look.edit': 'owner designer',
  'look.publish': 'owner designer',
  'picture.bring': 'owner designer',
  'notification.switch': 'owner designer',
  'routing.edit': 'owner designer',
  'test.send': 'owner designer translator support',
  'service.edit': 'owner',
  'service.check': 'owner support',
  'sender.edit': 'owner',
  'domain.edit': 'owner',
  'withholding.edit': 'owner support',
  'delivery.release': 'owner support',
  'message.write': 'owner designer support',
  'order.place': 'owner support',
  'data.import': 'owner',
  'api.read': 'owner',
  'delivery.resend': 'owner support',
  'customer.data': 'owner support',
};

describe('the policy', () => {
  it.each(Object.keys(POLICY) as Action[])('lets the right roles do %s and no others', (action) => {
    expect(ROLES.filter((role) => may(role, action)).join(' ')).toBe(TABLE[action]);
  });
});
