/** What of a store is translated into a language, and what ships in it: for offering it where the same is to be translated again. */
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { segmentsOf, type Template } from '@/core/template';
import type { MemoryEntry } from '@/core/translation';
import type { Access } from '../../auth/access';
import { refuseLanguage } from '../../auth/translators';
import type { ExportedFile } from '../templates/exported';
import { textsOf } from './files';
import { keptPairs } from './kept-memory';
import { say } from '@/words/languages';

/** Entries as JSON: what the store has first, then memories that were brought in, then what ships. What was begun or copied is no translation yet. */
export async function takeMemory(access: Access, { language }: { language: string }): Promise<ExportedFile> {
  refuseLanguage(access, language);
  const { files } = await textsOf(access, language);
  const own = files.flatMap(({ name, units }) =>
    units.flatMap(({ label, state, source, madeFrom, words }): MemoryEntry[] => {
      const where = say.whereText({ document: name, label });
      if (state === 'done' || state === 'checked') return [{ source, words, where }];
      return state === 'changed' && madeFrom !== undefined ? [{ source: madeFrom, words, where }] : [];
    }),
  );
  const kept = (await keptPairs(access, language)).map(({ source, words, file }): MemoryEntry => ({
    ...{ source, words },
    where: say.fromFile({ file }),
  }));
  return {
    name: `${access.store.id}-${language}.json`,
    type: 'application/json; charset=utf-8',
    body: JSON.stringify([...own, ...kept, ...shippedEntries(access.store.language, language)]),
  };
}

function shippedEntries(from: string, to: string): MemoryEntry[] {
  const entriesOf = (name: string, template: Template): MemoryEntry[] =>
    segmentsOf(template).flatMap(({ id, label }) => {
      const [source = '', words = ''] = [template.words[from]?.[id], template.words[to]?.[id]];
      return source === '' || words === ''
        ? []
        : [{ source, words, where: say.ships({ where: say.whereText({ document: name, label }) }) }];
    });
  return SHIPPED_NOTIFICATIONS.flatMap(({ name, template, variants = [] }) => [
    ...entriesOf(name, template),
    ...variants.flatMap((v) => entriesOf(name, v.template)),
  ]);
}
