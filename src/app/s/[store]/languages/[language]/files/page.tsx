import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { languageName } from '@/core/names';
import { allows } from '@/server/auth/access';
import { loadCoverage } from '@/server/features/languages/coverage';
import { listMemoryFiles } from '@/server/features/languages/kept-memory';
import { TranslationFilesScreen } from '@/ui/languages/TranslationFilesScreen';
import { say } from '@/words/languages';
import { draftsAction, publishManyAction } from '../../../journey/actions';
import {
  bringTranslationsAction,
  lookAtTranslationsAction,
  offerMemoryAction,
  takeBackTranslationsAction,
} from '../../actions';

interface Props {
  params: Promise<{ store: string; language: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: say.filesFor({ language: languageName((await params).language) }) };
}

export default async function TranslationFiles({ params }: Props) {
  const access = await pageAccess(params);
  const { language } = await params;
  const own = (await loadCoverage(access)).languages.find((l) => l.language === language);
  if (!own) notFound();
  const { store, role } = access;
  return (
    <TranslationFilesScreen
      base={`/s/${store.id}`}
      coverage={own}
      source={store.language}
      zone={store.timeZone}
      memories={await listMemoryFiles(access, language)}
      mayTranslate={may(role, 'words.translate')}
      mayPublish={allows(access, 'words.publish')}
      onLook={lookAtTranslationsAction.bind(null, store.id, language)}
      onBring={bringTranslationsAction.bind(null, store.id)}
      onTakeBack={takeBackTranslationsAction.bind(null, store.id)}
      onOffer={offerMemoryAction.bind(null, store.id)}
      onDrafts={draftsAction.bind(null, store.id)}
      onPublishMany={publishManyAction.bind(null, store.id)}
    />
  );
}
