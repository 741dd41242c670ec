import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { SHIPPED_LANGUAGES } from '@/core/shipped';
import type { Access } from '@/server/auth/access';
import { config } from '@/server/base/config';
import { openQuestions } from '@/server/features/briefing/briefings';
import { loadCoverage } from '@/server/features/languages/coverage';
import { loadLinks } from '@/server/features/languages/links';
import { loadTranslators } from '@/server/features/languages/translators';
import { LanguagesScreen } from '@/ui/languages/LanguagesScreen';
import { say } from '@/words/languages';
import {
  addLanguageAction,
  allowTranslatorAction,
  makeLinkAction,
  takeLinkBackAction,
  removeLanguageAction,
  saveFallbackAction,
} from './actions';

export const generateMetadata = (): Metadata => ({ title: say.languages });

const linksOf = async (access: Access) => ({
  links: await loadLinks(access),
  url: config().url,
  zone: access.store.timeZone,
  onMake: makeLinkAction.bind(null, access.store.id),
  onTakeBack: takeLinkBackAction.bind(null, access.store.id),
});

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
      links={may(access.role, 'translator.allow') ? await linksOf(access) : undefined}
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
