import { testOrder } from '../testing';
import { ORDER_ACTIONS } from '../moments/registry';
import { actOn } from './actions';
import { sampleOrders } from '../order/samples';
import type { Order } from '../order/schema';
import { orderProblems } from '../order/problems';
import { nextStep, WALK, walkOf } from './walk';

const DAY = 86_400_000;

/** Walks an order as far as the walk goes, the way its screen does: the steps it took, and the order as it is then. */
function walked(start: Order, winds: boolean): { steps: string[]; order: Order } {
  let order = start;
  let ahead = 0;
  const had = new Set<string>(['order.placed']);
  const steps: string[] = [];
  for (let step = nextStep(order, had, ahead, winds); step; step = nextStep(order, had, ahead, winds)) {
    steps.push(step.id);
    if (steps.length > 100) throw new Error(`walks for ever: ${steps.slice(-5).join(', ')}`);
    if (step.windMs) ahead += step.windMs;
    if (!step.action) continue;
    const action = step.action.of(order);
    const at = new Date(Date.parse('2026-11-25T10:00:00Z') + ahead + steps.length * 60_000).toISOString();
    const result = actOn(order, action, { at });
    if (!result.ok) throw new Error(`${step.id}: ${result.message} ${JSON.stringify(result.problems)}`);
    order = result.value.order;
    expect(orderProblems(order)).toEqual([]);
    had.add(ORDER_ACTIONS[action.do].event);
  }
  return { steps, order };
}

describe('a walk through an order’s life', () => {
  const unpaid = testOrder({ payment: { method: 'Bank transfer', paid: false }, status: 'OrderPaymentDue' });

  it('takes an unpaid order of two products through all of it, and ends', () => {
    const { steps, order } = walked(unpaid, true);
    expect(steps).toEqual([
      'remind',
      'pay',
      'invoice',
      'first-parcel',
      'rest',
      'first-arrives',
      'delivered',
      'return',
      'refund',
    ]);
    expect(order.shipments!.every((s) => s.deliveredAt)).toBe(true);
    expect(order.refunds).toHaveLength(1);
  });

  it('leaves out the time that passes where no clock can be wound, and payment where it came in', () => {
    expect(walked(unpaid, false).steps[0]).toBe('pay');
    expect(walked(testOrder({ payment: { method: 'Card', paid: true } }), true).steps[0]).toBe('invoice');
  });

  it('has no second parcel for an order of one product', () => {
    const [line] = testOrder().lines;
    const { steps } = walked(testOrder({ lines: [line!] }), true);
    expect(steps).toEqual(['invoice', 'first-parcel', 'delivered', 'return', 'refund']);
    expect(walkOf(testOrder({ lines: [line!] }), true).map((s) => s.id)).not.toContain('first-arrives');
  });

  it('does with an order what it allows, and nothing else', () => {
    const downloads = [{ name: 'P', url: 'https://quillwick.example/p' }];
    const pattern = testOrder({
      lines: [{ product: { sku: 'P', name: 'A pattern', downloads }, quantity: 1, unitPrice: 400 }],
    });
    expect(walked(pattern, true).steps).toEqual(['invoice', 'downloads', 'refund']);
    const free = testOrder({ lines: [{ product: { sku: 'S', name: 'A sample' }, quantity: 1, unitPrice: 0 }] });
    expect(walked(free, true).steps).toEqual(['invoice', 'first-parcel', 'delivered', 'return']);
    expect(walked(testOrder({ status: 'OrderCancelled' }), true).steps).toEqual(['invoice', 'refund']);
  });

  it('goes on from where an order is', () => {
    const had = new Set(['order.placed', 'order.payment-received', 'invoice.issued']);
    const sent = testOrder({ payment: { method: 'Card', paid: true }, shipments: [{}] });
    expect(nextStep(sent, had, DAY, true)?.id).toBe('delivered');
  });

  it.each(
    sampleOrders('EUR', 'https://quillwick.example', Date.parse('2026-11-25T10:00:00Z')).map(
      (s) => [s.situation, s.order] as const,
    ),
  )('comes to an end for the sample: %s', (_title, order) => {
    const { steps } = walked(order, true);
    expect(steps.every((id) => WALK.some((s) => s.id === id))).toBe(true);
  });
});
