'use client';
/** One more language: chosen by name or tag, with what comes with it. */
import { useMemo, useState } from 'react';
import type { Coverage, LanguageAdded } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { knownLanguages, knownTag, traitsOf } from '@/core/translation';
import { say as common } from '@/words/common';
import { say } from '@/words/languages';
import { Dialog } from '../parts/Dialog';
import { Field, Search } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';

export interface AddLanguageProps {
  /** Languages that the store has, its own among them. */
  there: readonly string[];
  asked: Coverage['asked'];
  /** Languages of which finished words ship. */
  shipped: readonly string[];
  /** Milliseconds: the day that dates are shown of. */
  now: number;
  onAdd: (input: { language: string }) => Promise<Result<LanguageAdded>>;
  onDone: (added: LanguageAdded) => void;
  onClose: () => void;
}

export function AddLanguage({ there, asked, shipped, now, onAdd, onDone, onClose }: AddLanguageProps) {
  const [language, setLanguage] = useState('');
  const [query, setQuery] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const known = useMemo(() => {
    const asks = new Map(asked.map((a) => [a.language, a.wanted]));
    return [...new Set([...asked.map((a) => a.language), ...shipped, ...knownLanguages()])]
      .filter((tag) => !there.includes(tag))
      .map((tag) => {
        const wanted = asks.get(tag);
        return {
          value: tag,
          label: languageName(tag),
          note: wanted ? `${tag} · ${say.askedLastMonth({ n: wanted })}` : tag,
        };
      });
  }, [asked, shipped, there]);
  // A tag that is typed is offered as well: Austrian German is not in the list, and can be added.
  const typed = knownTag(query);
  const choices =
    typed !== undefined && !there.includes(typed) && !known.some((k) => k.value === typed)
      ? [
          {
            value: typed,
            label: languageName(typed),
            note: query.trim() === typed ? typed : `${typed} (${query.trim()})`,
          },
          ...known,
        ]
      : known;
  // What was chosen stays one of the choices once another word is typed.
  const all =
    language === '' || choices.some((c) => c.value === language)
      ? choices
      : [{ value: language, label: languageName(language), note: language }, ...choices];

  const add = async (): Promise<void> => {
    setBusy(true);
    setFailure(undefined);
    const result = await answered(onAdd({ language }));
    setBusy(false);
    if (result.ok) onDone(result.value);
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.addLanguage}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy || language === ''} onClick={() => void add()}>
            {say.add}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure && <Trouble>{failure.message}</Trouble>}
        <Field label={say.language} hint={say.languageHint} problem={problemAt(failure, '/language')}>
          {(ids) => (
            <Search
              id={ids.id}
              value={language || null}
              choices={all}
              onChange={setLanguage}
              onQuery={setQuery}
              adding
            />
          )}
        </Field>
        {language !== '' && (
          <Traits
            language={language}
            ships={[language, language.split('-')[0] ?? ''].some((l) => shipped.includes(l))}
            now={now}
          />
        )}
      </div>
    </Dialog>
  );
}

/** What comes with a language without work. */
function Traits({ language, ships, now }: { language: string; ships: boolean; now: number }) {
  const { direction, number, date, forms } = traitsOf(language, now);
  // Browsers know how fewer languages are written than the server does: what this one would show wrong is left out.
  const known = Intl.DateTimeFormat.supportedLocalesOf(language).length > 0;
  const rows: [string, string][] = [
    [say.direction, direction === 'rtl' ? say.rightToLeft : say.leftToRight],
    ...(known
      ? ([
          [say.numbers, number],
          [say.dates, date],
        ] as [string, string][])
      : []),
    [say.formsByNumber, forms.length < 2 ? say.oneForm : forms.map((f) => f.numbers).join(' | ')],
  ];
  return (
    <div className="border-t border-rule pt-3" data-testid="traits">
      <p className="font-semibold">{languageName(language)}</p>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {rows.map(([term, words]) => (
          <div key={term} className="contents">
            <dt className="text-slate">{term}</dt>
            <dd dir="auto">{words}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2">{ships ? say.wordsShip : say.wordsToBeWritten}</p>
    </div>
  );
}
