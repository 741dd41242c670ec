/** What the worker does besides sending: it passes replies on, makes customers findable, plans notices and summaries, looks at domains in DNS and at the codes that messages promise, tells
 * owners when one falls back or runs out, and forgets what is old. */
import { eq } from 'drizzle-orm';
import { isGood } from '@/core/domain';
import { say } from '@/words/told';
import { config } from '../base/config';
import { database } from '../db/client';
import { domains } from '../db/schema';
import { databaseNow } from '../db/time';
import type { DomainRow } from '../domains/keys';
import { claimDueDomains, lookAtDomain } from '../domains/look';
import { forgetOldGuesses } from '../auth/guard';
import { forgetOldBeats } from '../operations/heartbeat';
import { takeReadings } from '../operations/readings';
import { log } from '../base/log';
import { forgetOld } from '../people/retention';
import { tellColleagues } from '../sending/notice';
import { forgetCalls } from '../hooks/call';
import { forgetOldUse } from '../sending/service-use';
import { readKept } from '../base/reading';
import { planNotices } from '../notices/planning';
import { computeDue, noteSuggesting } from '../suggestions/compute';
import { planSummaries } from '../summaries/planning';
import { watchAlerts } from './alert-watch';
import { watchCodes } from './code-watch';
import { indexHistory } from '../auth/history-search';
import { indexCustomers } from '../events/find-customers';
import { passOnReplies } from './replies';

const FORGET_EVERY_MS = 3_600_000;
const CODES_EVERY_MS = 20_000;
const ALERTS_EVERY_MS = 20_000;
const SUGGESTING_EVERY_MS = 300_000;
const SUMMARIES_EVERY_MS = 10_000;
/** Domains are looked at in between, so forgetting takes only so long at a time. */
const FORGET_FOR_MS = 60_000;

/** Customers are made findable so many rounds at a time. */
const INDEX_ROUNDS = 20;

export class Watch {
  // By the clock that no correction of the time moves.
  private forgottenAt = -Infinity;
  private codesAt = -Infinity;
  private alertsAt = -Infinity;
  private suggestingAt = -Infinity;
  private summariesAt = -Infinity;

  /** One turn. Never throws: sending goes on whatever DNS does. */
  async turn(): Promise<void> {
    try {
      await passOnReplies();
      await planNotices();
      for (let rounds = 0; rounds < INDEX_ROUNDS && (await indexCustomers()) > 0; rounds += 1);
      for (let rounds = 0; rounds < INDEX_ROUNDS && (await indexHistory()) > 0; rounds += 1);
      if (performance.now() - this.suggestingAt > SUGGESTING_EVERY_MS) {
        this.suggestingAt = performance.now();
        await noteSuggesting();
      }
      await computeDue();
      if (performance.now() - this.summariesAt > SUMMARIES_EVERY_MS) {
        this.summariesAt = performance.now();
        await planSummaries();
      }
      for (const row of await claimDueDomains(5)) {
        const looked = await lookAtDomain(row);
        if (looked.fellBackAt) await tellOfFall(looked);
      }
      if (performance.now() - this.codesAt > CODES_EVERY_MS) {
        this.codesAt = performance.now();
        await watchCodes();
      }
      if (performance.now() - this.alertsAt > ALERTS_EVERY_MS) {
        this.alertsAt = performance.now();
        await watchAlerts();
      }
      if (performance.now() - this.forgottenAt > FORGET_EVERY_MS) {
        this.forgottenAt = performance.now();
        await forgetOldUse(databaseNow());
        await forgetOldBeats();
        await forgetCalls();
        await forgetOldGuesses();
        await forgetOld(FORGET_FOR_MS);
        await takeReadings();
      }
    } catch (error) {
      log.warn({ err: error }, 'a turn of watching was broken off');
    }
  }
}

/** Tells the owners once; when that fails, again with the next look. */
async function tellOfFall(row: DomainRow): Promise<void> {
  const wrong = row.records.filter((r) => !r.advised && !isGood(r.judgement));
  const domain = row.name;
  const write = () => ({
    subject: say.recordsSubject({ domain }),
    text: [
      say.recordsWere({ domain }),
      ...wrong.map((r) => say.line({ what: `${r.type} ${r.name}`, words: readKept(r.judgement.words) })),
      '',
      say.recordsMean,
      say.recordsWay({ url: `${config().url}/s/${row.storeId}/sending/domains/${domain}` }),
    ].join('\n'),
  });
  if (await tellColleagues(row.storeId, 'domains', write)) {
    await database().update(domains).set({ fellBackAt: null }).where(eq(domains.id, row.id));
  }
}
