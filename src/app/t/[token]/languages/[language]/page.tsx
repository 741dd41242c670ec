import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { orNotFound } from '@/app/page-access';
import { translatingDesk, type TranslatingQuery } from '@/app/translating';
import type { DocumentToTranslate } from '@/contract/languages';
import type { DeskStore } from '@/contract/templates';
import { NO_CODES } from '@/core/codes';
import { languageName } from '@/core/names';
import { passagesUsed } from '@/core/template';
import { linkAccess } from '@/server/auth/links';
import { orderForMoment, orderSnapshot } from '@/server/features/orders/orders';
import { benchOf } from '@/server/features/templates/templates';
import { OutsideScreen } from '@/ui/languages/OutsideScreen';
import { say } from '@/words/languages';
import { askByLinkAction, takeQuestionBackByLinkAction, translateByLinkAction } from '../../actions';

interface Props {
  params: Promise<{ token: string; language: string }>;
  searchParams: Promise<TranslatingQuery>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: say.translateInto({ language: languageName((await params).language) }) };
}

/** Words in these languages alone. */
const wordsIn = <T,>(words: Readonly<Record<string, T>>, languages: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(words).filter(([l]) => languages.includes(l)));

/** What a message is made of, and nothing of the store's trade: no customers, codes, products or files, and no other message's passages. */
const forOutside = (store: DeskStore, { template }: DocumentToTranslate, languages: readonly string[]): DeskStore => {
  const used = passagesUsed(template.blocks, store.passages);
  return {
    ...store,
    passages: Object.fromEntries(
      Object.entries(store.passages).flatMap(([id, p]) =>
        used.has(id) ? [[id, { ...p, words: wordsIn(p.words, languages) }]] : [],
      ),
    ),
    passageNames: [],
    codes: NO_CODES,
    channels: [],
    products: [],
    locations: [],
    senderDomains: [],
    shelf: { files: [], room: store.shelf.room },
  };
};

/** A document with its words in these languages alone. */
const onlyIn = (document: DocumentToTranslate, languages: readonly string[]): DocumentToTranslate => ({
  ...document,
  template: {
    ...document.template,
    words: wordsIn(document.template.words, languages),
  },
});

export default async function TranslatingByLink({ params, searchParams }: Props) {
  const { token, language } = await params;
  const found = await linkAccess(token);
  // The layout says that the link is not open.
  if (!found) return null;
  if (found.language !== language) notFound();
  const { access } = found;
  const query = await searchParams;
  const [{ coverage, document, glossary }, bench] = await Promise.all([
    translatingDesk(access, language, query),
    benchOf(access),
  ]);
  const both = [access.store.language, language];
  // A made-up order: customers' own are not for outside.
  const number = await orderForMoment(access, undefined, document.moment, []);
  return (
    <OutsideScreen
      key={`${document.kind} ${document.slug}`}
      base={`/t/${token}`}
      language={language}
      document={onlyIn(document, both)}
      documents={coverage.documents.map((d) => ({ ...d, sent: 0 }))}
      store={forOutside(bench.store, document, both)}
      order={await orNotFound(orderSnapshot(access, number))}
      segment={query.segment}
      all={query.show === 'all'}
      glossary={glossary}
      now={Date.now()}
      onTranslate={translateByLinkAction.bind(null, token)}
      onAsk={askByLinkAction.bind(null, token)}
      onTakeBack={takeQuestionBackByLinkAction.bind(null, token)}
    />
  );
}
