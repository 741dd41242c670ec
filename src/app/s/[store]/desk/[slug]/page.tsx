import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { loadDesk } from '@/server/features/templates/templates';
import { DeskScreen } from '@/ui/desk/DeskScreen';
import {
  copyBlockAction,
  editionAction,
  makePassageAction,
  publishAction,
  saveAction,
  templateOfAction,
  testAction,
} from '../../bench-actions';
import { benchProps, type BenchQuery } from '../../bench-props';

interface Props {
  params: Promise<{ store: string; slug: string }>;
  searchParams: Promise<BenchQuery>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { slug } = await params;
  return { title: SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)?.name ?? slug };
}

export default async function Desk({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { slug } = await params;
  const store = access.store.id;
  const desk = await orNotFound(loadDesk(access, slug));
  return (
    <DeskScreen
      key={slug}
      {...await benchProps(access, await searchParams)}
      item={{ kind: 'notification', ...desk.notification }}
      draft={desk.draft}
      revision={desk.revision}
      live={desk.live}
      editions={desk.editions}
      store={desk.store}
      others={desk.others}
      previous={desk.previous}
      next={desk.next}
      onSave={saveAction.bind(null, store, slug)}
      onPublish={publishAction.bind(null, store, slug)}
      onEdition={editionAction.bind(null, store, slug)}
      onTemplateOf={templateOfAction.bind(null, store)}
      onTest={testAction.bind(null, store, slug)}
      onCopyBlock={copyBlockAction.bind(null, store)}
      onMakePassage={makePassageAction.bind(null, store)}
    />
  );
}
