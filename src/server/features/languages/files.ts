/** Translations out as XLIFF, PO, a table or TMX, and back in: looked at first, taken in as drafts in one step, and taken back in one. */
import { createHash } from 'node:crypto';
import type { Briefing } from '@/contract/briefing';
import {
  MOST_FILE_BYTES,
  type FileBrought,
  type FilePreview,
  type TakeBack,
  type TextFormat,
  type TextKind,
} from '@/contract/languages';
import { entriesIn, indexTerms, saysSomething, termWords, type GlossaryEntry } from '@/core/glossary';
import { languageName } from '@/core/names';
import { readTemplateAddress } from '@/core/plan';
import { OPEN_STATES, type TranslationNote } from '@/core/translation';
import {
  compareTexts,
  decodeXml,
  MOST_UNITS,
  readPo,
  readRows,
  readTable,
  isTmx,
  readTmx,
  tmxPairs,
  readXliff,
  tableRows,
  writePo,
  writeTable,
  writeTmx,
  writeXliff,
  writeXliff12,
  type FileOut,
  type MemoryPair,
  type HandedBack,
  type ReadResult,
} from '@/core/handover';
import type { Access } from '../../auth/access';
import { opens, refuseLanguage } from '../../auth/translators';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { briefingsOf } from '../briefing/briefings';
import { entriesOf } from '../glossary/entries';
import type { ExportedFile } from '../templates/exported';
import { leadsAmong, placesOf, textDocuments, type TextDocument } from './documents';
import { freshPairs, keepPairs, keptPairs, offerMemory } from './kept-memory';
import { isPacked, pack, unpack, writeSpreadsheet } from './packed';
import { segmentsIn } from './segments';
import type { SegmentChange } from './saying';
import { writeTexts } from './translating';
import { say as briefingWords } from '@/words/briefing';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

/** All texts of a store in a language as they are in the drafts. */
export async function textsOf(
  access: Access,
  language: string,
): Promise<{ files: FileOut[]; documents: TextDocument[] }> {
  const { store } = access;
  const [{ documents, note }, briefings, glossary] = await Promise.all([
    textDocuments(access),
    briefingsOf(access),
    entriesOf(access),
  ]);
  const said = indexTerms(glossary, store.language, ['say', 'also']);
  const leadsOf = leadsAmong(documents);
  const files = documents
    .filter((d) => opens(access, d))
    .map((document): FileOut => {
      const { kind, slug, name } = document;
      const leads = leadsOf(document);
      const units = segmentsIn(document, language, store.language, { leads, note }).map(
        ({ id, label, state, source, words, madeFrom, most }) => {
          const briefing = briefings(document)[id];
          const room = briefing?.note?.most ?? most;
          const notes = [...notesOf(briefing), ...termNotes(entriesIn(source, said), store.language, language)];
          return {
            segment: id,
            label,
            state,
            source,
            words,
            ...(madeFrom !== undefined && { madeFrom }),
            ...(room !== undefined && { room }),
            ...(notes.length > 0 && { notes }),
          };
        },
      );
      return { kind, slug, name, units };
    });
  return { files, documents };
}

/** What an author tells of a text, and answered of it. */
const notesOf = ({ note, questions = [] }: Partial<Briefing> = {}): string[] => [
  ...(note && note.words !== '' ? [note.words] : []),
  ...questions.flatMap(({ question, answer }) =>
    answer ? [briefingWords.askedInFile({ question, answer: answer.words })] : [],
  ),
];

/** What the glossary says of a text's terms. */
const termNotes = (entries: readonly GlossaryEntry[], source: string, target: string): string[] =>
  entries
    .filter((entry) => saysSomething(entry, target))
    .map((entry) => [termWords(entry, { source, target }), entry.note].filter(Boolean).join('. '));

export interface TakeOut {
  language: string;
  as: TextFormat;
  /** Only what is missing, changed, copied or begun. */
  open: boolean;
  /** Only these documents: "template:order-received". */
  of?: string | undefined;
  /** A file for each document, in a zip. */
  each?: boolean | undefined;
}

type Write = (
  files: readonly FileOut[],
  languages: { source: string; target: string },
  kept: readonly MemoryPair[],
) => string | Promise<Buffer>;

const WRITTEN: Record<TextFormat, { write: Write; ending: string; type: string }> = {
  xliff: { write: writeXliff, ending: 'xlf', type: 'application/xliff+xml' },
  xliff12: { write: writeXliff12, ending: 'xlf', type: 'application/xliff+xml' },
  po: { write: writePo, ending: 'po', type: 'text/x-gettext-translation' },
  table: { write: writeTable, ending: 'csv', type: 'text/csv' },
  xlsx: {
    write: (files, languages) => writeSpreadsheet(tableRows(files, languages)),
    ending: 'xlsx',
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  },
  tmx: { write: writeTmx, ending: 'tmx', type: 'application/x-tmx+xml' },
};

