/**
 * What a worker has in hand, by store. A message that waits for its service's answer for long takes no slot: others go on beside it.
 * A store has no more in hand than there are slots, so that one whose service does not answer keeps no other store waiting.
 */

/** After so long, ms, a message only waits. */
const SLOW_MS = 1_000;

export class Hands {
  private readonly ofStore = new Map<string, number>();
  private busy = 0;

  /** @param slots messages that are made and sent at once */
  constructor(private readonly slots: number) {}

  /** How many more can be begun now. */
  get room(): number {
    return this.slots - this.busy;
  }

  /** Nothing is in hand. */
  get empty(): boolean {
    return this.ofStore.size === 0;
  }

  /** Stores that have as much in hand as they may. */
  get full(): string[] {
    return [...this.ofStore].filter(([, n]) => n >= this.slots).map(([id]) => id);
  }

  /** Whether one more of a store may be begun, besides so many that are about to be. */
  mayBegin(storeId: string, besides = 0): boolean {
    return (this.ofStore.get(storeId) ?? 0) + besides < this.slots;
  }

  /**
   * Has something in hand until it is done with.
   * @param changed called when it takes no slot any more, before it is done with or because it is
   */
  async hold(storeId: string, work: () => Promise<void>, changed: () => void): Promise<void> {
    this.ofStore.set(storeId, (this.ofStore.get(storeId) ?? 0) + 1);
    this.busy += 1;
    let slow = false;
    const timer = setTimeout(() => {
      slow = true;
      this.busy -= 1;
      changed();
    }, SLOW_MS);
    try {
      await work();
    } finally {
      clearTimeout(timer);
      if (!slow) this.busy -= 1;
      const left = this.ofStore.get(storeId)! - 1;
      if (left > 0) this.ofStore.set(storeId, left);
      else this.ofStore.delete(storeId);
      changed();
    }
  }
}
