/** What the screens of a store's terms are given. */
import type { NameKind, Terms, TermUse } from '@/core/terms';

/** Something that newer orders name and the terms do not have. */
export interface Unlisted {
  kind: NameKind | 'carrier';
  name: string;
  /** Of how many of the newer orders. */
  orders: number;
}

export interface Uses {
  /** Where what is named is used, by `usageKey`: what is not there is used nowhere. */
  uses: Record<string, TermUse>;
  /** How many of the newest orders were looked at for that. */
  looked: number;
}

export interface TermsPage extends Uses {
  terms: Terms;
  revision: number;
  /** The store's own language, and the others its names need words in. */
  language: { id: string; name: string };
  languages: { id: string; name: string }[];
  currency: string;
  categories: string[];
  products: { sku: string; name: string }[];
  unlisted: Unlisted[];
  /** By payment method: orders that are still to be paid, whose customers know the account as it is. */
  unpaid: Record<string, number>;
  /** Of the newest orders: how many could have data in their invoices, and why the rest could not. */
  invoices: { fit: number; why: { why: string; orders: number }[] };
}
