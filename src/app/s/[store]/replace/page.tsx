import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { ReplaceScreen } from '@/ui/replace/ReplaceScreen';
import { say } from '@/words/replace';
import { draftsAction, publishManyAction } from '../journey/actions';
import { findWordsAction, putWordsAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.findAndReplace });

export default async function Replace({ params }: { params: Promise<{ store: string }> }) {
  const { store, role } = await pageAccess(params);
  return (
    <ReplaceScreen
      base={`/s/${store.id}`}
      languages={store.languages}
      mayReplace={may(role, 'template.edit')}
      mayPublish={may(role, 'template.publish')}
      onFind={findWordsAction.bind(null, store.id)}
      onPut={putWordsAction.bind(null, store.id)}
      onDrafts={draftsAction.bind(null, store.id)}
      onPublishMany={publishManyAction.bind(null, store.id)}
    />
  );
}
