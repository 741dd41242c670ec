/** What who has a link looks at, and what they say of it. */
import { and, asc, eq } from 'drizzle-orm';
import { plainLine } from '@/core/text';
import { blockLabels, allBlocks, type Template } from '@/core/template';
import type { PictureForm } from '@/core/rehearsal/pictures';
import type { Approve, Remark, ViewedMessage, ViewedRow } from '@/contract/viewings';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import { editions, rehearsalMessages, templates, viewingRemarks } from '../../db/schema';
import { editionsAmong } from '../../rehearsal/drafts';
import { inPictureOrder, picturedIn } from '../../rehearsal/pictures';
import { messagesOf, showing, type MessageRow, type Run } from '../../rehearsal/runs';
import { pictureBytes, sizeOf } from '../rehearsal/pictures';
import { namesOf } from '../rehearsal/rehearsal';
import type { Viewing } from './door';
import { say } from '@/words/viewings';

/** So many remarks come by one link. */
const MOST_REMARKS = 500;
/** So much of a block's words tells which it is. */
const BEGINNING = 50;

type Shown = MessageRow & { seen: string };

/** The messages of a run that a link shows: of each that shows the same, the first that has a picture, in the order of looking. */
export async function shownOf(storeId: string, run: Pick<Run, 'id'>): Promise<Shown[]> {
  const rows = await messagesOf(run);
  const byId = new Map(rows.map((r) => [r.id, r]));
  const known = new Set<string>();
  return inPictureOrder(rows, await picturedIn(storeId, rows)).flatMap((id) => {
    const row = byId.get(id)!;
    const key = showing(row);
    if (known.has(key) || row.seen === null) return [];
    known.add(key);
    return [{ ...row, seen: row.seen }];
  });
}

const remarksBy = (linkId: string) =>
  database().select().from(viewingRemarks).where(eq(viewingRemarks.linkId, linkId)).orderBy(asc(viewingRemarks.id));

/** All that a link shows, and what was said of each. */
export async function viewedRows({ store, run, link }: Viewing): Promise<ViewedRow[]> {
  const [shown, names, remarks] = await Promise.all([shownOf(store.id, run), namesOf({ store }), remarksBy(link.id)]);
  return shown.map((row) => ({
    ...{ id: row.id, language: row.wanted, seen: row.seen },
    notification: names.notification.get(row.notificationId)?.name ?? '',
    version: names.variant.get(row.variantId)?.name ?? '',
    approved: remarks.some((r) => r.messageId === row.id && r.kind === 'approved'),
    remarks: remarks.filter((r) => r.messageId === row.id && r.kind === 'remark').length,
  }));
}

/** One message to look at. Throws `not-found` for one that the link does not show. */
export async function viewedMessage(viewing: Viewing, id: string, form: PictureForm): Promise<ViewedMessage> {
  const { store, run, link } = viewing;
  const [shown, rows] = await Promise.all([shownOf(store.id, run), viewedRows(viewing)]);
  const at = shown.findIndex((s) => s.id === id);
  const message = shown[at];
  const size = message && (await sizeOf(store.id, message.seen, form));
  if (!message || !size) throw new AppError('not-found', say.noSuchMessage);
  const blocks = blocksIn(await templateOf(run, message.variantId), message.language, store.language);
  const named = new Map(blocks.map((b) => [b.id, b.label]));
  const own = (await remarksBy(link.id)).filter((r) => r.messageId === id && r.kind === 'remark');
  return {
    ...rows[at]!,
    ...{ subject: message.subject, form, size, blocks, at: at + 1, of: shown.length },
    own: own.map((r) => ({ id: r.id, about: named.get(r.block) ?? '', text: r.text, done: r.doneAt !== null })),
    ...(at > 0 && { previous: shown[at - 1]!.id }),
    ...(at < shown.length - 1 && { next: shown[at + 1]!.id }),
  };
}

/** What a message of a version was made of: its draft in a run of drafts, else what is live. */
async function templateOf(run: Run, variantId: string): Promise<Template | undefined> {
  const draft = editionsAmong(run.drafts ?? []).find((d) => d.templateId === variantId);
  if (draft) return draft.template;
  const [live] = await database()
    .select({ template: editions.template })
    .from(templates)
    .innerJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(eq(templates.id, variantId));
  return live?.template;
}

