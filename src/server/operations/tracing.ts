/**
 * Exports traces by OTLP over HTTP, where OTEL_EXPORTER_OTLP_ENDPOINT (or ..._TRACES_ENDPOINT) says where to; else nothing is traced.
 * OTEL_TRACES_SAMPLER_ARG is the part of events that is traced, 1 without it: all processes choose the same ones, by the event's id.
 */
import { ROOT_CONTEXT, SpanKind, SpanStatusCode, trace, TraceFlags } from '@opentelemetry/api';
import { OTLPTraceExporter } from '@opentelemetry/exporter-trace-otlp-http';
import { resourceFromAttributes } from '@opentelemetry/resources';
import {
  BasicTracerProvider,
  BatchSpanProcessor,
  TraceIdRatioBasedSampler,
  type IdGenerator,
} from '@opentelemetry/sdk-trace-base';
import type { ProcessKind } from '@/contract/figures';
import { log } from '../base/log';
import { eventSpanId, traceBy, traceIdOf, type Span } from '../base/trace';

/** Gives out the ids of the span that is being told. */
class TheirIds implements IdGenerator {
  next = { traceId: '', spanId: '' };
  generateTraceId(): string {
    return this.next.traceId;
  }
  generateSpanId(): string {
    return this.next.spanId;
  }
}

const KINDS = { server: SpanKind.SERVER, client: SpanKind.CLIENT };

/** Returns what sends the last spans and ends tracing. */
export function startTracing(kind: ProcessKind, env: NodeJS.ProcessEnv = process.env): () => Promise<void> {
  if (!env.OTEL_EXPORTER_OTLP_ENDPOINT && !env.OTEL_EXPORTER_OTLP_TRACES_ENDPOINT) return () => Promise.resolve();
  const ids = new TheirIds();
  const part = Number(env.OTEL_TRACES_SAMPLER_ARG ?? 1);
  const provider = new BasicTracerProvider({
    resource: resourceFromAttributes({ 'service.name': `libellus-${kind}`, 'process.pid': process.pid }),
    idGenerator: ids,
    sampler: new TraceIdRatioBasedSampler(Number.isFinite(part) ? part : 1),
    spanProcessors: [new BatchSpanProcessor(new OTLPTraceExporter())],
  });
  const tracer = provider.getTracer('libellus');
  const take = (span: Span): void => {
    ids.next = { traceId: traceIdOf(span.event), spanId: span.id };
    const parent =
      span.parent === undefined
        ? ROOT_CONTEXT
        : trace.setSpanContext(ROOT_CONTEXT, {
            ...{ traceId: ids.next.traceId, spanId: span.parent },
            ...{ traceFlags: TraceFlags.SAMPLED, isRemote: span.parent === eventSpanId(span.event) },
          });
    const told = tracer.startSpan(
      span.name,
      {
        startTime: span.begun,
        attributes: { ...span.attributes, 'libellus.event': span.event },
        kind: span.kind ? KINDS[span.kind] : SpanKind.INTERNAL,
      },
      parent,
    );
    if (span.failed !== undefined) told.setStatus({ code: SpanStatusCode.ERROR, message: span.failed });
    told.end(span.ended);
  };
  traceBy({ take });
  log.info(
    { endpoint: env.OTEL_EXPORTER_OTLP_TRACES_ENDPOINT ?? env.OTEL_EXPORTER_OTLP_ENDPOINT },
    'traces are exported',
  );
  return async () => {
    traceBy(undefined);
    await provider.shutdown().catch((error: unknown) => log.warn({ err: error }, 'the last traces were not exported'));
  };
}
