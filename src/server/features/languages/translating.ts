/** The translating desk: the segments of a message or passage in a language, and saving one of them. */
import type { DocumentToTranslate, TextKind, Translate, Translated } from '@/contract/languages';
import { languageName } from '@/core/names';
import { neededSegments, type Template } from '@/core/template';
import { segmentStanding } from '@/core/translation';
import type { Access } from '../../auth/access';
import { refuseClosed, refuseLanguage } from '../../auth/translators';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import { readTemplate } from '../../documents/read-template';
import { asTemplate, passageShelf, templateRow, templateShelf } from '../../documents/shelves';
import { briefingsOf } from '../briefing/briefings';
import { PASSAGE_MOMENT } from '../templates/passages';
import { setAside } from './aside';
import { leadsAmong, textDocuments } from './documents';
import { refuseChanged, refuseUnfinished, sayOf, type SegmentChange, type Written, type WrittenTexts } from './saying';
import { segmentsIn } from './segments';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

/** What is translated of a version or a passage in a language. Throws `not-found`. */
export async function loadTranslating(
  access: Access,
  language: string,
  wanted: { kind: TextKind; slug: string },
): Promise<DocumentToTranslate> {
  const { store } = access;
  refuseLanguage(access, language);
  const { documents, note } = await textDocuments(access);
  const document = documents.find((d) => d.kind === wanted.kind && d.slug === wanted.slug);
  if (!document) throw new AppError('not-found', say.nothingToTranslate({ slug: wanted.slug }));
  refuseClosed(access, document);
  const leads = leadsAmong(documents)(document);
  const { kind, id } = document;
  const briefings = (await briefingsOf(access, { kind, id }))({ kind, id });
  return {
    kind,
    slug: document.slug,
    name: document.name,
    moment: document.moment,
    ...(document.notification && { notificationId: document.notification.id }),
    template: document.draft,
    ...(leads && { follows: { slug: leads.slug, name: leads.version } }),
    segments: segmentsIn(document, language, store.language, { leads, note }).map((s) => {
      const briefing = briefings[s.id];
      return briefing ? { ...s, briefing } : s;
    }),
  };
}

/**
 * Saves the words of a segment and what is said of them, whatever else of the draft was changed meanwhile. Throws `conflict` with what
 * stands there when the segment itself was, `invalid` for words that cannot go out and are said to be done.
 */
export async function translate(access: Access, input: Translate): Promise<Translated> {
  const { kind, slug, language, state } = input;
  refuseLanguage(access, language);
  return database().transaction(async (tx) => {
    const { name, written } = await writeTexts(access, { kind, slug, language }, [input], tx);
    const [{ place, standing }] = written as [Written, ...Written[]];
    if (state !== 'begun') {
      await remember(
        access,
        state === 'done' ? 'translated' : 'checkedTranslation',
        { what: name, label: place.label, language: kept(() => languageName(language)) },
        { db: tx },
      );
    }
    return standing;
  });
}

/** Writes into texts of one document, whatever it is, in the transaction of `tx`. Throws as {@link translate} does. */
export const writeTexts = (
  access: Access,
  { kind, slug, language }: { kind: TextKind; slug: string; language: string },
  changes: readonly SegmentChange[],
  tx: Executor,
): Promise<WrittenTexts> =>
  kind === 'shared'
    ? setAside(access, { slug, language }, changes, tx)
    : writeSegments(access, { kind, slug, language }, changes, tx);

/** Writes into segments of one document, in the transaction of `tx`. Throws as {@link translate} does. */
export async function writeSegments(
  access: Access,
  { kind, slug, language }: { kind: 'template' | 'passage'; slug: string; language: string },
  changes: readonly SegmentChange[],
  tx: Executor,
): Promise<WrittenTexts> {
  const { store } = access;
  const document = await openDocument(access, kind, slug, tx);
  refuseClosed(access, { kind, id: document.id });
  const { draft } = document;
  const places = neededSegments(draft, store.language);
  const next = { ...draft.words[language] };
  const written: Written[] = [];
  for (const { segment, source: seen, before, words, state } of changes) {
    const place = places.find((p) => p.id === segment);
    if (!place) throw new AppError('invalid', say.noSuchPlaceForWords);
    const now = draft.words[language]?.[segment] ?? '';
    const source = draft.words[store.language]?.[segment] ?? '';
    refuseChanged({ source, words: now, by: document.by }, { source: seen, before, words });
    if (state === 'done' || state === 'checked') {
      refuseUnfinished(place, document.moment, { source, words, language, own: store.language });
    }
    next[segment] = words;
    await sayOf(access, { kind, document: document.id, language, segment }, { source, words, state }, tx);
    written.push({ place, standing: segmentStanding({ source, words, note: state && { state, source, words } }) });
  }
  if (changes.some(({ segment }) => next[segment] !== (draft.words[language]?.[segment] ?? ''))) {
    await document.write(readTemplate(store.id, { ...draft, words: { ...draft.words, [language]: next } }));
  }
  return { name: document.name, written };
}

/** A draft, locked until the transaction ends, and how it is written. */
async function openDocument(access: Access, kind: 'template' | 'passage', slug: string, tx: Executor) {
  const by = access.person.name;
  if (kind === 'passage') {
    const key = { access, id: slug };
    const current = await passageShelf.draft(key, tx, true);
    return {
      id: slug,
      name: slug,
      moment: PASSAGE_MOMENT as string,
      by: current.by,
      draft: asTemplate(current.content),
      write: ({ blocks, words }: Template) =>
        passageShelf.write(key, { content: { blocks, words }, revision: current.revision + 1, by, at: new Date() }, tx),
    };
  }
  const { notification, template, title } = await templateRow(access, slug, tx, true);
  return {
    id: template.id,
    name: title,
    moment: notification.moment as string,
    by: template.draftBy,
    draft: template.draft,
    write: (content: Template) =>
      templateShelf.write(
        { access, id: template.id },
        { content, revision: template.revision + 1, by, at: new Date() },
        tx,
      ),
  };
}
