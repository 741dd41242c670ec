'use client';
/** What the glossary says of the terms of a source, for who translates it. */
import { useMemo } from 'react';
import { entriesIn, saysSomething, termWords, type GlossaryBetween } from '@/core/glossary';
import { say } from '@/words/glossary';

/** The terms of a source that have something to say in the language, with what is said of them to translators. */
export function TermsOfSource({ source, glossary: between }: { source: string; glossary: GlossaryBetween }) {
  const entries = useMemo(
    () => entriesIn(source, between.said).filter((e) => saysSomething(e, between.target)),
    [source, between],
  );
  if (entries.length === 0) return null;
  return (
    <ul aria-label={say.inThisText} className="mt-2 flex flex-col gap-0.5 border-t border-rule pt-1.5 text-xs">
      {entries.map((entry) => (
        <li key={entry.id}>
          <span className="text-ink">{termWords(entry, between)}</span>
          {entry.note !== '' && <span> · {entry.note}</span>}
        </li>
      ))}
    </ul>
  );
}
