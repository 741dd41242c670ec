/** What customers keep themselves: in which language they are written to, who else is, and which messages they want. */
import { and, count, eq, gt, ne } from 'drizzle-orm';
import { OPTIONAL_KINDS, type OptionalKind } from '@/core/moments';
import { contactProblems, customerOnly, type Contact } from '@/core/order';
import { isMailAddress } from '@/core/schema';
import { plainLine } from '@/core/text';
import { historyEntry } from '../../auth/history';
import { newId, idAt } from '../../base/ids';
import { database } from '../../db/client';
import { timeNow } from '../../db/demo-clock';
import { databaseTime } from '../../db/time';
import { channels, consents, customers, deliveries } from '../../db/schema';
import { noteCalls } from '../../hooks/note';
import { linkGoesOut, openPreferencesUrl, PREFERENCES_MOMENT, type PreferencesOf } from '../../events/preferences-link';
import { receiveEvent } from '../../events/receive';
import { setUnsubscribed, unsubscribedOf } from '../../events/unsubscribed';
import { labelsOf, tidyContacts } from '../customers/contacts';
import { say } from '@/words/refusals';

const HOLDS_MS = 3_600_000;
const MOST_A_DAY = 5;
const DAY_MS = 86_400_000;

/** Whether a store has the page: it is switched on, and the message that proves whose it is goes out. */
export async function pageIsOpen(store: PreferencesOf['store']): Promise<boolean> {
  return store.preferencesPage && linkGoesOut(store.id);
}

/**
 * Sends a customer the link to their page, to the address that they have now: `often` where they had it several times today, `closed` where
 * it cannot be sent.
 */
export async function sendLink({ store, customer }: PreferencesOf): Promise<'sent' | 'often' | 'closed'> {
  if (!(await pageIsOpen(store))) return 'closed';
  const db = database();
  const [had] = await db
    .select({ n: count() })
    .from(deliveries)
    .where(
      and(
        eq(deliveries.storeId, store.id),
        eq(deliveries.recipient, customer.email),
        eq(deliveries.moment, PREFERENCES_MOMENT),
        gt(deliveries.id, idAt((await databaseTime()) - DAY_MS)),
      ),
    );
  if ((had?.n ?? 0) >= MOST_A_DAY) return 'often';
  const now = await timeNow();
  const until = now + HOLDS_MS;
  const { email, firstName, lastName, company, guest, language, orderLanguage } = customer;
  const spoken = language || orderLanguage;
  const order = customerOnly({
    number: '',
    placedAt: new Date(now).toISOString(),
    currency: store.currency,
    channel: customer.channel || (await anyChannel(store.id)),
    ...(spoken && { language: spoken }),
    customer: {
      ...{ email, guest },
      ...(firstName && { firstName }),
      ...(lastName && { lastName }),
      ...(company && { company }),
    },
    lines: [],
  });
  const details = {
    preferences: { url: openPreferencesUrl(customer, until), expiresAt: new Date(until).toISOString() },
  };
  const received = await receiveEvent(store.id, {
    specversion: '1.0',
    id: newId(),
    source: 'libellus',
    type: PREFERENCES_MOMENT,
    time: order.placedAt,
    data: { order, details },
  });
  return received.deliveries.length > 0 ? 'sent' : 'closed';
}

async function anyChannel(storeId: string): Promise<string> {
  const [first] = await database()
    .select({ id: channels.id })
    .from(channels)
    .where(and(eq(channels.storeId, storeId), ne(channels.customerMail, false)))
    .orderBy(channels.id)
    .limit(1);
  return first?.id ?? '';
}

/** One contact as the page's form has it; no address for an empty row. */
export interface PersonTyped {
  label: string;
  email: string;
  name: string;
  language: string;
}

/** What the page shows and takes. */
export interface PreferencesTyped {
  /** The revision of the customer that was seen. */
  revision: number;
  /** Empty for that of each order. */
  language: string;
  people: PersonTyped[];
  want: OptionalKind[];
}

/** What a customer has now, and which labels their contacts can have. */
export async function preferencesOf({
  store,
  customer,
}: PreferencesOf): Promise<PreferencesTyped & { labels: string[] }> {
  const [wanted, labels] = await Promise.all([wantedBy(store.id, customer.email), labelsOf(store.id)]);
  return {
    revision: customer.revision,
    language: customer.languageKept ? customer.language : '',
    people: customer.contacts.map(({ label, email, name = '', language = '' }) => ({ label, email, name, language })),
    want: OPTIONAL_KINDS.filter((kind) => wanted[kind]),
    labels,
  };
}

