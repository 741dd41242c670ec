/** Several nodes of one database: the first that can be reached and is ready is used, and another when it goes. */
import { connect as open, createServer as listen, type Server, type Socket } from 'node:net';
import { sql } from 'drizzle-orm';
import { isAway } from '@/server/base/database-errors';
import { connect } from '@/server/db/client';
import { nodesOf, oneNode, urlOfNode } from '@/server/db/nodes';

const OURS = new URL(process.env.LIBELLUS_TEST_DATABASE!);
const PORT = Number(OURS.port);
/** An address of several nodes: all of this machine, the last of them the database itself. */
const urlOf = (...hosts: string[]): string =>
  `mysql://${OURS.username}:${OURS.password}@${hosts.join(',')}:${PORT}/mysql`;

const ended: (() => void)[] = [];
afterEach(() => {
  for (const end of ended.splice(0)) end();
});

/** A node of its own address that passes everything on to the database; it can be taken away, and brought back. */
async function passing(host: string): Promise<{ connections: () => number; mute: () => void; end: () => void }> {
  const open_ = new Set<Socket>();
  let taken = 0;
  const server: Server = listen((from) => {
    taken += 1;
    const to = open(PORT, '127.0.0.1');
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const) {
      open_.add(a);
      a.on('error', () => b.destroy()).on('close', () => b.destroy());
      a.pipe(b);
    }
  });
  await new Promise<void>((resolve) => server.listen(PORT, host, resolve));
  const end = (): void => {
    server.close();
    for (const socket of open_) socket.destroy();
  };
  ended.push(end);
  /** As when a network is cut: nothing comes any more, and nothing says so. */
  const mute = (): void => {
    server.close();
    for (const socket of open_) socket.unpipe().pause();
  };
  return { connections: () => taken, mute, end };
}

const one = async ({ db }: ReturnType<typeof connect>): Promise<number> => {
  const [rows] = (await db.execute(sql`select 1 as n`)) as unknown as [{ n: number }[]];
  return rows[0]!.n;
};

describe('several nodes', () => {
  it('are named in one address, with what goes for all of them', () => {
    expect(nodesOf('mysql://u:p@db.example:3306/libellus')).toBeUndefined();
    expect(nodesOf('mysql://u:p@a.example,b.example,c.example/libellus')).toEqual({
      hosts: ['a.example', 'b.example', 'c.example'],
      port: 3306,
    });
    expect(nodesOf('mysql://u:p%40,x@a,b:4406/libellus')).toEqual({ hosts: ['a', 'b'], port: 4406 });
    expect(urlOfNode('mysql://u:p@a,b:4406/libellus', 'b')).toBe('mysql://u:p@b:4406/libellus');
    expect(urlOfNode('mysql://u:p@a,b/libellus', 'a')).toBe('mysql://u:p@a/libellus');
  });

  it('stand in for the first, and give way when it is back', async () => {
    const first = await passing('127.0.0.21');
    const connection = connect(urlOf('127.0.0.21', '127.0.0.1'), 2);
    try {
      expect(await one(connection)).toBe(1);
      expect(first.connections()).toBe(1);
      first.end();
      // What was on the line is lost and said so; what is asked next goes to the other.
      await one(connection).catch((error: unknown) => expect(isAway(error)).toBe(true));
      expect(await one(connection)).toBe(1);
      expect(await oneNode(urlOf('127.0.0.21', '127.0.0.1'))).toBe(urlOf('127.0.0.1'));
    } finally {
      await connection.pool.end();
    }
  });

  it('are given up when one says nothing any more, and not when it is only at rest', async () => {
    const first = await passing('127.0.0.24');
    const connection = connect(urlOf('127.0.0.24', '127.0.0.1'), 1, 400);
    try {
      expect(await one(connection)).toBe(1);
      // Longer than a node may owe an answer.
      await connection.db.execute(sql`select sleep(0.2)`);
      await new Promise((resolve) => setTimeout(resolve, 900));
      expect(await one(connection)).toBe(1);
      expect(first.connections()).toBe(1);
      first.mute();
      const error = await one(connection).catch((e: unknown) => e);
      expect(isAway(error)).toBe(true);
      expect(await one(connection)).toBe(1);
    } finally {
      await connection.pool.end();
    }
  });

  it('are passed over where nobody listens, and all of them being gone is said', async () => {
    const connection = connect(urlOf('127.0.0.22', '127.0.0.23', '127.0.0.1'), 2);
    expect(await one(connection)).toBe(1);
    await connection.pool.end();
    const none = connect(urlOf('127.0.0.22', '127.0.0.23'), 2);
    const error = await one(none).catch((e: unknown) => e);
    expect(isAway(error)).toBe(true);
    await none.pool.end();
    await expect(oneNode(urlOf('127.0.0.22', '127.0.0.23'))).rejects.toThrow();
  });
});
