/** The Desk: one notification's template with its draft, editions, and what is needed to render it. */
import { senderKindOf, type SenderKind } from '@/core/mail';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { factsOf } from '../../db/store-facts';
import { findingProblem, messageFindings, templateFindings, unsendableFindings, type Finding } from '@/core/preflight';
import { partlyIn, templateAddress, variantTitle } from '@/core/plan';
import {
  copyBlock,
  freshIds,
  insertBlock,
  languagesOut,
  withWords,
  type Segments,
  type Template,
} from '@/core/template';
import { sampleOrders } from '@/core/order';
import type { Access, OfStore } from '../../auth/access';
import { refuseBeyondOwnWords } from '../../auth/translators';
import { database } from '../../db/client';
import { editionContent, publishDraft, refuseToPublish, saveDraft } from '../../documents/document';
import { refuseUnrehearsed } from '../../rehearsal/passed';
import { liveEdition, templateRow, templateShelf } from '../../documents/shelves';
import { channels, editions, notifications, orders, products, stockCounts, templates } from '../../db/schema';
import { AppError } from '../../base/errors';
import { detailsNow } from '../../summaries/example';
import { settingsChanged } from '../../events/planner';
import { remember } from '../../auth/history';
import { codesOf } from '../../codes/known';
import { phrasesOf, renderFor } from '../../sending/render';
import { senderDomainsOf, servicesOf } from '../../sending/service';
import { fileShelf } from '../files/files';
import { listOrders, orderSnapshot } from '../orders/orders';
import { livePassages } from '../../documents/live-passages';
import { readTemplate } from '../../documents/read-template';
import { listPassages } from './passages';
import type { Audience, MomentId } from '@/core/moments';
import type { Schedule } from '@/core/time';
import { briefingsOf } from '../briefing/briefings';
import { say as ready } from '@/words/ready';
import { say } from '@/words/refusals';
import { listed } from '@/words/speak';
import { config } from '../../base/config';

/** Everything the Desk opens with. */
export async function loadDesk(access: Access, slug: string) {
  const { notification, template, title } = await templateRow(access, slug);
  const document = { kind: 'template' as const, id: template.id };
  const [live, list, bench, briefings] = await Promise.all([
    liveEdition(template.liveEditionId),
    database()
      .select({
        number: editions.number,
        publishedBy: editions.publishedBy,
        publishedAt: editions.publishedAt,
        note: editions.note,
      })
      .from(editions)
      .where(eq(editions.templateId, template.id))
      .orderBy(desc(editions.number)),
    benchOf(access),
    briefingsOf(access, document),
  ]);
  const { follows } = template.draft;
  const [neighbours, details, leads] = await Promise.all([
    allTemplates(access),
    detailsNow(access.store, notification),
    follows && templateRow(access, templateAddress(notification.slug, follows.version)),
  ]);
  const at = neighbours.findIndex((n) => n.slug === slug);
  return {
    notification: {
      id: notification.id,
      slug,
      name: title,
      moment: notification.moment,
      audience: notification.audience,
      on: notification.on,
      ...(details && { details }),
      ...(leads && {
        leads: {
          slug: templateAddress(notification.slug, leads.template.variant),
          name: leads.template.variantName || ready.everyoneElse,
          template: leads.template.draft,
        },
      }),
    },
    briefings: briefings(document),
    templateId: template.id,
    draft: template.draft,
    revision: template.revision,
    draftBy: template.draftBy,
    live: live && {
      number: live.number,
      template: live.template,
      publishedBy: live.publishedBy,
      publishedAt: live.publishedAt.toISOString(),
    },
    editions: list.map((e) => ({ ...e, publishedAt: e.publishedAt.toISOString() })),
    ...bench,
    others: neighbours.filter((n) => n.slug !== slug),
    previous: neighbours[at - 1],
    next: neighbours[at + 1],
  };
}

/** The addresses of all templates of a store with their names, in the order of the board. */
export async function allTemplates(access: Access): Promise<{ slug: string; name: string }[]> {
  const rows = await database()
    .select({
      slug: notifications.slug,
      name: notifications.name,
      variant: templates.variant,
      variantName: templates.variantName,
    })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .where(eq(notifications.storeId, access.store.id))
    // The one for everybody first: it is what people mean by the notification's name.
    .orderBy(notifications.id, desc(eq(templates.variant, '')), templates.rank, templates.id);
  return rows.map((r) => ({
    slug: templateAddress(r.slug, r.variant),
    name: variantTitle(r.name, r.variantName),
  }));
}