/** Kinds of messages that somebody gets: feedback unless they said no, offers when they said yes and not no since. */
async function wantedBy(storeId: string, email: string): Promise<Record<OptionalKind, boolean>> {
  const address = email.toLowerCase();
  const [unsubscribed, [news]] = await Promise.all([
    unsubscribedOf(storeId, [address]),
    database()
      .select({ agreed: consents.agreed })
      .from(consents)
      .where(and(eq(consents.storeId, storeId), eq(consents.address, address))),
  ]);
  const not = unsubscribed.get(address) ?? [];
  return { feedback: !not.includes('feedback'), offers: !not.includes('offers') && news?.agreed === true };
}

export type PersonField = keyof PersonTyped;
export type PersonTrouble = 'notAnAddress' | 'addressTwice' | 'addressIsYours' | 'tooManyPeople' | 'lookAgain';
export type Kept =
  | { kind: 'saved' }
  | { kind: 'changed-since' }
  /** What is wrong with people, by their row and field. */
  | { kind: 'wrong'; troubles: { row: number; field: PersonField; trouble: PersonTrouble }[] };

/** Keeps what a customer wants, as one: nothing is changed where something is wrong, or where it was changed since they saw it. */
export async function keepPreferences({ store, customer }: PreferencesOf, typed: PreferencesTyped): Promise<Kept> {
  const rows = typed.people.map((person, row) => ({ ...person, email: person.email.trim(), row }));
  const named = rows.filter((r) => r.email !== '');
  const bad = named.filter((r) => !isMailAddress(r.email));
  if (bad.length > 0) {
    return { kind: 'wrong', troubles: bad.map(({ row }) => ({ row, field: 'email', trouble: 'notAnAddress' })) };
  }
  const before = customer.contacts;
  const contacts = tidyContacts(
    named.map(({ label, email, name, language }): Contact => {
      const there = before.find((b) => b.email.toLowerCase() === email.toLowerCase());
      return {
        label: plainLine(label),
        email,
        name: name.slice(0, 200),
        ...(store.languages.includes(language) && { language }),
        ...(there?.messages && { messages: there.messages }),
      };
    }),
  );
  const labels = await labelsOf(store.id);
  const limits = { most: store.contactLimits.most, labels };
  const problems = contactProblems(customer.email, contacts, limits, before);
  if (problems.length > 0) {
    return {
      kind: 'wrong',
      troubles: problems.map(({ path }) => {
        const [, , at, field = 'email'] = path.split('/');
        if (at === undefined) return { row: named.at(-1)!.row, field: 'email', trouble: 'tooManyPeople' };
        const own = named[Number(at)]!;
        if (field === 'label') return { row: own.row, field: 'label', trouble: 'lookAgain' };
        const isOwn = own.email.toLowerCase() === customer.email.toLowerCase();
        return { row: own.row, field: 'email', trouble: isOwn ? 'addressIsYours' : 'addressTwice' };
      }),
    };
  }
  const kept = store.languages.includes(typed.language) ? typed.language : '';
  const said = kept === '' && !customer.languageKept ? {} : { language: kept, languageKept: kept !== '' };
  const done = await database().transaction(async (tx) => {
    const [saved] = await tx
      .update(customers)
      .set({ contacts, ...said, revision: typed.revision + 1 })
      .where(and(eq(customers.id, customer.id), eq(customers.revision, typed.revision)));
    if (saved.affectedRows === 0) return false;
    if (JSON.stringify(contacts) !== JSON.stringify(customer.contacts)) {
      const data = { customer: customer.email, contacts };
      await noteCalls(tx, [{ storeId: store.id, type: 'contacts.changed', data }]);
    }
    const deed = { customer: customer.email };
    await historyEntry(store.id, { name: say.theCustomer }, 'keptPreferences', deed, { db: tx });
    return true;
  });
  if (!done) return { kind: 'changed-since' };
  await keepWanted(store.id, customer.email, typed.want);
  return { kind: 'saved' };
}

/** Writes down only what differs: who changes their language has said nothing of news and offers. */
async function keepWanted(storeId: string, email: string, want: readonly OptionalKind[]): Promise<void> {
  const before = await wantedBy(storeId, email);
  const differs = OPTIONAL_KINDS.filter((kind) => want.includes(kind) !== before[kind]);
  if (differs.length === 0) return;
  const address = email.toLowerCase();
  const not = new Set((await unsubscribedOf(storeId, [address])).get(address));
  for (const kind of differs) {
    if (want.includes(kind)) not.delete(kind);
    else not.add(kind);
  }
  await setUnsubscribed({ storeId, address }, [...not], { how: 'page' });
  if (!differs.includes('offers') || !want.includes('offers')) return;
  // Who asks for news and offers has agreed to them.
  const at = new Date(await timeNow());
  await database()
    .insert(consents)
    .values({ storeId, address, agreed: true, at })
    .onDuplicateKeyUpdate({ set: { agreed: true, at } });
}
