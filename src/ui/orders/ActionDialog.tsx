'use client';
/** Something done with an order: what the event has to say, and what it comes to. */
import { useState } from 'react';
import { ORDER_ACTIONS } from '@/core/moments';
import {
  amountText,
  orderedPieces,
  parseAmount,
  refundLines,
  type Order,
  type OrderAction,
  type OrderActionKind,
  type Pieces,
  type Shipment,
} from '@/core/order';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import { Money } from '../parts/format';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { useKeptForm } from '../parts/useKeptChanges';
import type { Possible } from '@/contract/orders';
import { CancelOutcome, PiecesTable, RefundAmounts } from './ActionParts';
import { useForecast } from '../parts/useForecast';
import { ForecastPart, type ForecastOf } from './ForecastPart';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';

export interface ActionDialogProps {
  kind: OrderActionKind;
  order: Order;
  possible: Possible;
  zone: string;
  onDo: (action: OrderAction) => Promise<Result<{ deliveries: number }>>;
  onForecast: ForecastOf;
  onDone: (deliveries: number) => void;
  onClose: () => void;
}

interface Fields {
  reason: string;
  words: string;
  sku: string;
  until: string;
  number: string;
  days: string;
  carrier: string;
  trackingNumber: string;
  trackingUrl: string;
  location: string;
  shipment: string;
  pieces: Record<string, string>;
  shipping: string;
  goodwill: string;
  amount: string;
}

const HAS_REASON: readonly OrderActionKind[] = ['fail-payment', 'pause', 'delay', 'refund', 'cancel'];
const HAS_PIECES: readonly OrderActionKind[] = ['dispatch', 'hand-over', 'refund', 'return', 'cancel'];
/** All that is offered is what is meant, until somebody says less. */
const MEANS_ALL: readonly OrderActionKind[] = ['dispatch', 'hand-over', 'cancel'];

const offeredFor = (kind: OrderActionKind, possible: Possible): Pieces[] =>
  kind === 'refund'
    ? possible.toRefund.lines
    : kind === 'return'
      ? possible.toReturn
      : kind === 'cancel'
        ? possible.toCancel
        : possible.toSend;

