/** What DNS answers beside what a domain needs, judged record by record, in words. */
import type { DkimKey, NeededRecord } from './records';
import { say } from '../../words/dns';
import { kept } from '../../words/kept';
import { listed } from '../../words/speak';
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

/** Judges one record, in kept words: it is read by others later. */
export const judgeRecord = (needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement =>
  kept(() => judgementOf(needed, answer, context));

function judgementOf(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  if (answer.failed) {
    return {
      standing: 'unanswered',
      words: say.didNotAnswer,
      hints: [],
    };
  }
  const judgement = byKind(needed, answer, context);
  if (isGood(judgement) && answer.ttl !== undefined && answer.ttl < LOW_TTL) {
    judgement.hints.push(say.lowTtl({ seconds: answer.ttl }));
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
    return judged('wrong', say.domainAddedOnceMore({ name: needed.name, domain, host: hostPart(needed.name, domain) }));
  }
  return judged('missing', say.notThereYet);
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

function judgeSpf(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  const records = answer.values.filter(isSpf);
  if (records.length === 0) {
    if (answer.values.some((v) => isSpf(quoted(v) ?? ''))) return judged('wrong', say.quoted);
    return absent(needed, context);
  }
  if (records.length > 1) {
    return judged('wrong', say.nSpfRecords({ n: records.length }));
  }
  const [found] = records as [string];
  const { record, unreadable } = readSpf(found);
  if (unreadable.length > 0) {
    return judged('wrong', say.notATerm({ term: unreadable[0]! }));
  }
  const missing = missingMechanisms(found, context.mechanisms);
  if (missing.length > 0) {
    return judged('wrong', say.doesNotHold({ terms: missing.join(' ') }));
  }
  const end = record.terms.findIndex((t) => t.name === 'all');
  const unread = end >= 0 ? record.terms.slice(end + 1).filter((t) => !t.modifier) : [];
  if (unread.some((t) => context.mechanisms.includes(t.raw))) {
    return judged('wrong', say.nothingAfterIsRead({ end: record.terms[end]!.raw, term: unread[0]!.raw }));
  }
  const lookups = countLookups(found, context.known);
  if (lookups > SPF_LOOKUPS_ALLOWED) {
    return judged('wrong', say.tooManyLookUps({ n: lookups, most: SPF_LOOKUPS_ALLOWED }));
  }
  const all = record.terms[end];
  const open = all && (all.qualifier === '+' || all.qualifier === '?');
  const hints = [
    ...(open ? [say.letsAnybody({ all: all.raw, name: needed.name })] : []),
    ...(lookups >= 9 ? [say.hardlyRoom({ n: lookups, most: SPF_LOOKUPS_ALLOWED })] : []),
  ];
  return found.trim().toLowerCase() === needed.value.toLowerCase()
    ? judged('exact', say.asItShouldBe, ...hints)
    : judged('good', say.allowsServices, ...hints);
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
      return judged('wrong', say.nRecordsAtName({ n: values.length }));
    }
    const joined = values.join('');
    const turned = [...values].reverse().join('');
    if ([joined, turned].some((text) => keyOf(text) === wanted)) {
      return judged('wrong', say.keyCutInTwo);
    }
  }
  const [found] = values as [string];
  if (found.trim() === needed.value) return judged('exact', say.asItShouldBe);
  const inside = quoted(found);
  if (inside !== undefined && keyOf(inside) === wanted) return judged('wrong', say.quoted);
  if (found.includes('\\;')) {
    return judged('wrong', say.backslashes);
  }
  const key = keyOf(found);
  const mechanics = tags(found);
  if (key === wanted) {
    const version = mechanics.get('v');
    if (version !== undefined && version !== 'DKIM1') return judged('wrong', say.wrongVersion({ version }));
    if (/\bt=[^;]*y/.test(found)) return judged('good', say.keyIsRight, say.markedAsTest);
    return judged('good', say.keyIsRight);
  }
  if (key === '') return judged('wrong', say.keyIsEmpty);
  if (wanted.startsWith(key)) {
    return judged('wrong', say.keyEndsAfter({ n: key.length, wanted: wanted.length }));
  }
  if (wanted.includes(key) || key.replace(/[^A-Za-z0-9+/=]/g, '') === wanted) {
    return judged('wrong', say.charactersMissing);
  }
  if (context.earlier?.some((k) => k.publicKey === key)) {
    return judged('wrong', say.earlierKey);
  }
  return judged('wrong', say.anotherKey);
}

const POLICIES = ['none', 'quarantine', 'reject'];

function judgeDmarc(needed: NeededRecord, answer: Answer, context: JudgeContext): Judgement {
  const records = answer.values.filter((v) => /^v=DMARC1\s*(;|$)/i.test(v));
  if (records.length === 0) {
    if (answer.values.some((v) => /^v=DMARC1/i.test(quoted(v) ?? ''))) return judged('wrong', say.quoted);
    if (answer.values.length > 0) return judged('wrong', say.notDmarc);
    return absent(needed, context);
  }
  if (records.length > 1) return judged('wrong', say.nDmarcRecords({ n: records.length }));
  const found = tags(records[0]!);
  const policy = (found.get('p') ?? '').toLowerCase();
  if (!POLICIES.includes(policy)) return judged('wrong', say.noPolicy);
  if (records[0]!.trim() === needed.value) return judged('exact', say.asItShouldBe);
  if (policy === 'none') {
    return judged('good', say.weakerPolicy, say.onlyWatches);
  }
  const share = Number(found.get('pct') ?? 100);
  return judged(
    'good',
    policy === 'reject' ? say.stricter : say.saysWhatIsNeeded,
    ...(share < 100 ? [say.holdsForShare({ share })] : []),
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
      ? judged('wrong', say.leadsToAddedTwice({ host: twice, wanted }))
      : judged('wrong', say.leadsElsewhere({ hosts: listed(hosts) }));
  }
  if (hosts.length > 1) {
    return judged('wrong', say.alsoLeadsTo({ hosts: listed(hosts.filter((h) => h !== wanted)) }));
  }
  return judged(answer.values[0] === needed.value ? 'exact' : 'good', say.bouncesComeBack);
}
