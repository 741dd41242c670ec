/**
 * A discrete-event simulation of sending: worker processes on machines with so many cores, one database, and servers that take their time.
 * With costs that were measured it says what two cores cannot show: how many workers a day's or an hour's mail needs, and when the last
 * message has gone out. Each worker is one thread with so many slots and lines, as `worker/worker.ts` has them; a database's work may go on
 * several cores at once; a commit waits for the disk.
 */

/** What a message costs, ms. */
export interface Costs {
  /** Of the worker's own thread: making, signing, speaking SMTP, writing down. */
  worker: number;
  /** Of the database, on any core. */
  database: number;
  /** Of the server that takes it, where that is on a machine of the simulation. */
  receiver: number;
  /** What a transaction waits for the disk; a message needs two, one before it is given to a server and one after. */
  commit: number;
}

export interface Machine {
  cores: number;
  workers: number;
  database?: boolean;
  receiver?: boolean;
}

export interface Setting {
  machines: readonly Machine[];
  costs: Costs;
  /** Messages under way at once in a worker, and lines of it to the service. */
  slots: number;
  lines: number;
  /** How long the server takes over a message, ms. */
  latency: () => number;
}

export interface Outcome {
  /** When the last message was done, ms since the beginning. */
  last: number;
  /** Messages a second, from the first that was due to the last that was done. */
  rate: number;
  /** How long messages were due until they were done, ms: so much at most for half, and for 95 of 100, of them. */
  half: number;
  most: number;
  /** Busy cores of all cores of the database's machine, 0 to 1. */
  database: number;
}

/** A share of a worker's work that comes before a message is on the line. */
const BEFORE = 0.6;

type Then = () => void;

/** What happens next, by time. */
class Agenda {
  now = 0;
  private readonly heap: { at: number; order: number; then: Then }[] = [];
  private order = 0;

  in(ms: number, then: Then): void {
    const { heap } = this;
    heap.push({ at: this.now + ms, order: (this.order += 1), then });
    for (let i = heap.length - 1; i > 0;) {
      const above = (i - 1) >> 1;
      if (!before(heap[i]!, heap[above]!)) break;
      [heap[i], heap[above]] = [heap[above]!, heap[i]!];
      i = above;
    }
  }

  /** Until nothing is left to happen. */
  run(): void {
    for (let next = this.first(); next; next = this.first()) {
      this.now = next.at;
      next.then();
    }
  }

  private first() {
    const { heap } = this;
    const [first] = heap;
    const last = heap.pop();
    if (heap.length === 0 || !last) return first;
    heap[0] = last;
    for (let i = 0; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      let least = i;
      if (left < heap.length && before(heap[left]!, heap[least]!)) least = left;
      if (right < heap.length && before(heap[right]!, heap[least]!)) least = right;
      if (least === i) return first;
      [heap[i], heap[least]] = [heap[least]!, heap[i]!];
      i = least;
    }
  }
}

const before = (a: { at: number; order: number }, b: { at: number; order: number }): boolean =>
  a.at < b.at || (a.at === b.at && a.order < b.order);

/** So many of something; who finds none free waits in line. */
class Places {
  private readonly waiting: Then[] = [];
  constructor(private free: number) {}

  take(then: Then): void {
    if (this.free > 0) {
      this.free -= 1;
      then();
    } else this.waiting.push(then);
  }

  give(): void {
    const next = this.waiting.shift();
    if (next) next();
    else this.free += 1;
  }
}

/** The cores of a machine, and how long they were busy. */
class Cores {
  busy = 0;
  private readonly places: Places;
  constructor(
    private readonly agenda: Agenda,
    readonly count: number,
  ) {
    this.places = new Places(count);
  }

  work(ms: number, then: Then): void {
    this.places.take(() => {
      this.busy += ms;
      this.agenda.in(ms, () => {
        this.places.give();
        then();
      });
    });
  }
}

/**
 * Sends messages that become due at given times.
 * @param due ms since the beginning, ascending
 */
export function simulate({ machines, costs, slots, lines, latency }: Setting, due: readonly number[]): Outcome {
  const agenda = new Agenda();
  const cores = machines.map((m) => new Cores(agenda, m.cores));
  const of = (role: 'database' | 'receiver'): Cores | undefined => cores[machines.findIndex((m) => m[role])];
  const [database, receiver] = [of('database'), of('receiver')];
  const workers = machines.flatMap((machine, i) =>
    Array.from({ length: machine.workers }, () => ({
      cores: cores[i]!,
      thread: new Places(1),
      lines: new Places(lines),
      free: slots,
    })),
  );
  const queue: number[] = [];
  const waits: number[] = [];
  let last = 0;
  let taken = 0;

  type Sending = (typeof workers)[number];
  const think = (worker: Sending, ms: number, then: Then): void =>
    worker.thread.take(() =>
      worker.cores.work(ms, () => {
        worker.thread.give();
        then();
      }),
    );
  const store = (then: Then): void => {
    const committed = (): void => agenda.in(costs.commit, then);
    if (database) database.work(costs.database / 2, committed);
    else committed();
  };
  const give = (then: Then): void => {
    const answer = (): void => agenda.in(latency(), then);
    if (receiver) receiver.work(costs.receiver, answer);
    else answer();
  };
  const send = (worker: Sending, since: number): void => {
    worker.free -= 1;
    think(worker, costs.worker * BEFORE, () =>
      store(() =>
        worker.lines.take(() =>
          give(() => {
            worker.lines.give();
            think(worker, costs.worker * (1 - BEFORE), () =>
              store(() => {
                waits.push(agenda.now - since);
                last = agenda.now;
                worker.free += 1;
                next(worker);
              }),
            );
          }),
        ),
      ),
    );
  };
  const next = (worker: Sending): void => {
    while (worker.free > 0 && taken < queue.length) {
      send(worker, queue[taken]!);
      taken += 1;
    }
  };
  let turn = 0;
  for (const at of due) {
    agenda.in(at, () => {
      queue.push(at);
      // Whoever looks first: each in turn, from the one after the last.
      for (let i = 0; i < workers.length && taken < queue.length; i += 1) {
        turn = (turn + 1) % workers.length;
        next(workers[turn]!);
      }
    });
  }
  agenda.run();
  waits.sort((a, b) => a - b);
  const span = Math.max(1e-9, last - (due[0] ?? 0));
  return {
    last,
    rate: waits.length / (span / 1_000),
    half: waits[Math.floor(waits.length / 2)] ?? 0,
    most: waits[Math.floor(waits.length * 0.95)] ?? 0,
    database: database ? database.busy / (span * database.count) : 0,
  };
}

/** Times at which so many messages become due by chance over a span (a Poisson process), ms. */
export function arrivals(count: number, spanMs: number, random: () => number = Math.random): number[] {
  return Array.from({ length: count }, () => random() * spanMs).sort((a, b) => a - b);
}
