/** What readers of a language get where a message is not complete in it. */
import { eq } from 'drizzle-orm';
import type { SaveFallback } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Fallbacks } from '@/core/plan';
import { neededSegments } from '@/core/template';
import { translationFindings } from '@/core/translation';
import type { SchemaProblem } from '@/core/schema';
import type { Access } from '../../auth/access';
import { refuseLanguage } from '../../auth/translators';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { stores } from '../../db/schema';
import { settingsChanged } from '../../events/planner';
import { draftsOfStore } from '../templates/drafts';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

/** How many words that cannot go out are named at once. */
const MOST_NAMED = 8;

/**
 * Chooses what readers of a language get from now on. Throws `invalid` for languages that cannot come next, and for published words that
 * would go out in part and cannot; `not-found` for a language that the store does not translate into.
 */
export async function saveFallback(access: Access, { language, then, partly }: SaveFallback): Promise<void> {
  refuseLanguage(access, language);
  const { store } = access;
  const wrong = then.find((l, i) => l === language || !store.languages.includes(l) || then.indexOf(l) !== i);
  if (wrong !== undefined) {
    const message = say.cannotComeNext({ language: languageName(wrong) });
    throw new AppError('invalid', message, [{ path: '/then', message }]);
  }
  if (partly) await refuseWordsThatCannotGoOut(access, language);
  await database().transaction(async (tx) => {
    const [row] = await tx
      .select({ fallbacks: stores.fallbacks })
      .from(stores)
      .where(eq(stores.id, store.id))
      .for('update');
    const { [language]: _before, ...others } = row?.fallbacks ?? ({} as Fallbacks);
    const fallbacks = then.length > 0 || partly ? { ...others, [language]: { then, partly } } : others;
    await tx.update(stores).set({ fallbacks }).where(eq(stores.id, store.id));
    await remember(access, 'choseFallback', { language: kept(() => languageName(language)) }, { db: tx });
    await settingsChanged(tx, store.id);
  });
}

/** What was published while it waited to be complete was not looked at as strictly as what goes out. */
async function refuseWordsThatCannotGoOut(access: Access, language: string): Promise<void> {
  const own = access.store.language;
  const problems: SchemaProblem[] = [];
  for (const { name, moment, live } of await draftsOfStore(access, true)) {
    if (!live?.words[language]) continue;
    for (const place of neededSegments(live, own)) {
      const [source, words] = [live.words[own]?.[place.id] ?? '', live.words[language][place.id] ?? ''];
      const found = translationFindings(source, words, { place, moment, language, sourceLanguage: own });
      const blocker = found.find((f) => f.severity === 'blocker');
      if (!blocker) continue;
      problems.push({
        path: '/partly',
        message: say.cannotGoOutIn({ document: name, label: place.label, why: blocker.message }),
      });
    }
  }
  if (problems.length === 0) return;
  const message = say.notPartly({ n: problems.length, language: languageName(language) });
  throw new AppError('invalid', message, problems.slice(0, MOST_NAMED));
}
