/**
 * CloudEvents as they come over HTTP, in any of its modes (HTTP Protocol Binding for CloudEvents 1.0.2, 3): structured, binary with the
 * attributes in `ce-` headers, or a batch.
 */

/** What a request brings; `problem` says what keeps it from being read. */
export type Brought =
  | { mode: 'structured' | 'binary'; event: unknown }
  | { mode: 'batch'; events: unknown[] }
  | { mode: 'none'; problem: string };

/** More events do not come in one batch. */
export const MOST_IN_BATCH = 500;

const BATCH = 'application/cloudevents-batch+json';
const STRUCTURED = 'application/cloudevents+json';

/** Reads the events of a request. */
export function eventsIn(body: string, headers: Headers): Brought {
  const type = (headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase();
  let value: unknown;
  try {
    value = JSON.parse(body);
  } catch (error) {
    return { mode: 'none', problem: `The event is not JSON: ${(error as Error).message.slice(0, 200)}` };
  }
  if (type === BATCH) {
    if (!Array.isArray(value)) return { mode: 'none', problem: 'A batch is an array of events.' };
    if (value.length > MOST_IN_BATCH)
      return { mode: 'none', problem: `A batch has ${MOST_IN_BATCH} events at most. Send it in parts.` };
    return { mode: 'batch', events: value };
  }
  if (type === STRUCTURED || !headers.has('ce-specversion')) return { mode: 'structured', event: value };
  return binary(value, type, headers);
}

function binary(data: unknown, type: string, headers: Headers): Brought {
  const attributes = Object.fromEntries(
    [...headers].flatMap(([name, value]) => (name.startsWith('ce-') ? [[name.slice(3), decoded(value)]] : [])),
  );
  // The signature covers the body and webhook-id alone: so that a request is no other event when it comes again.
  if (attributes['id'] !== headers.get('webhook-id')) {
    return {
      mode: 'none',
      problem: 'With attributes in headers, webhook-id has to be the id of the event (ce-id): it is what is signed.',
    };
  }
  return { mode: 'binary', event: { ...attributes, ...(type !== '' && { datacontenttype: type }), data } };
}

/** A header value without its percent-encoding (3.1.3.2); one that has none stands as it is. */
function decoded(value: string): string {
  try {
    return decodeURIComponent(value);
  } catch {
    return value;
  }
}
