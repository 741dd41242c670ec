'use client';
/** Changes between two templates as a list in words. */
import { languageName } from '@/core/names';
import type { TemplateChange } from '@/core/template';
import { ChangedText } from '../bench/ChangedText';
import { Mark } from '../parts/marks';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';

const VERBS: Record<TemplateChange['kind'], string> = inEachLanguage(() => ({
  words: say.wordsChanged,
  added: 'added',
  removed: 'removed',
  moved: 'moved',
  settings: say.settingsChanged,
}));

export function ChangeList({ changes }: { changes: readonly TemplateChange[] }) {
  return (
    <ul className="mt-1" data-testid="changes">
      {changes.map((c, i) => (
        <li key={i} className="flex gap-2 border-b border-rule py-1.5">
          <span className="translate-y-1">
            <Mark tone="quiet" size={10} />
          </span>
          <span className="min-w-0">
            <span className="font-semibold">{c.label}</span>
            {c.language ? `, ${languageName(c.language)}` : ''}: {VERBS[c.kind]}
            {c.detail && ` (${c.detail})`}
            {c.kind === 'words' && (
              <ChangedText before={c.before ?? ''} after={c.after ?? ''} language={c.language ?? 'en'} />
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
