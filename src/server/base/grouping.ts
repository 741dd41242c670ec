/**
 * Doing together what comes at the same time: while one group is being worked on, what comes meanwhile waits and is the next group. One that
 * comes alone begins at once, and the more comes, the larger the groups are, so that many share what a group costs.
 */

export interface GroupWork<T, R> {
  /** Does what a group asks for: all of it or nothing. Answers each in the group's order. */
  together: (group: readonly T[]) => Promise<readonly R[]>;
  /** Most in one group. */
  most: number;
  /** And how much all of one group may weigh at most; one that weighs more goes alone. */
  weight?: { of: (entry: T) => number; most: number };
  /** Whether a group failed of something that has to do with none of its entries, so that trying each by itself is of no use. */
  failsAll: (error: unknown) => boolean;
}

interface Waiting<T, R> {
  entry: T;
  done: (answer: R) => void;
  failed: (error: unknown) => void;
}

export class Grouping<T, R> {
  private waiting: Waiting<T, R>[] = [];
  private working = false;

  /** @param ended called whenever nothing is left to do */
  constructor(
    private readonly work: GroupWork<T, R>,
    private readonly ended?: () => void,
  ) {}

  /** Resolves with what came of an entry, or fails as its group or it alone did. */
  add(entry: T): Promise<R> {
    return new Promise((done, failed) => {
      this.waiting.push({ entry, done, failed });
      if (!this.working) void this.workAll();
    });
  }

  private async workAll(): Promise<void> {
    this.working = true;
    while (this.waiting.length > 0) await this.workOn(this.next());
    this.working = false;
    this.ended?.();
  }

  private async workOn(group: readonly Waiting<T, R>[]): Promise<void> {
    try {
      const answers = await this.work.together(group.map((w) => w.entry));
      for (const [i, { done }] of group.entries()) done(answers[i]!);
    } catch (error) {
      // One that cannot be done must not take the others with it.
      if (group.length === 1 || this.work.failsAll(error)) for (const { failed } of group) failed(error);
      else for (const one of group) await this.workOn([one]);
    }
  }

  private next(): Waiting<T, R>[] {
    const { most, weight } = this.work;
    let weighs = 0;
    let count = 0;
    for (const { entry } of this.waiting) {
      weighs += weight?.of(entry) ?? 0;
      if (count > 0 && (count === most || weighs > (weight?.most ?? Infinity))) break;
      count += 1;
    }
    return this.waiting.splice(0, count);
  }
}

/** Groups by key, such as a store: a key that nothing waits under is forgotten. */
export class Groupings<T, R> {
  private readonly byKey = new Map<string, Grouping<T, R>>();

  constructor(private readonly workOf: (key: string) => GroupWork<T, R>) {}

  /** As {@link Grouping.add}, in the groups of a key. */
  add(key: string, entry: T): Promise<R> {
    let grouping = this.byKey.get(key);
    if (!grouping) {
      grouping = new Grouping(this.workOf(key), () => this.byKey.delete(key));
      this.byKey.set(key, grouping);
    }
    return grouping.add(entry);
  }
}
