/** A rehearsal of all that is live in the demo's store, in all its languages, from asking to the last verdict. */
import { resolve } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Row } from './measure';

/** Seconds that one may take. */
const MOST_S = 20;
/** And after a phrase of one language was changed. */
const MOST_CHANGE_S = 5;
/** And screenshots of all its messages, in four forms each. */
const MOST_PICTURES_S = 90;

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
    const { askPictures } = await import('../src/server/features/rehearsal/pictures');
    const { PictureTaker } = await import('../src/server/rehearsal/picture-taker');
    const { Rehearser } = await import('../src/server/rehearsal/rehearser');
    const { stageOf } = await import('../src/server/rehearsal/scene');
    const { savePhrase } = await import('../src/server/features/templates/phrasebook');
    const { planRehearsal } = await import('../src/core/rehearsal');
    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const [store] = await db.select().from(t.stores).where(eq(t.stores.id, 'quillwick'));
    const access = { store: store!, person: person!, role: 'owner' as const };
    const stage = await stageOf(store!);
    const began = performance.now();
    const plan = planRehearsal(stage.scene, stage.using, stage.forms, Date.now(), 1);
    const planning = performance.now() - began;
    const run = async (changes = false) => {
      const from = performance.now();
      const { number } = await askRehearsal(access, { of: changes ? 'changes' : 'everything' });
      const rehearser = new Rehearser();
      await rehearser.turn();
      const wall = performance.now() - from;
      await rehearser.settled();
      return { ...(await loadRehearsal(access, number))!, wall };
    };
    const first = await run();
    const { run: second, messages, faults } = await run();
    await askPictures(access, { number: second.number });
    await new PictureTaker().turn();
    const { pictures } = (await loadRehearsal(access, second.number))!.run;
    const [stored] = await db.select({ n: sql<number>`sum(length(bytes))` }).from(t.rehearsalPictures);
    await savePhrase(access, { phrase: 'total', language: 'de', source: 'Zusammen' });
    const phrase = await run(true);
    const anew = phrase.messages.filter((m) => m.from === undefined).length;
    await closeDatabase();
    const seconds = second.tookMs / 1000;
    return {
      rows: [
        {
          what: `a rehearsal of what one phrase changed, from asking to the last verdict, against ${MOST_CHANGE_S} s`,
          ours: 1000 / phrase.wall,
          theirs: 1 / MOST_CHANGE_S,
          atLeast: 1,
        },
        {
          what: `a rehearsal of all that is live in the demo's store, against ${MOST_S} s`,
          ours: 1 / seconds,
          theirs: 1 / MOST_S,
          atLeast: 1,
        },
        {
          what: `screenshots of all its messages in four forms, against ${MOST_PICTURES_S} s`,
          ours: 1000 / (pictures?.tookMs ?? Infinity),
          theirs: 1 / MOST_PICTURES_S,
          atLeast: 1,
        },
      ],
      notes: [
        ...(faults?.rows ?? []).map(
          (r) =>
            `${r.fault}: ${r.outcome}, came ${r.came}, after ${r.afterMs === undefined ? '-' : Math.round(r.afterMs / 1000)} s, ${r.tries} tries, ${r.via || '-'}, ${r.state}: ${r.words} ${r.remedy}`,
        ),
        `after one phrase ${anew} messages anew and ${phrase.messages.length - anew} taken over, ${phrase.run.lives} lives, in ${(phrase.wall / 1000).toFixed(1)} s (at most ${MOST_CHANGE_S}); ${phrase.run.counts.wrong + phrase.run.counts.missing + phrase.run.counts.surplus} to fix`,
        `${plan.unseen.reduce((n, u) => n + u.parts.length, 0)} forms and blocks not shown, of ${plan.unseen.reduce((n, u) => n + u.of, 0)}`,
        `${plan.lives.length} lives of ${plan.tried} tried, planned in ${planning.toFixed(0)} ms`,
        `screenshots ${pictures?.state} of ${pictures?.taken} messages in ${((pictures?.tookMs ?? 0) / 1000).toFixed(1)} s (at most ${MOST_PICTURES_S}), ${(Number(stored?.n ?? 0) / 1e6).toFixed(0)} MB ${pictures?.trouble}`,
        `${messages.length} messages in ${seconds.toFixed(1)} s (at most ${MOST_S}), the first time ${(first.run.tookMs / 1000).toFixed(1)} s; ${second.counts.wrong + second.counts.missing + second.counts.surplus} to fix`,
      ],
    };
  } finally {
    await setting.end();
  }
}
