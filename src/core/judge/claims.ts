/**
 * What the shipped words claim, by what they say: a sentence in a language, and when it is true. Written down by hand from the sentences
 * themselves, not from the conditions under which they are said.
 */
import { say } from '../../words/judged';
import type { Figures } from './figures';

export interface ClaimContext {
  figures: Figures;
  moment: string;
  /** When it was sent, ms. */
  at: number;
  /** Pieces of the parcel, cancellation or return that the message is about. */
  pieces: readonly { sku: string; quantity: number }[];
  details: { dueOn?: string; until?: string };
  /** Whether dispatch waits for the money, by the store's terms. */
  waits: boolean;
}

export interface Claim {
  /** What it comes to where it does not hold, as a sentence. */
  says: () => string;
  words: Record<string, RegExp>;
  holds: (context: ClaimContext) => boolean;
}

const somethingSent = ({ figures }: ClaimContext): boolean => figures.skus.some((sku) => figures.sent(sku) > 0);
const isDue = ({ figures }: ClaimContext): boolean => (figures.due ?? 0) >= 0.5;
/** Nothing more is to be sent: each piece left, was cancelled, or was paid back before it left. */
const complete = ({ figures }: ClaimContext): boolean =>
  figures.skus.every((sku) => !figures.shipped(sku) || figures.open(sku) === 0);

export const CLAIMS: readonly Claim[] = [
  {
    says: () => say.claimsNothingSent,
    words: { en: /Nothing of it will be sent/, de: /Es wird nichts davon versandt/ },
    holds: (c) => !somethingSent(c) && c.figures.order.status === 'OrderCancelled',
  },
  {
    says: () => say.claimsRestFollows,
    words: { en: /The rest follows/, de: /Der Rest folgt/ },
    holds: (c) => !complete(c),
  },
  {
    says: () => say.claimsComplete,
    words: { en: /With this parcel your order is complete/, de: /Mit diesem Paket ist Ihre Bestellung vollständig/ },
    holds: complete,
  },
  {
    says: () => say.claimsAllRefunded,
    words: { en: /all that you paid for order .+ is refunded/, de: /alles erstattet, was Sie für die Bestellung/ },
    holds: ({ figures }) => figures.refunded >= figures.total,
  },
  {
    says: () => say.claimsListed,
    words: { en: /below you see for what/, de: /wofür, steht unten/ },
    holds: ({ figures }) => (figures.order.refunds?.at(-1)?.lines ?? []).length > 0,
  },
  {
    says: () => say.claimsPaid,
    words: { en: /It is paid, and there is nothing left to do/, de: /Sie ist bezahlt, und es ist nichts mehr zu tun/ },
    holds: (c) => !isDue(c) && (c.figures.received ?? 0) > 0,
  },
  {
    says: () => say.claimsDue,
    words: {
      en: /is still to be paid|is to be paid\.|Still to be paid|Please transfer|Not paid yet|is due on|has been due since/,
      de: /[Nn]och zu bezahlen|Zu bezahlen|Bitte überweisen|Noch nicht bezahlt|Fällig (am|seit) \p{L}/u,
    },
    holds: isDue,
  },
  {
    says: () => say.claimsNothingDue,
    words: {
      en: /There is nothing to pay for/,
      de: /Da?für ist nichts zu bezahlen|Für das Stornierte ist nichts zu bezahlen/,
    },
    holds: (c) => !isDue(c),
  },
  {
    says: () => say.claimsOverdue,
    words: { en: /has been due since/, de: /Fällig seit/ },
    holds: (c) => isDue(c) && c.details.dueOn !== undefined && Date.parse(c.details.dueOn) < c.at,
  },
  {
    says: () => say.claimsDueOn,
    words: { en: /It is due on|is due on/, de: /Fällig am \p{L}/u },
    holds: (c) => isDue(c) && c.details.dueOn !== undefined && Date.parse(c.details.dueOn) > c.at - 86_400_000,
  },
  {
    says: () => say.claimsSentOn,
    words: {
      en: /We expect to send it on|Dispatch is planned for|Dispatch by/,
      de: /Der Versand ist (vorgesehen|geplant)|Versand bis/,
    },
    holds: (c) => {
      const day = c.figures.order.expectedDispatch;
      return day !== undefined && Date.parse(day) > c.at - 86_400_000 && !(c.waits && isDue(c));
    },
  },
  {
    says: () => say.claimsMoneyBack,
    words: { en: /comes back to you|To be refunded/, de: /Wir erstatten Ihnen|Zu erstatten/ },
    holds: ({ figures }) => (figures.received ?? 0) - figures.refunded > 0,
  },
  {
    says: () => say.claimsNotToStock,
    words: { en: /Nothing goes back to stock/, de: /Nichts geht zurück ins Lager/ },
    holds: ({ figures, pieces }) => !pieces.some((p) => figures.shipped(p.sku)),
  },
  {
    says: () => say.claimsSentBefore,
    words: {
      en: /What was sent before is not affected|Sent before, and not affected|Has left already/,
      de: /was schon versandt war|Schon versandt/,
    },
    holds: somethingSent,
  },
];
