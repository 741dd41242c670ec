import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { translatingDesk, type TranslatingQuery } from '@/app/translating';
import { may } from '@/contract/policy';
import { languageName } from '@/core/names';
import { allows } from '@/server/auth/access';
import { listOrders, orderForMoment, orderSnapshot } from '@/server/features/orders/orders';
import { benchOf } from '@/server/features/templates/templates';
import { TranslatingScreen } from '@/ui/languages/TranslatingScreen';
import { say } from '@/words/languages';
import { suggestionsAction } from '../../bench-actions';
import { briefingProps } from '../../briefing-props';
import { draftsAction, publishManyAction } from '../../journey/actions';
import { putInUseAction, translateAction } from '../actions';

interface Props {
  params: Promise<{ store: string; language: string }>;
  searchParams: Promise<TranslatingQuery>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: say.translateInto({ language: languageName((await params).language) }) };
}

export default async function Translating({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { language } = await params;
  const query = await searchParams;
  const [{ coverage, document, glossary }, bench, orders] = await Promise.all([
    translatingDesk(access, language, query),
    benchOf(access),
    listOrders(access, {}, 60),
  ]);
  const newest = orders.rows.map((o) => o.number);
  const number =
    query.order ?? (await orderForMoment(access, document.notificationId, document.moment, newest, language));
  const store = access.store.id;
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
      glossary={glossary}
      briefing={briefingProps(access)}
      now={Date.now()}
      mayEdit={may(access.role, 'words.translate')}
      mayPublish={allows(access, 'words.publish')}
      onTranslate={translateAction.bind(null, store)}
      onSuggest={suggestionsAction.bind(null, store)}
      onDrafts={draftsAction.bind(null, store)}
      onPublishMany={publishManyAction.bind(null, store)}
      onPutInUse={putInUseAction.bind(null, store)}
    />
  );
}
