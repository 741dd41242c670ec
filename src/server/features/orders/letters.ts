/** Messages written by hand: chosen for one order or for many, adapted, looked at, and sent through the door of all events. */
import { Type, type Static } from '@sinclair/typebox';
import { and, eq, inArray } from 'drizzle-orm';
import { fileNameFor, heaviest, isFileKind, KeptFileSchema, MOST_FILES, weigh, type KeptFile } from '@/core/attach';
import { fileSize } from '@/core/names';
import { customerName, type Order } from '@/core/order';
import { BY_HAND } from '@/core/moments';
import {
  AdaptedSchema,
  adaptedTemplate,
  planner,
  reasonWords,
  type Adapted,
  type Letter,
  type LetterWhom,
  type Plan,
} from '@/core/plan';
import { findingProblem, messageFindings, templateFindings } from '@/core/preflight';
import { checker, isMailAddress, type SchemaProblem } from '@/core/schema';
import type { Segments, Template } from '@/core/template';
import type { LetterPart, MessageChoice, WhomAsked, WhomChoices } from '@/contract/letters';
import type { Access } from '../../auth/access';
import { timeNow } from '../../db/demo-clock';
import { codesOf } from '../../codes/known';
import { withholdingsOf, withoutWithheld } from '../../sending/withholding';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { channels, notifications, orders, staff, templates } from '../../db/schema';
import { AppError } from '../../base/errors';
import { receiveEvent } from '../../events/receive';
import { planSettings } from '../../events/settings';
import { remember } from '../../auth/history';
import { livePassages } from '../../documents/live-passages';
import { editionTemplate, renderFor } from '../../sending/render';
import { customersOf } from '../notifications/board';
import { benchOf } from '../templates/templates';
import { filesOf } from '../../documents/files';
import { roomOfStore } from '../../sending/service';
import { say as says } from '@/words/files';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as deeds } from '@/words/history';

/** Orders that one message can be written to at a time. */
export const MOST_ORDERS = 200;
/** Addresses, and colleagues, that one message about an order goes to besides its customer. */
export const MOST_OTHERS = 10;

interface Written {
  number: string;
  order: Order;
  channelName: string | undefined;
  plan: (notificationId: string, letter?: Letter) => Plan;
}

/** The chosen orders, each with what would go out for it. Refused with the numbers that the store does not have. */
async function ordersToWrite(
  access: Access,
  numbers: readonly string[],
  asked: WhomAsked | undefined,
): Promise<{ written: Written[]; choices?: WhomChoices; whom?: LetterWhom }> {
  const { store } = access;
  const wanted = [...new Set(numbers)];
  if (wanted.length === 0) throw new AppError('invalid', say.noOrderIsChosenChoose);
  if (wanted.length > MOST_ORDERS) {
    throw new AppError('invalid', say.nOrdersAreChosenA({ n: wanted.length, most: MOST_ORDERS }));
  }
  const db = database();
  const [withheld, rows, settings, channelRows, now] = await Promise.all([
    withholdingsOf(store.id),
    db
      .select({ number: orders.number, order: orders.snapshot, answered: orders.answered })
      .from(orders)
      .where(and(eq(orders.storeId, store.id), inArray(orders.number, wanted))),
    planSettings(db, store),
    db.select().from(channels).where(eq(channels.storeId, store.id)),
    timeNow(),
  ]);
  const found = new Map(rows.map((r) => [r.number, r]));
  const unknown = wanted.filter((n) => !found.has(n));
  if (unknown.length > 0)
    throw new AppError('not-found', say.nameHasNoOrderUnknown({ name: store.name, unknown: unknown.join(', ') }));
  const people = await customersOf(
    store.id,
    rows.map((r) => r.order.customer.email),
  );
  const channelOf = new Map(channelRows.map((c) => [c.id, c]));
  const { plan } = planner(settings);
  const chosen = wanted.length === 1 ? await whomFor(access, found.get(wanted[0]!)!.order, people, asked) : undefined;
  if (!chosen && asked) throw new AppError('invalid', say.othersOneOrderAtATime);
  const written = wanted.map((number): Written => {
    const { order, answered } = found.get(number)!;
    const channel = channelOf.get(order.channel);
    const customer = people.get(order.customer.email);
    return {
      number,
      order,
      channelName: channel?.name,
      plan: (
        notificationId,
        letter = {
          notificationId,
          by: access.person.name,
          adapted: [],
          ...(chosen?.whom && { whom: chosen.whom }),
        },
      ) =>
        withoutWithheld(
          plan({
            moment: BY_HAND,
            order,
            at: now,
            answered,
            letter,
            ...(channel && { channel }),
            ...(customer && { customer }),
          }),
          withheld,
        ),
    };
  });
  return { written, ...chosen };
}

