'use client';
/** What an order is: its goods and figures, whose it is, and what has left and gone back. */
import type { ReactNode } from 'react';
import { addressLines, refundRows } from '@/core/snapshot';
import {
  amountDue,
  belowTotal,
  customerName,
  lineTotal,
  orderTotals,
  STATUS_WORDS,
  type Order,
  type Refund,
  type Shipment,
} from '@/core/order';
import { languageName } from '@/core/names';
import { safeUrl } from '@/core/text/values';
import { Money, Time } from '../parts/format';
import Link from '../parts/Link';
import { PanelTitle } from '../parts/Page';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';

export function OrderFacts({
  base,
  order,
  channelName,
  language,
  zone,
}: {
  base: string;
  order: Order;
  channelName: string;
  language: string;
  zone: string;
}) {
  const { customer, shipments = [], refunds = [], cancellations = [], returns = [] } = order;
  const due = amountDue(order);
  return (
    <>
      <Figures order={order} />
      <dl className="mt-5 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
        <Fact label={common.customer}>
          <Link
            className="link inline-flex min-h-6 items-center"
            href={`${base}/customers?address=${encodeURIComponent(customer.email)}`}
          >
            {customer.guest
              ? say.nameAsGuest({ name: customerName(order) || customer.email })
              : customerName(order) || customer.email}
          </Link>
        </Fact>
        <Fact label={common.address}>
          <span className="break-all">{customer.email}</span>
        </Fact>
        <Fact label={common.language}>{languageName(language)}</Fact>
        <Fact label={common.channel}>{channelName}</Fact>
        <Fact label={say.placed}>
          <Time at={order.placedAt} zone={zone} />
        </Fact>
        {order.payment && (
          <Fact label={say.payment}>
            {order.payment.method}, {order.payment.paid ? say.isPaid : due === 0 ? say.nothingToPay : say.stillOpen}
            {due > 0 && (
              <>
                : <Money minor={due} currency={order.currency} />
              </>
            )}
          </Fact>
        )}
        {order.shippingAddress && (
          <Fact label={say.deliverTo}>
            {addressLines(order.shippingAddress).map((l) => (
              <div key={l}>{l}</div>
            ))}
          </Fact>
        )}
        {order.note && <Fact label={say.note}>{order.note}</Fact>}
      </dl>
      {shipments.length > 0 && (
        <Part title={say.shipments}>
          {shipments.map((s, i) => (
            <Parcel key={s.id ?? i} order={order} shipment={s} zone={zone} />
          ))}
        </Part>
      )}
      {cancellations.length > 0 && (
        <Part title={say.whatWasCancelled}>
          {cancellations.map((c, i) => (
            <Moved key={i} order={order} lines={c.lines} words={c.reason} at={c.cancelledAt} zone={zone} />
          ))}
        </Part>
      )}
      {returns.length > 0 && (
        <Part title={say.returns}>
          {returns.map((r, i) => (
            <Moved key={i} order={order} lines={r.lines} at={r.receivedAt} zone={zone} />
          ))}
        </Part>
      )}
      {refunds.length > 0 && (
        <Part title={say.refunds}>
          {refunds.map((r, i) => (
            <PaidBack key={`${r.issuedAt} ${i}`} order={order} refund={r} zone={zone} />
          ))}
        </Part>
      )}
    </>
  );
}

function Fact({ label, children }: { label: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-slate">{label}</dt>
      <dd dir="auto">{children}</dd>
    </>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mt-5">
      <PanelTitle>{title}</PanelTitle>
      <ul className="mt-1">{children}</ul>
    </section>
  );
}

const BELOW = inEachLanguage(() => ({
  cancelled: say.cancelled,
  paid: say.cameIn,
  due: say.stillOpen2,
  refunded: say.refunded,
}));

