import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { loadCoverage } from '@/server/features/languages/coverage';
import { LanguagesScreen } from '@/ui/languages/LanguagesScreen';
import { say } from '@/words/languages';

export const generateMetadata = (): Metadata => ({ title: say.languages });

export default async function Languages({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  return <LanguagesScreen base={`/s/${access.store.id}`} coverage={await loadCoverage(access)} />;
}
