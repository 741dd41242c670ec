/**
 * Who a notice goes to: people chosen by what the store's orders say of them. A person is an address; what they ordered under it counts
 * together, however many orders there are.
 */
import { Type, type Static } from '@sinclair/typebox';
import { moneyFormatter } from '../text/formatters';
import { countryName, languageName } from '../names';
import { listed, readerLocale } from '../../words/speak';
import { say } from '../../words/notices';

const names = Type.Optional(
  Type.Array(Type.String({ minLength: 1, maxLength: 120 }), { minItems: 1, maxItems: 100, uniqueItems: true }),
);
const days = Type.Optional(Type.Integer({ minimum: 1, maximum: 3_650 }));

/** All that is named has to be so; an empty selection is everybody who ever ordered. */
export const SelectionSchema = Type.Object(
  {
    /** Stock numbers and categories, any of which they have bought. */
    products: names,
    categories: names,
    /** Of their newest order: ISO 3166-1 alpha-2, BCP 47, ids of channels. */
    countries: names,
    languages: names,
    channels: names,
    /** Their newest order is at most, or at least, so many days old. */
    orderedWithin: days,
    notOrderedFor: days,
    /** In minor units of the store's currency, over all orders that were not cancelled. */
    spentAtLeast: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 })),
    ordersAtLeast: Type.Optional(Type.Integer({ minimum: 2, maximum: 10_000 })),
  },
  { additionalProperties: false },
);
export type Selection = Static<typeof SelectionSchema>;

/** What the orders of an address say of a person. */
export interface PersonFacts {
  email: string;
  orders: number;
  /** Minor units of the store's currency. */
  spent: number;
  /** Ms since the epoch. */
  lastOrderAt: number;
  country: string;
  language: string;
  channel: string;
}

const DAY_MS = 86_400_000;

/** Whether a person is chosen, as far as their own facts say; what they bought is asked of the orders. */
export function isChosen(selection: Selection, person: PersonFacts, now: number): boolean {
  const { countries, languages, channels, orderedWithin, notOrderedFor, spentAtLeast, ordersAtLeast } = selection;
  const age = now - person.lastOrderAt;
  return (
    (!countries || countries.includes(person.country)) &&
    (!languages || languages.includes(person.language)) &&
    (!channels || channels.includes(person.channel)) &&
    (orderedWithin === undefined || age <= orderedWithin * DAY_MS) &&
    (notOrderedFor === undefined || age >= notOrderedFor * DAY_MS) &&
    (spentAtLeast === undefined || person.spent >= spentAtLeast) &&
    (ordersAtLeast === undefined || person.orders >= ordersAtLeast)
  );
}

export interface SelectionNames {
  product: (sku: string) => string;
  channel: (id: string) => string;
  currency: string;
}

/** A selection as a sentence: "Customers who bought Bone folder, live in Germany and ordered in the last 90 days". */
export function selectionWords(selection: Selection, { product, channel, currency }: SelectionNames): string {
  const any = (values: readonly string[], name: (value: string) => string = (v) => v): string =>
    listed(
      values.map((value) => name(value)),
      'disjunction',
    );
  const parts = [
    selection.products && say.bought({ what: any(selection.products, product) }),
    selection.categories && say.boughtFrom({ what: any(selection.categories) }),
    selection.countries && say.livesIn({ where: any(selection.countries, countryName) }),
    selection.languages && say.reads({ language: any(selection.languages, languageName) }),
    selection.channels && say.orderedThrough({ channel: any(selection.channels, channel) }),
    selection.orderedWithin && say.orderedWithin({ days: selection.orderedWithin }),
    selection.notOrderedFor && say.notOrderedFor({ days: selection.notOrderedFor }),
    selection.spentAtLeast &&
      say.spentAtLeast({ amount: moneyFormatter(readerLocale(), currency)(selection.spentAtLeast) }),
    selection.ordersAtLeast && say.ordersAtLeast({ n: selection.ordersAtLeast }),
  ].filter((part): part is string => typeof part === 'string');
  return parts.length === 0 ? say.everybody : say.customersWho({ parts: listed(parts) });
}
