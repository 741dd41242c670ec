/** Senders: which name and address each kind of message goes out as. */
import { Type } from '@sinclair/typebox';
import { and, eq, notInArray } from 'drizzle-orm';
import { chooseService, SENDER_KINDS, senderNameHint, senderTrouble } from '@/core/mail';
import { checker } from '@/core/schema';
import type { SenderView } from '@/contract/sending';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { domains, senders } from '../../db/schema';
import { domainOf } from '../../sending/compose';
import { AppError, type FieldProblem } from '../../base/errors';
import { remember } from '../../auth/history';
import { sendersOf, servicesOf, standingOf, type SenderRow } from '../../sending/service';
import { releaseHeld } from '../../worker/claims';
import { say } from '@/words/refusals';

const SendersSchema = Type.Array(
  Type.Object(
    {
      kind: Type.Union(SENDER_KINDS.map((k) => Type.Literal(k))),
      name: Type.String({ minLength: 1, maxLength: 120 }),
      address: Type.String({ format: 'mail-address' }),
      replyTo: Type.Union([Type.Literal(''), Type.String({ format: 'mail-address' })]),
      takesReplies: Type.Optional(Type.Boolean()),
    },
    { additionalProperties: false },
  ),
  { minItems: 1, maxItems: 3 },
);
const checkSenders = checker(SendersSchema);

/** The store's senders, each with why no service sends as it, if none does. */
export async function senderViews(access: Access): Promise<SenderView[]> {
  const [rows, services, domainRows] = await Promise.all([
    sendersOf(access.store.id),
    servicesOf(access.store.id),
    database()
      .select({ name: domains.name })
      .from(domains)
      .where(and(eq(domains.storeId, access.store.id), eq(domains.bouncing, true))),
  ]);
  const bouncing = new Set(domainRows.map((d) => d.name.toLowerCase()));
  return SENDER_KINDS.flatMap((kind) => {
    const row = rows.find((r) => r.kind === kind);
    return row ? [viewOf(row, services.map(standingOf), bouncing)] : [];
  });
}

function viewOf(row: SenderRow, services: ReturnType<typeof standingOf>[], bouncing: ReadonlySet<string>): SenderView {
  const hint = senderNameHint(row.name);
  // What rests or is paused still counts: the question is whether anything is allowed to send as it.
  const able = chooseService(
    services.map(({ downUntil: _d, ...s }) => ({ ...s, paused: false })),
    row.address,
    0,
  );
  const [first] = services;
  const trouble = able.kind === 'wait' && first ? senderTrouble(first, row.address) : undefined;
  return {
    kind: row.kind,
    name: row.name,
    address: row.address,
    replyTo: row.replyTo,
    takesReplies: row.takesReplies,
    mayTakeReplies: bouncing.has(domainOf(row.address).toLowerCase()),
    ...(hint && { hint }),
    ...(trouble && { trouble: { ...trouble, service: first!.name } }),
  };
}

/** Saves all senders of the store at once. What was held for want of one goes out. */
export async function saveSenders(
  access: Access,
  input: unknown,
): Promise<{ senders: SenderView[]; released: number }> {
  const checked = checkSenders(input);
  if (!checked.ok) throw new AppError('invalid', say.theSendersCannotBeSaved, checked.problems);
  const list = checked.value.map((s) => ({ ...s, name: s.name.trim(), takesReplies: s.takesReplies ?? false }));
  const problems: FieldProblem[] = [];
  list.forEach((s, i) => {
    if (s.name === '') problems.push({ path: `/${i}/name`, message: say.enterAName });
    if (/[\r\n]/.test(s.name)) problems.push({ path: `/${i}/name`, message: say.enterTheNameOnOne });
  });
  if (!list.some((s) => s.kind === 'orders')) problems.push({ path: '/0/kind', message: say.theFirstSenderMustBe });
  if (problems.length > 0) throw new AppError('invalid', say.theSendersCannotBeSaved, problems);
  await database().transaction(async (tx) => {
    for (const s of list) {
      const { kind, ...rest } = s;
      await tx
        .insert(senders)
        .values({ storeId: access.store.id, kind, ...rest })
        .onDuplicateKeyUpdate({ set: rest });
    }
    await tx.delete(senders).where(
      and(
        eq(senders.storeId, access.store.id),
        notInArray(
          senders.kind,
          list.map((s) => s.kind),
        ),
      ),
    );
    await remember(
      access,
      'savedSenders',
      { senders: list.map((s) => `${s.kind}: ${s.address}`).join(', ') },
      { db: tx },
    );
  });
  return { senders: await senderViews(access), released: await releaseHeld(access.store.id) };
}
