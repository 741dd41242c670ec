/** The glossary's screen: each entry with how often the store's texts say it, and where they do not keep to it. */
import type { EntryOnScreen, GlossaryPage, TermBreach } from '@/contract/glossary';
import { entriesIn, glossaryBetween, glossaryFindings } from '@/core/glossary';
import { neededSegments } from '@/core/template';
import type { Access } from '../../auth/access';
import { targetsOf } from '../../auth/translators';
import { draftsOfStore, sharesPlace } from '../templates/drafts';
import { entriesOf } from './entries';

/** Places that are named of an entry at most. */
const MOST_BREACHES = 200;

/** Everything the screen opens with. Texts that a version shares with another one count once. */
export async function loadGlossary(access: Access): Promise<GlossaryPage> {
  const own = access.store.language;
  const [rows, drafts] = await Promise.all([entriesOf(access), draftsOfStore(access)]);
  const targets = targetsOf(access);
  const entries = new Map(rows.map((e): [string, EntryOnScreen] => [e.id, { ...e, used: 0, breaches: [] }]));
  const between = [own, ...targets].map((language) => glossaryBetween(rows, own, language));
  const leads = new Map(drafts.map((d) => [`${d.kind} ${d.slug}`, d]));
  if (rows.length > 0) {
    for (const document of drafts) {
      const { kind, slug, name, draft } = document;
      const lead = document.follows === undefined ? undefined : leads.get(`template ${document.follows}`);
      for (const place of neededSegments(draft, own)) {
        const source = draft.words[own]?.[place.id] ?? '';
        const at = { kind, slug, document: name, segment: place.id, label: place.label };
        const shared = (language: string): boolean =>
          lead !== undefined && sharesPlace(document, lead, language, place.id);
        if (!shared(own)) for (const entry of entriesIn(source, between[0]!.said)) entries.get(entry.id)!.used += 1;
        for (const of of between) {
          if (shared(of.target)) continue;
          const words = of.target === own ? source : (draft.words[of.target]?.[place.id] ?? '');
          for (const { entry, message } of glossaryFindings(source, words, place.form, of)) {
            breach(entries.get(entry.id)!, { language: of.target, ...at, message });
          }
        }
      }
    }
  }
  return { languages: [own, ...targets], entries: [...entries.values()] };
}

const breach = (entry: EntryOnScreen, at: TermBreach): void => {
  if (entry.breaches.length < MOST_BREACHES) entry.breaches.push(at);
};
