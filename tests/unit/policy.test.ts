import { readFileSync } from 'node:fs';
import { ACTION_WORDS, may, POLICY, ROLES, whoMay, type Action } from '@/contract/policy';

/** Who may do what, written out once more by hand: a change of the policy has to be made in two places on purpose. */
const TABLE: Record<Action, string> = {
  'store.read': 'owner designer translator support viewer',
  'template.edit': 'owner designer',
  'words.translate': 'owner designer translator',
  'glossary.edit': 'owner designer translator',
  'language.choose': 'owner designer',
  'translator.allow': 'owner',
  'words.publish': 'owner designer',
  'template.publish': 'owner designer',
  'phrase.edit': 'owner designer',
  'terms.edit': 'owner',
  'terms.name': 'owner designer translator',
  'look.edit': 'owner designer',
  'look.publish': 'owner designer',
  'notice.send': 'owner designer',
  'file.bring': 'owner designer support',
  'code.edit': 'owner designer',
  'stock.edit': 'owner support',
  'picture.bring': 'owner designer',
  'notification.switch': 'owner designer',
  'routing.edit': 'owner designer',
  'store.make': 'owner',
  'set.take': 'owner designer',
  'set.bring': 'owner designer',
  'test.send': 'owner designer translator support',
  'rehearsal.run': 'owner designer',
  'service.edit': 'owner',
  'service.check': 'owner support',
  'sender.edit': 'owner',
  'domain.edit': 'owner',
  'withholding.edit': 'owner support',
  'delivery.release': 'owner support',
  'message.write': 'owner designer support',
  'order.place': 'owner support',
  'data.import': 'owner',
  'data.export': 'owner support',
  'customers.export': 'owner',
  'api.read': 'owner',
  'delivery.resend': 'owner support',
  'customer.edit': 'owner support',
  'contacts.limit': 'owner',
  'colleague.edit': 'owner',
  'key.edit': 'owner',
  'settings.edit': 'owner',
  'store.close': 'owner',
  'history.read': 'owner',
  'installation.read': 'owner',
  'source.edit': 'owner',
  'customer.data': 'owner support',
};

describe('the policy', () => {
  it.each(Object.keys(POLICY) as Action[])('lets the right roles do %s and no others', (action) => {
    expect(ROLES.filter((role) => may(role, action)).join(' ')).toBe(TABLE[action]);
  });

  it('stands in docs/roles.md as it is', () => {
    const rows = readFileSync('docs/roles.md', 'utf8')
      .split('\n')
      .filter((line) => line.startsWith('| '))
      .map((line) => line.split('|').map((cell) => cell.trim()))
      .map(([, words, ...marks]) => [words, ...ROLES.filter((_, i) => marks[i] === 'yes')].join(' · '));
    for (const action of Object.keys(POLICY) as Action[]) {
      expect(rows).toContain([ACTION_WORDS[action], ...ROLES.filter((role) => may(role, action))].join(' · '));
    }
  });

  it('says who may in a sentence', () => {
    expect(whoMay('order.place')).toBe('Owners and support');
    expect(whoMay('words.translate')).toBe('Owners, designers and translators');
  });
});
