import { plan, reasonWords, type CopyRule, type NotificationFacts, type PlanEvent, type PlanSettings } from '.';
import { testOrder } from '../testing';

const notification = (change: Partial<NotificationFacts> = {}): NotificationFacts => ({
  id: 'received',
  name: 'Order received',
  moment: 'order.placed',
  audience: 'customer',
  on: true,
  variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en', 'de'] } }],
  ...change,
});
const copy = (change: Partial<CopyRule> = {}): CopyRule => ({
  id: 'c',
  recipient: { address: 'archive@quillwick.example', name: '' },
  notifications: [],
  channels: [],
  ...change,
});
const order = testOrder({ language: 'de', customer: { email: 'grace@wax.example', firstName: 'Grace' } });

function written(
  copies: CopyRule[],
  { event = {}, facts = {} }: { event?: Partial<PlanEvent>; facts?: Partial<NotificationFacts> } = {},
) {
  const settings: PlanSettings = {
    store: { language: 'en', timeZone: 'UTC' },
    notifications: [notification(facts)],
    rules: [],
    copies,
  };
  return plan({ ...settings, moment: 'order.placed', order, at: 0, ...event }).deliveries;
}

describe('copies of what goes out to customers', () => {
  it('are what the customer gets, in their language, and say whose they are', () => {
    const [own, copied] = written([copy()]);
    expect(copied).toMatchObject({
      recipient: { address: 'archive@quillwick.example', role: 'staff' },
      language: 'de',
      editionId: own!.editionId,
    });
    expect(copied!.reasons.map(reasonWords)).toContain(
      'archive@quillwick.example gets a copy of what grace@wax.example gets.',
    );
  });

  it('are of chosen notifications and channels, and each address has one', () => {
    expect(written([copy({ notifications: ['another'] })])).toHaveLength(1);
    expect(written([copy({ channels: ['no such channel'] })])).toHaveLength(1);
    expect(written([copy({ notifications: ['received'], channels: [order.channel] })])).toHaveLength(2);
    expect(written([copy(), copy({ id: 'd' })])).toHaveLength(2);
    expect(written([copy({ recipient: { address: 'GRACE@wax.example', name: '' } })])).toHaveLength(1);
  });

  it('are of each of a row of reminders, at the same time', () => {
    const schedule = {
      row: [{ wait: { n: 1, unit: 'days' } }, { wait: { n: 3, unit: 'days' } }],
      ends: [],
    } as unknown as NonNullable<NotificationFacts['schedule']>;
    const deliveries = written([copy()], { facts: { schedule } });
    expect(deliveries.map((d) => [d.recipient.role, d.turn])).toEqual([
      ['customer', 1],
      ['customer', 2],
      ['staff', 1],
      ['staff', 2],
    ]);
    expect(deliveries[2]!.dueAt).toBe(deliveries[0]!.dueAt);
  });

  it('are none where the customer is not written to, nor of what is of an account or for staff', () => {
    const closed = { name: 'Bazaarlane', customerMail: false };
    expect(written([copy()], { event: { channel: closed } })).toEqual([]);
    const account = { moment: 'account.reset-requested' as const };
    const told = written([copy()], { facts: account, event: account });
    expect(told.map((d) => d.recipient.role)).toEqual(['customer']);
    expect(written([copy()], { facts: { audience: 'staff' } })).toEqual([]);
  });
});