/** A file for translators. */
export async function takeOut(access: Access, { language, as, open, of, each }: TakeOut): Promise<ExportedFile> {
  refuseLanguage(access, language);
  const { files } = await textsOf(access, language);
  const chosen = files
    .filter((f) => of === undefined || `${f.kind}:${f.slug}` === of)
    // A memory is what is done already.
    .map((f) => ({ ...f, units: f.units.filter((u) => !open || as === 'tmx' || OPEN_STATES.includes(u.state)) }))
    .filter((f) => f.units.length > 0);
  const { store } = access;
  const { write, ending, type } = WRITTEN[as];
  const name = `${store.id}-${language}${open && as !== 'tmx' ? '-to-do' : ''}`;
  const languages = { source: store.language, target: language };
  if (each && as !== 'tmx') {
    const files = await Promise.all(
      chosen.map(async (file) => ({
        name: `${{ template: '', passage: 'passages/', shared: 'shared/' }[file.kind]}${file.slug}.${ending}`,
        body: await write([file], languages, []),
      })),
    );
    return { name: `${name}.zip`, type: 'application/zip', body: pack(files) };
  }
  return {
    name: `${name}.${ending}`,
    type: as === 'xlsx' ? type : `${type}; charset=utf-8`,
    body: await write(chosen, languages, as === 'tmx' ? await keptPairs(access, language) : []),
  };
}

/** Reads a file by what it is, whatever it is called. */
function readFile(text: string, store: readonly FileOut[], languages: { source: string; target: string }): ReadResult {
  const begin = text.replace(/^\uFEFF/, '').trimStart();
  if (isTmx(text)) return readTmx(text, store, languages);
  if (begin.startsWith('<')) return readXliff(text);
  return /^\s*(msgid|msgctxt)\s+"/m.test(begin) ? readPo(text, store) : readTable(text);
}

/** Reads bytes: a text by what it is, a spreadsheet, or all files of a zip as if they were one. Throws `invalid` for what is none of these. */
async function readBytes(
  bytes: Uint8Array,
  store: readonly FileOut[],
  languages: { source: string; target: string },
): Promise<{ read: ReadResult; text: string }> {
  if (!isPacked(bytes)) {
    const text = decodeXml(bytes);
    if (text === undefined) throw new AppError('invalid', say.notUtf8);
    return { read: readFile(text, store, languages), text };
  }
  const all = (await unpack(bytes)).map((file) => {
    const text = 'text' in file ? file.text : '';
    const read = 'rows' in file ? readRows(file.rows) : readFile(text, store, languages);
    if (!read.ok) {
      const message = say.atLine({ line: read.problem.line, message: read.problem.message });
      throw new AppError('invalid', file.name === '' ? message : say.inPackedFile({ name: file.name, message }));
    }
    return { value: read.value, text };
  });
  const [first] = all;
  if (!first) throw new AppError('invalid', say.packedEmpty);
  // One that is of other languages is told of as such.
  const { value, text } = all.find((one) => !isOf(one.value, one.text, languages.source, languages.target)) ?? first;
  return { read: { ok: true, value: { ...value, files: all.flatMap((one) => one.value.files) } }, text };
}

/** Whether a file is from the store's language into this one. Tables and PO files need not say it. */
function isOf({ source, target }: HandedBack, text: string, own: string, language: string): boolean {
  const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
  const silent = (tag: string): boolean => tag === '' && !text.trimStart().startsWith('<');
  return (silent(target) || same(target, language)) && (silent(source) || same(source, own));
}

/** What a file would change, and of a memory what would be kept. Throws `invalid` for what cannot be read at all, with the line, or is of another language. */
export async function lookAtFile(access: Access, language: string, bytes: Uint8Array): Promise<FilePreview> {
  return (await look(access, language, bytes)).preview;
}

interface Looked {
  preview: FilePreview;
  /** Pairs of a memory that nothing offers yet. */
  fresh: MemoryPair[];
}

async function look(access: Access, language: string, bytes: Uint8Array): Promise<Looked> {
  refuseLanguage(access, language);
  const { store } = access;
  if (bytes.length > MOST_FILE_BYTES) {
    throw new AppError('invalid', say.translationsTooLarge({ most: MOST_FILE_BYTES / 1_000_000 }));
  }
  const { files, documents } = await textsOf(access, language);
  const { read, text } = await readBytes(bytes, files, { source: store.language, target: language });
  if (!read.ok) throw new AppError('invalid', say.atLine({ line: read.problem.line, message: read.problem.message }));
  const { source, target } = read.value;
  const units = read.value.files.reduce((sum, f) => sum + f.units.length, 0);
  if (units > MOST_UNITS) throw new AppError('invalid', say.tooManyTexts({ most: MOST_UNITS }));
  if (!isOf(read.value, text, store.language, language)) {
    throw new AppError(
      'invalid',
      say.otherLanguages({
        from: source === '' ? '?' : languageName(source),
        to: target === '' ? '?' : languageName(target),
        wantedFrom: languageName(store.language),
        wantedTo: languageName(language),
      }),
    );
  }
  const documentOf = (file: FileOut): TextDocument =>
    documents.find((d) => d.kind === file.kind && d.slug === file.slug)!;
  const comparison = compareTexts(
    read.value,
    files,
    (file) => ({ moment: documentOf(file).moment, language, sourceLanguage: store.language }),
    (file, segment) => placesOf(documentOf(file), store.language).find((p) => p.id === segment)!,
  );
  const pairs = isTmx(text) ? tmxPairs(text, { source: store.language, target: language }) : [];
  const fresh = await freshPairs(access, language, pairs);
  const memory = { fresh: fresh.length, known: pairs.length - fresh.length };
  const stamp = createHash('sha256')
    .update(JSON.stringify([comparison.changed, memory]))
    .digest('base64url');
  return { preview: { language, stamp, comparison, ...(pairs.length > 0 && { memory }) }, fresh };
}

