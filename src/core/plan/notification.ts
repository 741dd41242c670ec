/** What planning knows of a notification: when, to whom, on which condition, and in which versions. */
import type { Condition } from '../conditions/condition';
import type { Audience } from '../moments/audience';
import type { Schedule } from '../time/timing';
import type { MomentId } from '../moments/registry';
import type { Spoken } from './language';

/** A published edition of a variant, and the languages it has words in. */
export interface EditionFacts extends Spoken {
  id: string;
  number: number;
}

/** One version of a notification. Variants are tried in their order; the one without a condition is for everyone else. */
export interface VariantFacts {
  id: string;
  /** What the team calls it; empty for the one for everybody. */
  name: string;
  when?: Condition;
  /** Who falls under it gets nothing. */
  nothing?: boolean;
  edition?: EditionFacts;
}

export interface NotificationFacts {
  id: string;
  /** What contacts choose it by. */
  slug?: string;
  /** What the team calls it. */
  name: string;
  moment: MomentId;
  audience: Audience;
  on: boolean;
  /** Ids of channels it is off for. */
  offChannels?: readonly string[];
  when?: Condition;
  schedule?: Schedule;
  /** Of what is written by hand: it is news or an offer, and its readers can unsubscribe. */
  offers?: boolean;
  /** For contacts: the labels it goes to; none named: all. */
  labels?: readonly string[];
  variants: readonly VariantFacts[];
}

/** The address of a variant's template: "order-received", or "order-received~guests". */
export function templateAddress(slug: string, variant: string): string {
  return variant === '' ? slug : `${slug}~${variant}`;
}

/** The notification and variant that a template's address names; see {@link templateAddress}. */
export function readTemplateAddress(address: string): { slug: string; variant: string } {
  const [slug = '', variant = ''] = address.split('~', 2);
  return { slug, variant };
}

/** A name for both: "Order received, Guests". */
export function variantTitle(name: string, variantName: string): string {
  return variantName === '' ? name : `${name}, ${variantName}`;
}
