/** What bringing a set in would change in a store, part by part: the parts that can be chosen, each with what it changes and what comes of it. */
import { changedSetting } from '../changed-setting';
import { conditionWords, type ConditionNames } from '../conditions/sentence';
import type { Condition } from '../conditions/condition';
import { lookChanges, picturePaths } from '../look';
import { audiencesOf } from '../moments/audience';
import { isMomentId } from '../moments/registry';
import { mainTerm, type GlossaryEntry } from '../glossary';
import { languageName } from '../names';
import { scopeProblems, settingsProblems } from '../plan';
import { placedSentence } from '../schema';
import { standAlone, templateChanges, type Template, type TemplateChange } from '../template';
import { AT_ONCE, scheduleWords } from '../time';
import { say as ready } from '../../words/ready';
import { say } from '../../words/sets';
import { glossaryInto } from './glossary';
import type { NotificationInSet, PassageInSet, StoreSet } from './schema';

export type SetPart = 'look' | 'phrases' | 'glossary' | 'passage' | 'words' | 'settings' | 'recipients';

/** A part of a set that can be brought in by itself. */
export interface SetItem {
  /** "words order-received". */
  key: string;
  part: SetPart;
  name: string;
  state: 'new' | 'changed' | 'same';
  /** It counts as soon as it is brought in; otherwise it becomes a draft. */
  atOnce: boolean;
  changes: TemplateChange[];
  /** What comes of it, and what is to be done after it. */
  notes: string[];
  /** Brought in, it keeps messages from somebody until something else is done: said first, and never chosen by itself. */
  stops?: string[];
  /** Why it cannot be brought in. */
  refused?: string;
}

/** What of a store is asked beyond its own set. */
export interface SetFacts {
  /** The store's own language. */
  language: string;
  languages: readonly string[];
  channels: ReadonlySet<string>;
  names: ConditionNames;
  /** Notifications that are on, by slug. */
  on: ReadonlySet<string>;
  /** Pictures and files that the store has or the set brings. */
  pictures: ReadonlySet<string>;
  files: ReadonlySet<string>;
}

/** Values as one text, whatever the order of their properties. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).toSorted(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
}

const same = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/** All parts of a set, each compared with what the store has. Both are in the store's languages. */
export function setItems(set: StoreSet, ours: StoreSet, facts: SetFacts): SetItem[] {
  const passages = new Map(ours.passages?.map((p) => [p.id, p]));
  const there = new Map(ours.notifications?.map((n) => [n.slug, n]));
  const known = new Set([...passages.keys(), ...(set.passages ?? []).map((p) => p.id)]);
  return [
    ...(set.look ? [lookItem(set.look, ours.look, facts)] : []),
    ...Object.entries(set.phrases ?? {}).map(([language, words]) =>
      phrasesItem(language, words, ours.phrases?.[language] ?? {}),
    ),
    ...(set.glossary && set.glossary.length > 0 ? [glossaryItem(set.glossary, ours.glossary ?? [], facts)] : []),
    ...(set.passages ?? []).map((p) => passageItem(p, passages.get(p.id), facts)),
    ...(set.notifications ?? []).flatMap((n) => notificationItems(n, there.get(n.slug), facts, known)),
  ];
}

type Looks = NonNullable<StoreSet['look']>;

function lookItem(theirs: Looks, ours: Looks | undefined, facts: SetFacts): SetItem {
  const changes = ours ? lookChanges(ours, theirs) : [];
  return {
    key: 'look',
    part: 'look',
    name: say.look,
    state: same(theirs, ours) ? 'same' : 'changed',
    atOnce: false,
    changes: changes.map((c) => ({ kind: 'settings', ...c })),
    notes: missingPictures(theirs, facts),
  };
}

function phrasesItem(language: string, theirs: Record<string, string>, ours: Record<string, string>): SetItem {
  const changed = Object.entries(theirs).filter(([phrase, source]) => ours[phrase] !== source);
  return {
    key: `phrases ${language}`,
    part: 'phrases',
    name: say.phrasesIn({ language: languageName(language) }),
    state: changed.length === 0 ? 'same' : 'changed',
    atOnce: true,
    changes: changed.map(([phrase, after]) => ({
      kind: 'words',
      label: phrase,
      language,
      before: ours[phrase] ?? '',
      after,
    })),
    notes: [],
  };
}

function glossaryItem(theirs: readonly GlossaryEntry[], ours: readonly GlossaryEntry[], facts: SetFacts): SetItem {
  const { added, changed } = glossaryInto(theirs, ours, facts.language);
  const label = (entry: GlossaryEntry): string => mainTerm(entry, facts.language) ?? '';
  return {
    key: 'glossary',
    part: 'glossary',
    name: say.glossary,
    state: added.length + changed.length === 0 ? 'same' : ours.length === 0 ? 'new' : 'changed',
    atOnce: true,
    changes: [
      ...added.map((entry): TemplateChange => ({ kind: 'added', label: label(entry) })),
      ...changed.map(({ after }): TemplateChange => ({ kind: 'settings', label: label(after), detail: say.termsOfIt })),
    ],
    notes: [],
  };
}

