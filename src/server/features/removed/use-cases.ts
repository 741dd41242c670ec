/** What was removed, and bringing it back. */
import type { RemovedThing } from '@/contract/removed';
import type { Access } from '../../auth/access';
import { bringBack, isSet, KEPT_DAYS, listRemoved } from '../../documents/removed';
import { settingsChanged } from '../../events/planner';
import { database } from '../../db/client';
import { putBackSet } from '../sets/bring-in';
import { useCase } from '../use-case';
import { ID, object } from '../shapes';

/** What of the store can be brought back, with until when. */
export async function loadRemoved(access: Access): Promise<RemovedThing[]> {
  const rows = await listRemoved(access.store.id);
  return rows.map(({ removedAt, ...row }) => ({
    ...row,
    removedAt: removedAt.toISOString(),
    until: new Date(removedAt.getTime() + KEPT_DAYS * 86_400_000).toISOString(),
  }));
}

export const removed = {
  bringBack: useCase({
    name: 'removed.bring-back',
    permission: 'notification.switch',
    input: object({ id: ID }),
    run: async (who, { id }) => {
      if (await isSet(who, id)) return { kind: 'set' as const, ...(await putBackSet(who, id)) };
      const back = await bringBack(who, id);
      await settingsChanged(database(), who.store.id);
      return back;
    },
  }),
};
