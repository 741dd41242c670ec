/** What the translating desk opens with, for colleagues and for who comes by a link. */
import { notFound } from 'next/navigation';
import { orNotFound } from '@/app/page-access';
import type { Coverage, DocumentToTranslate } from '@/contract/languages';
import type { GlossaryEntry } from '@/core/glossary';
import type { Access } from '@/server/auth/access';
import { entriesOf } from '@/server/features/glossary/entries';
import { loadCoverage } from '@/server/features/languages/coverage';
import { loadTranslating } from '@/server/features/languages/translating';
import { openIn } from '@/ui/languages/states';
import { inOrderOfWork, type Wanted } from '@/ui/languages/where';

export interface TranslatingQuery {
  of?: string;
  passage?: string;
  shared?: string;
  segment?: string;
  show?: string;
  order?: string;
}

/** The document that is asked for, or the first with work; all of the desk, and the terms of the two languages. */
export async function translatingDesk(
  access: Access,
  language: string,
  query: TranslatingQuery,
): Promise<{ coverage: Coverage; document: DocumentToTranslate; glossary: GlossaryEntry[] }> {
  const [coverage, glossary] = await Promise.all([loadCoverage(access), entriesOf(access)]);
  if (!coverage.languages.some((l) => l.language === language)) notFound();
  const first = inOrderOfWork(coverage.documents, (d) => openIn(d.counts[language]) > 0)[0];
  if (!first) notFound();
  const wanted: Wanted =
    query.passage !== undefined
      ? { kind: 'passage', slug: query.passage }
      : query.shared !== undefined
        ? { kind: 'shared', slug: query.shared }
        : query.of !== undefined
          ? { kind: 'template', slug: query.of }
          : { kind: first.kind, slug: first.slug };
  return {
    coverage,
    document: await orNotFound(loadTranslating(access, language, wanted)),
    glossary: glossary.map(({ terms, id, name, note }) => ({
      ...{ id, name, note },
      terms: terms.filter((t) => isOf(t.language, access.store.language) || isOf(t.language, language)),
    })),
  };
}

/** Whether terms of a language count for another: those of "de" count for "de-AT". */
const isOf = (tag: string, language: string): boolean => tag === language || tag === language.split('-')[0];
