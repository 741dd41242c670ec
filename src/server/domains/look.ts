/** Looking at a domain in DNS: what it answers, judged beside what is needed, and what follows from that. */
import dns2 from 'dns2';
import { and, eq, lte } from 'drizzle-orm';
import {
  isGood,
  isSpf,
  judgeRecord,
  neededRecords,
  nextLook,
  spfReferences,
  type Answer,
  type JudgedRecord,
  type NeededRecord,
} from '@/core/domain';
import { config } from '../base/config';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { domains } from '../db/schema';
import { historyEntry } from '../auth/history';
import { resolver } from '../sending/dns';
import { bounceDomainOf } from '../sending/returnpath';
import { servicesOf, type ServiceRow } from '../sending/service';
import { keyOf, nextKeyOf, turnedKeys, type DomainRow } from './keys';

const NOT_THERE = new Set(['ENOTFOUND', 'ENODATA']);

type Asker = ReturnType<typeof resolver>;

async function answer(values: Promise<{ values: string[]; ttl?: number }>): Promise<Answer> {
  try {
    return await values;
  } catch (error) {
    const code = (error as { code?: string }).code ?? 'EFAIL';
    return NOT_THERE.has(code) ? { values: [] } : { values: [], failed: code };
  }
}

function askFor(ask: Asker, record: Pick<NeededRecord, 'type' | 'name'>): Promise<Answer> {
  return answer(
    record.type === 'TXT'
      ? ask.resolveTxt(record.name).then((found) => ({ values: found.map((strings) => strings.join('')) }))
      : ask.resolveMx(record.name).then((found) => ({
          values: found.toSorted((a, b) => a.priority - b.priority).map((m) => `${m.priority} ${m.exchange}`),
        })),
  );
}

/** The time an answer may be kept, which Node's own questions do not tell. Undefined where it cannot be had. */
async function ttlOf(ask: Asker, record: NeededRecord): Promise<number | undefined> {
  const [server = ''] = ask.getServers();
  const at = /^\[?([0-9a-f.:]+?)\]?(?::(\d+))?$/i.exec(server);
  if (!at) return undefined;
  try {
    const question = dns2.UDPClient({ dns: at[1]!, port: Number(at[2] ?? 53), timeout: 3_000 });
    const { answers } = await question(record.name, record.type);
    const ttls = answers.flatMap((a) => (typeof a.ttl === 'number' ? a.ttl : []));
    return ttls.length > 0 ? Math.min(...ttls) : undefined;
  } catch {
    return undefined;
  }
}

/** SPF records of everything a record includes, some levels down. */
async function includedSpf(ask: Asker, texts: readonly string[]): Promise<Map<string, string>> {
  const known = new Map<string, string>();
  let wanted = texts.filter(isSpf).flatMap(spfReferences);
  for (let level = 0; level < 4 && wanted.length > 0 && known.size < 40; level += 1) {
    const next: string[] = [];
    await Promise.all(
      [...new Set(wanted)].slice(0, 20).map(async (name) => {
        if (known.has(name)) return;
        const { values } = await askFor(ask, { type: 'TXT', name });
        const spf = values.find(isSpf);
        if (spf === undefined) return;
        known.set(name, spf);
        next.push(...spfReferences(spf));
      }),
    );
    wanted = next.filter((n) => !known.has(n));
  }
  return known;
}

/** How a service is allowed in SPF: what it was set to, else by the addresses of its host. */
export function mechanismOf(service: ServiceRow): string {
  return service.spf || `a:${service.host}`;
}

/** The mechanism of a service, asked of DNS: providers keep their addresses in a record of their own. */
export async function findMechanism(host: string): Promise<string> {
  const ask = resolver();
  const labels = host.split('.');
  const names = labels
    .map((_, from) => labels.slice(from + 1).join('.'))
    .filter((domain) => domain.includes('.'))
    .flatMap((domain) => [`spf.${domain}`, `_spf.${domain}`]);
  // Asked together, so that a silent server keeps nobody waiting for each in turn.
  const answers = await Promise.all(names.map((name) => askFor(ask, { type: 'TXT', name })));
  const found = names.find((_, i) => answers[i]!.values.some(isSpf));
  return found ? `include:${found}` : '';
}

