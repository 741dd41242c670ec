import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { AppError } from '@/server/base/errors';
import { loadSource } from '@/server/features/sources/sources';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { SourceScreen } from '@/ui/sources/SourceScreen';
import {
  changeSourceAction,
  publishMappingAction,
  readRequestAction,
  removeSourceAction,
  saveMappingAction,
  startFromEditionAction,
  switchSourceAction,
  takeRequestsAgainAction,
  tryMappingAction,
} from '../actions';
import { say } from '@/words/sources';

export const generateMetadata = (): Metadata => ({ title: say.source });

export default async function Source({ params }: { params: Promise<{ store: string; id: string }> }) {
  const access = await pageAccess(params);
  const { id } = await params;
  if (!may(access.role, 'source.edit')) {
    const back = { href: `/s/${access.store.id}/store/sources`, label: say.backToSources };
    return <NotAllowed title={say.source} action="source.edit" back={back} />;
  }
  const page = await loadSource(access, id).catch((error: unknown) => {
    if (error instanceof AppError && error.code === 'not-found') notFound();
    throw error;
  });
  const { store, role } = access;
  return (
    <SourceScreen
      {...page}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayEdit={may(role, 'source.edit')}
      onSave={saveMappingAction.bind(null, store.id, id)}
      onPublish={publishMappingAction.bind(null, store.id, id)}
      onTry={tryMappingAction.bind(null, store.id, id)}
      onRead={readRequestAction.bind(null, store.id, id)}
      onTakeAgain={takeRequestsAgainAction.bind(null, store.id, id)}
      onSwitch={switchSourceAction.bind(null, store.id, id)}
      onStartFrom={startFromEditionAction.bind(null, store.id, id)}
      onChangeSource={changeSourceAction.bind(null, store.id, id)}
      onRemove={removeSourceAction.bind(null, store.id, id)}
    />
  );
}
