/** Customers: found, read, changed. */
import { Type, type Static } from '@sinclair/typebox';
import { ContactLimitsSchema, ContactSchema, MOST_CONTACTS, type Contact, type ContactLimits } from '@/core/order';
import type { SenderKind } from '@/core/mail';
import type { OptionalKind } from '@/core/moments';
import type { ListedDelivery } from './deliveries';
import type { OrderRow } from './orders';

const strict = { additionalProperties: false } as const;

/** What customers are looked for by; empty for all. It stands in the address. */
export interface CustomerFilterState {
  /** The beginnings of words of a name, company or address, or an order's number. */
  search: string;
  country: string;
  channel: string;
  kind: '' | 'account' | 'guest';
  /** Who is not written to, unsubscribed, or whose mail failed in the last 30 days. */
  mail: '' | 'withheld' | 'unsubscribed' | 'failed';
  /** A category that they bought of, or the stock number of a product. */
  bought: string;
  /** That they are written to in: BCP 47. */
  language: string;
  /** They spent at least so much, in units of the store's currency: "250", "99.50". */
  spent: string;
  /** Their last order is at most so many days old, or older: "30", "-365". */
  ordered: string;
}

/** What a list of customers is narrowed to, under a name. */
export interface SavedList {
  id: string;
  name: string;
  filter: CustomerFilterState;
}

export const SaveListSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120 }),
    filter: Type.Record(Type.String({ maxLength: 20 }), Type.String({ maxLength: 200 })),
  },
  strict,
);
export type SaveList = Static<typeof SaveListSchema>;

export const RemoveListSchema = Type.Object({ id: Type.String({ minLength: 1, maxLength: 40 }) }, strict);

export interface CustomerRow {
  id: string;
  email: string;
  name: string;
  company: string;
  guest: boolean;
  country: string;
  language: string;
  channel: string;
  orders: number;
  /** Minor units of the store's currency. */
  spent: number;
  lastOrderAt?: string;
}

export interface CustomerList {
  rows: CustomerRow[];
  next?: string;
  /** More are found than are shown: what is looked for has to be narrower. */
  more: boolean;
}

/** Whether an address is written to, and why not. */
export interface MailStanding {
  address: string;
  /** Reasons of the do-not-send list, with the entry's id where it is of this address alone. */
  withheld: { id?: string; reason: string; by: string; at: string }[];
  unsubscribed: { kind: OptionalKind; how: string; at: string }[];
  /** It stands for their own, which a marketplace hides: through which, and what it passes on (none named: all). */
  masked?: { channel: string; kinds: SenderKind[] };
}

/** A notification to contacts, as it is chosen for one of them. */
export interface ForContacts {
  slug: string;
  name: string;
  on: boolean;
  labels: readonly string[];
}

export interface CustomerPage {
  id: string;
  revision: number;
  email: string;
  firstName: string;
  lastName: string;
  company: string;
  guest: boolean;
  /** As they, a list or a colleague said. */
  language: string;
  /** They or a colleague chose it: it goes before that of an order. */
  languageKept: boolean;
  /** Of their newest order. */
  orderLanguage: string;
  address: string[];
  contacts: Contact[];
  orders: number;
  spent: number;
  /** They agreed to news and offers, or took it back; absent where nobody said. */
  news?: { agreed: boolean; at: string };
  former: { address: string; by: string; at: string }[];
  /** Further addresses of theirs, each a customer before. */
  joined: { id: string; address: string; orders: number; contacts: readonly Contact[]; by: string; at: string }[];
  mail: MailStanding[];
  newest: OrderRow[];
  record: { rows: ListedDelivery[]; next?: string };
  /** How many contacts there can be, and which labels. */
  limits: ContactLimits;
  /** Notifications that contacts can get, with the labels that they go to; none for all. */
  forContacts: ForContacts[];
  /** Notifications that the record names, for choosing. */
  notifications: { id: string; name: string }[];
}

export const SaveCustomerSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 40 }),
    revision: Type.Integer({ minimum: 0, maximum: 2_000_000_000 }),
    firstName: Type.String({ maxLength: 120 }),
    lastName: Type.String({ maxLength: 120 }),
    company: Type.String({ maxLength: 200 }),
    /** Empty for that of their orders. */
    language: Type.Union([Type.Literal(''), Type.String({ format: 'language' })]),
    contacts: Type.Array(ContactSchema, { maxItems: MOST_CONTACTS }),
  },
  strict,
);
export type SaveCustomer = Static<typeof SaveCustomerSchema>;

/** The record of a customer, narrowed as their page is. */
export const ExportRecordSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 40 }),
    state: Type.Optional(Type.String({ maxLength: 200 })),
    notification: Type.Optional(Type.String({ maxLength: 40 })),
    from: Type.Optional(Type.String({ maxLength: 10 })),
    until: Type.Optional(Type.String({ maxLength: 10 })),
  },
  strict,
);
export type ExportRecord = Static<typeof ExportRecordSchema>;

export const CorrectAddressSchema = Type.Object(
  { id: Type.String({ minLength: 1, maxLength: 40 }), to: Type.String({ format: 'mail-address' }) },
  strict,
);
export type CorrectAddress = Static<typeof CorrectAddressSchema>;

export const JoinSchema = Type.Object(
  { id: Type.String({ minLength: 1, maxLength: 40 }), address: Type.String({ minLength: 1, maxLength: 254 }) },
  strict,
);
export type Join = Static<typeof JoinSchema>;

export const TakeApartSchema = Type.Object(
  { id: Type.String({ minLength: 1, maxLength: 40 }), part: Type.String({ minLength: 1, maxLength: 40 }) },
  strict,
);

/** What joining two customers would bring together. */
export interface JoinSeen {
  address: string;
  name: string;
  orders: number;
  contacts: number;
  /** Of two languages that were said, the one that holds from then on, and the one that does not. */
  languageKept?: string;
  languageLeft?: string;
  /** Both have the same name. */
  sameName: boolean;
}

/** What correcting an address would do. */
export interface Correction {
  from: string;
  to: string;
  /** Messages that wait and go to the new address. */
  waiting: number;
  /** Orders whose further messages go there. */
  orders: number;
  /** Messages to the old address that did not arrive in the last 30 days: they can be sent again. */
  failed: { id: string; notification: string; order: string }[];
}

/** How many contacts there can be, which labels, and whether customers keep them on a page of their own. */
export const SaveLimitsSchema = Type.Object({ limits: ContactLimitsSchema, page: Type.Boolean() }, strict);
export type SaveLimits = Static<typeof SaveLimitsSchema>;

/** What limits would mean for contacts that are there: those stay, and no more can be added. */
export interface LimitsSeen {
  /** Customers with more contacts. */
  over: number;
  /** Customers with contacts of other labels. */
  otherLabels: number;
  /** Labels that live messages go to and that would be none of the store's. */
  unused: string[];
  /** Live notifications to customers, whose footers lead to the page. */
  footers: number;
  /** The message that proves whose page it is goes out; without it the page is closed. */
  linkGoesOut: boolean;
}
