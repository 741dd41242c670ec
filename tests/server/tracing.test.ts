/** Traces from an event to the service's answer, as a collector of OpenTelemetry gets them. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { eq } from 'drizzle-orm';
import { newId } from '@/server/base/ids';
import { eventSpanId, isTraced, traceIdOf } from '@/server/base/trace';
import { database } from '@/server/db/client';
import { deliveries, hooks } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { makeHook } from '@/server/features/hooks/hooks';
import { Caller } from '@/server/hooks/call';
import { startTracing } from '@/server/operations/tracing';
import { Worker } from '@/server/worker/worker';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

interface Told {
  traceId: string;
  spanId: string;
  parentSpanId?: string;
  name: string;
  attributes: { key: string; value: Record<string, unknown> }[];
  status: { code: number };
}

let collector: Server;
let bodies: string[] = [];

beforeAll(async () => {
  collector = createServer((request, response) => {
    const chunks: Buffer[] = [];
    request.on('data', (chunk: Buffer) => chunks.push(chunk));
    request.on('end', () => {
      bodies.push(Buffer.concat(chunks).toString());
      response.writeHead(200, { 'content-type': 'application/json' }).end('{}');
    });
  });
  await new Promise<void>((ready) => collector.listen(0, '127.0.0.1', ready));
  process.env.OTEL_EXPORTER_OTLP_ENDPOINT = `http://127.0.0.1:${(collector.address() as AddressInfo).port}`;
  await connectService();
});
afterAll(() => {
  delete process.env.OTEL_EXPORTER_OTLP_ENDPOINT;
  collector.close();
});

const EMAIL = 'iwona-traced@trace-test.example';

async function orderIsSent(): Promise<{ eventId: string; deliveryId: string }> {
  const event = placedEvent({ customer: { email: EMAIL, firstName: 'Iwonatraced', lastName: 'S' } });
  const { eventId } = await receiveEvent(SHOP, event);
  const worker = new Worker();
  while ((await worker.round()) > 0);
  const [row] = await database().select().from(deliveries).where(eq(deliveries.eventId, eventId));
  return { eventId, deliveryId: row!.id };
}

const spans = (): Told[] =>
  bodies.flatMap((body) =>
    (JSON.parse(body) as { resourceSpans: { scopeSpans: { spans: Told[] }[] }[] }).resourceSpans.flatMap((r) =>
      r.scopeSpans.flatMap((s) => s.spans),
    ),
  );

it('lead from the event to the answer, in the id that the record shows, and name nobody', async () => {
  const end = startTracing('worker');
  const { eventId, deliveryId } = await orderIsSent();
  await end();

  const trace = traceIdOf(eventId);
  expect((await deliveryDetail(await accessAs(), deliveryId)).trace).toBe(trace);
  const told = spans().filter((s) => s.traceId === trace);
  const [event] = told.filter((s) => s.name === 'event');
  expect(event).toMatchObject({ spanId: eventSpanId(eventId) });
  expect(event!.parentSpanId).toBeUndefined();
  const delivers = told.filter((s) => s.name === 'deliver');
  expect(delivers).toHaveLength(2);
  expect(delivers.map((s) => s.parentSpanId)).toEqual([event!.spanId, event!.spanId]);
  for (const { spanId } of delivers) {
    expect(
      told
        .filter((s) => s.parentSpanId === spanId)
        .map((s) => s.name)
        .toSorted(),
    ).toEqual(['begin', 'make', 'record', 'send']);
  }
  const attributes = Object.fromEntries(delivers.flatMap((s) => s.attributes.map((a) => [a.key, a.value])));
  expect(attributes['libellus.state']).toEqual({ stringValue: 'accepted' });
  expect(JSON.stringify(delivers)).toContain(deliveryId);
  for (const named of [EMAIL, 'Iwonatraced', 'Pawel']) expect(bodies.join()).not.toContain(named);
});

it('show what programs were told of it, and which of them did not take it', async () => {
  const answers = [503, 204];
  const program = createServer((request, response) => {
    request.resume().on('end', () => response.writeHead(answers.shift() ?? 204).end());
  });
  await new Promise<void>((ready) => program.listen(0, '127.0.0.1', ready));
  const url = `http://127.0.0.1:${(program.address() as AddressInfo).port}/told`;
  await makeHook(await accessAs(), { name: 'Help desk', url, types: ['delivery.accepted'] });
  bodies = [];
  const end = startTracing('worker');
  try {
    const { eventId } = await orderIsSent();
    const caller = new Caller();
    await caller.turn();
    await caller.rest();
    await end();
    const told = spans().filter((s) => s.traceId === traceIdOf(eventId) && s.name === 'tell');
    expect(told.map((s) => s.parentSpanId)).toEqual([eventSpanId(eventId), eventSpanId(eventId)]);
    const of = (name: string) =>
      told.map((s) => Object.values(s.attributes.find((a) => a.key === name)!.value)[0]).toSorted();
    expect(of('http.response.status_code').map(Number)).toEqual([204, 503]);
    expect(of('libellus.told')).toEqual(['delivery.accepted', 'delivery.accepted']);
    // An error of the protocol (opentelemetry-proto: STATUS_CODE_ERROR).
    expect(told.map((s) => s.status.code).toSorted()).toEqual([0, 2]);
  } finally {
    await database().delete(hooks);
    program.close();
  }
});

it('are not kept when nobody takes them, and few of them where few are asked for', async () => {
  expect(isTraced()).toBe(false);
  bodies = [];
  const end = startTracing('worker', { ...process.env, OTEL_TRACES_SAMPLER_ARG: '0' });
  await orderIsSent();
  await end();
  expect(spans()).toEqual([]);
});

it('have the bits of the event’s id', () => {
  expect(traceIdOf('01ARZ3NDEKTSV4RRFFQ69G5FAV')).toBe('01563e3ab5d3d6764c61efb99302bd5b');
  expect(eventSpanId(newId())).toMatch(/^[0-9a-f]{16}$/);
});