/** What a store lends to everything on the bench: its look, words, passages, codes, and names for conditions. */
export async function benchOf(access: Access) {
  const { store } = access;
  const [phrases, live, all, codes, choices, shelf, senderDomains] = await Promise.all([
    Promise.all(store.languages.map(async (l) => [l, await phrasesOf(store.id, l)] as const)),
    livePassages(store.id),
    listPassages(access),
    codesOf(store.id),
    conditionChoices(store.id),
    fileShelf(store.id),
    senderDomainsOf(store.id),
  ]);
  return {
    store: {
      id: store.id,
      name: store.name,
      language: store.language,
      languages: store.languages,
      fallbacks: store.fallbacks,
      locales: store.locales,
      timeZone: store.timeZone,
      currency: store.currency,
      facts: factsOf(store),
      look: store.look,
      phrases: Object.fromEntries(phrases) as Record<string, Segments>,
      passages: live,
      passageNames: all.map(({ id, name }) => ({ id, name })),
      codes,
      shelf,
      senderDomains,
      ...choices,
    },
  };
}

/** What of a store conditions are made from. Places are those of its newer orders and of its stock. */
export async function conditionChoices(storeId: string) {
  const db = database();
  const newer = db
    .select({ location: sql<string | null>`json_value(${orders.snapshot}, '$.location')`.as('location') })
    .from(orders)
    .where(eq(orders.storeId, storeId))
    .orderBy(desc(orders.id))
    .limit(300)
    .as('newer');
  const [channelRows, productRows, places, stocked] = await Promise.all([
    db.select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, storeId)),
    db
      .select({ sku: products.sku, name: products.name, category: products.category, supplier: products.supplier })
      .from(products)
      .where(eq(products.storeId, storeId))
      .orderBy(products.sku),
    db.selectDistinct({ location: newer.location }).from(newer),
    db
      .selectDistinct({ location: stockCounts.place })
      .from(stockCounts)
      .where(and(eq(stockCounts.storeId, storeId), ne(stockCounts.place, ''))),
  ]);
  return {
    channels: channelRows,
    products: productRows,
    locations: [...new Set([...places, ...stocked].flatMap((p) => p.location ?? []))].toSorted(),
  };
}

/** Saves the draft, if nobody else has since `revision`. A conflict carries the other version, so that both can be kept. */
export async function saveTemplate(
  access: Access,
  slug: string,
  revision: number,
  draft: unknown,
): Promise<{ revision: number }> {
  const content = readTemplate(access.store.id, draft);
  const { template } = await templateRow(access, slug);
  return saveDraft(templateShelf, { access, id: template.id }, access, { revision, content });
}

/** Publishes the draft that was seen. Refused with its blockers, or when the draft changed since. */
export async function publishTemplate(
  access: Access,
  slug: string,
  revision: number,
  note?: string,
): Promise<{ number: number }> {
  const { notification, template, title } = await templateRow(access, slug);
  return publishDraft(templateShelf, { access, id: template.id }, access, {
    revision,
    note,
    judge: async (draft) => {
      refuseBeyondOwnWords(access, (await liveEdition(template.liveEditionId))?.template, draft);
      const blockers = await blockersOf(access, notification.moment, draft);
      refuseToPublish('this', blockers.map(findingProblem));
      if (access.store.requiresRehearsal) await refuseUnrehearsed(access.store.id, template.id, draft);
    },
    then: async (tx, { number }) => {
      await settingsChanged(tx, access.store.id);
      await remember(access, 'published', { what: title, edition: number }, { db: tx, about: notification.id });
    },
  });
}

const stops = (list: readonly Finding[]): Finding[] => list.filter((f) => f.severity === 'blocker');

/** Tells what in a template stops it, by its moment; what it needs of the store is read once. */
export async function writtenBlockers({ store }: Access): Promise<(moment: string, draft: Template) => Finding[]> {
  const [codes, shelf, passages, senderDomains] = await Promise.all([
    codesOf(store.id),
    fileShelf(store.id),
    livePassages(store.id),
    senderDomainsOf(store.id),
  ]);
  return (moment, draft) =>
    stops(
      templateFindings(draft, {
        moment,
        sourceLanguage: store.language,
        partly: partlyIn(store.fallbacks),
        codes,
        passages,
        shelf: { files: shelf.files.map((f) => f.digest), room: shelf.room },
        senderDomains,
        now: Date.now(),
        timeZone: store.timeZone,
      }),
    );
}

/** The languages that a message goes out in: those in which it is complete, and those in which it need not be. */
const goesOutIn = (draft: Template, { language, fallbacks }: Access['store']): string[] => {
  const partly = partlyIn(fallbacks).filter((l) => draft.words[l]);
  return [...new Set([...languagesOut(draft, language), ...partly])];
};

