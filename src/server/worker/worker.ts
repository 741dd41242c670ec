/** The worker: claims what is due, sends it over a few lines at once, and says that it is alive. */
import { hostname } from 'node:os';
import { randomBytes } from 'node:crypto';
import { config } from '../base/config';
import { askDatabaseTime, databaseNow } from '../db/time';
import { Caller } from '../hooks/call';
import { tally } from '../operations/figures';
import { beat, HEARTBEAT_MS } from '../operations/heartbeat';
import { Proving } from '../proof/proving';
import { secretTrouble } from '../operations/secret-check';
import { listenForBounces } from '../bounces/listener';
import { log } from '../base/log';
import { batchContext } from '../sending/render';
import { ALONE_TRIES, claim, claimInterrupted, giveBack, whatIsDue, type Delivery } from './claims';
import { deliver, putAside, type DeliverWith } from './deliver';
import { Dispatch } from './dispatch';
import { Hands } from './hands';
import { Lines } from './service-lines';
import { Recorder } from './record';
import { Watch } from './watch';
import { threadsOf } from './threads';

const POLL_MS = 250;
const WATCH_MS = 2_000;
const CALLS_MS = 1_000;
const PROOFS_MS = 2_000;
/** Claimed at a time for each slot, at most. */
const MOST_EACH = 8;
/** What was claimed and waits for so long behind its own store's is given back, ms. */
const STUCK_MS = 5_000;

interface Batch {
  using: DeliverWith;
  /** After this, ms since 1970 by the database's clock, none of it is begun. */
  until: number;
  /** How many of it are not yet done with, of how many. */
  left: number;
  readonly size: number;
  /** When it was claimed, ms since 1970. */
  readonly claimedAt: number;
}

interface Item {
  delivery: Delivery;
  batch: Batch;
}

export interface WorkerOptions {
  /** Messages under way at once, over all services; each service also has a number of its own. */
  slots?: number;
}

export class Worker {
  readonly id = `${hostname().slice(0, 30)}-${process.pid}-${randomBytes(4).toString('hex')}`;
  private stopping = false;
  /** Why this worker must not send, in words; empty when it may. */
  private trouble = '';
  private readonly slots: number;
  private readonly hands: Hands;
  private readonly lines = new Lines();
  private readonly recorder = new Recorder();
  private readonly watch = new Watch();
  private readonly caller = new Caller();
  /** There are deliveries whose worker ended: they are taken up once nothing else is in hand. */
  private interrupted = false;
  /** All of those were just in others' hands: the next batch is of what is due. */
  private inOtherHands = false;
  /** How many to claim next: what it sends in about a second, so that other workers find something left of what is due. */
  private wanted: number;

  constructor(options: WorkerOptions = {}) {
    this.slots = options.slots ?? config().slots;
    this.hands = new Hands(this.slots);
    this.wanted = this.slots * MOST_EACH;
  }

