/** Counting in a process, and how it fares. */
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { poolUse } from '../db/pool-use';
import type { Counted, Figures } from '@/contract/figures';

export const NO_FIGURES: Figures = { counts: {}, loopLagMs: 0, residentBytes: 0, begunAt: 0 };

interface Own {
  counts: Figures['counts'];
  loop: ReturnType<typeof monitorEventLoopDelay>;
}

// Kept on the global object: this module is loaded more than once in the web process.
const own = (): Own => {
  const kept = globalThis as { libellusFigures?: Own };
  if (!kept.libellusFigures) {
    const loop = monitorEventLoopDelay({ resolution: 10 });
    loop.enable();
    kept.libellusFigures = { counts: {}, loop };
  }
  return kept.libellusFigures;
};

/** Counts one. */
export function tally(what: Counted, how: string, n = 1): void {
  const { counts } = own();
  const of = (counts[what] ??= {});
  of[how] = (of[how] ?? 0) + n;
}

/** The figures of this process now; how late its timers are is measured anew from then. */
export function figuresNow(): Figures {
  const { counts, loop } = own();
  const late = loop.percentile(99) / 1e6 - 10;
  loop.reset();
  return {
    counts: structuredClone(counts),
    loopLagMs: Number.isFinite(late) ? Math.max(0, Math.round(late * 10) / 10) : 0,
    residentBytes: process.memoryUsage.rss(),
    pool: poolUse(),
    begunAt: Math.round(performance.timeOrigin),
  };
}