/** What stops a template: found in it, and in a message made of it with the newest order in each language. */
async function blockersOf(access: Access, moment: string, draft: Template): Promise<Finding[]> {
  const { store } = access;
  const [judge, newest, services] = await Promise.all([
    writtenBlockers(access),
    listOrders(access, {}, 1),
    servicesOf(store.id),
  ]);
  const written = [...judge(moment, draft), ...unsendableFindings(draft, services)];
  // A message that cannot be made says nothing more.
  if (written.length > 0) return written;
  const number = newest.rows[0]?.number;
  const about = number
    ? await orderSnapshot(access, number)
    : {
        order: sampleOrders(store.currency, store.facts.url, Date.now(), `${config().url}/media/samples`)[0]!.order,
        channelName: undefined,
      };
  const rendered = await Promise.all(
    goesOutIn(draft, store).map(async (language) => {
      const message = await renderFor({
        store,
        template: draft,
        language,
        order: about.order,
        moment,
        now: Date.now(),
        ...(about.channelName && { channelName: about.channelName }),
      });
      return messageFindings(message, language);
    }),
  );
  return stops(rendered.flat());
}

/** Puts a copy of a block, with its words, into the draft of another notification, before its footer. */
export async function copyBlockTo(
  access: Access,
  slug: string,
  block: unknown,
  words: unknown,
): Promise<{ name: string }> {
  const brought = readTemplate(access.store.id, { version: 1, blocks: [block], words });
  return database().transaction(async (tx) => {
    const { title, template } = await templateRow(access, slug, tx, true);
    const { draft } = template;
    const copy = copyBlock(brought.blocks[0]!, brought.words, freshIds(draft));
    const footer = draft.blocks.findIndex((b) => b.kind === 'footer');
    const next = readTemplate(access.store.id, {
      ...draft,
      words: withWords(draft.words, copy.words),
      blocks: insertBlock(draft.blocks, copy.block, { at: footer < 0 ? draft.blocks.length : footer }),
    });
    const { revision } = template;
    const key = { access, id: template.id };
    await templateShelf.write(
      key,
      { content: next, revision: revision + 1, by: access.person.name, at: new Date() },
      tx,
    );
    return { name: title };
  });
}

/** The template of one edition, for taking it back to the bench. */
export async function templateEdition(access: Access, slug: string, number: number): Promise<Template> {
  const { template } = await templateRow(access, slug);
  return editionContent(templateShelf, { access, id: template.id }, number);
}

/** Refuses to turn on what would leave somebody without a message: every version has to have gone out once, or to send nothing. */
async function refuseUnpublished(notificationId: string): Promise<void> {
  const missing = await database()
    .select({ name: templates.variantName })
    .from(templates)
    .where(
      and(eq(templates.notificationId, notificationId), eq(templates.nothing, false), isNull(templates.liveEditionId)),
    )
    .orderBy(templates.rank);
  if (missing.length === 0) return;
  const versions = listed(missing.map(({ name }) => (name === '' ? ready.everyoneElse : name)));
  const message = say.versionsNeverPublished({ versions });
  throw new AppError('invalid', message, [{ path: '/variants', message }]);
}

/** Turns a notification on or off. Turning on is refused while a version of it has never been published. */
export async function switchNotification(access: Access, slug: string, on: boolean): Promise<void> {
  const { notification } = await templateRow(access, slug);
  if (on) await refuseUnpublished(notification.id);
  await database().transaction(async (tx) => {
    await tx.update(notifications).set({ on }).where(eq(notifications.id, notification.id));
    await settingsChanged(tx, access.store.id);
    await remember(
      access,
      on ? 'turnedOn' : 'turnedOff',
      { notification: notification.name },
      { db: tx, about: notification.id },
    );
  });
}

/** The draft or the live template of a notification, for tests. */
export async function templateFor(
  access: OfStore,
  slug: string,
  which: 'draft' | 'live',
): Promise<{
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
  schedule: Schedule;
  sender: SenderKind;
  template: Template;
}> {
  const { notification, template, title } = await templateRow(access, slug);
  const { id, moment, audience, schedule } = notification;
  const about = { id, name: title, moment, audience, schedule, sender: senderKindOf(notification) };
  if (which === 'draft') return { ...about, template: template.draft };
  const live = await liveEdition(template.liveEditionId);
  if (!live) throw new AppError('invalid', say.titleHasNeverBeenPublished({ title }));
  return { ...about, template: live.template };
}