  /** Runs until {@link stop}. A database that is away is waited for. */
  async run(): Promise<void> {
    const beating = setInterval(() => void this.beat().catch(() => undefined), HEARTBEAT_MS);
    await this.beat().catch(() => undefined);
    const listening = await this.listen();
    const watching = this.keepWatch();
    const calling = this.keepCalling();
    const proving = this.keepProving();
    log.info({ worker: this.id }, 'worker started');
    while (!this.stopping) {
      try {
        // One with another secret would only hold everything up: it leaves it to others.
        const sent = this.trouble ? 0 : await this.round();
        if (sent === 0) await pause(POLL_MS);
      } catch (error) {
        log.error({ err: error }, 'the worker could not reach the database; trying again');
        await pause(1_000);
      }
    }
    clearInterval(beating);
    await Promise.all([watching, calling, proving, listening?.close()]);
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

  /** Tells programs what they want to know, beside sending and waiting for neither. */
  private async keepCalling(): Promise<void> {
    while (!this.stopping) {
      const begun = await this.caller.turn().catch((error: unknown) => {
        log.warn({ err: error }, 'programs could not be told; trying again');
        return 0;
      });
      await pause(begun > 0 ? POLL_MS : CALLS_MS);
    }
    await this.caller.rest();
  }

  /** Proves that mail arrives, beside sending: a mailbox that never answers keeps nothing else waiting. */
  private async keepProving(): Promise<void> {
    const proving = new Proving();
    while (!this.stopping) {
      if (!this.trouble) {
        await proving.turn().catch((error: unknown) => log.warn({ err: error }, 'a turn of proving was broken off'));
      }
      for (let waited = 0; waited < PROOFS_MS && !this.stopping; waited += POLL_MS) await pause(POLL_MS);
    }
  }

  private async keepWatch(): Promise<void> {
    while (!this.stopping) {
      await this.watch.turn();
      for (let waited = 0; waited < WATCH_MS && !this.stopping; waited += POLL_MS) await pause(POLL_MS);
    }
  }

  /**
   * Sends what is due until nothing is: the next batch is claimed and read while the last of the one before is on the line, and what
   * becomes due meanwhile is taken as well. Returns how many were claimed.
   */
  async round(): Promise<number> {
    const queue: Item[] = [];
    let claimed = 0;
    let failure: { error: unknown } | undefined;
    const fails = (error: unknown): void => void (failure ??= { error });
    let claiming: Promise<void> | undefined;
    /** Nothing more was due: when it is asked again, by the clock that no correction of the time moves, and of which stores nothing was wanted. */
    let none = { until: 0, except: '' };
    let dirty = false;
    let wake = (): void => undefined;
    const changed = (): void => {
      dirty = true;
      wake();
    };
    const refill = (except: readonly string[]): void => {
      claiming = this.nextBatch(except)
        .then((items) => {
          claimed += items.length;
          queue.push(...items);
          if (items.length === 0) none = { until: performance.now() + POLL_MS, except: except.join() };
        })
        .catch(fails)
        .finally(() => {
          claiming = undefined;
          changed();
        });
    };
    while (!this.stopping && !failure) {
      dirty = false;
      for (const item of this.beginnable(queue)) {
        queue.splice(queue.indexOf(item), 1);
        void this.hands.hold(item.delivery.storeId, () => this.one(item).catch(fails), changed);
      }
      await this.giveBackStuck(queue).catch(fails);
      const except = this.supplied(queue);
      const others = queue.filter((i) => !except.includes(i.delivery.storeId)).length;
      // Beside a store that has enough, more is wanted only where it could be begun.
      const short = others <= this.slots && (except.length === 0 || this.hands.room > 0);
      const now = performance.now();
      if (short && !claiming && (now >= none.until || except.join() !== none.except)) refill(except);
      // Asked once, and nothing was due.
      else if (!claiming && queue.length === 0 && this.hands.empty) break;
      if (dirty) continue;
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, none.until > now ? none.until - now : POLL_MS);
        wake = () => {
          clearTimeout(timer);
          resolve();
        };
      });
    }
    await claiming;
    while (!this.hands.empty) await new Promise<void>((resolve) => (wake = resolve));
    await this.giveBackAll(queue);
    if (failure) throw failure.error;
    if (!this.interrupted) return claimed;
    const taken = await this.takeUpInterrupted();
    this.inOtherHands = taken === 0;
    return claimed + taken;
  }

  /** Those of the queue that can be begun now, in its order. */
  private beginnable(queue: readonly Item[]): Item[] {
    const more = new Map<string, number>();
    const found: Item[] = [];
    for (const item of queue) {
      if (found.length >= this.hands.room) break;
      const { storeId } = item.delivery;
      const begun = more.get(storeId) ?? 0;
      if (!this.hands.mayBegin(storeId, begun)) continue;
      more.set(storeId, begun + 1);
      found.push(item);
    }
    return found;
  }

  /** Gives back what waits behind its own store's for long: another worker may be free for it, and its lease runs on. */
  private async giveBackStuck(queue: Item[]): Promise<void> {
    const { full } = this.hands;
    if (full.length === 0) return;
    const now = databaseNow();
    const stuck = queue.filter((i) => full.includes(i.delivery.storeId) && now - i.batch.claimedAt > STUCK_MS);
    if (stuck.length === 0) return;
    for (const item of stuck) queue.splice(queue.indexOf(item), 1);
    await this.giveBackAll(stuck);
  }

  /** Stores that have as much in hand as they may, and more in the queue than they will soon need. */
  private supplied(queue: readonly Item[]): string[] {
    return this.hands.full.filter((id) => queue.filter((i) => i.delivery.storeId === id).length > this.slots);
  }

  /** @param except stores of which nothing is wanted */
  private async nextBatch(except: readonly string[]): Promise<Item[]> {
    const due = await whatIsDue(except);
    this.interrupted = due.interrupted && !this.inOtherHands;
    this.inOtherHands = false;
    // The round ends with what is in hand, so that they come to their turn while much is due, too.
    if (this.interrupted || due.orders.length + due.bulk.length === 0) return [];
    const { leaseMs } = config();
    const until = (await askDatabaseTime()) + leaseMs / 3;
    return this.batchOf(await claim(this.id, this.wanted, leaseMs, due), until);
  }

  /** Takes up what other workers ended with, one at a time. Returns how many. */
  private async takeUpInterrupted(): Promise<number> {
    const { leaseMs } = config();
    for (let taken = 0; ; taken += 1) {
      const until = (await askDatabaseTime()) + leaseMs / 3;
      const delivery = this.stopping ? undefined : await claimInterrupted(this.id, leaseMs);
      if (!delivery) return taken;
      tally('interrupted', delivery.lapses > ALONE_TRIES ? 'put-aside' : 'taken-up');
      if (delivery.lapses > ALONE_TRIES) await putAside(delivery, this.recorder);
      else for (const item of await this.batchOf([delivery], until)) await this.one(item);
    }
  }

  private async batchOf(deliveries: readonly Delivery[], until: number): Promise<Item[]> {
    if (deliveries.length === 0) return [];
    const [context, threads] = await Promise.all([
      batchContext(deliveries),
      threadsOf([...new Set(deliveries.flatMap((d) => d.orderId ?? []))]),
    ]);
    const zones = new Map([...context.stores].map(([id, store]) => [id, store.timeZone]));
    const dispatch = await Dispatch.for(deliveries, zones);
    const batch = {
      using: { context, threads, dispatch, lines: this.lines, recorder: this.recorder },
      until,
      left: deliveries.length,
      size: deliveries.length,
      claimedAt: until - config().leaseMs / 3,
    };
    return deliveries.map((delivery) => ({ delivery, batch }));
  }

  private async one(item: Item): Promise<void> {
    const { delivery, batch } = item;
    // Nothing is begun late in the lease: another worker may claim it while it is still on the line.
    if (databaseNow() > batch.until) return this.giveBackAll([item]);
    try {
      await deliver(delivery, batch.using);
    } finally {
      await this.ended(batch, 1);
    }
  }

  private async giveBackAll(items: readonly Item[]): Promise<void> {
    await giveBack(
      this.id,
      items.map((i) => i.delivery.id),
    );
    for (const item of items) await this.ended(item.batch, 1);
  }

  private async ended(batch: Batch, count: number): Promise<void> {
    batch.left -= count;
    if (batch.left > 0) return;
    const perSecond = batch.size / Math.max(0.05, (databaseNow() - batch.claimedAt) / 1_000);
    this.wanted = Math.round(Math.min(this.slots * MOST_EACH, Math.max(this.slots * 2, perSecond)));
    await batch.using.dispatch.finish();
  }

  /** Takes no more, finishes what is on the line, gives the rest back. */
  stop(): void {
    this.stopping = true;
  }

  private async beat(): Promise<void> {
    this.trouble = await secretTrouble();
    await beat(this.id, 'worker', this.trouble);
  }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
