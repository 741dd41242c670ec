/** Measuring in one process, in turns, so that both sides see the same machine; and a table of what came out. */
import { sql } from 'drizzle-orm';
import type { Database } from '../src/server/db/client';

/** Waits until what was just planted is written to disk: a store's past is not made in the moment that it is read. */
export async function untilWritten(db: Database): Promise<void> {
  await db.execute(sql`set global innodb_max_dirty_pages_pct = 0`);
  for (;;) {
    const [rows] = (await db.execute(sql`show global status like 'Innodb_buffer_pool_pages_dirty'`)) as unknown as [
      { Value: string }[],
    ];
    if (Number(rows[0]!.Value) < 50) break;
    await new Promise((again) => setTimeout(again, 200));
  }
  await db.execute(sql`set global innodb_max_dirty_pages_pct = 90`);
}

export interface Contender {
  name: string;
  run: (i: number) => unknown;
}

/** Runs a second, of the median of several turns, for each contender. */
export async function inTurns(
  contenders: readonly Contender[],
  seconds = 0.4,
  turns = 7,
): Promise<Map<string, number>> {
  const rates = new Map<string, number[]>(contenders.map((c) => [c.name, []]));
  // The first turn warms up and is not counted.
  for (let turn = 0; turn <= turns; turn += 1) {
    for (const { name, run } of contenders) {
      const began = performance.now();
      let runs = 0;
      let size = 0;
      while (performance.now() - began < seconds * 1000) {
        const made = await run(runs);
        size += String(made).length > 0 ? 1 : 0;
        runs += 1;
      }
      if (size !== runs) throw new Error(`${name} made nothing.`);
      if (turn > 0) rates.get(name)!.push(runs / ((performance.now() - began) / 1000));
    }
  }
  return new Map([...rates].map(([name, list]) => [name, list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!]));
}

export interface Row {
  what: string;
  ours: number;
  theirs: number;
  /** Left out for what is told for the sake of it. */
  atLeast?: number;
}

export function printTable(rows: readonly Row[]): void {
  const shown = rows.map((r) => ({
    what: r.what,
    'ours a second': Math.round(r.ours).toLocaleString('en-GB'),
    'theirs a second': r.theirs < 100 ? r.theirs.toFixed(1) : Math.round(r.theirs).toLocaleString('en-GB'),
    ratio: `${(r.ours / r.theirs).toFixed(2)}x`,
    wanted: r.atLeast === undefined ? '' : `at least ${Number(r.atLeast.toFixed(2))}x`,
    reached: r.atLeast === undefined ? '' : r.ours / r.theirs >= r.atLeast ? 'yes' : 'no',
  }));
  console.table(shown);
}