const asTemplate = ({ blocks, words }: PassageInSet): Template => ({ version: 1, blocks, words });

function passageItem(theirs: PassageInSet, ours: PassageInSet | undefined, facts: SetFacts): SetItem {
  return {
    key: `passage ${theirs.id}`,
    part: 'passage',
    name: theirs.name,
    state: !ours ? 'new' : same(asTemplate(theirs), asTemplate(ours)) ? 'same' : 'changed',
    atOnce: false,
    changes: ours ? templateChanges(asTemplate(ours), asTemplate(theirs)) : [],
    notes: [...languagesLacking([asTemplate(theirs)], facts), ...missingPictures(theirs, facts)],
  };
}

function notificationItems(
  theirs: NotificationInSet,
  ours: NotificationInSet | undefined,
  facts: SetFacts,
  passages: ReadonlySet<string>,
): SetItem[] {
  const refused = refusal(theirs, ours);
  const channels = channelNotes(theirs, facts);
  const words = wordsItem(theirs, ours, facts, passages);
  if (!ours) words.notes.push(...channels);
  const items = [words];
  if (ours) items.push({ ...settingsItem(theirs, ours, facts), ...(channels.length > 0 && { notes: channels }) });
  if (theirs.recipients && theirs.recipients.length > 0) items.push(recipientsItem(theirs, ours));
  return refused === undefined ? items : items.map((item) => ({ ...item, refused }));
}

/** Why nothing of a notification can be brought in. */
function refusal(theirs: NotificationInSet, ours: NotificationInSet | undefined): string | undefined {
  const { moment, audience } = theirs;
  if (!isMomentId(moment)) return say.unknownMoment({ moment });
  if (!audiencesOf(moment).includes(audience)) return say.onlyStaffHears;
  if (ours && (ours.moment !== moment || ours.audience !== audience)) return say.anotherMoment;
  const [problem] = settingsProblems(
    {
      name: theirs.name,
      note: '',
      owner: '',
      offChannels: [],
      labels: theirs.labels ?? [],
      ...(theirs.when && { when: theirs.when }),
      schedule: theirs.schedule,
      variants: theirs.versions.map(({ name, when, nothing = false }) => ({ name, nothing, ...(when && { when }) })),
    },
    moment,
  );
  if (problem) return placedSentence(problem);
  for (const { scope } of theirs.recipients ?? []) {
    const [wrong] = scopeProblems(scope, moment);
    if (wrong) return placedSentence(wrong);
  }
  return undefined;
}

function wordsItem(
  theirs: NotificationInSet,
  ours: NotificationInSet | undefined,
  facts: SetFacts,
  passages: ReadonlySet<string>,
): SetItem {
  const own = new Map(ours?.versions.map((v) => [v.variant, v]));
  const changes: TemplateChange[] = [];
  const notes: string[] = [];
  const stops: string[] = [];
  let changed = false;
  for (const version of theirs.versions) {
    const { variant, name, template } = version;
    const before = own.get(variant);
    if (!before) {
      changed = true;
      if (!ours) continue;
      changes.push({ kind: 'added', label: say.versionNamed({ name }) });
      if (facts.on.has(theirs.slug) && !version.nothing) stops.push(say.newVersionSendsNothing({ name }));
      continue;
    }
    const follows = template.follows?.version;
    const followed = before.template.follows?.version;
    if (same(standAlone(before.template), standAlone(template)) && follows === followed) continue;
    changed = true;
    if (follows !== followed) {
      const leads = theirs.versions.find((v) => v.variant === follows)?.name;
      const detail =
        follows === undefined ? say.followsNone : say.followsVersion({ name: leads || ready.everyoneElse });
      changes.push({ kind: 'settings', label: say.versionNamed({ name: name || ready.everyoneElse }), detail });
    }
    for (const c of templateChanges(before.template, template))
      changes.push(variant === '' ? c : { ...c, label: say.labelInVersion({ label: c.label, version: name }) });
  }
  const stay = ours?.versions.filter((v) => !theirs.versions.some((t) => t.variant === v.variant)) ?? [];
  for (const { name } of stay) notes.push(say.versionStays({ name }));
  const templates = theirs.versions.filter((v) => !v.nothing).map((v) => v.template);
  notes.push(...languagesLacking(templates, facts), ...missingPictures(templates, facts));
  for (const passage of new Set(templates.flatMap((t) => passagesNamed(t.blocks))))
    if (!passages.has(passage)) notes.push(say.missingPassage({ passage }));
  for (const { attachments = [] } of templates)
    for (const a of attachments)
      if (a.kind === 'file' && !facts.files.has(a.file.digest)) notes.push(say.missingFile({ name: a.file.name }));
  return {
    key: `words ${theirs.slug}`,
    part: 'words',
    name: theirs.name,
    state: !ours ? 'new' : changed ? 'changed' : 'same',
    atOnce: false,
    changes,
    notes: [...new Set(notes)],
    ...(stops.length > 0 && { stops }),
  };
}

const passagesNamed = (blocks: Template['blocks']): string[] =>
  blocks.flatMap((b) => (b.kind === 'passage' ? [b.passage] : []));

