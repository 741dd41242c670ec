import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { languageName } from '@/core/names';
import { allows } from '@/server/auth/access';
import { entriesOf } from '@/server/features/glossary/entries';
import { loadCoverage } from '@/server/features/languages/coverage';
import { loadTranslating } from '@/server/features/languages/translating';
import { listOrders, orderForMoment, orderSnapshot } from '@/server/features/orders/orders';
import { benchOf } from '@/server/features/templates/templates';
import { openIn } from '@/ui/languages/states';
import { TranslatingScreen } from '@/ui/languages/TranslatingScreen';
import { inOrderOfWork, type Wanted } from '@/ui/languages/where';
import { say } from '@/words/languages';
import { briefingProps } from '../../briefing-props';
import { suggestionsAction } from '../../bench-actions';
import { draftsAction, publishManyAction } from '../../journey/actions';
import { translateAction } from '../actions';

interface Props {
  params: Promise<{ store: string; language: string }>;
  searchParams: Promise<{ of?: string; passage?: string; segment?: string; show?: string; order?: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: say.translateInto({ language: languageName((await params).language) }) };
}

/** Whether terms of a language count for another: those of "de" count for "de-AT". */
const isOf = (tag: string, language: string): boolean => tag === language || tag === language.split('-')[0];

export default async function Translating({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { language } = await params;
  const query = await searchParams;
  const [coverage, bench, orders, glossary] = await Promise.all([
    loadCoverage(access),
    benchOf(access),
    listOrders(access, {}, 60),
    entriesOf(access),
  ]);
  if (!coverage.languages.some((l) => l.language === language)) notFound();
  const first = inOrderOfWork(coverage.documents, (d) => openIn(d.counts[language]) > 0)[0];
  if (!first) notFound();
  const wanted: Wanted =
    query.passage !== undefined
      ? { kind: 'passage', slug: query.passage }
      : {
          kind: query.of === undefined && first.kind === 'passage' ? 'passage' : 'template',
          slug: query.of ?? first.slug,
        };
  const document = await orNotFound(loadTranslating(access, language, wanted));
  const newest = orders.rows.map((o) => o.number);
  const number =
    query.order ?? (await orderForMoment(access, document.notificationId, document.moment, newest, language));
  const store = access.store.id;
  const { role } = access;
  return (
    <TranslatingScreen
      key={`${language} ${document.kind} ${document.slug}`}
      base={`/s/${store}`}
      language={language}
      document={document}
      documents={coverage.documents}
      {...bench}
      order={await orNotFound(orderSnapshot(access, number))}
      segment={query.segment}
      all={query.show === 'all'}
      glossary={glossary.map(({ terms, id, name, note }) => ({
        ...{ id, name, note },
        terms: terms.filter((t) => isOf(t.language, access.store.language) || isOf(t.language, language)),
      }))}
      briefing={briefingProps(access)}
      now={Date.now()}
      mayEdit={may(role, 'words.translate')}
      mayPublish={allows(access, 'words.publish')}
      onTranslate={translateAction.bind(null, store)}
      onSuggest={suggestionsAction.bind(null, store)}
      onDrafts={draftsAction.bind(null, store)}
      onPublishMany={publishManyAction.bind(null, store)}
    />
  );
}
