/** Finding and replacing across the drafts of all messages and passages of a store. */
import type { FindWords, FoundInStore, FoundWords, PutOutcome, WordsPut } from '@/contract/replace';
import { languageName } from '@/core/names';
import { readTemplateAddress } from '@/core/plan';
import { segmentsOf, type Template } from '@/core/template';
import { parseSource, replaceInSource } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { readTemplate } from '../../documents/read-template';
import { asTemplate, passageShelf, templateRow, templateShelf } from '../../documents/shelves';
import { draftsOfStore, sharesPlace } from './drafts';
import { say } from '@/words/refusals';

/** Refuses braces: placeholders are no words, and are changed where they stand. */
function refuseBraces({ search, replacement }: FindWords): void {
  for (const [path, text] of Object.entries({ '/search': search, '/replacement': replacement })) {
    if (/[{}]/.test(text)) throw new AppError('invalid', say.noBracesHere, [{ path, message: say.noBracesHere }]);
  }
}

/** Every segment in which a search finds something, with its words before and after; nothing is changed. */
export async function findWords(access: Access, wanted: FindWords): Promise<FoundInStore> {
  refuseBraces(wanted);
  const found: FoundWords[] = [];
  const unread: FoundInStore['unread'] = [];
  const all = await draftsOfStore(access);
  for (const document of all) {
    const { kind, slug, name, revision, draft } = document;
    const leads = document.follows && all.find((d) => d.slug === document.follows);
    for (const { id, label, form } of segmentsOf(draft)) {
      for (const [language, words] of Object.entries(draft.words)) {
        if (wanted.language !== '' && language !== wanted.language) continue;
        // What a version has from another is found there.
        if (leads && sharesPlace(document, leads, language, id)) continue;
        const before = words[id] ?? '';
        if (before === '') continue;
        if (!parseSource(before).ok) {
          unread.push({ name, label, language: languageName(language) });
          continue;
        }
        const next = replaceInSource(before, form, wanted, wanted.replacement);
        if (!next) continue;
        const { source: after, places } = next;
        const followers = all.flatMap((d) => (sharesPlace(d, document, language, id) ? [d.version] : []));
        found.push({ kind, slug, name, revision, language, segment: id, label, places, followers, before, after });
      }
    }
  }
  return { found, unread };
}

/**
 * Puts words into drafts as they were seen, all or none. Throws `conflict` when a draft changed since, and `invalid` for a language or a
 * place that it does not have.
 */
export async function putWords(access: Access, puts: readonly WordsPut[]): Promise<PutOutcome> {
  const byDocument = new Map<string, WordsPut[]>();
  for (const put of puts) {
    const key = `${put.kind} ${put.slug}`;
    byDocument.set(key, [...(byDocument.get(key) ?? []), put]);
  }
  return database().transaction(async (tx) => {
    const touched = new Set<string>();
    const documents = [...byDocument.values()].map((own) => own as [WordsPut, ...WordsPut[]]);
    const written = { by: access.person.name, at: new Date() };
    /** Versions of a notification that others follow change those as well, so what is put into the others goes first. */
    const later: (() => Promise<void>)[] = [];
    for (const own of documents) {
      const [{ kind, slug, revision }] = own;
      if (kind === 'passage') {
        const key = { access, id: slug };
        const current = await passageShelf.draft(key, tx, true);
        refuseChanged(slug, current.revision, own);
        const { blocks, words } = withPuts(access, asTemplate(current.content), own);
        await passageShelf.write(key, { content: { blocks, words }, revision: revision + 1, ...written }, tx);
      } else {
        const { template, title } = await templateRow(access, slug, tx, true);
        refuseChanged(title, template.revision, own);
        const content = withPuts(access, template.draft, own);
        const write = (): Promise<void> =>
          templateShelf.write({ access, id: template.id }, { content, revision: revision + 1, ...written }, tx);
        if (template.draft.follows) await write();
        else later.push(write);
        touched.add(readTemplateAddress(slug).slug);
      }
    }
    for (const write of later) await write();
    const outcome: PutOutcome = { notifications: [...touched], documents: documents.length, revisions: [] };
    for (const [{ kind, slug, revision }] of documents) {
      const now = kind === 'passage' ? revision + 1 : (await templateRow(access, slug, tx)).template.revision;
      outcome.revisions.push({ kind, slug, revision: now });
    }
    await remember(access, 'replacedWords', { places: puts.length }, { db: tx });
    return outcome;
  });
}

function refuseChanged(name: string, revision: number, puts: readonly WordsPut[]): void {
  if (puts.some((p) => p.revision !== revision)) throw new AppError('conflict', say.changedSinceFound({ name }));
}

function withPuts({ store }: Access, draft: Template, puts: readonly WordsPut[]): Template {
  const words = { ...draft.words };
  const known = new Set(segmentsOf(draft).map((s) => s.id));
  for (const { language, segment, source } of puts) {
    const own = words[language];
    if (!own || !known.has(segment)) throw new AppError('invalid', say.noSuchPlaceForWords);
    words[language] = { ...own, [segment]: source };
  }
  return readTemplate(store.id, { ...draft, words });
}
