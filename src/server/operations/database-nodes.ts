/** How the nodes of the database stand, each asked by itself. */
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import type { NodeSeen, NodeState } from '@/contract/installation';
import { config } from '../base/config';
import { nodesOf, urlOfNode } from '../db/nodes';

const PATIENCE_MS = 1_500;

const FIGURES = [
  ...['Threads_connected', 'Max_used_connections', 'wsrep_local_state_comment', 'wsrep_cluster_status'],
  ...['wsrep_local_recv_queue', 'wsrep_flow_control_paused', 'wsrep_ready'],
];

/** The nodes in the order in which the installation's address names them. One that does not answer is away. */
export async function databaseNodes(url = config().databaseUrl): Promise<NodeSeen[]> {
  const several = nodesOf(url);
  const hosts = several?.hosts ?? [new URL(url).hostname];
  return Promise.all(
    hosts.map((host) =>
      ask(several ? urlOfNode(url, host) : url, host).catch(() => ({
        ...{ host, state: 'away' as const, version: '', behind: 0, waitedFor: 0, connections: undefined },
      })),
    ),
  );
}

async function ask(url: string, host: string): Promise<NodeSeen> {
  const connection = await createConnection({ uri: url, connectTimeout: PATIENCE_MS });
  // One that is cut off refuses statements, but not these.
  const silent = setTimeout(() => connection.destroy(), PATIENCE_MS * 2);
  try {
    const status = await read(connection, `show global status where variable_name in ('${FIGURES.join("', '")}')`);
    const settings = await read(
      connection,
      "show global variables where variable_name in ('version', 'max_connections')",
    );
    return {
      ...{ host, state: stateOf(status), version: (settings.get('version') ?? '').split('-')[0]! },
      behind: Number(status.get('wsrep_local_recv_queue') ?? 0),
      waitedFor: Number(status.get('wsrep_flow_control_paused') ?? 0),
      connections: {
        now: Number(status.get('Threads_connected')),
        highest: Number(status.get('Max_used_connections')),
        most: Number(settings.get('max_connections')),
      },
    };
  } finally {
    clearTimeout(silent);
    connection.destroy();
  }
}

/** Names with values. */
async function read(connection: Connection, statement: string): Promise<Map<string, string>> {
  const [rows] = await connection.query<RowDataPacket[]>(statement);
  return new Map(rows.map((row) => [String(row.Variable_name), String(row.Value)]));
}

function stateOf(status: ReadonlyMap<string, string>): NodeState {
  const state = status.get('wsrep_local_state_comment') ?? '';
  if (state === '' || status.get('wsrep_cluster_status') === 'Disconnected') return 'single';
  if (status.get('wsrep_cluster_status') !== 'Primary') return 'cut-off';
  if (state === 'Synced') return 'in-step';
  return state.startsWith('Donor') ? 'giving' : 'joining';
}
