/** Planning one event of a large store (40 notifications, 80 variants, 200 routing rules) against filling one message. */
import type { Condition } from '../src/core/conditions';
import { MOMENTS } from '../src/core/moments';
import { planner, type NotificationFacts, type RoutingRule } from '../src/core/plan';
import { fillContender, makeOrder } from './fill';
import { inTurns, type Row } from './measure';
import type { MomentId } from '@/core/moments';

const GUESTS: Condition = { match: 'all', tests: [{ about: 'customer', is: 'guest' }] };

/** Twice every moment and a few more, so that each moment has one for customers and one for staff, or two. */
const NOTIFICATIONS: NotificationFacts[] = Array.from({ length: 40 }, (_, i) => ({
  id: `n${i}`,
  name: `Notification ${i}`,
  moment: MOMENTS[i % MOMENTS.length]!.id,
  audience: i < MOMENTS.length ? 'customer' : 'staff',
  on: true,
  variants: [
    { id: `g${i}`, name: 'Guests', when: GUESTS, edition: { id: `eg${i}`, number: 1, languages: ['en', 'de'] } },
    { id: `v${i}`, name: '', edition: { id: `e${i}`, number: 3, languages: ['en', 'de', 'pl'] } },
  ],
}));

const STAFF = NOTIFICATIONS.filter((n) => n.audience === 'staff');
const RULES: RoutingRule[] = Array.from({ length: 200 }, (_, i) => ({
  id: `r${i}`,
  notificationId: STAFF[i % STAFF.length]!.id,
  recipient: {
    address: `colleague${i}@quillwick.example`,
    name: `Colleague ${i}`,
    language: i % 2 === 0 ? 'de' : 'en',
  },
  scope: i % 3 === 0 ? { kind: 'all' } : { kind: 'category', category: i % 3 === 1 ? 'papers' : 'tools' },
}));

/** One plan is shorter than reading the clock around it. */
const AT_A_TIME = 100;

function many(run: (n: number) => number): number {
  let sum = 0;
  for (let n = 0; n < AT_A_TIME; n += 1) sum += run(n);
  return sum;
}

export async function benchPlanning(): Promise<Row[]> {
  const { plan } = planner({
    store: { language: 'en', timeZone: 'Europe/Berlin' },
    notifications: NOTIFICATIONS,
    rules: RULES,
  });
  const orders = Array.from({ length: 500 }, (_, i) => ({ ...makeOrder(i), payment: { method: 'Card', paid: true } }));
  const channel = { name: 'Web shop', customerMail: true };
  const moments = MOMENTS.map((m) => m.id);
  const at = Date.parse('2026-11-24T09:14:00Z');
  const run = (moment: MomentId, i: number): number =>
    plan({ moment, order: orders[i % orders.length]!, at, channel }).deliveries.length;
  if (run('order.placed', 0) < 5) throw new Error('Planning planned less than it should.');
  const rates = await inTurns([
    { name: 'placed', run: (i) => many((n) => run('order.placed', i + n)) },
    { name: 'any', run: (i) => many((n) => run(moments[(i + n) % moments.length]!, i + n)) },
    await fillContender(),
  ]);
  const fill = rates.get('fill')!;
  return [
    {
      what: 'planning an order placed, of 40 notifications, 80 variants, 200 rules, against a fill',
      ours: rates.get('placed')! * AT_A_TIME,
      theirs: fill,
      atLeast: 20,
    },
    {
      what: 'planning an event of any moment, against a fill',
      ours: rates.get('any')! * AT_A_TIME,
      theirs: fill,
      atLeast: 20,
    },
  ];
}
