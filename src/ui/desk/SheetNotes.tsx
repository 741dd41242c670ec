'use client';
/** Above the sheet: that this order cannot have this message, or that its customer would read another language, each with the way there. */
import type { OnDesk } from '@/contract/templates';
import { languageName } from '@/core/names';
import type { Order } from '@/core/order';
import { pickLanguage, type Fallbacks } from '@/core/plan';
import { lacksForMoment } from '@/core/snapshot';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';

export interface SheetNotesProps {
  item: OnDesk;
  order: Order;
  /** How the order is called here. */
  orderLabel: string;
  /** On the sheet. */
  language: string;
  /** Languages that the template has words in, and the store's own. */
  written: readonly string[];
  ownLanguage: string;
  fallbacks: Fallbacks;
  width: number;
  onLanguage: (language: string) => void;
  /** Takes an order that the message can be about. */
  onFitting: () => void;
}

const LACKS = inEachLanguage(() => ({
  parcel: say.lacksParcel,
  refund: say.lacksRefund,
  cancellation: say.lacksCancellation,
  return: say.lacksReturn,
}));

export function SheetNotes(props: SheetNotesProps) {
  const { item, order, orderLabel, language, written, ownLanguage, width } = props;
  const lacks = item.kind === 'notification' ? lacksForMoment(order, item.moment) : undefined;
  const read =
    item.audience !== 'staff' && order.language
      ? pickLanguage(
          { language: order.language, from: 'order' },
          { languages: written },
          { own: ownLanguage, fallbacks: props.fallbacks },
        ).language
      : undefined;
  const other = read !== undefined && read !== language && written.includes(language) ? read : undefined;
  if (!lacks && !other) return null;
  const name = [order.customer.firstName, order.customer.lastName].filter(Boolean).join(' ') || say.theCustomer;
  return (
    <div role="status" className="mx-auto mb-2 flex flex-col gap-1 text-sm" style={{ width }}>
      {lacks && (
        <p>
          {LACKS[lacks]({ order: orderLabel })}{' '}
          <button type="button" className="link" onClick={props.onFitting}>
            {say.showOneThatFits}
          </button>
        </p>
      )}
      {other && (
        <p>
          {say.customerReads({ name, language: languageName(other) })}{' '}
          <button type="button" className="link" onClick={() => props.onLanguage(other)}>
            {say.showLanguage({ language: languageName(other) })}
          </button>
        </p>
      )}
    </div>
  );
}
