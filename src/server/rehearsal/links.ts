/** Asks whether what rehearsed messages lead to and load answers: with few requests, which change nothing where they arrive (HEAD). */
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import {
  askedIn,
  eventsOf,
  mayBeAsked,
  sorted,
  withAnswers,
  type Answer,
  type AskedLink,
  type Check,
  type Life,
  type LifeEvent,
} from '@/core/rehearsal';
import { kept } from '@/words/kept';
import type { MessageOutcome } from '@/contract/rehearsal';
import { config } from '../base/config';
import { database } from '../db/client';
import { rehearsalLives, rehearsalMessages, rehearsals } from '../db/schema';
import { askOutside } from '../sending/outside';
import { htmlOf } from './arrived';
import { writeFound } from './found-later';
import type { Run } from './runs';
import type { Stage } from './scene';

const unzip = promisify(gunzip);

/** Most addresses that are asked in a run, those in the most messages first; hosts at a time, each asked one thing after another. */
const [MOST, HOSTS] = [40, 4];
const PATIENCE_MS = 5_000;
/** So often an answer may name another address. */
const HOPS = 5;

interface Message {
  id: string;
  outcome: MessageOutcome;
  checks: Check[];
  asked: AskedLink[];
}

/**
 * Asks what the messages of a run lead to, and writes to each message what that found. What the run took over from another was asked then.
 * @param still whether the run is this process's still, asked before each request
 */
export async function askLinks(run: Run, { scene }: Stage, still: () => Promise<boolean>): Promise<void> {
  const messages = await messagesWithLinks(run, scene);
  const answers = await answersOf(oftenest(messages), still);
  for (const message of messages) {
    const checks = sorted(kept(() => withAnswers(message.checks, message.asked, answers)));
    if (checks.length > message.checks.length)
      await writeFound({ id: message.id, rehearsalId: run.id }, () => checks, isOurs(run));
  }
}

/** A run that another process took up is written to by that. */
const isOurs = ({ leaseBy }: Run) => and(eq(rehearsals.state, 'running'), eq(rehearsals.leaseBy, leaseBy));

async function messagesWithLinks(run: Run, scene: Stage['scene']): Promise<Message[]> {
  const lives = await database()
    .select()
    .from(rehearsalLives)
    .where(and(eq(rehearsalLives.rehearsalId, run.id), isNull(rehearsalLives.livedIn)));
  const messages: Message[] = [];
  for (const { place, life, number } of lives) {
    const events = eventsOf(life as Life, scene, run.beginsAt.getTime(), number);
    messages.push(...(await messagesOfLife(run, place, events)));
  }
  return messages;
}

async function messagesOfLife(run: Run, place: number, events: readonly LifeEvent[]): Promise<Message[]> {
  const { id, outcome, checks, raw } = rehearsalMessages;
  const rows = await database()
    .select({ id, outcome, checks, raw })
    .from(rehearsalMessages)
    .where(
      and(
        eq(rehearsalMessages.rehearsalId, run.id),
        eq(rehearsalMessages.place, place),
        isNotNull(rehearsalMessages.raw),
      ),
    );
  const messages: Message[] = [];
  for (const row of rows) {
    const html = await htmlOf(await unzip(row.raw!));
    messages.push({ id: row.id, outcome: row.outcome, checks: row.checks, asked: askedIn(html, events, config().url) });
  }
  return messages;
}

function oftenest(messages: readonly Message[]): string[] {
  const times = new Map<string, number>();
  for (const { asked } of messages) for (const { href } of asked) times.set(href, (times.get(href) ?? 0) + 1);
  return [...times]
    .toSorted(([, a], [, b]) => b - a)
    .slice(0, MOST)
    .map(([href]) => href);
}

async function answersOf(hrefs: readonly string[], still: () => Promise<boolean>): Promise<Map<string, Answer>> {
  const byHost = new Map<string, string[]>();
  for (const href of hrefs) {
    const { host } = new URL(href);
    byHost.set(host, [...(byHost.get(host) ?? []), href]);
  }
  const answers = new Map<string, Answer>();
  const hosts = [...byHost.values()];
  const lane = async (): Promise<void> => {
    for (let next = hosts.shift(); next; next = hosts.shift()) {
      for (const href of next) {
        if (!(await still())) return;
        answers.set(href, await answerOf(href));
      }
    }
  };
  await Promise.all(Array.from({ length: HOSTS }, lane));
  return answers;
}

/** What an address answers in the end. */
async function answerOf(href: string): Promise<Answer> {
  let url = href;
  try {
    for (let hop = 0; hop <= HOPS; hop += 1) {
      const { status, location } = await askOutside(url, { method: 'HEAD', patienceMs: PATIENCE_MS });
      const isMoved = status >= 300 && status < 400 && location !== undefined;
      if (!isMoved) return { status };
      const next = URL.canParse(location, url) ? new URL(location, url).href : '';
      // It leads on, to where nobody is to be asked.
      if (!mayBeAsked(next)) return { status };
      url = next;
    }
    return { trouble: 'round', code: '' };
  } catch (error) {
    return troubleOf(error as NodeJS.ErrnoException);
  }
}

function troubleOf({ code = '', name }: NodeJS.ErrnoException): Answer {
  if (['ENOTFOUND', 'ENODATA', 'NXDOMAIN', 'EAI_NONAME'].includes(code)) return { trouble: 'no-host', code };
  if (code === 'EPRIVATE') return { trouble: 'private', code };
  if (code === 'ETIMEDOUT' || name === 'AbortError' || name === 'TimeoutError') return { trouble: 'silent', code };
  if (/CERT|ERR_TLS|SELF_SIGNED|UNABLE_TO_VERIFY|DEPTH_ZERO/.test(code)) return { trouble: 'certificate', code };
  return { trouble: 'unreachable', code: code || name };
}