/** Whom there is to write to about an order, and whom of them was asked for. Refused with the address that is none. */
async function whomFor(
  { store }: Access,
  order: Order,
  people: Awaited<ReturnType<typeof customersOf>>,
  asked: WhomAsked | undefined,
): Promise<{ choices: WhomChoices; whom?: LetterWhom }> {
  const colleagues = await database()
    .select({ id: staff.id, name: staff.name, address: staff.email })
    .from(staff)
    .where(eq(staff.storeId, store.id))
    .orderBy(staff.name);
  const { email } = order.customer;
  const contacts = [
    ...new Map(
      [...(order.customer.contacts ?? []), ...(people.get(email)?.contacts ?? [])].map((c) => [
        c.email.toLowerCase(),
        c,
      ]),
    ).values(),
  ];
  const choices: WhomChoices = {
    customer: { name: customerName(order), address: email },
    contacts: contacts.map((c) => ({ label: c.label, name: c.name ?? '', address: c.email })),
    colleagues,
  };
  if (!asked) return { choices };
  const wrong = asked.to.findIndex((address) => !isMailAddress(address));
  if (wrong >= 0) {
    const message = say.isNoMailAddress({ address: asked.to[wrong]! });
    throw new AppError('invalid', message, [{ path: `/whom/to/${wrong}`, message }]);
  }
  return {
    choices,
    whom: {
      customer: asked.customer,
      others: asked.to.map((address) => {
        const contact = contacts.find((c) => c.email.toLowerCase() === address.toLowerCase());
        return {
          address,
          name: contact?.name ?? '',
          ...(contact?.language && { language: contact.language }),
        };
      }),
      copies: colleagues.filter((c) => asked.copies.includes(c.id)).map(({ name, address }) => ({ name, address })),
    },
  };
}

/** Everything the screen opens with: the messages there are to choose from, and of the chosen one what would go to whom. */
export async function loadWriting(access: Access, numbers: readonly string[], slug?: string, asked?: WhomAsked) {
  const { written, choices: whomChoices } = await ordersToWrite(access, numbers, asked);
  const all = await database()
    .select()
    .from(notifications)
    .where(and(eq(notifications.storeId, access.store.id), eq(notifications.moment, BY_HAND)))
    .orderBy(notifications.id);
  const choices = all.map((n): MessageChoice => {
    const plans = written.map((w) => w.plan(n.id));
    const without = plans.find((p) => p.deliveries.length === 0);
    return {
      slug: n.slug,
      name: n.name,
      note: n.note,
      offered: plans.filter((p) => p.deliveries.length > 0).length,
      why: without?.notWritten[0]?.reasons.map(reasonWords).join(' ') ?? '',
    };
  });
  const chosen =
    all.find((n) => n.slug === slug) ?? all.find((n) => n.slug === choices.find((c) => c.offered > 0)?.slug);
  if (slug && chosen?.slug !== slug) {
    throw new AppError('not-found', say.nameHasNoMessageSlug({ name: access.store.name, slug }));
  }
  const { parts, without } = chosen
    ? await partsOf(written, chosen.id)
    : { parts: [] as LetterPart[], without: [] as Without[] };
  return {
    choices,
    chosen: chosen?.slug,
    orders: written.map(({ number, order, channelName }) => ({
      number,
      name: customerName(order) || order.customer.email,
      order,
      ...(channelName && { channelName }),
    })),
    parts,
    without,
    ...(whomChoices && { whom: { choices: whomChoices, asked: asked ?? { customer: true, to: [], copies: [] } } }),
    ...(await benchOf(access)),
  };
}

interface Without {
  order: string;
  name: string;
  why: string;
}

