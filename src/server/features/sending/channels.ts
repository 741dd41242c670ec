/** What each channel allows, and whether pictures travel in the messages. */
import { Type } from '@sinclair/typebox';
import { and, eq } from 'drizzle-orm';
import { SENDER_KINDS } from '@/core/mail';
import { checker, isMailAddress } from '@/core/schema';
import type { ChannelView } from '@/contract/sending';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { channels, stores } from '../../db/schema';
import { AppError } from '../../base/errors';
import { settingsChanged } from '../../events/planner';
import { remember } from '../../auth/history';
import { say } from '@/words/refusals';

/** The store's channels by name. */
export async function channelViews(access: Access): Promise<ChannelView[]> {
  const rows = await database()
    .select()
    .from(channels)
    .where(eq(channels.storeId, access.store.id))
    .orderBy(channels.name);
  return rows.map(({ storeId: _s, ...channel }) => channel);
}

const checkInput = checker(
  Type.Object(
    {
      pictures: Type.Union([Type.Literal('linked'), Type.Literal('inline')]),
      channels: Type.Array(
        Type.Object(
          {
            id: Type.String({ maxLength: 64 }),
            customerMail: Type.Boolean(),
            maskedDomain: Type.String({ maxLength: 253 }),
            maskedKinds: Type.Array(Type.Union(SENDER_KINDS.map((k) => Type.Literal(k))), { maxItems: 3 }),
          },
          { additionalProperties: false },
        ),
        { maxItems: 100 },
      ),
    },
    { additionalProperties: false },
  ),
);

/** Saves what all channels allow and how pictures travel; counts for events from now on. Throws an {@link AppError} naming the field. */
export async function saveChannels(access: Access, input: unknown): Promise<ChannelView[]> {
  const checked = checkInput(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeSaved, checked.problems);
  const { pictures, channels: list } = checked.value;
  const rows = list.map((c) => ({ ...c, maskedDomain: c.maskedDomain.trim().toLowerCase().replace(/^@/, '') }));
  const problems = rows.flatMap(({ maskedDomain }, i) =>
    maskedDomain === '' || isMailAddress(`a@${maskedDomain}`)
      ? []
      : [
          {
            path: `/channels/${i}/maskedDomain`,
            message: say.maskedDomainIsNotADomain({ maskedDomain }),
          },
        ],
  );
  if (problems.length > 0) throw new AppError('invalid', say.thisCannotBeSaved, problems);
  await database().transaction(async (tx) => {
    await tx.update(stores).set({ pictures }).where(eq(stores.id, access.store.id));
    for (const { id, ...values } of rows)
      await tx
        .update(channels)
        .set(values)
        .where(and(eq(channels.storeId, access.store.id), eq(channels.id, id)));
    await settingsChanged(tx, access.store.id);
    await remember(access, 'savedChannels', { channels: rows.map((c) => c.id).join(', ') }, { db: tx });
  });
  return channelViews(access);
}
