/** The worker: claims what is due, sends it over a few lines at once, and says that it is alive. */
import { hostname } from 'node:os';
import { randomBytes } from 'node:crypto';
import { config } from '../config';
import { database } from '../db/client';
import { heartbeats } from '../db/schema';
import { log } from '../log';
import { batchContext, type BatchContext } from '../sending/render';
import { claim, giveBack, type Delivery } from './claims';
import { deliver, Lines } from './deliver';

const POLL_MS = 250;
export const HEARTBEAT_MS = 3_000;

export interface WorkerOptions {
  /** Lines at once. */
  lines?: number;
}

export class Worker {
  readonly id = `${hostname().slice(0, 30)}-${process.pid}-${randomBytes(4).toString('hex')}`;
  private stopping = false;
  private readonly slots: Lines[];

  constructor(options: WorkerOptions = {}) {
    this.slots = Array.from({ length: options.lines ?? 4 }, () => new Lines());
  }

  /** Runs until {@link stop}. A database that is away is waited for. */
  async run(): Promise<void> {
    const beating = setInterval(() => void this.beat().catch(() => undefined), HEARTBEAT_MS);
    await this.beat().catch(() => undefined);
    log.info({ worker: this.id }, 'worker started');
    while (!this.stopping) {
      try {
        const sent = await this.round();
        if (sent === 0) await pause(POLL_MS);
      } catch (error) {
        log.error({ err: error }, 'the worker could not reach the database; trying again');
        await pause(1_000);
      }
    }
    clearInterval(beating);
    for (const slot of this.slots) slot.quit();
    log.info({ worker: this.id }, 'worker stopped');
  }

  /** Claims a batch and sends it. Returns how many were claimed. */
  async round(): Promise<number> {
    const { leaseMs } = config();
    const began = Date.now();
    const batch = await claim(this.id, this.slots.length * 8, leaseMs);
    if (batch.length === 0) return 0;
    const context = await batchContext(batch);
    const waiting = [...batch];
    await Promise.all(this.slots.map((slot) => this.drain(waiting, context, slot, began + leaseMs / 3)));
    await giveBack(
      this.id,
      waiting.map((d) => d.id),
    );
    return batch.length;
  }

  private async drain(waiting: Delivery[], context: BatchContext, slot: Lines, until: number): Promise<void> {
    // Nothing is begun late in the lease: another worker may claim it while it is still on the line.
    while (!this.stopping && Date.now() < until) {
      const next = waiting.shift();
      if (!next) return;
      await deliver(next, context, slot);
    }
  }

  /** Takes no more, finishes what is on the line, gives the rest back. */
  stop(): void {
    this.stopping = true;
  }

  private async beat(): Promise<void> {
    const beatAt = new Date();
    await database()
      .insert(heartbeats)
      .values({ id: this.id, kind: 'worker', beatAt })
      .onDuplicateKeyUpdate({ set: { beatAt } });
  }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