function Figures({ order }: { order: Order }) {
  const { currency } = order;
  const totals = orderTotals(order);
  const sum = (key: string, label: ReactNode, minor: number, strong = false) => (
    <tr key={key} className={strong ? 'font-semibold' : ''}>
      <th scope="row" colSpan={2} className={`pt-1 text-start ${strong ? 'font-semibold' : 'font-normal'}`}>
        {label}
      </th>
      <td className={`pt-1 text-end ${strong ? 'font-serif text-base' : ''}`}>
        <Money minor={minor} currency={currency} />
      </td>
    </tr>
  );
  return (
    <table className="w-full">
      <thead className="sr-only">
        <tr>
          <th scope="col">{say.item}</th>
          <th scope="col">{say.quantity}</th>
          <th scope="col">{say.amount}</th>
        </tr>
      </thead>
      <tbody>
        {order.lines.map((line, i) => (
          <tr key={`${line.product.sku} ${i}`} className="border-b border-rule">
            <th scope="row" className="py-1.5 pe-2 text-start font-normal">
              {line.product.name}
              {line.options && <span className="text-slate"> {line.options}</span>}
            </th>
            <td className="px-2 text-end">{line.quantity}</td>
            <td className="text-end">
              <Money minor={lineTotal(line)} currency={currency} />
            </td>
          </tr>
        ))}
        {totals.discount > 0 &&
          sum(
            'discount',
            say.discountCode({ code: order.discounts?.map((d) => d.code ?? d.label ?? '').join(', ') ?? '' }),
            -totals.discount,
          )}
        {order.shipping && sum('shipping', order.shipping.method, totals.shipping)}
        {!totals.taxIncluded && order.taxes?.map((t) => sum(`tax ${t.label}`, t.label, t.amount))}
        {sum('total', say.total, totals.total, true)}
        {totals.taxIncluded &&
          order.taxes?.map((t) =>
            sum(
              `tax ${t.label}`,
              <span className="text-slate">{say.labelIncluded({ label: t.label })}</span>,
              t.amount,
            ),
          )}
        {belowTotal(order).map(({ is, amount }) => sum(is, BELOW[is], amount))}
      </tbody>
    </table>
  );
}

/** "2 × Kozo sheet, 1 × Awl". */
function goodsWords(order: Order, lines: readonly { sku: string; quantity: number }[] | undefined): string {
  if (!lines) return say.everything;
  return lines
    .map(({ sku, quantity }) => {
      const name = order.lines.find((l) => l.product.sku === sku)?.product.name ?? sku;
      return `${quantity} \u00d7 ${name}`;
    })
    .join(', ');
}

function Parcel({ order, shipment, zone }: { order: Order; shipment: Shipment; zone: string }) {
  const { carrier, trackingNumber, trackingUrl, dispatchedAt, deliveredAt, location, lines } = shipment;
  const link = safeUrl(trackingUrl ?? '');
  const followed = [carrier, trackingNumber].filter(Boolean).join(' ') || say.followIt;
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex items-baseline gap-2">
        <span className="min-w-0">{goodsWords(order, lines)}</span>
        <span className="ms-auto shrink-0 text-xs text-slate">
          {deliveredAt ? (
            <Said words={say.arrivedAt({})} marks={{ at: () => <Time at={deliveredAt} zone={zone} /> }} />
          ) : order.status === 'OrderDelivered' || (order.status === 'OrderPickupAvailable' && !carrier) ? (
            STATUS_WORDS[order.status]
          ) : dispatchedAt ? (
            <Said words={say.leftAt({})} marks={{ at: () => <Time at={dispatchedAt} zone={zone} /> }} />
          ) : (
            say.onItsWay
          )}
        </span>
      </div>
      <div className="text-xs text-slate">
        {link ? (
          <a href={link} target="_blank" rel="noreferrer" className="link">
            {followed}
          </a>
        ) : (
          (carrier || trackingNumber) && followed
        )}
        {location && ` ${say.fromLocation({ location })}`}
      </div>
    </li>
  );
}

/** A refund line by line: its goods, shipping and goodwill, each with its sum. */
function PaidBack({ order, refund, zone }: { order: Order; refund: Refund; zone: string }) {
  const { currency } = order;
  const rows = refundRows(order, refund).filter((r) => r.label !== 'refunded');
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex items-baseline gap-2">
        <span className="font-semibold">
          <Money minor={refund.amount} currency={currency} />
        </span>
        {refund.issuedAt && (
          <span className="ms-auto shrink-0 text-xs text-slate">
            <Time at={refund.issuedAt} zone={zone} />
          </span>
        )}
      </div>
      {rows.map((r, i) => (
        <div key={i} className="flex items-baseline gap-2">
          <span className="min-w-0" dir="auto">
            {r.name ?? (r.label === 'shipping' ? say.shipping : say.goodwill)}
          </span>
          <span className="ms-auto">
            <Money minor={r.amount.minor} currency={currency} />
          </span>
        </div>
      ))}
      {refund.reason && <div className="text-xs text-slate">{refund.reason}</div>}
    </li>
  );
}

/** Pieces that were cancelled or came back. */
function Moved({
  order,
  lines,
  words,
  at,
  zone,
}: {
  order: Order;
  lines: readonly { sku: string; quantity: number }[];
  words?: string | undefined;
  at?: string | undefined;
  zone: string;
}) {
  return (
    <li className="flex items-baseline gap-2 border-b border-rule py-1.5">
      <span className="min-w-0">
        {goodsWords(order, lines)}
        {words && <span className="block text-xs text-slate">{words}</span>}
      </span>
      {at && (
        <span className="ms-auto shrink-0 text-xs text-slate">
          <Time at={at} zone={zone} />
        </span>
      )}
    </li>
  );
}
