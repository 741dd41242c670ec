'use client';
/** Words that all messages share, in every language, edited once. */
import { useState } from 'react';
import type { Result } from '@/core/result';
import { Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { answered } from '../parts/result';
import { say } from '@/words/phrasebook';
import { useUndo, type Undo } from '../parts/useUndo';

export interface PhrasebookProps {
  languages: { id: string; name: string }[];
  phrases: {
    phrase: string;
    label: string;
    where: string;
    words: Record<string, { shipped: string; own: string | undefined }>;
  }[];
  /** Languages whose words may be changed. */
  editable: readonly string[];
  onSave: (input: { phrase: string; language: string; source: string }) => Promise<Result<null>>;
}

export function PhrasebookScreen({ languages, phrases, editable, onSave }: PhrasebookProps) {
  const [search, setSearch] = useState('');
  const undo = useUndo();
  const wanted = search.toLowerCase();
  const shown = phrases.filter((p) =>
    [p.label, p.where, ...Object.values(p.words).flatMap((w) => [w.shipped, w.own ?? ''])].some((t) =>
      t.toLowerCase().includes(wanted),
    ),
  );
  const own = phrases.reduce((n, p) => n + Object.values(p.words).filter((w) => w.own !== undefined).length, 0);
  return (
    <Page
      title={say.phrasebook}
      note={own > 0 ? say.sharedWithOwn({ own }) : say.shared}
      actions={
        <>
          {undo.button}
          <input
            className="input w-60"
            aria-label={say.searchThePhrasebook}
            placeholder={say.aWordOrWhereIt}
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
        </>
      }
    >
      <div className="lg:h-full lg:overflow-auto">
        <table className="lines w-full text-sm">
          <Head
            columns={[
              { label: say.phrase, className: 'w-40' },
              { label: say.standsIn, className: 'w-32' },
              ...languages.map((l) => ({ label: l.name })),
            ]}
          />
          <tbody>
            {shown.map((p) => (
              <tr key={p.phrase} className="border-b border-rule">
                <th data-line="name" scope="row" className="py-1.5 ps-5 pe-3 text-start font-semibold">
                  {p.label}
                </th>
                <td data-line="end" className="px-2 text-slate">
                  {p.where}
                </td>
                {languages.map((l) => (
                  <td key={l.id} data-line="rest" data-label={l.name} className="px-2 py-1">
                    <PhraseField
                      did={undo.did}
                      label={`${p.label}, ${l.name}`}
                      language={l.id}
                      words={p.words[l.id]!}
                      mayEdit={editable.includes(l.id)}
                      onSave={(source) => onSave({ phrase: p.phrase, language: l.id, source })}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}

interface PhraseFieldProps {
  label: string;
  language: string;
  words: { shipped: string; own: string | undefined };
  mayEdit: boolean;
  onSave: (source: string) => Promise<Result<null>>;
  did: Undo['did'];
}

/** Saved when it is left; what cannot be saved stays, with the reason below it. */
function PhraseField({ label, language, words, mayEdit, onSave, did }: PhraseFieldProps) {
  const kept = words.own ?? words.shipped;
  const [text, setText] = useState(kept);
  const [before, setBefore] = useState(kept);
  const [problem, setProblem] = useState<string>();
  // Somebody else may have changed it, or it went back to what ships.
  if (before !== kept) {
    setBefore(kept);
    setText(kept);
  }
  const save = async (source: string): Promise<void> => {
    if (source.trim() === kept) return setProblem(undefined);
    const result = await answered(onSave(source));
    setProblem(result.ok ? undefined : result.error.message);
    if (!result.ok) return;
    did(source.trim() === '' ? say.backAsShipped({ label }) : say.isChanged({ label }), async () => {
      const back = await answered(onSave(words.own ?? ''));
      // The screen may not have heard of the change yet, and so would see none now.
      if (back.ok) setText(kept);
      else setProblem(back.error.message);
    });
  };
  return (
    <>
      <input
        className={`input ${words.own === undefined ? '' : 'border-petrol font-semibold'}`}
        aria-label={label}
        aria-invalid={problem ? true : undefined}
        dir="auto"
        lang={language}
        readOnly={!mayEdit}
        title={words.own === undefined ? undefined : say.shipsAsShipped({ shipped: words.shipped })}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => void save(text)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') {
            setText(kept);
            setProblem(undefined);
          }
        }}
      />
      {problem && <p className="mt-0.5 text-xs text-madder">{problem}</p>}
    </>
  );
}
