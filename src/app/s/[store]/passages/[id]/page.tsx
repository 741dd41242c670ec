import type { Metadata } from 'next';
import { cache } from 'react';
import { orNotFound, pageAccess } from '@/app/page-access';
import { briefingsOf } from '@/server/features/briefing/briefings';
import { benchOf } from '@/server/features/templates/templates';
import { loadPassage, PASSAGE_MOMENT } from '@/server/features/templates/passages';
import { DeskScreen } from '@/ui/desk/DeskScreen';
import {
  copyBlockAction,
  makePassageAction,
  passageEditionAction,
  publishPassageAction,
  removePassageAction,
  savePassageAction,
  templateOfAction,
  testAction,
} from '../../bench-actions';
import { bringBackAction } from '../../store/removed/actions';
import { benchProps, type BenchQuery } from '../../bench-props';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; id: string }>;
  searchParams: Promise<BenchQuery>;
}

/** Loaded once for the page and its title. */
const load = cache(async (store: string, id: string) =>
  orNotFound(loadPassage(await pageAccess(Promise.resolve({ store })), id)),
);

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { store, id } = await params;
  return { title: (await load(store, id)).name };
}

export default async function Passage({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { id } = await params;
  const store = access.store.id;
  const [passage, bench, briefings] = await Promise.all([
    load(store, id),
    benchOf(access),
    briefingsOf(access, { kind: 'passage', id }),
  ]);
  const users = passage.users.map((u) => u.name);
  return (
    <DeskScreen
      key={id}
      {...await benchProps(access, await searchParams)}
      {...bench}
      item={{ kind: 'passage', slug: id, name: passage.name, moment: PASSAGE_MOMENT, on: true }}
      briefings={briefings({ kind: 'passage', id })}
      draft={passage.draft}
      revision={passage.revision}
      live={passage.live}
      editions={passage.editions}
      publishAbout={
        users.length === 0 ? say.noMessageUsesThisPassage : say.fromNowOnItReads({ users: users.join(', ') })
      }
      others={[]}
      onSave={savePassageAction.bind(null, store, id)}
      onPublish={publishPassageAction.bind(null, store, id)}
      onEdition={passageEditionAction.bind(null, store, id)}
      onTemplateOf={templateOfAction.bind(null, store)}
      onTest={testAction.bind(null, store, id)}
      onCopyBlock={copyBlockAction.bind(null, store)}
      onMakePassage={makePassageAction.bind(null, store)}
      onBringBack={bringBackAction.bind(null, store)}
      onRemovePassage={removePassageAction.bind(null, store, id)}
    />
  );
}
