/** Proofs that come to our own listener, and reports about proofs. */
import { simpleParser } from 'mailparser';
import { eq } from 'drizzle-orm';
import type { Authentication } from '@/core/proof';
import { config } from '../base/config';
import { database } from '../db/client';
import { pathProofs } from '../db/schema';
import { databaseTime } from '../db/time';
import { resolver } from '../sending/dns';
import { noteArrival, noteReturn } from '../proof/arrivals';
import { AS_REPORT, countStray, reportOf } from './receive';

export type TakenProof = 'arrived' | 'came back' | 'unmatched';

/**
 * Takes what comes to the address of a proof: the proof itself, judged as receiving servers do (SPF, DKIM, DMARC), or a report that it
 * could not be delivered. Nothing of it is kept but what was found, and nothing else that comes there is believed: the address stands in
 * the head of each proof.
 *
 * @param from the envelope's sender, empty for the null one, and who brought it
 */
export async function takeProof(
  proofId: string,
  { from, helo, ip }: { from: string; helo: string; ip: string },
  raw: Buffer,
): Promise<TakenProof> {
  const at = await databaseTime();
  const [proof] = await database().select().from(pathProofs).where(eq(pathProofs.id, proofId));
  const mail = await simpleParser(raw, AS_REPORT);
  const itself = proof?.recipient.startsWith('proof+') && mail.messageId === proof.messageId;
  const report = from === '' ? reportOf(mail) : undefined;
  const known =
    report?.kind === 'hard' || report?.kind === 'soft'
      ? await noteReturn(proofId, report.words)
      : itself &&
        (await noteArrival(proofId, {
          at,
          folder: '',
          junk: false,
          authentication: await judge(raw, { from, helo, ip }),
        }));
  if (!known) {
    await countStray('unmatched');
    return 'unmatched';
  }
  return itself ? 'arrived' : 'came back';
}

async function judge(
  raw: Buffer,
  { from, helo, ip }: { from: string; helo: string; ip: string },
): Promise<Authentication> {
  const ask = resolver();
  // Large to load, and seldom needed.
  const { authenticate } = await import('mailauth');
  const { spf, dkim, dmarc } = await authenticate(raw, {
    ...{ ip, helo, sender: from, mta: config().bounceHost ?? 'bounce.invalid' },
    ...{ disableArc: true, disableBimi: true },
    resolver: (name, type) => ask.resolve(name, type),
  });
  return {
    spf: spf ? spf.status.result : 'none',
    dkim: dkim.results.some((r) => r.status.result === 'pass') ? 'pass' : (dkim.results[0]?.status.result ?? 'none'),
    dmarc: dmarc ? dmarc.status.result : 'none',
  };
}
