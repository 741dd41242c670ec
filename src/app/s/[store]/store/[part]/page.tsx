import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadTerms } from '@/server/features/terms/terms';
import { isTermsPart } from '@/ui/terms/parts';
import { TermsScreen } from '@/ui/terms/TermsScreen';
import { saveTermsAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.store });

export default async function StorePart({ params }: { params: Promise<{ store: string; part: string }> }) {
  const { part } = await params;
  if (!isTermsPart(part)) notFound();
  const access = await pageAccess(params);
  return (
    <TermsScreen
      {...await loadTerms(access)}
      base={`/s/${access.store.id}`}
      part={part}
      mayEdit={may(access.role, 'terms.edit')}
      mayName={may(access.role, 'terms.name')}
      onSave={saveTermsAction.bind(null, access.store.id)}
    />
  );
}