/** Languages of the store that some of these have no words in. */
function languagesLacking(templates: readonly Template[], { language, languages }: SetFacts): string[] {
  const lacking = languages.filter((l) => templates.some((t) => !t.words[l]));
  if (lacking.length === 0) return [];
  const notes = lacking.includes(language) ? [say.noOwnLanguage({ language: languageName(language) })] : [];
  const others = lacking.filter((l) => l !== language);
  return others.length === 0
    ? notes
    : [...notes, say.noWordsIn({ languages: others.map((l) => languageName(l)).join(', ') })];
}

function missingPictures(document: unknown, { pictures }: SetFacts): string[] {
  const n = picturePaths(document).filter((path) => !pictures.has(path)).length;
  return n > 0 ? [say.missingPictures({ n })] : [];
}

function channelNotes(theirs: NotificationInSet, { channels }: SetFacts): string[] {
  const asked = (when: Condition | undefined): string[] =>
    when?.tests.flatMap((t) => (t.about === 'channel' ? t.of : [])) ?? [];
  const all = [...(theirs.offChannels ?? []), ...asked(theirs.when), ...theirs.versions.flatMap((v) => asked(v.when))];
  const unknown = [...new Set(all)].filter((c) => !channels.has(c));
  return unknown.length > 0 ? [say.unknownChannels({ n: unknown.length, channels: unknown.join(', ') })] : [];
}

function settingsItem(theirs: NotificationInSet, ours: NotificationInSet, { names }: SetFacts): SetItem {
  const said = (when: Condition | undefined): string => (when ? conditionWords(when, names) : '');
  const pairs: [string, unknown, unknown][] = [
    [say.nameSetting, ours.name, theirs.name],
    [say.timing, scheduleWords(ours.schedule ?? AT_ONCE), scheduleWords(theirs.schedule)],
    [say.onlyWhen, said(ours.when), said(theirs.when)],
    [say.offFor, (ours.offChannels ?? []).join(', '), (theirs.offChannels ?? []).join(', ')],
    [say.contacts, (ours.labels ?? []).join(', '), (theirs.labels ?? []).join(', ')],
    [say.offer, ours.offers ?? false, theirs.offers ?? false],
    [say.owner, ours.owner ?? '', theirs.owner ?? ''],
    [say.note, ours.note ?? '', theirs.note ?? ''],
    ...theirs.versions.flatMap((v): [string, unknown, unknown][] => {
      const own = ours.versions.find((o) => o.variant === v.variant);
      if (!own) return [];
      const label = v.variant === '' ? say.everyoneElse : v.name;
      return [
        [label, own.name, v.name],
        [say.onlyWhenVersion({ version: label }), said(own.when), said(v.when)],
        [say.getsNothing({ version: label }), own.nothing ?? false, v.nothing ?? false],
      ];
    }),
  ];
  const changed = pairs.filter(([, before, after]) => before !== after);
  return {
    key: `settings ${theirs.slug}`,
    part: 'settings',
    name: theirs.name,
    state: changed.length === 0 ? 'same' : 'changed',
    atOnce: true,
    changes: changed.map(([label, before, after]) => ({
      kind: 'settings',
      label: say.howItGoesOut,
      detail: changedSetting(label, before, after),
    })),
    notes: [],
  };
}

/** Recipients of a set that a store does not have for the notification yet. */
export function newRecipients(
  theirs: NotificationInSet,
  ours: NotificationInSet | undefined,
): NonNullable<NotificationInSet['recipients']> {
  const keyOf = (r: { address: string; scope: unknown }): string => `${r.address.toLowerCase()} ${canonical(r.scope)}`;
  const known = new Set(ours?.recipients?.map(keyOf));
  return (theirs.recipients ?? []).filter((r) => !known.has(keyOf(r)));
}

function recipientsItem(theirs: NotificationInSet, ours: NotificationInSet | undefined): SetItem {
  const fresh = newRecipients(theirs, ours);
  return {
    key: `recipients ${theirs.slug}`,
    part: 'recipients',
    name: theirs.name,
    state: fresh.length === 0 ? 'same' : ours ? 'changed' : 'new',
    atOnce: true,
    changes: fresh.map(({ name, address }) => ({ kind: 'added', label: name ? `${name} <${address}>` : address })),
    notes: [],
  };
}

/** The parts of a set that were chosen, by their keys. */
export function chosenOf(set: StoreSet, keys: ReadonlySet<string>): StoreSet {
  const { look, phrases = {}, glossary = [], passages = [], notifications = [], ...rest } = set;
  return {
    ...rest,
    ...(look && keys.has('look') && { look }),
    phrases: Object.fromEntries(Object.entries(phrases).filter(([language]) => keys.has(`phrases ${language}`))),
    ...(keys.has('glossary') && { glossary }),
    passages: passages.filter((p) => keys.has(`passage ${p.id}`)),
    notifications: notifications.filter((n) =>
      ['words', 'settings', 'recipients'].some((part) => keys.has(`${part} ${n.slug}`)),
    ),
  };
}
