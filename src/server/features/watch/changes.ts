/**
 * Who looks at a store hears when something under way there has moved: a message goes out, is answered, waits, or an event comes in. The
 * database is asked once a second for each store that is watched, however many watch it, and not at all when nobody does.
 */
import { and, count, desc, eq, inArray, max, sql } from 'drizzle-orm';
import { log } from '../../base/log';
import { database } from '../../db/client';
import { deliveries, events, pathProofs, rehearsalPostings, rehearsals } from '../../db/schema';

const ASK_MS = 1_000;
/** So many may watch in one process; more are turned away and ask again later. */
const MOST_WATCHERS = 500;

interface Watched {
  told: Set<() => void>;
  /** What stood there when it was last asked. */
  seen: string | undefined;
  timer: NodeJS.Timeout | undefined;
}

const watched = new Map<string, Watched>();
let watchers = 0;

/** What moves while messages are under way: how many are in each state before the last, and the newest of each kind. */
async function standing(storeId: string): Promise<string> {
  const db = database();
  const [open, newest, event, rehearsed, posted, proven] = await Promise.all([
    db
      .select({ state: deliveries.state, n: count() })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.storeId, storeId),
          inArray(deliveries.state, ['planned', 'held', 'sending', 'deferred', 'failed', 'bounced']),
        ),
      )
      .groupBy(deliveries.state)
      .orderBy(deliveries.state),
    db
      .select({ id: max(deliveries.id) })
      .from(deliveries)
      .where(eq(deliveries.storeId, storeId)),
    db
      .select({ id: max(events.id) })
      .from(events)
      .where(eq(events.storeId, storeId)),
    db
      .select({
        ...{ state: rehearsals.state, lives: rehearsals.lives, done: rehearsals.livesDone },
        faults: sql<string>`concat_ws(' ', ${rehearsals.faultsState}, json_length(${rehearsals.faultsOfAll}, '$.tallies'),
          json_value(${rehearsals.faultsOfAll}, '$.lived'))`,
      })
      .from(rehearsals)
      .where(eq(rehearsals.storeId, storeId))
      .orderBy(desc(rehearsals.number))
      .limit(1),
    db
      .select({ state: rehearsalPostings.state, n: count() })
      .from(rehearsalPostings)
      .where(eq(rehearsalPostings.storeId, storeId))
      .groupBy(rehearsalPostings.state)
      .orderBy(rehearsalPostings.state),
    db
      .select({ id: pathProofs.id, state: pathProofs.state })
      .from(pathProofs)
      .where(eq(pathProofs.storeId, storeId))
      .orderBy(desc(pathProofs.id))
      .limit(10),
  ]);
  return JSON.stringify([open, newest, event, rehearsed, posted, proven]);
}

async function ask(storeId: string): Promise<void> {
  const place = watched.get(storeId);
  if (!place) return;
  try {
    const now = await standing(storeId);
    const moved = place.seen !== undefined && place.seen !== now;
    place.seen = now;
    if (moved) for (const tell of place.told) tell();
  } catch (error) {
    // The next second asks again; whoever watches sees the last state meanwhile.
    log.warn({ err: error, store: storeId }, 'what moves in a store could not be asked');
  }
  if (watched.get(storeId) === place) {
    place.timer = setTimeout(() => void ask(storeId), ASK_MS);
    place.timer.unref();
  }
}

/**
 * Calls `changed` each time something under way in a store has moved, until the function that comes back is called. Undefined when too
 * many watch already.
 */
export function watchStore(storeId: string, changed: () => void): (() => void) | undefined {
  if (watchers >= MOST_WATCHERS) return undefined;
  watchers += 1;
  let place = watched.get(storeId);
  if (place) place.told.add(changed);
  else {
    place = { told: new Set([changed]), seen: undefined, timer: undefined };
    watched.set(storeId, place);
    void ask(storeId);
  }
  const of = place;
  return () => {
    if (!of.told.delete(changed)) return;
    watchers -= 1;
    if (of.told.size > 0) return;
    clearTimeout(of.timer);
    watched.delete(storeId);
  };
}
