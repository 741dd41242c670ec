/** What owners are told of proofs: once when a path stops to be right, and once when it is right again. */
import { and, asc, desc, eq, lt, ne, notInArray } from 'drizzle-orm';
import { isBadProof, PROOF_LATE_MS, proofStanding, type ProofStanding } from '@/core/proof';
import { say } from '@/words/told';
import { config } from '../base/config';
import { readKept } from '../base/reading';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { pathProofs, proofMailboxes } from '../db/schema';
import { tellColleagues } from '../sending/notice';
import { pathName, type ProofRow } from './send';

/** When nobody could be told, it is tried again after so long, ms. */
const AGAIN_MS = 60_000;

/** What a proof shows at a time, its mailbox having been read to its end at another. */
export const standingOfProof = (proof: ProofRow, now: number, readAt: Date | null | undefined): ProofStanding =>
  proofStanding(
    { ...proof, sentAt: proof.sentAt?.getTime(), arrivedAt: proof.arrivedAt?.getTime() },
    now,
    readAt?.getTime() ?? 0,
  );

function wordsOf(proof: ProofRow, standing: ProofStanding): string {
  const words = readKept(proof.words);
  switch (standing) {
    case 'missing':
      return say.proofMissing;
    case 'junk':
      return say.proofJunk;
    case 'late':
      return say.proofLate;
    case 'not vouched for':
      return say.proofNotVouchedFor;
    case 'returned':
      return say.proofReturned({ words });
    default:
      return say.proofRefused({ words });
  }
}

interface News {
  proof: ProofRow;
  standing: ProofStanding;
  /** Says what is new, to whoever reads; undefined when nothing is. */
  words: (() => string) | undefined;
}

export class ProofTeller {
  /** When a store's owners could last not be told, ms since 1970. */
  private readonly failedAt = new Map<string, number>();

  /** Tells what is to be told. */
  async turn(): Promise<void> {
    const now = await databaseTime();
    const byStore = new Map<string, News[]>();
    for (const item of await this.settledNow(now)) {
      byStore.set(item.proof.storeId, [...(byStore.get(item.proof.storeId) ?? []), item]);
    }
    for (const [storeId, items] of byStore) await this.tell(storeId, items, now);
    await this.tellOfMailboxes(now);
  }

  /** Proofs of which is known by now what they show, with what is new in it. */
  private async settledNow(now: number): Promise<News[]> {
    const db = database();
    const rows = await db
      .select({ proof: pathProofs, readAt: proofMailboxes.readAt })
      .from(pathProofs)
      .innerJoin(proofMailboxes, eq(proofMailboxes.storeId, pathProofs.storeId))
      .where(and(eq(pathProofs.told, ''), ne(pathProofs.state, 'waiting')))
      .orderBy(asc(pathProofs.id))
      .limit(200);
    const settled: News[] = [];
    for (const { proof, readAt } of rows) {
      const standing = standingOfProof(proof, now, readAt);
      if (standing === 'under way' || standing === 'unread') continue;
      const [before] = await db
        .select({ told: pathProofs.told })
        .from(pathProofs)
        .where(
          and(
            ...[eq(pathProofs.storeId, proof.storeId), eq(pathProofs.serviceId, proof.serviceId)],
            ...[eq(pathProofs.domain, proof.domain), lt(pathProofs.id, proof.id)],
            notInArray(pathProofs.told, ['', 'unsent']),
          ),
        )
        .orderBy(desc(pathProofs.id))
        .limit(1);
      const was = (before?.told ?? 'good') as ProofStanding;
      const words = isBadProof(standing)
        ? was === standing
          ? undefined
          : () => wordsOf(proof, standing)
        : isBadProof(was)
          ? () => say.proofAgain
          : undefined;
      settled.push({ proof, standing, words });
    }
    return settled;
  }

  private async tell(storeId: string, items: readonly News[], now: number): Promise<void> {
    const toTell = items.filter((i) => i.words !== undefined);
    if (toTell.length > 0) {
      if (now - (this.failedAt.get(storeId) ?? 0) < AGAIN_MS) return;
      const bad = toTell.filter((i) => isBadProof(i.standing));
      const paths = new Set(bad.map((i) => pathName(i.proof))).size;
      const write = () => ({
        subject: paths > 0 ? say.proofSubject({ n: paths }) : say.proofSubjectAgain,
        text: [
          ...toTell.map((i) => say.line({ what: pathName(i.proof), words: i.words?.() ?? '' })),
          '',
          ...(paths > 0 ? [say.proofMeans] : []),
          say.proofWay({ url: `${config().url}/s/${storeId}/sending/proof` }),
        ].join('\n'),
      });
      const told = await tellColleagues(storeId, 'proofs', write, { besides: bad.map((i) => i.proof.serviceId) });
      if (!told) {
        this.failedAt.set(storeId, now);
        return;
      }
    }
    for (const { proof, standing } of items) {
      await database().update(pathProofs).set({ told: standing }).where(eq(pathProofs.id, proof.id));
    }
  }

  /** A mailbox that cannot be read proves nothing: owners hear of it once it stays so. */
  private async tellOfMailboxes(now: number): Promise<void> {
    const rows = await database()
      .select()
      .from(proofMailboxes)
      .where(and(lt(proofMailboxes.troubleAt, new Date(now - PROOF_LATE_MS)), eq(proofMailboxes.troubleTold, false)));
    for (const { storeId, trouble, remedy } of rows) {
      if (now - (this.failedAt.get(storeId) ?? 0) < AGAIN_MS) continue;
      const write = () => ({
        subject: say.mailboxSubject,
        text: [
          say.mailboxTrouble({ words: readKept(trouble) }),
          readKept(remedy),
          '',
          say.mailboxWay({ url: `${config().url}/s/${storeId}/sending/proof` }),
        ].join('\n'),
      });
      if (await tellColleagues(storeId, 'proofs', write)) {
        await database().update(proofMailboxes).set({ troubleTold: true }).where(eq(proofMailboxes.storeId, storeId));
      } else this.failedAt.set(storeId, now);
    }
  }
}
