/** A rehearsal as programs read it: as JSON, or as JUnit's XML, which what builds software shows by itself. */
import { XMLBuilder } from 'fast-xml-parser';
import { and, asc, eq } from 'drizzle-orm';
import { BAD, type MessageOutcome, type RehearsalCounts, type RehearsalState } from '@/contract/rehearsal';
import type { Store } from '../../auth/access';
import { readKept } from '../../base/reading';
import { database } from '../../db/client';
import { rehearsalMessages, rehearsals } from '../../db/schema';
import { loadRehearsal } from './rehearsal';

export interface RehearsalReport {
  store: string;
  rehearsal: number;
  state: RehearsalState;
  /** It has ended, and every message that was to come is right. */
  passed: boolean;
  askedAt: string;
  endedAt?: string;
  seconds: number;
  lives: { all: number; done: number };
  counts: RehearsalCounts;
  /** Why it could not be finished; empty where nothing kept it. */
  trouble: string;
  messages: {
    notification: string;
    version: string;
    to: 'customer' | 'contact' | 'staff';
    recipient: string;
    /** That its reader wants, and that it is in. */
    wanted: string;
    language: string;
    /** Its place in a series of reminders, from 1. */
    turn: number;
    order: string;
    outcome: MessageOutcome;
    /** What is wrong, in words; none for what is right. */
    problems: string[];
    /** Where it is looked at. */
    path: string;
  }[];
  /** Orders that the store keeps, of which not all could happen; none is right. */
  ownOrders: { name: string; problems: string[] }[];
  notRehearsed: { notification: string; version: string; languages: string[]; why: string }[];
}

/** What came of a run, the newest without a number; undefined for a store that has rehearsed nothing. Throws `not-found`. */
export async function reportOf(store: Store, number?: number): Promise<RehearsalReport | undefined> {
  const view = await loadRehearsal({ store }, number);
  if (!view) return undefined;
  const { run, messages, lives, unshown, ownTroubles } = view;
  const problems = await problemsOf(store.id, run.number);
  const numbers = new Map(lives.map((l) => [l.place, l.order]));
  return {
    ...{ store: store.id, rehearsal: run.number, state: run.state, askedAt: run.askedAt, trouble: run.trouble },
    passed: run.state === 'done' && messages.every((m) => !BAD.includes(m.outcome)) && ownTroubles.length === 0,
    ...(run.endedAt && { endedAt: run.endedAt }),
    seconds: run.tookMs / 1000,
    lives: { all: run.lives, done: run.livesDone },
    counts: run.counts,
    messages: messages.map((m) => ({
      ...{ notification: m.notification, version: m.version, to: m.role, recipient: m.recipient },
      ...{ wanted: m.wanted, language: m.language, turn: m.turn, outcome: m.outcome },
      order: numbers.get(m.life) ?? '',
      problems: problems.get(m.id) ?? [],
      path: `/s/${store.id}/rehearsal?run=${run.number}&message=${m.id}`,
    })),
    ownOrders: ownTroubles.map(({ name, words }) => ({ name, problems: words })),
    notRehearsed: unshown.map(({ notification, version, languages, why }) => ({
      ...{ notification, version, languages, why },
    })),
  };
}

async function problemsOf(storeId: string, number: number): Promise<Map<string, string[]>> {
  const rows = await database()
    .select({ id: rehearsalMessages.id, checks: rehearsalMessages.checks })
    .from(rehearsalMessages)
    .innerJoin(rehearsals, eq(rehearsals.id, rehearsalMessages.rehearsalId))
    .where(and(eq(rehearsals.storeId, storeId), eq(rehearsals.number, number)))
    .orderBy(asc(rehearsalMessages.id));
  return new Map(
    rows.map(({ id, checks }) => [id, checks.filter((c) => c.outcome === 'wrong').map((c) => readKept(c.words))]),
  );
}

/** A report as JUnit's XML: a suite for each notification, a case for each message. */
export function junitOf(report: RehearsalReport): string {
  const suites = new Map<string, RehearsalReport['messages']>();
  for (const message of report.messages) {
    const own = suites.get(message.notification);
    if (own) own.push(message);
    else suites.set(message.notification, [message]);
  }
  const failed = (list: RehearsalReport['messages']): number => list.filter((m) => m.problems.length > 0).length;
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    testsuites: {
      '@name': `Rehearsal ${report.rehearsal} of ${report.store}`,
      '@tests': report.messages.length + report.ownOrders.length,
      '@failures': failed(report.messages) + report.ownOrders.length,
      // A run that did not end says nothing of what was still to come.
      '@errors': report.state === 'done' ? 0 : 1,
      '@time': report.seconds,
      testsuite: [
        ...[...suites].map(([name, list]) => ({
          ...{ '@name': name, '@tests': list.length, '@failures': failed(list), '@errors': 0 },
          testcase: list.map((m) => ({
            '@classname': m.version ? `${name}, ${m.version}` : name,
            '@name': [m.wanted, m.recipient, m.order, m.turn > 1 ? `message ${m.turn}` : ''].filter(Boolean).join(', '),
            ...(m.problems.length > 0 && {
              failure: { '@type': m.outcome, '@message': m.problems[0], '#text': [...m.problems, m.path].join('\n') },
            }),
          })),
        })),
        ...(report.ownOrders.length === 0
          ? []
          : [
              {
                '@name': 'Own orders',
                ...{ '@tests': report.ownOrders.length, '@failures': report.ownOrders.length, '@errors': 0 },
                testcase: report.ownOrders.map(({ name, problems }) => ({
                  ...{ '@classname': 'Own orders', '@name': name },
                  failure: { '@type': 'cannot-happen', '@message': problems[0], '#text': problems.join('\n') },
                })),
              },
            ]),
        ...(report.state === 'done'
          ? []
          : [
              {
                ...{ '@name': 'The rehearsal', '@tests': 1, '@failures': 0, '@errors': 1 },
                testcase: [
                  {
                    ...{ '@classname': 'The rehearsal', '@name': 'ends' },
                    error: { '@type': report.state, '@message': report.trouble || `It is ${report.state}.` },
                  },
                ],
              },
            ]),
      ],
    },
  }) as string;
}
