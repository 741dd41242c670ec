/**
 * `./libellus rehearse`: begins a rehearsal of a store, waits for it and prints what came of it, so that whatever builds or changes a shop
 * can stop at a bad message.
 */
export const FORMATS = ['text', 'json', 'junit'] as const;
type Format = (typeof FORMATS)[number];

const LOOK_MS = 500;

/** Answers the exit code: 0 when every message is right, 1 when one is not, 2 when it could not be finished. */
export async function rehearse(storeId: string | undefined, format: string, changes: boolean): Promise<number> {
  const { asc, eq } = await import('drizzle-orm');
  const { database } = await import('../src/server/db/client');
  const { stores } = await import('../src/server/db/schema');
  const { startRehearsal } = await import('../src/server/rehearsal/runs');
  const { junitOf, reportOf } = await import('../src/server/features/rehearsal/report');
  const { Rehearser } = await import('../src/server/rehearsal/rehearser');
  if (!(FORMATS as readonly string[]).includes(format)) {
    throw new Error(`--format is one of ${FORMATS.join(', ')}, and not "${format}".`);
  }
  const all = await database().select({ id: stores.id }).from(stores).orderBy(asc(stores.id));
  const known = all.map((s) => s.id).join(', ');
  if (storeId === undefined) throw new Error(`Name the store: --store ID. There is ${known || 'none'}.`);
  const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
  if (!store) throw new Error(`There is no store "${storeId}". There is ${known || 'none'}.`);
  const { number } = await startRehearsal(store, { name: './libellus rehearse' }, { why: 'asked', changes });
  const rehearser = new Rehearser({ faults: false });
  for (;;) {
    // A worker that runs may have begun it already; else it is run here.
    await rehearser.turn();
    const report = (await reportOf(store, number))!;
    if (report.state !== 'waiting' && report.state !== 'running') {
      print(report, format as Format);
      return report.state === 'done' ? (report.passed ? 0 : 1) : 2;
    }
    await new Promise((again) => setTimeout(again, LOOK_MS));
  }

  function print(report: NonNullable<Awaited<ReturnType<typeof reportOf>>>, as: Format): void {
    if (as === 'json') return console.log(JSON.stringify(report, null, 2));
    if (as === 'junit') return console.log(junitOf(report));
    const { counts } = report;
    for (const m of report.messages.filter((row) => row.problems.length > 0)) {
      console.log(
        `${m.outcome}: ${[m.notification, m.version, m.wanted, m.recipient, m.order].filter(Boolean).join(', ')}`,
      );
      for (const words of m.problems) console.log(`  ${words}`);
    }
    const bad = counts.wrong + counts.missing + counts.surplus;
    console.log(
      `Rehearsal ${report.rehearsal} of ${report.store}: ${counts.right + counts.noted} messages right, ${bad} not, in ${report.seconds.toFixed(1)} s.`,
    );
    if (report.trouble) console.log(report.trouble);
  }
}
