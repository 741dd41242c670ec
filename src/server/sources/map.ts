/** Requests of a shop as events, by a mapping. */
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { compileMapping, type AppliedMapping, type Mapping } from '@/core/mapping';
import type { SchemaProblem } from '@/core/schema';
import type { Store } from '../auth/access';
import { checkEvent } from '../events/schema';
import { say } from '@/words/mapping';

/** What becomes of a request by a mapping: an event, or why not. */
export interface MadeEvent {
  /** Which event it is; nothing for one that is not listened to. */
  type?: string;
  /** The shop's own word for it. */
  word: string;
  event: { specversion: '1.0'; id: string; source: string; type: string; data: unknown } | undefined;
  /** What is wrong, each at its place in the event. */
  problems: SchemaProblem[];
}

const compiled = new LRUCache<string, AppliedMapping>({ max: 200 });

/** A mapping compiled once, by a key that changes with it. */
function applied(key: string, mapping: Mapping): AppliedMapping {
  let apply = compiled.get(key);
  if (!apply) {
    apply = compileMapping(mapping);
    compiled.set(key, apply);
  }
  return apply;
}

/** Events of a shop's webhook name it as where they come from (CloudEvents `source`). */
export const sourceUrn = (sourceId: string): string => `urn:libellus:source:${sourceId}`;

/**
 * Makes an event of a request, and checks it as any event is. One id is one event: without an id of the shop's, the same body twice is
 * one.
 * @param key what the compiled mapping is kept under; without it, it is compiled for this once
 */
export function eventOf(
  mapping: Mapping,
  { store, sourceId, body, key }: { store: Store; sourceId: string; body: string; key?: string },
): MadeEvent {
  const apply = key === undefined ? compileMapping(mapping) : applied(key, mapping);
  const {
    type,
    word = '',
    id,
    data,
    problems,
  } = apply(JSON.parse(body), {
    currency: store.currency,
    timeZone: store.timeZone,
  });
  if (type === undefined) return { word, event: undefined, problems: [] };
  const order = (data as { order?: { currency?: string } }).order;
  // What orders of this store are in, unless the shop says it.
  if (order) order.currency ??= store.currency;
  const told = id ?? createHash('sha256').update(body).digest('base64url');
  const event = {
    specversion: '1.0' as const,
    id: `${type} ${told}`.slice(0, 200),
    source: sourceUrn(sourceId),
    type,
    data,
  };
  const checked = checkEvent(event);
  const unread = new Set(problems.map((p) => p.path));
  return {
    ...{ type, word, event },
    // What could not be read is missing as well: once is enough.
    problems: [
      ...problems,
      ...(checked.ok ? [] : checked.problems.filter((p) => !unread.has(p.path)).map(inMapping(event))),
    ],
  };
}

/** A form asks to enter what is missing; of a request that cannot be entered, it is said that nothing was found. */
const inMapping =
  (event: object) =>
  ({ path, message }: SchemaProblem): SchemaProblem => {
    let value: unknown = event;
    for (const step of path.slice(1).split('/')) value = (value as Record<string, unknown> | undefined)?.[step];
    return { path, message: value === undefined ? say.nothingFound : message };
  };
