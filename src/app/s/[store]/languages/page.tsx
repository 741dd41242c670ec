import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { SHIPPED_LANGUAGES } from '@/core/shipped';
import { openQuestions } from '@/server/features/briefing/briefings';
import { loadCoverage } from '@/server/features/languages/coverage';
import { loadTranslators } from '@/server/features/languages/translators';
import { LanguagesScreen } from '@/ui/languages/LanguagesScreen';
import { say } from '@/words/languages';
import { addLanguageAction, allowTranslatorAction, removeLanguageAction, saveFallbackAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.languages });

export default async function Languages({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { id } = access.store;
  return (
    <LanguagesScreen
      base={`/s/${id}`}
      coverage={await loadCoverage(access)}
      questions={await openQuestions(access)}
      mayAnswer={may(access.role, 'template.edit')}
      translators={may(access.role, 'translator.allow') ? await loadTranslators(access) : undefined}
      mayChoose={may(access.role, 'language.choose')}
      shipped={SHIPPED_LANGUAGES}
      now={Date.now()}
      onAdd={addLanguageAction.bind(null, id)}
      onRemove={removeLanguageAction.bind(null, id)}
      onAllow={allowTranslatorAction.bind(null, id)}
      onFallback={saveFallbackAction.bind(null, id)}
    />
  );
}