async function partsOf(written: readonly Written[], notificationId: string) {
  const parts = new Map<string, LetterPart & { variantId: string }>();
  const without: Without[] = [];
  for (const { number, order, plan } of written) {
    const planned = plan(notificationId);
    for (const d of planned.deliveries) {
      const key = `${d.editionId} ${d.language}`;
      let part = parts.get(key);
      if (!part) {
        const template = await editionTemplate(d.editionId);
        const { editionId, language, variantId } = d;
        part = { editionId, language, variantId, version: '', template, to: [] };
        parts.set(key, part);
      }
      const { address, name, role } = d.recipient;
      part.to.push({ order: number, address, name, role });
    }
    for (const n of planned.notWritten) {
      const name = n.recipient?.name || n.recipient?.address || customerName(order);
      without.push({ order: number, name, why: n.reasons.map(reasonWords).join(' ') });
    }
  }
  const names = await database()
    .select({ id: templates.id, name: templates.variantName })
    .from(templates)
    .where(eq(templates.notificationId, notificationId));
  const nameOf = new Map(names.map((n) => [n.id, n.name]));
  return {
    parts: [...parts.values()].map(({ variantId, ...p }): LetterPart => ({
      ...p,
      version: nameOf.get(variantId) ?? '',
    })),
    without,
  };
}

