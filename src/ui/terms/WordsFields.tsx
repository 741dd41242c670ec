'use client';
/** What a name is in each language besides the store's own. */
import type { NameWords } from '@/core/terms';
import { directionOf } from '@/core/text';
import { say } from '@/words/terms';

export function WordsFields({
  name,
  words,
  languages,
  readOnly,
  onChange,
}: {
  name: string;
  words: NameWords;
  languages: readonly { id: string; name: string }[];
  readOnly: boolean;
  onChange: (words: NameWords) => void;
}) {
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-3">
      {languages.map((l) => (
        <label key={l.id} className="text-sm">
          <span className="mb-1 block text-slate">{l.name}</span>
          <input
            className="input"
            aria-label={say.nameInLanguage({ name, language: l.name })}
            lang={l.id}
            dir={directionOf(l.id)}
            readOnly={readOnly}
            placeholder={name}
            value={words[l.id] ?? ''}
            onChange={(e) => onChange({ ...words, [l.id]: e.target.value })}
          />
        </label>
      ))}
    </div>
  );
}
