/** An order's facts, read when they are asked for. */
import type { OrderFacts } from '../conditions/condition';
import { orderFacts } from './facts';
import type { Order } from '../order/schema';
import { aboutMoment } from './snapshot';

/** The facts of an order at a moment for conditions, each read when it is first asked for: most conditions ask one thing. */
export const factsOnDemand = (order: Order, moment: string): OrderFacts => new FactsOnDemand(order, moment);

class FactsOnDemand implements OrderFacts {
  private all?: OrderFacts;

  constructor(
    private readonly order: Order,
    private readonly moment: string,
  ) {}

  private get rest(): OrderFacts {
    return (this.all ??= orderFacts(this.order, aboutMoment(this.order, this.moment)));
  }
  get guest() {
    return this.order.customer.guest ?? false;
  }
  get firstOrder() {
    return this.order.customer.firstOrder ?? false;
  }
  get channel() {
    return this.order.channel;
  }
  get location() {
    return this.rest.location!;
  }
  get country() {
    return this.order.shippingAddress?.country as string;
  }
  get payment() {
    return this.order.payment?.method as string;
  }
  get paid() {
    return this.rest.paid!;
  }
  get tracking() {
    return this.rest.tracking;
  }
  get parcel() {
    return this.rest.parcel!;
  }
  get wholeRefund() {
    return this.rest.wholeRefund as boolean;
  }
  get products() {
    return this.rest.products;
  }
  get categories() {
    return this.rest.categories;
  }
  get suppliers() {
    return this.rest.suppliers;
  }
  get total() {
    return this.rest.total;
  }
}
