/** Lines to services, kept open between messages: no more to one service at a time than it is set to. */
import { config } from '../base/config';
import { settingsOf, type ServiceRow } from '../sending/service';
import { Line } from '../sending/transport';

interface Pool {
  /** What the lines were opened with; other settings need other lines. */
  key: string;
  size: number;
  free: Line[];
  all: Set<Line>;
  waiting: (() => void)[];
}

export class Lines {
  private readonly pools = new Map<string, Pool>();

  /** Runs something with a line of its own to a service, waiting for one to be free. */
  async with<T>(service: ServiceRow, work: (line: Pick<Line, 'send'>) => Promise<T>): Promise<T> {
    const pool = this.poolFor(service);
    while (pool.free.length === 0 && pool.all.size >= pool.size)
      await new Promise<void>((free) => pool.waiting.push(free));
    let line = pool.free.pop();
    if (!line) {
      // Well within a lease: nobody else may claim what is still on the line.
      line = new Line(settingsOf(service), config().leaseMs / 2);
      pool.all.add(line);
    }
    try {
      return await work(line);
    } finally {
      // A pool that was replaced meanwhile takes nothing back.
      if (this.pools.get(service.id) === pool) pool.free.push(line);
      else line.quit();
      pool.waiting.shift()?.();
    }
  }

  private poolFor(service: ServiceRow): Pool {
    const { host, port, security, user, password, signIn, ehloName, messagesPerConnection, timeout, connections } =
      service;
    const key = JSON.stringify([
      host,
      port,
      security,
      user,
      password,
      signIn,
      ehloName,
      messagesPerConnection,
      timeout,
      connections,
    ]);
    const known = this.pools.get(service.id);
    if (known?.key === key) return known;
    for (const line of known?.free ?? []) line.quit();
    const made: Pool = { key, size: Math.max(1, connections), free: [], all: new Set(), waiting: [] };
    this.pools.set(service.id, made);
    return made;
  }

  /** Takes leave of all services. Lines in use end with what is on them. */
  quit(): void {
    for (const pool of this.pools.values()) for (const line of pool.free) line.quit();
    this.pools.clear();
  }
}