/** Asks DNS for every record of a domain and judges what it answers. */
export async function judgeDomain(row: DomainRow, services: readonly ServiceRow[]): Promise<JudgedRecord[]> {
  const ask = resolver();
  const mechanisms = [...new Set(services.map(mechanismOf))];
  const own = await askFor(ask, { type: 'TXT', name: row.name });
  const known = await includedSpf(ask, own.values);
  const { bounceHost } = config();
  const needed = neededRecords({
    domain: row.name,
    mechanisms,
    key: keyOf(row),
    nextKey: nextKeyOf(row),
    // An account at a mail host keeps its own return-path; bounces would never come this way.
    bounces:
      bounceHost && services.some((s) => s.kind !== 'account')
        ? { domain: bounceDomainOf(row.name), host: bounceHost }
        : undefined,
    present: own.values,
  });
  return Promise.all(
    needed.map(async (record): Promise<JudgedRecord> => {
      const found = record.kind === 'spf' ? own : await askFor(ask, record);
      const doubled =
        found.values.length === 0 && !found.failed
          ? await askFor(ask, { type: record.type, name: `${record.name}.${row.name}` })
          : undefined;
      const ttl = found.values.length > 0 ? await ttlOf(ask, record) : undefined;
      const judgement = judgeRecord(
        record,
        { ...found, ttl },
        {
          domain: row.name,
          mechanisms,
          known,
          doubled,
          earlier: row.earlier,
        },
      );
      return { ...record, found: found.values, judgement };
    }),
  );
}

const good = (records: readonly JudgedRecord[], kind: JudgedRecord['kind']): boolean =>
  records.some((r) => r.kind === kind && isGood(r.judgement));

/**
 * Looks at a domain and keeps what was found: whether messages are signed, whether bounces come back to us, and when to look
 * again. A look that DNS did not answer changes nothing but the time of the next.
 */
export async function lookAtDomain(row: DomainRow): Promise<DomainRow> {
  const records = (await judgeDomain(row, await servicesOf(row.storeId))).map((r) => {
    // What is needed depends on what is there: without an answer, what was known before still holds.
    const before = r.judgement.standing === 'unanswered' && row.records.find((k) => k.kind === r.kind);
    return before ? { ...before, judgement: r.judgement } : r;
  });
  const now = new Date(await databaseTime());
  const unanswered = records.some((r) => r.judgement.standing === 'unanswered');
  const turned = !unanswered && row.nextSelector !== '' && good(records, 'dkim-next');
  const allGood = records.every((r) => r.advised || isGood(r.judgement));
  const isNow = unanswered ? row.good : allGood;
  const looks = isNow === row.good ? row.looks + 1 : 1;
  const change: Partial<DomainRow> = {
    records,
    lookedAt: now,
    looks,
    nextLookAt: new Date(now.getTime() + nextLook(isNow && !unanswered, looks)),
    ...(!unanswered && {
      good: allGood,
      signing: good(records, 'dkim') || turned,
      bouncing: good(records, 'bounce-mx'),
      ...(allGood && !row.good && { goodSince: now, fellBackAt: null }),
      ...(!allGood && row.good && { goodSince: null, fellBackAt: now }),
    }),
    ...(turned && turnedKeys(row)),
    // With the new key in place, the records are judged anew at once.
    ...(turned && { nextLookAt: now }),
  };
  await database().update(domains).set(change).where(eq(domains.id, row.id));
  if (change.fellBackAt) {
    const wrong = records.filter((r) => !r.advised && !isGood(r.judgement)).map((r) => r.name);
    await historyEntry(row.storeId, { name: 'Libellus' }, 'recordsWentBad', {
      domain: row.name,
      records: wrong.join(', '),
    });
  }
  const looked = { ...row, ...change };
  return turned ? lookAtDomain(looked) : looked;
}

/** Domains that are to be looked at now, each claimed so that only one worker looks. */
export async function claimDueDomains(limit: number): Promise<DomainRow[]> {
  const now = new Date(await databaseTime());
  return database().transaction(async (tx) => {
    const due = await tx
      .select()
      .from(domains)
      .where(lte(domains.nextLookAt, now))
      .limit(limit)
      .for('update', { skipLocked: true });
    for (const row of due) {
      await tx
        .update(domains)
        .set({ nextLookAt: new Date(now.getTime() + 60_000) })
        .where(eq(domains.id, row.id));
    }
    return due;
  });
}

/** A domain of a store by its name, or undefined. */
export async function domainOfStore(storeId: string, name: string): Promise<DomainRow | undefined> {
  const [row] = await database()
    .select()
    .from(domains)
    .where(and(eq(domains.storeId, storeId), eq(domains.name, name)));
  return row;
}
