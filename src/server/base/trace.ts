/**
 * Traces from an event to the server that takes its messages, in the ids of W3C Trace Context: the trace is named for the event, so
 * that whoever has an event or a delivery of the record finds its trace, and processes need to tell each other nothing. Spans are told
 * once they are over. Without a process that exports them (`processes/tracing.ts`) nothing is kept or computed.
 */
import { randomBytes } from 'node:crypto';

/** What is said of a step: never who a message is for, or what is in it. */
export type Attributes = Record<string, string | number | boolean>;

export interface Span {
  /** The event that it belongs to (ULID). */
  event: string;
  name: string;
  /** 16 hexadecimal digits. */
  id: string;
  /** The span it is part of; none for the event itself. */
  parent?: string;
  /** ms since 1970, by this process's clock. */
  begun: number;
  ended: number;
  attributes: Attributes;
  /** Why it failed, in words without names or addresses. */
  failed?: string;
  kind?: 'server' | 'client';
}

/** Takes spans that are over; set where they are exported. */
export interface Tracing {
  take: (span: Span) => void;
}

// On the global object: this module is loaded more than once in the web process.
const global = globalThis as { libellusTracing?: Tracing };

export function traceBy(tracing: Tracing | undefined): void {
  if (tracing) global.libellusTracing = tracing;
  else delete global.libellusTracing;
}

export const isTraced = (): boolean => global.libellusTracing !== undefined;

const CROCKFORD = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/** The trace of an event: its ULID's 128 bits, as 32 hexadecimal digits. */
export function traceIdOf(event: string): string {
  let bits = 0n;
  for (const letter of event) bits = bits * 32n + BigInt(CROCKFORD.indexOf(letter));
  return BigInt.asUintN(128, bits).toString(16).padStart(32, '0');
}

/** The span of the event itself: the part of its id that is chance. */
export const eventSpanId = (event: string): string => traceIdOf(event).slice(16);

export const newSpanId = (): string => randomBytes(8).toString('hex');

/** Tells of a step that is over. */
export function tell(span: Span): void {
  global.libellusTracing?.take(span);
}

/** Does a step and tells of it, whatever comes of it. */
export async function step<T>(
  of: Pick<Span, 'event' | 'name' | 'parent' | 'attributes' | 'kind'>,
  work: () => Promise<T>,
): Promise<T> {
  if (!isTraced()) return work();
  const begun = Date.now();
  const end = (failed?: string): void =>
    tell({ ...of, id: newSpanId(), begun, ended: Date.now(), ...(failed !== undefined && { failed }) });
  try {
    const done = await work();
    end();
    return done;
  } catch (error) {
    end(error instanceof Error ? error.name : 'failed');
    throw error;
  }
}
