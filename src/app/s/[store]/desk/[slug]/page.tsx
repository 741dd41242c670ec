import type { Metadata } from 'next';
import { cache } from 'react';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { shippedTemplate } from '@/core/shipped';
import { loadDesk } from '@/server/features/templates/templates';
import { remarksOn } from '@/server/features/viewings/remarks';
import { loadVersions } from '@/server/features/templates/versions';
import { DeskScreen } from '@/ui/desk/DeskScreen';
import {
  copyBlockAction,
  editionAction,
  makePassageAction,
  publishAction,
  remarkDoneAction,
  saveAction,
  shippedAction,
  templateOfAction,
  testAction,
  versionsAction,
} from '../../bench-actions';
import { draftsRehearsedAction, rehearseDraftsAction } from '../../rehearsal/actions';
import { benchProps, type BenchQuery } from '../../bench-props';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; slug: string }>;
  searchParams: Promise<BenchQuery>;
}

/** Loaded once for the page and its title. */
const load = cache(async (store: string, slug: string) =>
  orNotFound(loadDesk(await pageAccess(Promise.resolve({ store })), slug)),
);

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { store, slug } = await params;
  return { title: say.nameOnTheDesk({ name: (await load(store, slug)).notification.name }) };
}

export default async function Desk({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { slug } = await params;
  const store = access.store.id;
  const desk = await load(store, slug);
  return (
    <DeskScreen
      key={slug}
      {...await benchProps(access, await searchParams, {
        notificationId: desk.notification.id,
        moment: desk.notification.moment,
      })}
      item={{ kind: 'notification', ...desk.notification }}
      briefings={desk.briefings}
      draft={desk.draft}
      revision={desk.revision}
      live={desk.live}
      editions={desk.editions}
      store={desk.store}
      versions={await loadVersions(access, slug)}
      others={desk.others}
      previous={desk.previous}
      next={desk.next}
      onSave={saveAction.bind(null, store, slug)}
      onPublish={publishAction.bind(null, store, slug)}
      remarks={await remarksOn(access, desk.templateId)}
      onRemarkDone={remarkDoneAction.bind(null, store)}
      rehearsed={
        access.store.requiresRehearsal
          ? {
              onState: draftsRehearsedAction.bind(null, store),
              onRehearse: may(access.role, 'rehearsal.run') ? rehearseDraftsAction.bind(null, store) : undefined,
            }
          : undefined
      }
      onEdition={editionAction.bind(null, store, slug)}
      onEditionOf={editionAction.bind(null, store)}
      onVersions={versionsAction.bind(null, store, slug)}
      onTemplateOf={templateOfAction.bind(null, store)}
      onShipped={shippedTemplate(slug, []) && shippedAction.bind(null, store, slug)}
      onTest={testAction.bind(null, store, slug)}
      onCopyBlock={copyBlockAction.bind(null, store)}
      onMakePassage={makePassageAction.bind(null, store)}
    />
  );
}