/** How a text (MessageFormat 2) begins, in its first form where it has several, for somebody who has never seen a placeholder. */
function beginningOf(source: string): string {
  const form = source.startsWith('.') ? (/\{\{([\s\S]*?)\}\}/.exec(source)?.[1] ?? '') : source;
  const text = plainLine(form.replace(/\{[^{}]*\}?/g, ' … '));
  return text.length > BEGINNING ? `${text.slice(0, BEGINNING).trimEnd()}…` : text;
}

/** The blocks of a message by what they are called and how they begin. */
function blocksIn(template: Template | undefined, language: string, source: string): { id: string; label: string }[] {
  if (!template) return [];
  const labels = blockLabels(template.blocks);
  const words = template.words[language] ?? template.words[source] ?? {};
  return allBlocks(template.blocks)
    .filter((b) => !b.hidden && b.kind !== 'columns')
    .map(({ id }) => {
      const begins = beginningOf(words[id] ?? '');
      const label = labels.get(id) ?? '';
      return { id, label: begins === '' ? label : say.blockBegins({ label, words: begins }) };
    });
}

async function need(viewing: Viewing, message: string): Promise<Shown> {
  const found = (await shownOf(viewing.store.id, viewing.run)).find((s) => s.id === message);
  if (!found) throw new AppError('not-found', say.noSuchMessage);
  return found;
}

const said = ({ link, store, run }: Viewing, message: Shown, now: number) => ({
  ...{ id: newId(), storeId: store.id, linkId: link.id, by: link.name, at: new Date(now), run: run.number },
  ...{ messageId: message.id, notificationId: message.notificationId, variantId: message.variantId },
  language: message.language,
});

/** Says that a message looks right, or takes that back. */
export async function approve(viewing: Viewing, { message, approved }: Approve): Promise<void> {
  const shown = await need(viewing, message);
  const now = await databaseTime();
  await database().transaction(async (tx) => {
    const { link } = viewing;
    await tx
      .delete(viewingRemarks)
      .where(
        and(
          eq(viewingRemarks.linkId, link.id),
          eq(viewingRemarks.messageId, message),
          eq(viewingRemarks.kind, 'approved'),
        ),
      );
    if (approved) await tx.insert(viewingRemarks).values({ ...said(viewing, shown, now), kind: 'approved' });
  });
}

/** Says something of a message, or of a block of it. Throws `invalid` without words, or after very many. */
export async function remarkOn(viewing: Viewing, { message, block, text }: Remark): Promise<void> {
  const shown = await need(viewing, message);
  const words = text.trim();
  if (words === '') throw new AppError('invalid', say.sayWhat, [{ path: '/text', message: say.sayWhat }]);
  const now = await databaseTime();
  const there = await database().$count(
    viewingRemarks,
    and(eq(viewingRemarks.linkId, viewing.link.id), eq(viewingRemarks.kind, 'remark')),
  );
  if (there >= MOST_REMARKS) throw new AppError('invalid', say.enoughSaid({ most: MOST_REMARKS }));
  await database()
    .insert(viewingRemarks)
    .values({ ...said(viewing, shown, now), kind: 'remark', block, text: words });
}

/** Takes a remark back that came by this link. Throws `not-found`. */
export async function takeRemarkBack({ link }: Viewing, { id }: { id: string }): Promise<void> {
  const [gone] = await database()
    .delete(viewingRemarks)
    .where(and(eq(viewingRemarks.id, id), eq(viewingRemarks.linkId, link.id), eq(viewingRemarks.kind, 'remark')));
  if (gone.affectedRows === 0) throw new AppError('not-found', say.noSuchRemark);
}

/** A picture of a message that the link shows (PNG). Throws `not-found`. */
export async function viewedPicture({ store, run }: Viewing, seen: string, form: PictureForm): Promise<Buffer> {
  const [shown] = await database()
    .select({ id: rehearsalMessages.id })
    .from(rehearsalMessages)
    .where(and(eq(rehearsalMessages.rehearsalId, run.id), eq(rehearsalMessages.seen, seen.slice(0, 43))))
    .limit(1);
  if (!shown) throw new AppError('not-found', say.noSuchMessage);
  return pictureBytes({ store }, { seen, form });
}
