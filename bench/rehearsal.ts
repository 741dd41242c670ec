/** A rehearsal of all that is live in the demo's store, in all its languages, from asking to the last verdict. */
import { resolve } from 'node:path';
import { eq } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Row } from './measure';

/** Seconds that one may take. */
const MOST_S = 20;

export async function benchRehearsal(): Promise<{ rows: Row[]; notes: string[] }> {
  process.env.LIBELLUS_LOG = 'silent';
  const setting = await setUp({
    basePort: 6_050,
    dataDir: resolve('.libellus/bench-rehearsal'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { askRehearsal, loadRehearsal } = await import('../src/server/features/rehearsal/rehearsal');
    const { Rehearser } = await import('../src/server/rehearsal/rehearser');
    const { stageOf } = await import('../src/server/rehearsal/scene');
    const { planRehearsal } = await import('../src/core/rehearsal');
    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const [store] = await db.select().from(t.stores).where(eq(t.stores.id, 'quillwick'));
    const access = { store: store!, person: person!, role: 'owner' as const };
    const stage = await stageOf(store!);
    const began = performance.now();
    const plan = planRehearsal(stage.scene, stage.using, stage.forms, Date.now(), 1);
    const planning = performance.now() - began;
    const run = async () => {
      const { number } = await askRehearsal(access);
      await new Rehearser().turn();
      return (await loadRehearsal(access, number))!;
    };
    const first = await run();
    const { run: second, messages } = await run();
    await closeDatabase();
    const seconds = second.tookMs / 1000;
    return {
      rows: [
        {
          what: `a rehearsal of all that is live in the demo's store, against ${MOST_S} s`,
          ours: 1 / seconds,
          theirs: 1 / MOST_S,
          atLeast: 1,
        },
      ],
      notes: [
        `${plan.unseen.reduce((n, u) => n + u.parts.length, 0)} forms and blocks not shown, of ${plan.unseen.reduce((n, u) => n + u.of, 0)}`,
        `${plan.lives.length} lives of ${plan.tried} tried, planned in ${planning.toFixed(0)} ms`,
        `${messages.length} messages in ${seconds.toFixed(1)} s (at most ${MOST_S}), the first time ${(first.run.tookMs / 1000).toFixed(1)} s; ${second.counts.wrong + second.counts.missing + second.counts.surplus} to fix`,
      ],
    };
  } finally {
    await setting.end();
  }
}
