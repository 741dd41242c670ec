/** The worker: claims what is due, sends it over a few lines at once, and says that it is alive. */
import { hostname } from 'node:os';
import { randomBytes } from 'node:crypto';
import { config } from '../config';
import { database } from '../db/client';
import { heartbeats } from '../db/schema';
import { listenForBounces } from '../bounces/listener';
import { log } from '../log';
import { batchContext } from '../sending/render';
import { claim, giveBack, type Delivery } from './claims';
import { deliver, type DeliverWith } from './deliver';
import { Dispatch } from './dispatch';
import { Lines } from './lines';
import { Watch } from './watch';

const POLL_MS = 250;
const WATCH_MS = 2_000;
export const HEARTBEAT_MS = 3_000;

export interface WorkerOptions {
  /** Messages under way at once, over all services; each service also has a number of its own. */
  slots?: number;
}

export class Worker {
  readonly id = `${hostname().slice(0, 30)}-${process.pid}-${randomBytes(4).toString('hex')}`;
  private stopping = false;
  private readonly slots: number;
  private readonly lines = new Lines();
  private readonly watch = new Watch();

  constructor(options: WorkerOptions = {}) {
    this.slots = options.slots ?? 8;
  }

  /** Runs until {@link stop}. A database that is away is waited for. */
  async run(): Promise<void> {
    const beating = setInterval(() => void this.beat().catch(() => undefined), HEARTBEAT_MS);
    await this.beat().catch(() => undefined);
    const listening = await this.listen();
    const watching = this.keepWatch();
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
    await Promise.all([watching, listening?.close()]);
    this.lines.quit();
    log.info({ worker: this.id }, 'worker stopped');
  }

  /** Bounces come in beside sending. Of several workers on one machine, one has the port. */
  private async listen(): Promise<{ close: () => Promise<void> } | undefined> {
    const { bounceListen } = config();
    if (!bounceListen) return undefined;
    return listenForBounces(bounceListen).catch((error: unknown) => {
      log.warn({ err: error }, 'this worker does not listen for bounces');
      return undefined;
    });
  }

  private async keepWatch(): Promise<void> {
    while (!this.stopping) {
      await this.watch.turn();
      for (let waited = 0; waited < WATCH_MS && !this.stopping; waited += POLL_MS) await pause(POLL_MS);
    }
  }

  /** Claims a batch and sends it. Returns how many were claimed. */
  async round(): Promise<number> {
    const { leaseMs } = config();
    const began = Date.now();
    const batch = await claim(this.id, this.slots * 8, leaseMs);
    if (batch.length === 0) return 0;
    const context = await batchContext(batch);
    const zones = new Map([...context.stores].map(([id, store]) => [id, store.timeZone]));
    const dispatch = await Dispatch.for(batch, zones);
    const waiting = [...batch];
    const using = { context, dispatch, lines: this.lines };
    await Promise.all(Array.from({ length: this.slots }, () => this.drain(waiting, using, began + leaseMs / 3)));
    await dispatch.finish();
    await giveBack(
      this.id,
      waiting.map((d) => d.id),
    );
    return batch.length;
  }

  private async drain(waiting: Delivery[], using: DeliverWith, until: number): Promise<void> {
    // Nothing is begun late in the lease: another worker may claim it while it is still on the line.
    while (!this.stopping && Date.now() < until) {
      const next = waiting.shift();
      if (!next) return;
      await deliver(next, using);
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
