/** Which placeholders have a value at a moment. */
import type { Audience } from '../moments/audience';
import { SAMPLE_DETAILS, type DetailName, type MomentDetails } from '../moments/details';
import { optionalKindOf } from '../moments/optional';
import { isMomentId, momentOf, type Moment } from '../moments/registry';
import { placeholder, PLACEHOLDERS, type Placeholder } from './catalogue';

type Source = Placeholder['from'];

/** What every moment knows of an order. */
const OF_ORDER: readonly Source[] = ['order', 'customer', 'store', 'code'];

/** What is known of moments that know no order. */
const OF_OTHERS: Partial<Record<Moment['about'], readonly Source[]>> = {
  account: ['customer', 'store', 'code'],
  product: ['store'],
  summary: ['store'],
};

const sourcesByMoment = new Map<string, ReadonlySet<Source>>();

function sourcesOfMoment({ about, knowsParcel, must = [], may = [] }: Moment): ReadonlySet<Source> {
  return new Set<Source>([
    ...(OF_OTHERS[about] ?? OF_ORDER),
    ...(about === 'parcel' || knowsParcel ? (['shipment'] as const) : []),
    ...(about === 'refund' || about === 'cancellation' ? ([about] as const) : []),
    ...must,
    ...may,
  ]);
}

/** Where the values of a moment's messages come from. A moment that is not known is taken to know the order. */
export function sourcesAt(momentId: string): ReadonlySet<Source> {
  let sources = sourcesByMoment.get(momentId);
  if (!sources) {
    const moment = momentOf(momentId);
    sources = moment ? sourcesOfMoment(moment) : new Set(OF_ORDER);
    sourcesByMoment.set(momentId, sources);
  }
  return sources;
}

/** Whether a placeholder has a value at a moment. */
export function isProvided(placeholder: Placeholder, momentId: string): boolean {
  return sourcesAt(momentId).has(placeholder.from);
}

/** The placeholders a moment provides. */
export function placeholdersAt(momentId: string): Placeholder[] {
  return PLACEHOLDERS.filter((p) => isProvided(p, momentId));
}

/** Made-up details of the kinds a moment has, for looking at its messages before it has happened. */
export function sampleDetails(momentId: string): MomentDetails {
  const sources = sourcesAt(momentId);
  return Object.fromEntries(Object.entries(SAMPLE_DETAILS).filter(([name]) => sources.has(name as DetailName)));
}

/**
 * All that is made up to look at a moment's messages: its details, where a reader would unsubscribe from what they need not get, and where
 * a customer would ask for the link to their preferences.
 */
export function madeUpFor(
  momentId: string,
  { offers = false, reader }: { offers?: boolean | undefined; reader?: Audience | undefined } = {},
): { details: MomentDetails; unsubscribeUrl?: string; preferencesUrl?: string } {
  const optional = isMomentId(momentId) && optionalKindOf(momentId, offers);
  const sample = (name: string): string => String(placeholder(name)!.sample);
  return {
    details: sampleDetails(momentId),
    ...(optional && { unsubscribeUrl: sample('message.unsubscribeUrl') }),
    ...(reader === 'customer' && { preferencesUrl: sample('message.preferencesUrl') }),
  };
}
