/** Several nodes of one database: the first that can be reached and is ready is used, and another when it goes. */
import { connect as open, createServer as listen, type Server, type Socket } from 'node:net';
import { sql } from 'drizzle-orm';
import { isAway, isUnfit } from '@/server/base/database-errors';
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
async function passing(
  host: string,
): Promise<{ connections: () => number; mute: () => void; refuse: (code: number) => void; end: () => void }> {
  const open_ = new Set<Socket>();
  let taken = 0;
  let refusal = 0;
  /** Answers a statement that is no setting as a node does that cannot do it; passes on everything else. */
  const refusing = (from: Socket, to: Socket) => (packet: Buffer) => {
    const asks = packet[3] === 0 && packet[4] === 0x03 && !/^set /i.test(packet.toString('latin1', 5));
    if (refusal === 0 || !asks) return void to.write(packet);
    const body = Buffer.from(`\xff\x00\x00#HY000not here`, 'latin1');
    body.writeUInt16LE(refusal, 1);
    from.write(Buffer.concat([Buffer.from([body.length, 0, 0, 1]), body]));
  };
  const server: Server = listen((from) => {
    taken += 1;
    const to = open(PORT, '127.0.0.1');
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const) {
      open_.add(a);
      a.on('error', () => b.destroy()).on('close', () => b.destroy());
      if (a === from) a.on('data', refusing(from, to));
      else a.pipe(b);
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
  return { connections: () => taken, mute, refuse: (code) => (refusal = code), end };
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

  it.each([
    ['is apart from the others', 1047, '127.0.0.25'],
    ['has no room to write', 1114, '127.0.0.26'],
  ])('are left when one answers and %s', async (_, code, host) => {
    const first = await passing(host);
    const connection = connect(urlOf(host, '127.0.0.1'), 2);
    const both = () => Promise.all([one(connection), one(connection)]);
    try {
      await both();
      expect(first.connections()).toBe(2);
      first.refuse(code);
      // A statement by itself is asked of the other at once, and nobody notices.
      expect(await both()).toEqual([1, 1]);
      await connection.db.transaction(async (tx) => {
        await tx.execute(sql`select 1`);
      });
      expect(first.connections()).toBe(2);
    } finally {
      await connection.pool.end();
    }
  });

  it('are left by a transaction, which ends with what the node said', async () => {
    const first = await passing('127.0.0.27');
    const connection = connect(urlOf('127.0.0.27', '127.0.0.1'), 1);
    const twice = () =>
      connection.db.transaction(async (tx) => {
        await tx.execute(sql`select 1`);
        first.refuse(1047);
        await tx.execute(sql`select 2`);
      });
    try {
      const error = await twice().catch((e: unknown) => e);
      expect(isUnfit(error)).toBe(true);
      await twice();
      expect(first.connections()).toBe(1);
    } finally {
      await connection.pool.end();
    }
  });

  it('answer with what is wrong when none can do it', async () => {
    const [first, second] = [await passing('127.0.0.28'), await passing('127.0.0.29')];
    const connection = connect(urlOf('127.0.0.28', '127.0.0.29'), 2);
    try {
      await one(connection);
      for (const node of [first, second]) node.refuse(1047);
      expect(isAway(await one(connection).catch((e: unknown) => e))).toBe(true);
      for (const node of [first, second]) node.refuse(0);
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