/** Writes what was looked at into the drafts and keeps what is a memory, all or none. Throws `conflict` when it is not what it was. */
export async function bringInFile(
  access: Access,
  { language, stamp, name }: { language: string; stamp: string; name: string },
  bytes: Uint8Array,
): Promise<FileBrought> {
  const { preview, fresh } = await look(access, language, bytes);
  if (preview.stamp !== stamp) throw new AppError('conflict', say.changedSinceLooked, [], preview);
  const { changed } = preview.comparison;
  if (changed.length === 0 && fresh.length === 0) throw new AppError('invalid', say.nothingToBringIn);
  const saidBefore = await saidOf(access, language, changed);
  const memory = await database().transaction(async (tx) => {
    for (const own of byDocument(changed)) {
      const [{ kind, slug }] = own;
      const changes = own.map(({ after, ...c }): SegmentChange => ({ ...c, words: after }));
      await writeTexts(access, { kind, slug, language }, changes, tx);
    }
    const what = { n: changed.length, language: kept(() => languageName(language)), file: name };
    if (changed.length > 0) await remember(access, 'broughtTranslations', what, { db: tx });
    return fresh.length > 0 ? keepPairs(tx, access, { language, name }, fresh) : undefined;
  });
  return {
    segments: changed.length,
    pairs: fresh.length,
    notifications: notificationsOf(changed),
    undo: {
      segments: changed.map(({ kind, slug, segment, before, after }, i) => {
        const state = saidBefore[i];
        return { kind, slug, segment, before: after, words: before, ...(state && { state }) };
      }),
      ...(memory !== undefined && { memory }),
    },
  };
}

/** What was said of each text and its source as they are now; nothing where they are others by now. */
async function saidOf(
  access: Access,
  language: string,
  texts: readonly { kind: TextKind; slug: string; segment: string; source: string; before: string }[],
): Promise<(TranslationNote['state'] | undefined)[]> {
  const { documents, note } = await textDocuments(access);
  return texts.map(({ kind, slug, segment, source, before }) => {
    const document = documents.find((d) => d.kind === kind && d.slug === slug);
    const said = document && note(document, language, segment);
    return said && said.source === source && said.words === before ? said.state : undefined;
  });
}

/** Puts back what a file had changed, where nobody has changed it since, and removes the memory that came with it. */
export async function takeBackFile(
  access: Access,
  { language, segments, memory }: TakeBack,
): Promise<{ segments: number }> {
  refuseLanguage(access, language);
  if (memory !== undefined) await offerMemory(access, { id: memory, offered: false });
  if (segments.length === 0) return { segments: 0 };
  const { documents } = await textDocuments(access);
  await database().transaction(async (tx) => {
    for (const own of byDocument(segments)) {
      const [{ kind, slug }] = own;
      const draft = documents.find((d) => d.kind === kind && d.slug === slug)?.draft;
      const changes = own.map(({ segment, before, words, state }): SegmentChange => ({
        ...{ segment, before, words },
        ...(state && { state }),
        source: draft?.words[access.store.language]?.[segment] ?? '',
      }));
      await writeTexts(access, { kind, slug, language }, changes, tx);
    }
    const what = { n: segments.length, language: kept(() => languageName(language)) };
    await remember(access, 'tookBackTranslations', what, { db: tx });
  });
  return { segments: segments.length };
}

/** Those that versions follow come after those that follow them: what is written into one goes on to the others. */
function byDocument<T extends { kind: string; slug: string }>(changes: readonly T[]): [T, ...T[]][] {
  const groups = new Map<string, [T, ...T[]]>();
  for (const change of changes) {
    const key = `${change.kind} ${change.slug}`;
    const own = groups.get(key);
    if (own) own.push(change);
    else groups.set(key, [change]);
  }
  return [...groups.values()];
}

const notificationsOf = (changes: readonly { kind: string; slug: string }[]): string[] => [
  ...new Set(changes.filter((c) => c.kind === 'template').map((c) => readTemplateAddress(c.slug).slug)),
];
