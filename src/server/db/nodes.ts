/**
 * Several nodes of one database (MariaDB with Galera), named in one address: "mysql://user:password@a,b,c:3306/libellus". Everybody uses
 * the first that can be reached, so that nodes seldom refuse each other's writes (certification conflicts); the others stand by.
 */
import { lookup as addressOf } from 'node:dns/promises';
import { connect, type Socket } from 'node:net';

/** An address of a database as it comes: before its hosts, its hosts with commas between, and what follows. */
const SHAPE = /^(mysql:\/\/(?:[^@/]*@)?)([^/:]+)(?::(\d+))?(\/.*)?$/;
const USUAL_PORT = 3306;
/** A node that does not answer within so many ms is passed over. */
const ATTEMPT_MS = 1_000;
/** And is asked last for so many ms. */
const AVOID_MS = 10_000;
/** One that answers and cannot do what it is asked, for so many: it takes somebody who sees to it, or the end of a partition. */
const REFUSED_MS = 30_000;
/** A node that has not answered for so long, ms, is given up: a statement ends after 30 s, and who is cut off says nothing at all. */
export const SILENT_MS = 40_000;

export interface Nodes {
  hosts: string[];
  port: number;
}

/** The nodes that an address names; undefined for an address of one database. */
export function nodesOf(url: string): Nodes | undefined {
  const [, , hosts = '', port] = SHAPE.exec(url) ?? [];
  const named = hosts.split(',').filter(Boolean);
  return named.length > 1 ? { hosts: named, port: port ? Number(port) : USUAL_PORT } : undefined;
}

/** The address of one node out of an address of several. */
export const urlOfNode = (url: string, host: string): string =>
  url.replace(SHAPE, (_, before: string, _hosts: string, port?: string, after = '') =>
    [before, host, port && `:${port}`, after].filter(Boolean).join(''),
  );

/** Until when each node is asked last, by the clock that no correction of the time moves. */
const avoided = new Map<string, number>();
/** Which node has an address. */
const nodeAt = new Map<string, string>();

const isAvoided = (host: string): boolean => (avoided.get(host) ?? 0) > performance.now();

/** Asks a node last for some seconds: it could not be reached. */
function avoidNodeAt(address: string | undefined): void {
  const host = address === undefined ? undefined : nodeAt.get(address);
  if (host !== undefined) avoided.set(host, performance.now() + AVOID_MS);
}

const inOrder = (hosts: readonly string[]): string[] =>
  hosts.toSorted((a, b) => Number(isAvoided(a)) - Number(isAvoided(b)));

/** When a node that takes connections last said that it cannot do what it is asked. */
const refusedAt = new Map<string, number>();

/** A node takes connections and cannot do what it is asked: others are asked for a while. */
export function refused(connection: { stream?: Socket }): void {
  const host = nodeAt.get(connection.stream?.remoteAddress ?? '');
  if (host === undefined) return;
  refusedAt.set(host, performance.now());
  avoided.set(host, performance.now() + REFUSED_MS);
}

/** Whether the node of a connection refused something since that was opened. */
export function hasRefusedSince(connection: { stream?: Socket }, openedAt: number): boolean {
  return openedAt < (refusedAt.get(nodeAt.get(connection.stream?.remoteAddress ?? '') ?? '') ?? -1);
}

/** Addresses of the nodes that have one, in the order in which they are to be asked. */
async function addressesOf(hosts: readonly string[]): Promise<{ address: string; family: number }[]> {
  const found = await Promise.all(inOrder(hosts).map((host) => addressOf(host).catch(() => undefined)));
  return found.flatMap((at, i) => {
    if (!at) return [];
    nodeAt.set(at.address, inOrder(hosts)[i] ?? '');
    return [at];
  });
}

/** Ends a connection whose node owes an answer for so long, ms. One that is only at rest stays. */
function giveUpWhenSilent(socket: Socket, silentMs: number): void {
  let answered = 0;
  socket.on('data', () => {
    answered = socket.bytesWritten;
  });
  socket.setTimeout(silentMs);
  socket.on('timeout', () => {
    if (socket.bytesWritten === answered) return;
    avoidNodeAt(socket.remoteAddress);
    socket.destroy(Object.assign(new Error('A node of the database does not answer any more.'), { code: 'ETIMEDOUT' }));
  });
}

/** A connection to the first of several nodes that takes one. */
function connectToFirst({ hosts, port }: Nodes, silentMs = SILENT_MS): Socket {
  let asked: { address: string; family: number }[] = [];
  const socket = connect({
    ...{ host: 'nodes', port, autoSelectFamily: true, autoSelectFamilyAttemptTimeout: ATTEMPT_MS },
    lookup: (_name, _options, answer) => {
      void addressesOf(hosts).then((found) => {
        asked = found;
        if (found.length === 0) answer(new Error('No node of the database has an address.'), '', 0);
        else answer(null, found);
      });
    },
  });
  socket.setNoDelay(true);
  giveUpWhenSilent(socket, silentMs);
  socket.once('connect', () => {
    socket.setKeepAlive(true);
    // Those before it did not take the connection.
    const taken = asked.findIndex(({ address }) => address === socket.remoteAddress);
    for (const { address } of asked.slice(0, Math.max(0, taken))) avoidNodeAt(address);
  });
  return socket;
}

/** What a connection to the database needs to find it: its address, and for several nodes a way to one of them. */
export function wayTo(url: string, silentMs?: number): { uri: string; stream?: () => Socket } {
  const nodes = nodesOf(url);
  if (!nodes) return { uri: url };
  return { uri: urlOfNode(url, nodes.hosts[0]!), stream: () => connectToFirst(nodes, silentMs) };
}

/** The address of a node that can be reached now, for tools that want one; of one database, its own. */
export async function oneNode(url: string): Promise<string> {
  const nodes = nodesOf(url);
  if (!nodes) return url;
  const socket = connectToFirst(nodes);
  try {
    const address = await new Promise<string | undefined>((resolve, reject) => {
      socket.once('connect', () => resolve(socket.remoteAddress));
      socket.once('error', reject);
    });
    return urlOfNode(url, (address !== undefined && nodeAt.get(address)) || nodes.hosts[0]!);
  } finally {
    socket.destroy();
  }
}
