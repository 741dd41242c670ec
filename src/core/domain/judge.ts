/** What DNS answers beside what a domain needs, judged record by record, in words. */
import type { DkimKey, NeededRecord } from './records';
import { countLookups, isSpf, missingMechanisms, readSpf, SPF_LOOKUPS_ALLOWED } from './spf';

/** What DNS answered for one name and type. */
export interface Answer {
  /** TXT records with their strings joined, or MX records as "10 host". */
  values: string[];
  /** Seconds, when the server gave one. */
  ttl?: number | undefined;
  /** The resolver's error code when there was no answer at all; a name that does not exist is no error. */
  failed?: string | undefined;
}

export type Standing = 'exact' | 'good' | 'missing' | 'wrong' | 'unanswered';

export interface Judgement {
  standing: Standing;
  words: string;
  /** What is not wrong but could be better. */
  hints: string[];
}

export interface JudgedRecord extends NeededRecord {
  found: string[];
  judgement: Judgement;
}

export interface JudgeContext {
  domain: string;
  mechanisms: readonly string[];
  /** SPF records of everything that is included, by name. */
  known: ReadonlyMap<string, string>;
  /** What was found where a name stands with the domain after it twice. */
  doubled?: Answer | undefined;
  /** Earlier keys of the domain, to recognise an old record. */
  earlier?: readonly DkimKey[];
}

const LOW_TTL = 300;

/** Whether mail goes out well with this record as it stands. */
export function isGood(judgement: Judgement): boolean {
  return judgement.standing === 'exact' || judgement.standing === 'good';
}

/** Judges one record. */
export function judgeRecord(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  if (answer.failed) {
    return {
      standing: 'unanswered',
      words: 'DNS did not answer. It is asked again by itself.',
      hints: [],
    };
  }
  const judgement = byKind(needed, answer, context);
  if (isGood(judgement) && answer.ttl !== undefined && answer.ttl < LOW_TTL) {
    judgement.hints.push(
      `It may be kept for ${answer.ttl} seconds only. Raise that (TTL) to 3600 once all is right: receivers then ask less often.`,
    );
  }
  return judgement;
}

function byKind(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  switch (needed.kind) {
    case 'spf':
    case 'bounce-spf':
      return judgeSpf(needed, answer, context);
    case 'dkim':
    case 'dkim-next':
      return judgeDkim(needed, answer, context);
    case 'dmarc':
      return judgeDmarc(needed, answer, context);
    case 'bounce-mx':
      return judgeMx(needed, answer, context);
  }
}

const judged = (standing: Standing, words: string, ...hints: string[]): Judgement => ({ standing, words, hints });

/** Nothing there: at least it may stand where a registrar's page put it by adding the domain once more. */
function absent(needed: NeededRecord, context: JudgeContext): Judgement {
  const { doubled, domain } = context;
  if (doubled && doubled.values.length > 0) {
    return judged(
      'wrong',
      `It stands at ${needed.name}.${domain}: the domain was typed and added once more by the registrar's page. Enter the host as ${hostPart(needed.name, domain)} only.`,
    );
  }
  return judged('missing', 'Not there yet. It can take minutes to hours after it was entered until it shows.');
}

/** What to type into a page that adds the domain by itself. */
export function hostPart(name: string, domain: string): string {
  return name === domain ? '@' : name.endsWith(`.${domain}`) ? name.slice(0, -domain.length - 1) : name;
}

/** Quotation marks that became part of the text, which registrars' pages add by themselves. */
function quoted(text: string): string | undefined {
  const match = /^\s*\\?["“”](.*?)\\?["“”]\s*$/s.exec(text);
  return match?.[1];
}

const QUOTED = 'The quotation marks became part of it. Enter it without them: the page adds its own.';

function judgeSpf(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  const records = answer.values.filter(isSpf);
  if (records.length === 0) {
    if (answer.values.some((v) => isSpf(quoted(v) ?? ''))) return judged('wrong', QUOTED);
    return absent(needed, context);
  }
  if (records.length > 1) {
    return judged(
      'wrong',
      `There are ${records.length} SPF records, and with more than one none counts. Take them all out and enter this one, which holds what they allow.`,
    );
  }
  const [found] = records as [string];
  const { record, unreadable } = readSpf(found);
  if (unreadable.length > 0) {
    return judged('wrong', `"${unreadable[0]}" is not a term of SPF, and the record does not count with it.`);
  }
  const missing = missingMechanisms(found, context.mechanisms);
  if (missing.length > 0) {
    return judged('wrong', `It does not hold ${missing.join(' ')}, so what goes out by that service is not allowed.`);
  }
  const end = record.terms.findIndex((t) => t.name === 'all');
  const unread = end >= 0 ? record.terms.slice(end + 1).filter((t) => !t.modifier) : [];
  if (unread.some((t) => context.mechanisms.includes(t.raw))) {
    return judged('wrong', `Nothing after ${record.terms[end]!.raw} is read. Put ${unread[0]!.raw} before it.`);
  }
  const lookups = countLookups(found, context.known);
  if (lookups > SPF_LOOKUPS_ALLOWED) {
    return judged(
      'wrong',
      `It takes ${lookups} look-ups, and more than ${SPF_LOOKUPS_ALLOWED} are not made: receivers treat it as broken. Remove services that are not used any more.`,
    );
  }
  const all = record.terms[end];
  const open = all && (all.qualifier === '+' || all.qualifier === '?');
  const hints = [
    ...(open ? [`${all.raw} lets anybody send as ${needed.name}. End the record with ~all.`] : []),
    ...(lookups >= 9
      ? [`It takes ${lookups} of ${SPF_LOOKUPS_ALLOWED} look-ups. There is hardly room for another service.`]
      : []),
  ];
  return found.trim().toLowerCase() === needed.value.toLowerCase()
    ? judged('exact', 'As it should be.', ...hints)
    : judged('good', 'Allows the services of this store.', ...hints);
}