export function ActionDialog({ kind, order, possible, zone, onDo, onForecast, onDone, onClose }: ActionDialogProps) {
  const { currency } = order;
  const parcels = possible.onTheWay.map((place) => ({ place, ...order.shipments![place]! }));
  const offered = offeredFor(kind, possible);
  const newest = parcels.at(-1);
  const [fields, setFields] = useState<Fields>({
    reason: '',
    words: '',
    sku: order.lines[0]?.product.sku ?? '',
    until: '',
    number: `R-${order.number}`,
    days: '14',
    ...(kind === 'track' ? trackingOf(newest) : { carrier: 'Fieldpost', trackingNumber: '', trackingUrl: '' }),
    location: order.location ?? '',
    shipment: String(newest?.place ?? 0),
    pieces: Object.fromEntries(offered.map((l) => [l.sku, MEANS_ALL.includes(kind) ? String(l.quantity) : '0'])),
    shipping: '0',
    goodwill: '0',
    amount: amountText(possible.due, currency),
  });
  const forget = useKeptForm(`to do ${kind}`, fields, setFields);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<Fields>): void => setFields({ ...fields, ...part });
  const lines = offered
    .map(({ sku }) => ({ sku, quantity: Number(fields.pieces[sku] ?? 0) }))
    .filter((l) => l.quantity !== 0);
  const refunded =
    kind === 'refund'
      ? refundLines(
          order,
          lines.filter((l) => Number.isSafeInteger(l.quantity) && l.quantity > 0),
        )
      : [];
  const goods = refunded.reduce((sum, l) => sum + l.amount, 0);
  const amount = parseAmount(fields.amount, currency);
  const shippingBack = parseAmount(fields.shipping, currency);
  const goodwill = parseAmount(fields.goodwill, currency);

  const action = (): OrderAction => {
    const { reason, carrier, trackingNumber, trackingUrl, location } = fields;
    switch (kind) {
      case 'fail-payment':
      case 'pause':
        return { do: kind, reason };
      case 'cancel':
        return { do: kind, lines, reason };
      case 'pay':
        return { do: kind, ...(amount !== possible.due && { amount: amount ?? -1 }) };
      case 'delay':
        return {
          do: kind,
          sku: fields.sku,
          reason,
          ...(fields.until && { until: new Date(`${fields.until}T12:00:00Z`).toISOString() }),
        };
      case 'note':
        return { do: kind, words: fields.words };
      case 'invoice':
        return { do: kind, number: fields.number, dueInDays: Number(fields.days) };
      case 'dispatch':
        return { do: kind, lines, carrier, trackingNumber, trackingUrl, location };
      case 'hand-over':
        return { do: kind, lines, location };
      case 'return':
        return { do: kind, lines };
      case 'track':
        return { do: kind, shipment: Number(fields.shipment), carrier, trackingNumber, trackingUrl };
      case 'deliver':
        return { do: kind, shipment: Number(fields.shipment) };
      case 'refund':
        return {
          do: kind,
          ...(lines.length > 0 && { lines }),
          shipping: shippingBack ?? -1,
          goodwill: goodwill ?? -1,
          reason,
        };
      default:
        return { do: kind };
    }
  };
  const noPieces = HAS_PIECES.includes(kind) && kind !== 'refund' && lines.length === 0;
  const forecast = useForecast(noPieces ? undefined : action(), onForecast);
  const run = async (): Promise<void> => {
    if (noPieces) {
      setFailure({ code: 'invalid', message: say.enterAQuantityForAt, problems: [] });
      return;
    }
    setBusy(true);
    const result = await answered(onDo(action()));
    if (result.ok) {
      forget();
      onDone(result.value.deliveries);
    } else {
      setBusy(false);
      setFailure(result.error);
    }
  };
  const input = (label: string, name: keyof Omit<Fields, 'pieces'>, path: string, type = 'text') => (
    <Field label={label} problem={problemAt(failure, path)}>
      {(ids) => (
        <input
          {...ids}
          type={type}
          className="input"
          value={fields[name]}
          onChange={(e) => set({ [name]: e.target.value })}
        />
      )}
    </Field>
  );
  const loose = failure?.problems.filter((p) => p.path.startsWith('/data') || p.path === '/lines') ?? [];
  return (
    <Dialog
      open
      onClose={onClose}
      title={`${ORDER_ACTIONS[kind].label}: ${order.number}`}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy} onClick={() => void run()}>
            {busy ? say.recording : ORDER_ACTIONS[kind].label}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3">
        {failure && <Trouble>{[failure.message, ...loose.map((p) => p.message)].join(' ')}</Trouble>}
        {kind === 'pay' && possible.due > 0 && (
          <Field
            label={say.amountThatCameIn}
            problem={amount === undefined ? say.enterAnAmountInCurrency({ currency }) : problemAt(failure, '/amount')}
            hint={say.amountTextIsStillToBe({ amountText: amountText(possible.due, currency) })}
          >
            {(ids) => (
              <input
                {...ids}
                className="input"
                inputMode="decimal"
                value={fields.amount}
                onChange={(e) => set({ amount: e.target.value })}
              />
            )}
          </Field>
        )}
        {kind === 'cancel' && possible.sent.length > 0 && (
          <p className="text-sm text-slate">
            {say.sentAlreadyAndNotCancelled({ sent: possible.sent.map((p) => `${p.quantity} × ${p.name}`).join(', ') })}
          </p>
        )}
        {kind === 'delay' && (
          <Field label={say.delayedItem} problem={problemAt(failure, '/sku')}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={fields.sku}
                choices={orderedPieces(order).map(({ sku, name }) => ({ value: sku, label: name }))}
                onChange={(sku) => set({ sku })}
              />
            )}
          </Field>
        )}
        {kind === 'delay' && input(say.expectedOn, 'until', '/until', 'date')}
        {kind === 'note' && (
          <Field label={say.whatTheCustomerReads} problem={problemAt(failure, '/words')}>
            {(ids) => (
              <textarea
                {...ids}
                rows={4}
                className="input"
                value={fields.words}
                onChange={(e) => set({ words: e.target.value })}
              />
            )}
          </Field>
        )}
        {kind === 'invoice' && input(say.invoiceNumber, 'number', '/number')}
        {kind === 'invoice' && input(say.dueInDays, 'days', '/dueInDays', 'number')}
        {(kind === 'track' || kind === 'deliver') && parcels.length > 1 && (
          <Field label={say.parcel} problem={problemAt(failure, '/shipment')}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={fields.shipment}
                choices={parcels.map((s) => ({
                  value: String(s.place),
                  label: s.id ?? say.parcelN({ n: s.place + 1 }),
                  note: s.trackingNumber ?? '',
                }))}
                onChange={(shipment) => set({ shipment, ...trackingOf(order.shipments?.[Number(shipment)]) })}
              />
            )}
          </Field>
        )}
        {HAS_PIECES.includes(kind) && (
          <PiecesTable
            offered={offered}
            pieces={fields.pieces}
            figure={
              kind === 'refund'
                ? {
                    head: say.comesTo,
                    of: (l) => <Money minor={refunded.find((r) => r.sku === l.sku)?.amount ?? 0} currency={currency} />,
                  }
                : { head: say.of, of: (l) => l.quantity }
            }
            problemOf={(sku) => {
              const i = lines.findIndex((x) => x.sku === sku);
              return i < 0
                ? undefined
                : (problemAt(failure, `/lines/${i}/quantity`) ?? problemAt(failure, `/lines/${i}/sku`));
            }}
            onPieces={(sku, typed) => set({ pieces: { ...fields.pieces, [sku]: typed } })}
          />
        )}
        {kind === 'cancel' && <CancelOutcome order={order} lines={lines} />}
        {(kind === 'dispatch' || kind === 'track') && (
          <>
            {input(say.carrier, 'carrier', '/carrier')}
            {input(say.trackingNumber, 'trackingNumber', '/trackingNumber')}
            {input(say.linkToFollowIt, 'trackingUrl', '/trackingUrl')}
          </>
        )}
        {(kind === 'dispatch' || kind === 'hand-over') && input(say.from, 'location', '/location')}
        {kind === 'refund' && (
          <RefundAmounts
            currency={currency}
            most={possible.toRefund}
            typed={{ shipping: fields.shipping, goodwill: fields.goodwill }}
            amounts={{ goods, shipping: shippingBack, goodwill }}
            problems={{ shipping: problemAt(failure, '/shipping'), goodwill: problemAt(failure, '/goodwill') }}
            onType={set}
            onAll={() => set(allOfIt(order, possible))}
          />
        )}
        {HAS_REASON.includes(kind) && input(common.why, 'reason', '/reason')}
        <ForecastPart forecast={forecast} zone={zone} />
      </div>
    </Dialog>
  );
}

/** What gives all that is left of the money back: for pieces, or as an amount when less came in than they cost. */
function allOfIt(order: Order, { toRefund }: Possible): Partial<Fields> {
  const goods = refundLines(order, toRefund.lines).reduce((sum, l) => sum + l.amount, 0);
  if (goods > toRefund.all) return { pieces: {}, shipping: '0', goodwill: amountText(toRefund.all, order.currency) };
  return {
    pieces: Object.fromEntries(toRefund.lines.map((l) => [l.sku, String(l.quantity)])),
    shipping: amountText(Math.min(toRefund.shipping, toRefund.all - goods), order.currency),
    goodwill: '0',
  };
}

const trackingOf = ({ carrier = '', trackingNumber = '', trackingUrl = '' }: Partial<Shipment> = {}) => ({
  carrier,
  trackingNumber,
  trackingUrl,
});