const LetterSchema = Type.Object(
  {
    /** Given by the screen: sent twice, it goes out once. */
    id: Type.String({ format: 'uuid' }),
    message: Type.String({ minLength: 1, maxLength: 60 }),
    orders: Type.Array(Type.String({ minLength: 1, maxLength: 64 }), { minItems: 1, maxItems: MOST_ORDERS }),
    adapted: Type.Array(AdaptedSchema, { maxItems: 100 }),
    /** Files that go with it. */
    files: Type.Optional(Type.Array(Type.Pick(KeptFileSchema, ['digest', 'name']), { maxItems: MOST_FILES })),
    /** Who gets it, where it is not its notification's own recipients. */
    whom: Type.Optional(
      Type.Object(
        {
          customer: Type.Boolean(),
          to: Type.Array(Type.String({ maxLength: 254 }), { maxItems: MOST_OTHERS }),
          copies: Type.Array(Type.String({ maxLength: 40 }), { maxItems: MOST_OTHERS }),
        },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
);
export type WriteLetter = Static<typeof LetterSchema>;
const checkLetter = checker(LetterSchema);

export interface WroteLetter {
  /** Messages that are planned, and the orders they are about. */
  messages: number;
  orders: number;
}

/**
 * Sends a message written by hand: one event for each order, with the adapted words kept in it. Everything is looked at before the
 * first goes out: words that cannot be sent, a message that would be empty for one of the orders, a version that was published
 * anew meanwhile. Refused then, with the place. Sent again with the same id, it goes out to those who have not had it.
 */
export async function writeLetter(access: Access, input: unknown): Promise<WroteLetter> {
  const checked = checkLetter(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeSent, checked.problems);
  const { id, message, adapted } = checked.value;
  const { written, whom } = await ordersToWrite(access, checked.value.orders, checked.value.whom);
  const [notification] = await database()
    .select({ id: notifications.id, name: notifications.name })
    .from(notifications)
    .where(
      and(
        eq(notifications.storeId, access.store.id),
        eq(notifications.slug, message),
        eq(notifications.moment, BY_HAND),
      ),
    );
  if (!notification) throw new AppError('not-found', say.nameHasNoMessageMessage({ name: access.store.name, message }));
  const { parts } = await partsOf(written, notification.id);
  const files = await filesOfLetter(access, parts, checked.value.files ?? []);
  const letter: Letter = {
    notificationId: notification.id,
    by: access.person.name,
    adapted,
    ...(files.length > 0 && { files }),
    ...(whom && { whom }),
  };
  if (parts.length === 0) {
    throw new AppError('invalid', say.nobodyGetsNameForThese({ name: notification.name }));
  }
  if (adapted.some((a) => !parts.some((p) => isPart(p, a)))) {
    throw new AppError('conflict', say.nameWasPublishedAnewWhile({ name: notification.name }));
  }
  await lookAtLetter(access, written, parts, adapted);
  const now = await timeNow();
  const outcome: WroteLetter = { messages: 0, orders: 0 };
  let fresh = false;
  for (const { number, order, plan } of written) {
    const { deliveries, known } = await receiveEvent(access.store.id, {
      specversion: '1.0',
      id: `${id}/${number}`,
      source: `${config().url}/s/${access.store.id}`,
      type: BY_HAND,
      time: new Date(now).toISOString(),
      data: { order, letter },
    });
    fresh ||= !known;
    // What goes to an address that is not written to is on record, and does not go out.
    const sent = Math.min(deliveries.length, plan(notification.id, letter).deliveries.length);
    outcome.messages += sent;
    if (sent > 0) outcome.orders += 1;
  }
  // What was typed since would go to nobody, and nobody may believe that it did.
  if (!fresh) {
    throw new AppError('conflict', say.thisWasSentAlreadyLoad);
  }
  const about = written.length === 1 ? written[0]!.number : kept(() => deeds.nOrders({ n: outcome.orders }));
  await remember(access, 'wroteByHand', { notification: notification.name, order: about }, { about: notification.id });
  return outcome;
}

/** The files that go with a letter, as the store has them. Throws `invalid` for one that it has not, and for more than fits. */
async function filesOfLetter(
  { store }: Access,
  parts: readonly LetterPart[],
  wanted: readonly Pick<KeptFile, 'digest' | 'name'>[],
): Promise<KeptFile[]> {
  if (wanted.length === 0) return [];
  const [known, room] = await Promise.all([
    filesOf(
      store.id,
      wanted.map((f) => f.digest),
    ),
    roomOfStore(store.id),
  ]);
  const files = wanted.map(({ digest, name }, i): KeptFile => {
    const file = known.get(digest);
    if (!file || !isFileKind(file.type))
      throw new AppError('invalid', says.isNotOnTheShelf, [{ path: `/files/${i}`, message: says.isNotOnTheShelf }]);
    return { digest, name: fileNameFor(name, file.type), type: file.type, bytes: file.bytes };
  });
  for (const { template } of parts) {
    const all = [...files, ...heaviest(template.attachments ?? [])];
    const weight = weigh(all, room);
    const problem =
      all.length > MOST_FILES
        ? says.tooManyFiles({ n: all.length, most: MOST_FILES })
        : weight.fits
          ? undefined
          : says.filesAreTooLarge({ size: fileSize(weight.bytes), most: fileSize(weight.most) });
    if (problem) throw new AppError('invalid', problem, [{ path: '/files', message: problem }]);
  }
  return files;
}

const isPart = (
  part: Pick<LetterPart, 'editionId' | 'language'>,
  a: Pick<Adapted, 'editionId' | 'language'>,
): boolean => part.editionId === a.editionId && part.language === a.language;

/** What stops a letter: found in its words, and in the message made of them for each order. */
async function lookAtLetter(
  access: Access,
  written: readonly Written[],
  parts: readonly LetterPart[],
  adapted: readonly Adapted[],
): Promise<void> {
  const { store } = access;
  const [codes, passages] = await Promise.all([codesOf(store.id), livePassages(store.id)]);
  const now = Date.now();
  const about = new Map(written.map((w) => [w.number, w]));
  const problems: SchemaProblem[] = [];
  for (const part of parts) {
    const { language } = part;
    const words: Segments | undefined = adapted.find((a) => isPart(part, a))?.words;
    const template = words ? adaptedTemplate(part.template, language, words) : part.template;
    // By itself: in another language nothing was translated from it.
    const alone: Template = { ...template, words: { [language]: template.words[language] ?? {} } };
    const stops = templateFindings(alone, {
      moment: BY_HAND,
      sourceLanguage: language,
      codes,
      passages,
      now,
      timeZone: store.timeZone,
    }).filter((f) => f.severity === 'blocker');
    problems.push(...stops.map(findingProblem));
    if (stops.length > 0) continue;
    for (const number of new Set(part.to.map((t) => t.order))) {
      const { order, channelName } = about.get(number)!;
      const message = await renderFor({
        store,
        template,
        language,
        order,
        moment: BY_HAND,
        now,
        ...(channelName && { channelName }),
      });
      for (const f of messageFindings(message, language)) {
        if (f.severity === 'blocker') problems.push({ path: `${number}, ${f.placeLabel}`, message: f.message });
      }
    }
  }
  if (problems.length === 0) return;
  throw new AppError('invalid', say.thingsStop({ n: problems.length }), problems);
}