function tags(text: string): Map<string, string> {
  const found = new Map<string, string>();
  for (const part of text.split(';')) {
    const at = part.indexOf('=');
    if (at > 0) found.set(part.slice(0, at).trim().toLowerCase(), part.slice(at + 1).trim());
  }
  return found;
}

function judgeDkim(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  const { values } = answer;
  if (values.length === 0) return absent(needed, context);
  const wanted = tags(needed.value).get('p')!;
  const keyOf = (text: string): string => (tags(text).get('p') ?? '').replace(/\s+/g, '');
  if (values.length > 1) {
    if (values.some((v) => keyOf(v) === wanted)) {
      return judged(
        'wrong',
        `There are ${values.length} records at this name, and receivers take any of them. Keep only this one.`,
      );
    }
    const joined = values.join('');
    const turned = [...values].reverse().join('');
    if ([joined, turned].some((text) => keyOf(text) === wanted)) {
      return judged(
        'wrong',
        'The key was cut in two and became two records. Enter it as one record; a page that takes only 255 characters at a time wants both parts in the same record, each in quotation marks.',
      );
    }
  }
  const [found] = values as [string];
  if (found.trim() === needed.value) return judged('exact', 'As it should be.');
  const inside = quoted(found);
  if (inside !== undefined && keyOf(inside) === wanted) return judged('wrong', QUOTED);
  if (found.includes('\\;')) {
    return judged('wrong', 'There are backslashes before the semicolons. Enter it without them.');
  }
  const key = keyOf(found);
  const mechanics = tags(found);
  if (key === wanted) {
    const version = mechanics.get('v');
    if (version !== undefined && version !== 'DKIM1')
      return judged('wrong', `Its version is "${version}" instead of DKIM1.`);
    if (/\bt=[^;]*y/.test(found))
      return judged('good', 'The key is right.', 'It is marked as a test (t=y). Take that out.');
    return judged('good', 'The key is right.');
  }
  if (key === '') return judged('wrong', 'The key is empty, which says that it is withdrawn.');
  if (wanted.startsWith(key)) {
    return judged(
      'wrong',
      `The key ends after ${key.length} of ${wanted.length} characters. The page may take only 255 at a time: enter the rest in the same record.`,
    );
  }
  if (wanted.includes(key) || key.replace(/[^A-Za-z0-9+/=]/g, '') === wanted) {
    return judged('wrong', 'Characters are missing from the key or were added to it. Copy it again.');
  }
  if (context.earlier?.some((k) => k.publicKey === key)) {
    return judged('wrong', 'This is an earlier key. Messages are signed with the newer one above.');
  }
  return judged('wrong', 'This is another key than the one messages are signed with. Copy it again.');
}

const POLICIES = ['none', 'quarantine', 'reject'];

function judgeDmarc(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  const records = answer.values.filter((v) => /^v=DMARC1\s*(;|$)/i.test(v));
  if (records.length === 0) {
    if (answer.values.some((v) => /^v=DMARC1/i.test(quoted(v) ?? ''))) return judged('wrong', QUOTED);
    if (answer.values.length > 0)
      return judged('wrong', 'What stands there is not a DMARC record: it has to begin with v=DMARC1.');
    return absent(needed, context);
  }
  if (records.length > 1)
    return judged('wrong', `There are ${records.length} DMARC records, and with more than one none counts.`);
  const found = tags(records[0]!);
  const policy = (found.get('p') ?? '').toLowerCase();
  if (!POLICIES.includes(policy)) return judged('wrong', 'It has no policy: p has to be none, quarantine or reject.');
  if (records[0]!.trim() === needed.value) return judged('exact', 'As it should be.');
  if (policy === 'none') {
    return judged(
      'good',
      'It is there, with a weaker policy.',
      'p=none only watches: forged mail in your name still arrives. Change it to quarantine once all your mail is signed.',
    );
  }
  const share = Number(found.get('pct') ?? 100);
  return judged(
    'good',
    policy === 'reject' ? 'Stricter than needed, which is fine as all mail is signed.' : 'It says what is needed.',
    ...(share < 100 ? [`It holds for ${share}% of mail only (pct).`] : []),
  );
}

function judgeMx(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  if (answer.values.length === 0) return absent(needed, context);
  const host = (value: string): string => value.split(/\s+/)[1]?.replace(/\.$/, '').toLowerCase() ?? '';
  const wanted = host(needed.value);
  const hosts = answer.values.map(host);
  if (!hosts.includes(wanted)) {
    const twice = hosts.find((h) => h === `${wanted}.${context.domain}`);
    return twice
      ? judged(
          'wrong',
          `It leads to ${twice}: the domain was added once more. Put a dot after ${wanted} or enter it as the page asks.`,
        )
      : judged('wrong', `It leads to ${hosts.join(' and ')}, so bounces go there and not on record.`);
  }
  if (hosts.length > 1) {
    return judged(
      'wrong',
      `It also leads to ${hosts.filter((h) => h !== wanted).join(' and ')}, where part of the bounces would go.`,
    );
  }
  return judged(answer.values[0] === needed.value ? 'exact' : 'good', 'Bounces come back to Libellus.');
}
