/** What there is to make for an order as a file: nothing is attached where there is nothing in it. */
import type { MadeKind } from '../attach';
import { appointmentsOf, type Appointment } from '../order/appointments';
import type { Order } from '../order/schema';
import { aboutMoment, type Snapshot } from './snapshot';

/** The entries for a calendar of a message of a moment. */
export const appointmentsAt = (order: Order, moment: string): Appointment[] =>
  appointmentsOf(order, aboutMoment(order, moment).shipment);

/** Whether a message of a moment has something for a kind of file. What the shop sends is not known before it happens. */
export function isThereFor(kind: MadeKind, order: Order, moment: string, { lines }: Pick<Snapshot, 'lines'>): boolean {
  switch (kind) {
    case 'calendar':
      return appointmentsAt(order, moment).length > 0;
    case 'delivery-note':
      return lines.some((line) => line.shippable);
    case 'from-shop':
      return true;
  }
}
