'use client';
/** What newer orders name and the list does not have yet: added with a click. */
import type { Terms } from '@/core/terms';
import type { Unlisted } from '@/contract/terms';
import type { TermsPart } from './parts';
import type { PartProps } from './TermsScreen';
import { say } from '@/words/terms';

const KINDS: Record<TermsPart, readonly Unlisted['kind'][]> = {
  payment: ['payment'],
  shipping: ['shipping'],
  carriers: ['carrier'],
  places: [],
  names: ['channel', 'place', 'discount', 'tax'],
  notes: [],
  invoices: [],
};

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Terms with one more name, at the end of its list. */
export function withName(terms: Terms, { kind, name }: Pick<Unlisted, 'kind' | 'name'>): Terms {
  switch (kind) {
    case 'payment':
      return { ...terms, payments: [...terms.payments, { name, words: {}, waitsForMoney: false }] };
    case 'shipping':
      return { ...terms, shipping: [...terms.shipping, { name, words: {}, price: 0, taxRate: 0 }] };
    case 'carrier':
      return { ...terms, carriers: [...terms.carriers, { name }] };
    default:
      return { ...terms, names: [...terms.names, { kind, name, words: {} }] };
  }
}

export function UnlistedNames({ page, terms, part, change }: PartProps & { part: TermsPart }) {
  const listed = (u: Unlisted): boolean =>
    u.kind === 'payment'
      ? terms.payments.some((m) => same(m.name, u.name))
      : u.kind === 'shipping'
        ? terms.shipping.some((m) => same(m.name, u.name))
        : u.kind === 'carrier'
          ? terms.carriers.some((c) => same(c.name, u.name))
          : terms.names.some((n) => n.kind === u.kind && same(n.name, u.name));
  const found = page.unlisted.filter((u) => KINDS[part].includes(u.kind) && !listed(u)).slice(0, 12);
  if (found.length === 0) return null;
  return (
    <section
      aria-label={say.namedByOrders}
      className="mb-4 flex max-w-5xl flex-wrap items-baseline gap-x-4 gap-y-1 text-sm"
    >
      <span className="text-slate">{say.ordersNameAndThisList}</span>
      {found.map((u) => (
        <button
          key={`${u.kind} ${u.name}`}
          type="button"
          className="link"
          aria-label={say.addName({ name: u.name })}
          onClick={() => change(withName(terms, u))}
        >
          {u.name}
          {u.orders > 0 && <span className="text-slate"> {say.ordersOrders2({ orders: u.orders })}</span>}
        </button>
      ))}
    </section>
  );
}
