'use client';
/** Parts of what is done with an order: pieces to choose, what a refund comes to, and what a cancellation leaves. */
import { useId, type ReactNode } from 'react';
import { actOn } from '@/core/life';
import { amountDue, amountText, type Order, type Pieces } from '@/core/order';
import { aboutMoment, cancellationValues } from '@/core/snapshot';
import type { Possible } from '@/contract/orders';
import { Field } from '../parts/fields';
import { Money } from '../parts/format';
import { say } from '@/words/orders';
import { Said } from '../parts/Said';

/** How many pieces of each product are meant. */
export function PiecesTable({
  offered,
  pieces,
  figure,
  problemOf,
  onPieces,
}: {
  offered: readonly Pieces[];
  /** As they are typed, by product. */
  pieces: Record<string, string>;
  /** What stands at the end of each row. */
  figure: { head: string; of: (pieces: Pieces) => ReactNode };
  problemOf: (sku: string) => string | undefined;
  onPieces: (sku: string, typed: string) => void;
}) {
  const id = useId();
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="border-b border-rule text-xs text-slate">
          <th scope="col" className="py-1 text-start font-normal">
            {say.goods}
          </th>
          <th scope="col" className="w-24 text-start font-normal">
            {say.pieces}
          </th>
          <th scope="col" className="w-24 text-end font-normal">
            {figure.head}
          </th>
        </tr>
      </thead>
      <tbody>
        {offered.map((l, i) => {
          const problem = problemOf(l.sku);
          return (
            <tr key={l.sku} className="border-b border-rule">
              <td className="py-1 pe-2">
                {l.name}
                {problem && (
                  <div id={`${id}-${i}`} className="text-xs text-madder">
                    {problem}
                  </div>
                )}
              </td>
              <td className="py-1">
                <input
                  className="input w-18"
                  inputMode="numeric"
                  aria-label={say.piecesOfName({ name: l.name })}
                  aria-invalid={problem ? true : undefined}
                  aria-describedby={problem ? `${id}-${i}` : undefined}
                  value={pieces[l.sku] ?? '0'}
                  onChange={(e) => onPieces(l.sku, e.target.value)}
                />
              </td>
              <td className="text-end">{figure.of(l)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

type Amounts = 'shipping' | 'goodwill';

/** Shipping and goodwill of a refund, and what it comes to with its goods. */
export function RefundAmounts({
  currency,
  most,
  typed,
  amounts,
  problems,
  onType,
  onAll,
}: {
  currency: string;
  most: Possible['toRefund'];
  typed: Record<Amounts, string>;
  /** In minor units; undefined for what is no amount of the currency. */
  amounts: { goods: number } & Record<Amounts, number | undefined>;
  problems: Record<Amounts, string | undefined>;
  onType: (change: Partial<Record<Amounts, string>>) => void;
  onAll: () => void;
}) {
  const field = (name: Amounts, label: string, hint?: string) => (
    <Field
      label={label}
      hint={hint}
      problem={amounts[name] === undefined ? say.enterAnAmountInCurrency({ currency }) : problems[name]}
    >
      {(ids) => (
        <input
          {...ids}
          className="input"
          inputMode="decimal"
          value={typed[name]}
          onChange={(e) => onType({ [name]: e.target.value })}
        />
      )}
    </Field>
  );
  return (
    <>
      <div className="grid sm:grid-cols-2 gap-3">
        {field(
          'shipping',
          say.ofTheShipping,
          say.amountTextAtMost({ amountText: amountText(most.shipping, currency) }),
        )}
        {field('goodwill', say.forGoodwill)}
      </div>
      <p className="flex items-baseline gap-2 text-sm">
        {say.goesBack}
        <span className="font-serif text-lg" data-testid="goes-back">
          <Money minor={amounts.goods + (amounts.shipping ?? 0) + (amounts.goodwill ?? 0)} currency={currency} />
        </span>
        <span className="text-slate">
          <Said
            words={say.ofAllRefundable({})}
            marks={{ amount: () => <Money minor={most.all} currency={currency} /> }}
          />
        </span>
        <button type="button" className="link ms-auto" onClick={onAll}>
          {say.allOfIt}
        </button>
      </p>
    </>
  );
}

/** What the customer is told of money when these pieces are cancelled. */
export function CancelOutcome({ order, lines }: { order: Order; lines: { sku: string; quantity: number }[] }) {
  const { currency } = order;
  const whole = lines.length > 0 && lines.every((l) => Number.isSafeInteger(l.quantity) && l.quantity > 0);
  const done = whole && actOn(order, { do: 'cancel', lines, reason: '' }, { at: new Date().toISOString() });
  if (!done || !done.ok) return null;
  const after = done.value.order;
  const { cancellation } = aboutMoment(after, done.value.event);
  const back = cancellation && cancellationValues(after, cancellation, () => '')['cancellation.refund'];
  const due = amountDue(after);
  return (
    <p className="text-sm" data-testid="outcome">
      {typeof back === 'object' ? (
        <Said words={say.toldRefund({})} marks={{ amount: () => <Money minor={back.minor} currency={currency} /> }} />
      ) : due > 0 ? (
        <Said words={say.dueForTheRest({})} marks={{ amount: () => <Money minor={due} currency={currency} /> }} />
      ) : (
        say.thereIsNothingToPay
      )}
      {after.status === 'OrderCancelled' && ` ${say.waitingStopped}`}
    </p>
  );
}
