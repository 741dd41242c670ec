/** What was written by hand, kept as a message of its own for the next time. */
import { Type, type Static } from '@sinclair/typebox';
import { and, eq } from 'drizzle-orm';
import { BY_HAND } from '@/core/moments';
import { AdaptedSchema, adaptedTemplate, templateAddress } from '@/core/plan';
import { checker } from '@/core/schema';
import { say } from '@/words/refusals';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { editions, notifications, templates } from '../../db/schema';
import { makeNotification } from '../notifications/notifications';
import { saveTemplate } from '../templates/templates';

const KeepSchema = Type.Object(
  {
    /** The message that was chosen. */
    message: Type.String({ minLength: 1, maxLength: 60 }),
    name: Type.String({ maxLength: 300 }),
    adapted: Type.Array(AdaptedSchema, { maxItems: 100 }),
  },
  { additionalProperties: false },
);
export type KeepLetter = Static<typeof KeepSchema>;
const check = checker(KeepSchema);

/**
 * Makes a message to be written by hand out of another and the words that were changed of it. It is a draft: it can be chosen once it
 * is published and turned on, and languages that were not written in say what was published.
 */
export async function keepLetter(access: Access, input: unknown): Promise<{ slug: string }> {
  const checked = check(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeKept, checked.problems);
  const { message, name, adapted } = checked.value;
  return database().transaction(async (tx) => {
    const [source] = await tx
      .select({ id: notifications.id, audience: notifications.audience })
      .from(notifications)
      .where(
        and(
          eq(notifications.storeId, access.store.id),
          eq(notifications.slug, message),
          eq(notifications.moment, BY_HAND),
        ),
      );
    if (!source) throw new AppError('not-found', say.nameHasNoMessageMessage({ name: access.store.name, message }));
    const { slug } = await makeNotification(access, {
      name,
      moment: BY_HAND,
      audience: source.audience,
      from: message,
    });
    const written = await tx
      .select({ edition: editions.id, template: editions.template, variant: templates.variant })
      .from(templates)
      .innerJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(eq(templates.notificationId, source.id));
    for (const { edition, template, variant } of written) {
      const own = adapted.filter((a) => a.editionId === edition);
      const draft = own.reduce((made, a) => adaptedTemplate(made, a.language, a.words), template);
      await saveTemplate(access, templateAddress(slug, variant), 1, draft);
    }
    return { slug };
  });
}
