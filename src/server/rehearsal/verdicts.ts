/** What was expected of a life held against what came of it, message by message. */
import {
  checksOf,
  messageKey,
  outcomeOf,
  sorted,
  type Arrived,
  type Check,
  type CheckWith,
  type Expected,
  type LookedAt,
  type PlannedLife,
} from '@/core/rehearsal';
import type { MessageOutcome } from '@/contract/rehearsal';
import { reasonWords } from '@/core/plan';
import { kept } from '@/words/kept';
import { say } from '@/words/rehearsed';
import { readArrived, type PublicKeys } from './arrived';
import type { LeftOut, Lived, LivedRow } from './live';

/** A message with its verdict. */
export interface Verdict {
  event: number;
  notificationId: string;
  variantId: string;
  moment: Expected['moment'];
  role: Expected['recipient']['role'];
  recipient: string;
  recipientName: string;
  wanted: string;
  language: string;
  turn: number;
  at: number;
  subject: string;
  outcome: MessageOutcome;
  checks: Check[];
  raw?: Buffer;
  signed: boolean;
}

interface Mail extends Arrived {
  messageId: string;
  raw: Buffer;
}

/** The verdict on each message of a life, or of what is looked at, and how many were to hear nothing and heard nothing. */
export async function verdictsOn(
  { expected }: PlannedLife,
  { rows, leftOut, taken }: Lived,
  using: CheckWith,
  keys: PublicKeys,
  looked?: LookedAt,
): Promise<{ verdicts: Verdict[]; silent: number }> {
  const mails: Mail[] = await Promise.all(taken.map(async (t) => ({ ...(await readArrived(t, keys)), raw: t.raw })));
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const wanted = new Set(expected.messages.map((m) => messageKey(m, m.recipient.address)));
  const mailsOf = (row: LivedRow): Mail[] =>
    row.messageId === '' ? [] : mails.filter((m) => m.messageId === row.messageId && same(m.recipient, row.recipient));
  const touches = ({ notificationId }: Pick<LivedRow, 'notificationId'>): boolean =>
    !looked || looked.notifications.has(notificationId);
  const verdicts = [
    ...expected.messages
      .filter((m) => !looked || looked.messages.has(messageKey(m, m.recipient.address)))
      .map((m) => {
        const row = byKey.get(messageKey(m, m.recipient.address));
        const left = leftOut.find(
          (l) => l.event === m.event && l.notificationId === m.notificationId && same(l.recipient, m.recipient.address),
        );
        return kept(() => onExpected(m, { row, left }, row ? mailsOf(row) : [], using));
      }),
    // What came and was not to come.
    ...rows
      .filter((row) => !wanted.has(row.key) && touches(row))
      .flatMap((row) => {
        const [mail] = mailsOf(row);
        return mail ? [kept(() => onSurplus(row, mail))] : [];
      }),
  ];
  const came = new Set(
    rows.filter((r) => mailsOf(r).length > 0).map((r) => `${r.event} ${r.notificationId} ${r.recipient}`),
  );
  const silent = expected.silent.filter(
    ({ event, notificationId, recipient }) =>
      touches({ notificationId }) && (!recipient || !came.has(`${event} ${notificationId} ${recipient.address}`)),
  ).length;
  return { verdicts, silent };
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

function onExpected(
  m: Expected,
  { row, left }: { row: LivedRow | undefined; left: LeftOut | undefined },
  mails: readonly Mail[],
  using: CheckWith,
): Verdict {
  const { event, notificationId, variantId, moment, recipient, language, turn, at, order } = m;
  const about = {
    ...{ event, notificationId, variantId, moment, language, turn, at, subject: '' },
    ...{ role: recipient.role, recipient: recipient.address, recipientName: recipient.name },
    wanted: recipient.role === 'staff' ? language : (order.language ?? language),
    signed: false,
  };
  const [mail] = mails;
  if (!mail) {
    if (row?.state === 'withheld') {
      return { ...about, outcome: 'noted', checks: [arrived('noted', say.keptBack({ words: row.words }))] };
    }
    // A colleague who has had all the copies that they are to have in a day gets no more, in earnest as well.
    if (!row && left?.reason.code === 'copies-limit') {
      return {
        ...about,
        outcome: 'noted',
        checks: [arrived('noted', say.keptBack({ words: reasonWords(left.reason) }))],
      };
    }
    const words = !row
      ? left
        ? say.neverCame({ words: reasonWords(left.reason) })
        : say.neverPlanned
      : row.state === 'accepted'
        ? say.neverArrived
        : say.neverCame({ words: row.words });
    return { ...about, outcome: 'missing', checks: [arrived('wrong', words)] };
  }
  const once = mails.length === 1;
  const checks = sorted([
    arrived(once ? 'right' : 'wrong', once ? say.cameOnce : say.cameTimes({ times: mails.length })),
    ...checksOf(m, row?.together ? { ...mail, together: true } : mail, using),
  ]);
  return {
    ...about,
    outcome: outcomeOf(checks),
    checks,
    subject: mail.subject,
    raw: mail.raw,
    signed: mail.signature !== undefined,
  };
}

const arrived = (outcome: Check['outcome'], words: string): Check => ({ about: 'arrived', outcome, words });

function onSurplus(row: LivedRow, mail: Mail): Verdict {
  const { event, notificationId, moment, role, recipient, recipientName, language, turn, at, words } = row;
  return {
    ...{ event, notificationId, variantId: '', moment, role, recipient, recipientName, language, turn, at },
    ...{ wanted: language, subject: mail.subject, raw: mail.raw, signed: mail.signature !== undefined },
    outcome: 'surplus',
    checks: [arrived('wrong', say.cameUnasked({ words }))],
  };
}
